using System.Diagnostics;
using Furoshiki.Core.Reading;
using Furoshiki.Core.Switching;
using Furoshiki.Tests.Shared;

namespace Furoshiki.Desktops.Tests;

/// <summary>
/// Whatever stands where, and whatever it becomes at whatever moment: a switch ends as exactly old or exactly new, going back finds what
/// was there, and nothing outside of what is managed is ever touched.
/// </summary>
public sealed class AnythingTests
{
    private const string Set = TestPaths.Icons + "/Fold-Slate";

    private static readonly string[] Places =
    [
        TestPaths.Surface,
        TestPaths.Windows,
        "home/.config/engawa/panels.json",
        TestPaths.Icons,
        Set,
        Set + "/index.theme",
        Set + "/scalable",
        Set + "/scalable/places",
        Set + "/scalable/places/folder.svg",
        Set + "/extra",
        Set + "/new",
        Set + "/link",
        "home/.local/share/wallpapers",
        "home/.local/share/wallpapers/Morning-Paper.svg",
    ];

    /// <summary>What a path can become. $1 is the path, $2 a folder within the root that is not managed, $3 one outside of it.</summary>
    private static readonly string[] Forms =
    [
        "rm -rf \"$1\"",
        "rm -rf \"$1\"; echo \"a file\" > \"$1\"; chmod 640 \"$1\"",
        "rm -rf \"$1\"; : > \"$1\"; chmod 0400 \"$1\"",
        "rm -rf \"$1\"; mkdir -m 750 \"$1\"",
        "rm -rf \"$1\"; mkdir \"$1\"; echo inner > \"$1/inner\"; mkdir -m 711 \"$1/empty\"; chmod 0555 \"$1\"",
        "test -e \"$1\" && test ! -L \"$1\" && rm -rf \"$2/moved\" && mv \"$1\" \"$2/moved\" && ln -s \"$2/moved\" \"$1\" || true",
        "test -e \"$1\" && test ! -L \"$1\" && rm -rf \"$2/along\" && mv \"$1\" \"$2/along\" && ln -s \"$(realpath --relative-to=\"$(dirname \"$1\")\" \"$2\")/along\" \"$1\" || true",
        "test -e \"$1\" && test ! -L \"$1\" && rm -rf \"$2/third\" && mv \"$1\" \"$2/third\" && ln -sfn \"$2/third\" \"$2/second\" && ln -s \"$2/second\" \"$1\" || true",
        "rm -rf \"$1\"; ln -s \"$2/folder\" \"$1\"",
        "rm -rf \"$1\"; ln -s \"$3\" \"$1\"",
        "rm -rf \"$1\"; ln -s \"$3/file\" \"$1\"",
        "rm -rf \"$1\"; ln -s ../../../../../../../../etc \"$1\"",
        "rm -rf \"$1\"; ln -s nowhere \"$1\"",
        "rm -rf \"$1\"; ln -s \"$(basename \"$1\")\" \"$1\"",
        "rm -rf \"$1\"; mkfifo -m 600 \"$1\"",
        "rm -rf \"$1\"; mknod -m 600 \"$1\" c 1 3 2>/dev/null || mkfifo -m 600 \"$1\"",
        "test -d \"$1\" && test ! -L \"$1\" && chmod 0555 \"$1\" || true",
        "test -d \"$1\" && test ! -L \"$1\" && mkfifo -m 600 \"$1/pipe\" 2>/dev/null || true",
    ];

    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    [InlineData(4)]
    public void Any_entry_may_become_any_other_before_a_plan_before_a_switch_and_before_going_back(
        int batch
    )
    {
        using var first = new RealDesktop();
        var other = first.SaveOtherAndComeBack();
        Directory.CreateDirectory(first.At("home/kept/folder"));
        File.WriteAllText(first.At("home/kept/folder/inner"), "kept");
        Directory.CreateDirectory(first.Outside);
        File.WriteAllText(Path.Combine(first.Outside, "file"), "outside");
        for (var i = 0; i < 25 * Effort.Times; i++)
        {
            var seed = batch * 100_000 + i;
            using var desktop = first.Twin();
            var random = new Random(seed);
            var outside = Entries(desktop.Outside);
            Become(desktop, random, random.Next(1, 4));
            var before = Entries(desktop.Root);

            var plan = desktop.Plan(other);
            Entries(desktop.Root).ShouldBe(before, $"planning changes nothing ({seed})");
            var isMeddled = random.Next(4) == 0;
            if (isMeddled)
                Become(desktop, random, 1);
            var start = Entries(desktop.Root);
            var outcome = Execute(desktop, plan);
            var after = Entries(desktop.Root);
            if (outcome is not { Switched: true })
                after.ShouldBe(start, $"it was refused or went back: {outcome?.Problem} ({seed})");
            else
            {
                foreach (var change in plan.Changes)
                    desktop
                        .Folder.Find(change.Path)
                        .ShouldBe(change.After, $"{change.Path} ({seed})");
                if (random.Next(2) == 0)
                    Become(desktop, random, random.Next(1, 3));
                var state = StateBack.Of(
                    [desktop.Map],
                    outcome.SafeState!,
                    [.. outcome.SafeState!.Gaps],
                    desktop.Content,
                    desktop.Folder
                );
                var back = GoBackPlanner.Plan(
                    desktop.Map,
                    DesktopReader.Read(desktop.Map, desktop.Folder),
                    desktop.Folder,
                    state,
                    desktop.Content.FindTree
                );
                Should.NotThrow(
                    () =>
                        desktop
                            .Transaction()
                            .Execute(back, CancellationToken.None)
                            .Problem.ShouldBeNull(),
                    $"({seed})"
                );
                foreach (var path in state.Paths)
                    if (!Touches(back.NotTouched, path))
                        desktop
                            .Folder.Find(path)
                            .ShouldBe(outcome.SafeState!.Find(path), $"{path} ({seed})");
                foreach (var (path, held) in outcome.SafeState!.All)
                    if (!Touches(back.NotTouched, path))
                        desktop.Folder.Find(path).ShouldBe(held, $"{path} ({seed})");
            }
            desktop.Journal.Unfinished().ShouldBeEmpty();
            Entries(desktop.Outside).ShouldBe(outside, $"nothing outside is touched ({seed})");
            Entries(desktop.Root)
                .Keys.ShouldNotContain(
                    path => path.Contains(".furoshiki-", StringComparison.Ordinal),
                    $"no unfinished file is left ({seed})"
                );
        }
    }

    [Theory]
    [InlineData(5)]
    [InlineData(6)]
    public void What_is_watched_is_seen_as_it_is_whatever_becomes_of_it(int batch)
    {
        using var first = new RealDesktop();
        Directory.CreateDirectory(first.At("home/kept/folder"));
        Directory.CreateDirectory(first.Outside);
        for (var i = 0; i < 20 * Effort.Times; i++)
        {
            var seed = batch * 100_000 + i;
            using var desktop = first.Twin();
            var random = new Random(seed);
            var folder = new DesktopFolder(desktop.Root, isWatched: true);
            var seen = Seen(desktop, folder);
            for (var round = 0; round < 6; round++)
            {
                var stamp = folder.Watch!.Stamp;
                Become(desktop, random, random.Next(1, 3));
                var fresh = Seen(desktop, new DesktopFolder(desktop.Root));
                if (folder.Watch.Stamp == stamp)
                    seen.ShouldBe(fresh, $"what changed was heard ({seed})");
                seen = Seen(desktop, folder);
                seen.ShouldBe(fresh, $"and seen ({seed})");
            }
            folder.Watch!.IsSure.ShouldBeTrue();
        }
    }

    /// <summary>All that can be seen of a desktop, in words.</summary>
    private static List<string> Seen(RealDesktop desktop, DesktopFolder folder)
    {
        var reading = DesktopReader.Read(desktop.Map, folder);
        var tree = folder.ManagedTree([desktop.Map]);
        return
        [
            reading.Look.Digest.Hex,
            .. reading.Unread.Select(part => $"{part.Kind} {part.Reason}"),
            tree.Digest.Hex,
            .. tree.Gaps.Select(gap => $"{gap.Path} {gap.Reason}"),
            .. Places.Select(place => $"{folder.Find(place)} {folder.End(place).Path}"),
        ];
    }

    private static bool Touches(IEnumerable<Core.Content.Gap> gaps, string path) =>
        gaps.Any(gap =>
            gap.Path == path
            || gap.Path.StartsWith(path + "/", StringComparison.Ordinal)
            || path.StartsWith(gap.Path + "/", StringComparison.Ordinal)
        );

    private static SwitchOutcome? Execute(RealDesktop desktop, SwitchPlan plan)
    {
        try
        {
            return desktop.Transaction().Execute(plan, CancellationToken.None);
        }
        catch (SwitchRefusedException)
        {
            return null;
        }
    }

    private static void Become(RealDesktop desktop, Random random, int times)
    {
        for (var i = 0; i < times; i++)
        {
            var place = desktop.At(Places[random.Next(Places.Length)]);
            // What another program writes through a link that leads out is not what is asked here.
            if (RealParent(place).StartsWith(desktop.Root + "/", StringComparison.Ordinal))
                // In a folder that may not be written in, nothing becomes anything.
                Shell.Run(
                    $"({Forms[random.Next(Forms.Length)]}) 2>/dev/null || true",
                    place,
                    desktop.At("home/kept"),
                    desktop.Outside
                );
        }
    }

    private static string RealParent(string path)
    {
        using var real = Process.Start(
            new ProcessStartInfo("realpath", ["-q", Path.GetDirectoryName(path)!])
            {
                RedirectStandardOutput = true,
            }
        )!;
        return real.StandardOutput.ReadToEnd().TrimEnd('\n') is { } found && Directory.Exists(found)
            ? found
            : "";
    }

    /// <summary>Every path in a folder with what it is, its mode, and its bytes or target; no link is followed.</summary>
    private static SortedDictionary<string, string> Entries(string folder)
    {
        using var find = Process.Start(
            new ProcessStartInfo("find", [folder, "-printf", @"%P\t%y %m\t%l\n"])
            {
                RedirectStandardOutput = true,
            }
        )!;
        var lines = find
            .StandardOutput.ReadToEnd()
            .Split('\n', StringSplitOptions.RemoveEmptyEntries);
        find.WaitForExit();
        return new(
            lines
                .Select(line => line.Split('\t'))
                .ToDictionary(
                    line => line[0],
                    line =>
                        line[1].StartsWith('f')
                            ? $"{line[1]} {Convert.ToHexString(File.ReadAllBytes(Path.Combine(folder, line[0])))}"
                            : $"{line[1]} {line[2]}"
                ),
            StringComparer.Ordinal
        );
    }
}
