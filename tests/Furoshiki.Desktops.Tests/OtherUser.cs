using System.Runtime.InteropServices;

namespace Furoshiki.Desktops.Tests;

/// <summary>Lets a test meet files that may not be read, also where the tests are run by the superuser, who may read all.</summary>
internal static partial class OtherUser
{
    private const uint Nobody = 65534;

    /// <summary>Runs something on a thread of its own that has no more rights to files than any other user.</summary>
    public static void Run(Action action)
    {
        Exception? problem = null;
        var thread = new Thread(() =>
        {
            _ = SetFileSystemUser(Nobody);
            problem = Record.Exception(action);
        });
        thread.Start();
        thread.Join();
        problem.ShouldBeNull();
    }

    [LibraryImport("libc", EntryPoint = "setfsuid")]
    private static partial int SetFileSystemUser(uint user);
}
