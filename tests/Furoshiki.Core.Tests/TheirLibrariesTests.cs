using System.Runtime.InteropServices;
using System.Text;
using CsCheck;
using Furoshiki.Core.Formats;

namespace Furoshiki.Core.Tests;

/// <summary>Files are read as the libraries read them that programs use for them: Xlib and GLib, which come with Chromium.</summary>
public sealed partial class TheirLibrariesTests
{
    [LibraryImport("libX11.so.6")]
    private static partial void XrmInitialize();

    [LibraryImport("libX11.so.6")]
    private static partial nint XrmGetStringDatabase(byte[] text);

    [LibraryImport("libX11.so.6")]
    private static partial int XrmGetResource(
        nint database,
        byte[] name,
        byte[] type,
        out nint found,
        out XrmValue value
    );

    [LibraryImport("libX11.so.6")]
    private static partial void XrmDestroyDatabase(nint database);

    [StructLayout(LayoutKind.Sequential)]
    private struct XrmValue
    {
        public uint Size;
        public nint Address;
    }

    [LibraryImport("libglib-2.0.so.0", EntryPoint = "g_key_file_new")]
    private static partial nint NewKeyFile();

    [LibraryImport("libglib-2.0.so.0", EntryPoint = "g_key_file_load_from_data")]
    private static partial int Load(nint file, byte[] text, nuint length, int flags, nint error);

    [LibraryImport("libglib-2.0.so.0", EntryPoint = "g_key_file_get_value")]
    private static partial nint ValueOf(nint file, byte[] group, byte[] key, nint error);

    [LibraryImport("libglib-2.0.so.0", EntryPoint = "g_key_file_free")]
    private static partial void Free(nint file);

    private static byte[] C(string text) => Encoding.UTF8.GetBytes(text + "\0");

    private static Gen<string> Signs(params string[] signs) =>
        Gen.OneOf(signs).Array[0, 8].Select(string.Concat);

    private static string? InXlib(string text)
    {
        XrmInitialize();
        var database = XrmGetStringDatabase(C(text));
        try
        {
            if (XrmGetResource(database, C("a.b"), C("A.B"), out _, out var value) == 0)
                return null;
            var bytes = new byte[value.Size - 1];
            Marshal.Copy(value.Address, bytes, 0, bytes.Length);
            return Encoding.Latin1.GetString(bytes);
        }
        finally
        {
            XrmDestroyDatabase(database);
        }
    }

    [Fact]
    public void A_value_of_an_X_resource_is_read_as_Xlib_reads_it() =>
        Signs("\\", "n", "0", "1", "4", "x", " ", "\t", "\"", "\f", "\\\n", "é")
            .Where(value => !value.EndsWith('\\'))
            .Sample(
                value =>
                {
                    var text = $"a.b: {value}\nc: d\n";
                    string? ours;
                    try
                    {
                        ours = ResourceFileDocument
                            .Open(Encoding.UTF8.GetBytes(text))
                            .Get(new Address("a.b"))
                            ?.Content;
                    }
                    catch (SettingsFileException)
                    {
                        // A byte by an octal number that is no UTF-8 has no text.
                        return;
                    }
                    var theirs = InXlib(text)!;
                    Encoding.Latin1.GetString(Encoding.UTF8.GetBytes(ours!)).ShouldBe(theirs);
                },
                iter: 20_000,
                threads: 1
            );

    private static (bool IsRead, string? Value) InGLib(string text)
    {
        var file = NewKeyFile();
        try
        {
            var bytes = Encoding.UTF8.GetBytes(text);
            return Load(file, bytes, (nuint)bytes.Length, 0, 0) == 0
                ? (false, null)
                : (true, Marshal.PtrToStringUTF8(ValueOf(file, C("G"), C("k"), 0)));
        }
        finally
        {
            Free(file);
        }
    }

    [Fact]
    public void What_GLib_reads_of_a_key_file_is_read_as_the_same() =>
        Gen.Select(
                Signs(" ", "\f", "\t", "\n", "# c\n", "\f# c=d\n"),
                Signs(" ", "\f", "\t"),
                Signs(" ", "\f", "\t"),
                Signs(" ", "\f", "x", "=", "#", "[", "]", ";", "é")
            )
            .Sample(
                (before, indent, around, value) =>
                {
                    var text = $"{before}[G]\n{before}{indent}k{around}={around}{value}\n";
                    var (isRead, theirs) = InGLib(text);
                    if (isRead)
                        KeyFileDocument
                            .Open(Encoding.UTF8.GetBytes(text))
                            .Get(new Address("G/k"))
                            ?.Content.ShouldBe(theirs);
                },
                iter: 20_000,
                threads: 1
            );
}
