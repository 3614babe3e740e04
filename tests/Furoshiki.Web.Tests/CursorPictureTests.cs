using System.Buffers.Binary;
using System.Net;
using System.Text.RegularExpressions;
using SkiaSharp;

namespace Furoshiki.Web.Tests;

/// <summary>A cursor set of a person's own in the X cursor format is seen in the picture of what is on.</summary>
public sealed partial class CursorPictureTests : OwnAppTests
{
    /// <summary>A file with one picture of 2 by 1 px: half red, then nothing.</summary>
    private static byte[] Cursor()
    {
        uint[] numbers =
        [
            0x72756358,
            16,
            0x10000,
            1,
            0xFFFD0002,
            32,
            28,
            36,
            0xFFFD0002,
            32,
            1,
            2,
            1,
            0,
            0,
            0,
            0x80800000,
            0,
        ];
        var bytes = new byte[numbers.Length * 4];
        for (var i = 0; i < numbers.Length; i++)
            BinaryPrimitives.WriteUInt32LittleEndian(bytes.AsSpan(i * 4), numbers[i]);
        return bytes;
    }

    [Fact]
    public async Task It_is_given_to_the_browser_as_a_picture_and_one_that_is_damaged_as_none()
    {
        var set = App.At("home/.local/share/icons/Bones");
        Directory.CreateDirectory(Path.Combine(set, "cursors"));
        await File.WriteAllTextAsync(
            Path.Combine(set, "index.theme"),
            "[Icon Theme]\nName=Bones\n"
        );
        await File.WriteAllBytesAsync(Path.Combine(set, "cursors/left_ptr"), Cursor());
        File.CreateSymbolicLink(Path.Combine(set, "cursors/default"), "left_ptr");
        App.Edit("home/.config/engawa/windows.conf", "set=Plain-Dot-Red", "set=Bones");

        var address = await Address();
        address.ShouldEndWith("/default-32.png");
        var bytes = await Server.Client.GetByteArrayAsync(new Uri(address, UriKind.Relative));
        using var picture = SKBitmap.Decode(bytes);
        (picture.Width, picture.Height).ShouldBe((2, 1));
        picture.GetPixel(0, 0).ShouldBe(new SKColor(0xFF, 0, 0, 0x80));
        picture.GetPixel(1, 0).Alpha.ShouldBe((byte)0);

        await File.WriteAllBytesAsync(Path.Combine(set, "cursors/left_ptr"), Cursor()[..^1]);
        (await Address()).ShouldBeEmpty();
        using var gone = await Server.Client.GetAsync(
            new Uri(address.Replace("default-32.png", "default.png"), UriKind.Relative)
        );
        gone.StatusCode.ShouldBe(HttpStatusCode.NotFound);
    }

    private async Task<string> Address()
    {
        var now = await Server.Now();
        var picture = await Server.Get($"/api/looks/{now["look"]}/picture?desktop=1");
        return Image().Match(picture["screens"]![0]!["svg"]!.GetValue<string>()).Groups[1].Value;
    }

    [GeneratedRegex("data-kind=\"cursor\"[^>]*><image[^>]* href=\"([^\"]*)\"")]
    private static partial Regex Image();
}
