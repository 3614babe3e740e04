using System.Net;
using System.Text.Json.Nodes;
using Furoshiki.Tests.Shared;
using SkiaSharp;

namespace Furoshiki.Web.Tests;

/// <summary>What people see where the data folder can take no more, or where a picture is not what it says.</summary>
public sealed class FullDiskTests
{
    private static readonly Uri Screenshot = new("/api/profiles/1/screenshot", UriKind.Relative);

    [Fact]
    public async Task A_full_disk_is_said_loses_nothing_and_all_that_was_saved_can_still_be_read()
    {
        await using var app = new RunningApp { LargestFile = 16 * 1024 };
        await app.InitializeAsync();
        using var client = await app.Client();
        var list = new Uri("/api/profiles?desktop=1", UriKind.Relative);
        var before = await client.GetStringAsync(list);
        using var answer = await client.PutAsync(Screenshot, new ByteArrayContent(Noise(2400)));
        answer.StatusCode.ShouldBe(HttpStatusCode.InsufficientStorage);
        var problem = JsonNode.Parse(await answer.Content.ReadAsStringAsync())!;
        problem["code"]!.GetValue<string>().ShouldBe("disk-full");
        problem["unharmed"]!.GetValue<string>().ShouldStartWith("Nothing was saved.");
        (await client.GetStringAsync(list)).ShouldBe(before);
    }

    /// <summary>A picture that no compression makes small.</summary>
    private static byte[] Noise(int side)
    {
        using var picture = new SKBitmap(side, side, SKColorType.Rgba8888, SKAlphaType.Opaque);
        new Random(side).NextBytes(picture.GetPixelSpan());
        using var encoded = picture.Encode(SKEncodedImageFormat.Png, 100);
        return encoded.ToArray();
    }
}
