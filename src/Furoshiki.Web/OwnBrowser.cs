using System.ComponentModel;
using System.Diagnostics;

namespace Furoshiki.Web;

/// <summary>The person's own browser.</summary>
internal static class OwnBrowser
{
    /// <summary>Opens a page as the desktop opens files; says so where it has no way to.</summary>
    /// <param name="page">A file with the address: on a command line, everybody on the machine could read the key.</param>
    /// <param name="output">Takes what a person is told.</param>
    public static void Open(string page, TextWriter output)
    {
        try
        {
            using var opener = Process.Start(new ProcessStartInfo("xdg-open", [page]));
        }
        catch (Win32Exception)
        {
            output.WriteLine("No browser could be opened from here (xdg-open is not there).");
        }
    }
}
