using System.Buffers.Binary;
using System.Text;
using CsCheck;
using Furoshiki.Core.Advice;
using Furoshiki.Core.Content;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Picture;
using Furoshiki.Core.Reading;

namespace Furoshiki.Core.Tests;

/// <summary>Cursors of the X cursor format, from files that are written byte by byte as Xcursor(3) says.</summary>
public sealed class CursorTests
{
    private sealed record Image(
        int Nominal,
        int Width,
        int Height,
        int HotX,
        int HotY,
        byte[] Pixels
    );

    private static readonly Gen<Image> Images =
        from nominal in Gen.OneOf(16, 24, 32, 48)
        from width in Gen.Int[1, 9]
        from height in Gen.Int[1, 9]
        from hot in Gen.Select(Gen.Int[0, 8], Gen.Int[0, 8])
        from pixels in Gen.Byte.Array[4 * width * height]
        select new Image(nominal, width, height, hot.Item1, hot.Item2, pixels);

    /// <summary>A file with a comment before its pictures, as the format allows.</summary>
    private static byte[] File(params Image[] images)
    {
        const int Header = 16;
        var comment = Numbers(20, 0xFFFE0001, 1, 1, 4).Concat("Mine"u8.ToArray()).ToArray();
        var at = Header + 12 * (images.Length + 1);
        var entries = new List<byte>(Numbers(0xFFFE0001, 1, (uint)at));
        var chunks = new List<byte>(comment);
        at += comment.Length;
        foreach (var one in images)
        {
            entries.AddRange(Numbers(0xFFFD0002, (uint)one.Nominal, (uint)at));
            byte[] chunk =
            [
                .. Numbers(
                    36,
                    0xFFFD0002,
                    (uint)one.Nominal,
                    1,
                    (uint)one.Width,
                    (uint)one.Height,
                    (uint)one.HotX,
                    (uint)one.HotY,
                    50
                ),
                .. one.Pixels,
            ];
            chunks.AddRange(chunk);
            at += chunk.Length;
        }
        return
        [
            .. "Xcur"u8,
            .. Numbers(Header, 0x10000, (uint)images.Length + 1),
            .. entries,
            .. chunks,
        ];
    }

    private static byte[] Numbers(params uint[] numbers)
    {
        var bytes = new byte[numbers.Length * 4];
        for (var i = 0; i < numbers.Length; i++)
            BinaryPrimitives.WriteUInt32LittleEndian(bytes.AsSpan(i * 4), numbers[i]);
        return bytes;
    }

    private static Image Plain(int nominal) =>
        new(nominal, nominal, nominal, 3, 2, new byte[4 * nominal * nominal]);

    [Fact]
    public void The_first_picture_of_each_size_is_read_as_it_was_written() =>
        Images
            .Array[1, 6]
            .Sample(images =>
            {
                var read = CursorFile.Read(File(images));
                var wanted = images.DistinctBy(one => one.Nominal).OrderBy(one => one.Nominal);
                read.Select(one => (one.Nominal, one.Width, one.Height, one.HotX, one.HotY))
                    .ShouldBe(
                        wanted.Select(one =>
                            (one.Nominal, one.Width, one.Height, one.HotX, one.HotY)
                        )
                    );
                foreach (var (one, other) in read.Zip(wanted))
                    one.Pixels.ToArray().ShouldBe(other.Pixels);
            });

    [Fact]
    public void One_that_is_cut_off_or_damaged_is_refused_and_never_read_beyond_its_end() =>
        Gen.Select(Images.Array[1, 3].Select(File), Gen.Int[0, 4000], Gen.Int[0, 4000], Gen.Byte)
            .Sample(
                (whole, cut, at, other) =>
                {
                    Should.Throw<FormatException>(() =>
                        CursorFile.Read(whole.AsMemory(0, cut % whole.Length))
                    );
                    whole[at % whole.Length] = other;
                    try
                    {
                        CursorFile.Read(whole);
                    }
                    catch (FormatException)
                    {
                        // It says so.
                    }
                }
            );

    [Fact]
    public void A_set_is_drawn_in_its_nearest_size_with_what_points_at_its_place_and_through_its_links()
    {
        var pointer = File(Plain(24), Plain(48));
        var set = Tree.Of([
            new("cursors", FileState.OfFolder(493)),
            new("cursors/default", FileState.OfLink("left_ptr")),
            new("cursors/left_ptr", FileState.OfFile(420, pointer.Length, Digest.Of(pointer))),
            new("cursors/hand2", FileState.OfLink("../../../secret")),
        ]);
        var content = new PictureContent(
            digest => digest == set.Digest ? set : null,
            digest => digest == Digest.Of(pointer) ? pointer : null,
            (digest, name) => $"/{digest.Hex}/{name}"
        );
        var look = Look.Of([
            Component.Of(CursorKind.Kind, [CursorKind.Set.Is("Bones"), CursorKind.Size.Is(32)]) with
            {
                Assets = [new Asset("Bones", null, null, IsFolder: true, set.Digest)],
            },
        ]);

        var drawn = DesktopPicture.Draw(look, TestDesktop.Screens, content).Screens[0].Svg;
        // Of 840 by 472 units the place is 554.4 and 311.52; it points 3 px from the left and 2 from the top.
        drawn.ShouldContain(
            $"<image x=\"551.4\" y=\"309.52\" width=\"24\" height=\"24\" href=\"/{Digest.Of(pointer).Hex}/default-24.png\""
        );
        var piece = AdviceCheck
            .For(new AdviceGround(look, TestDesktop.Screens, content))
            .Single(one => one.Kind == CursorKind.Kind);
        piece.Found.ShouldBe("32 px are wanted, and the set has 24, 48 px.");
    }

    [Fact]
    public void A_shape_is_sought_depth_first_through_what_a_set_inherits_from()
    {
        var files = new Dictionary<Digest, byte[]>();
        var sets = new[]
        {
            Set("Bones", "Marble,Chalk"),
            Set("Marble", "Granite"),
            Set("Chalk", "", File(Plain(24))),
            Set("Granite", "", File(Plain(48))),
        };
        var content = new PictureContent(
            digest => sets.Select(set => set.Tree).FirstOrDefault(tree => tree.Digest == digest),
            digest => files.GetValueOrDefault(digest),
            (_, name) => $"/{name}"
        );
        var look = Look.Of([
            Component.Of(CursorKind.Kind, [CursorKind.Set.Is("Bones"), CursorKind.Size.Is(24)]) with
            {
                // As they are found: breadth first.
                Assets =
                [
                    .. sets.Select(set => new Asset(
                        set.Name,
                        null,
                        null,
                        IsFolder: true,
                        set.Tree.Digest
                    )),
                ],
            },
        ]);
        var drawn = DesktopPicture.Draw(look, TestDesktop.Screens, content).Screens[0].Svg;
        drawn.ShouldContain("/default-48.png");

        (string Name, Tree Tree) Set(string name, string inherits, byte[]? pointer = null)
        {
            var index = Encoding.UTF8.GetBytes($"[Icon Theme]\nName={name}\nInherits={inherits}\n");
            return (
                name,
                Tree.Of([
                    new(AssetFinder.IndexFile, Kept(index)),
                    new("cursors", FileState.OfFolder(493)),
                    .. pointer is null
                        ? Array.Empty<KeyValuePair<string, FileState>>()
                        : [new("cursors/left_ptr", Kept(pointer))],
                ])
            );
        }

        FileState Kept(byte[] bytes)
        {
            files[Digest.Of(bytes)] = bytes;
            return FileState.OfFile(420, bytes.Length, Digest.Of(bytes));
        }
    }
}
