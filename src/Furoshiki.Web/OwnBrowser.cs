using System.ComponentModel;
using System.Diagnostics;

namespace Furoshiki.Web;

/// <summary>The person's own browser.</summary>
internal static class OwnBrowser
{
    /// <summary>Opens a page as the desktop opens files; says so where it has no way to.</summary>
    /// <param name="page">A file with the address: on a command line, everybody on the machine could read the key.</param>
    public static void Open(string page)
    {
        try
        {
            using var opener = Process.Start(new ProcessStartInfo("xdg-open", [page]));
        }
        catch (Win32Exception)
        {
            Console.WriteLine("No browser could be opened from here (xdg-open is not there).");
        }
    }
}
