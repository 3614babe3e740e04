using System.Globalization;
using Furoshiki.App.Installation;
using Furoshiki.Core.Words;
using Furoshiki.Store;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.App.Safekeeping;

/// <summary>A database that was set aside.</summary>
/// <param name="Folder">The folder in which it is.</param>
/// <param name="At">When it was set aside (UTC).</param>
/// <param name="Why">Why, as a sentence.</param>
/// <param name="Rows">How many entries were brought over from it; null where nothing could be read.</param>
/// <param name="Gone">What is gone, each in words.</param>
/// <param name="Known">What could not be read and is as it was known elsewhere, each in words.</param>
public sealed record LostDatabaseView(
    string Folder,
    DateTime At,
    string Why,
    long? Rows,
    IReadOnlyList<string> Gone,
    IReadOnlyList<string> Known
);

/// <summary>Where everything is kept, and how it stands.</summary>
/// <param name="Folder">The data folder.</param>
/// <param name="Bytes">The length of the database.</param>
/// <param name="SoundAt">When the whole database was last read and found sound (UTC); null if it never was.</param>
/// <param name="IsDamaged">Whether it was found damaged since the start.</param>
/// <param name="Damaged">What holds files whose copies are damaged, each in words with how many.</param>
/// <param name="Copies">The copies of all of it.</param>
/// <param name="Lost">The databases that were set aside, the newest first.</param>
public sealed record StoreView(
    string Folder,
    long Bytes,
    DateTime? SoundAt,
    bool IsDamaged,
    IReadOnlyList<string> Damaged,
    CopiesView Copies,
    IReadOnlyList<LostDatabaseView> Lost
);

/// <summary>Tells where everything is kept, and how it stands.</summary>
public sealed class StoreShelf(
    DataFolder data,
    Copies copies,
    DatabaseCheck check,
    IDbContextFactory<FuroshikiDb> databases,
    ContentCosts costs,
    TimeProvider clock
)
{
    /// <summary>How it stands now.</summary>
    public StoreView View()
    {
        using var db = databases.CreateDbContext();
        return new StoreView(
            data.Path,
            new FileInfo(data.Database).Length,
            check.SoundAt,
            check.IsDamaged,
            Damaged(db),
            copies.View(),
            [.. data.Lost.Select(lost => View(db, lost))]
        );
    }

    private List<string> Damaged(FuroshikiDb db)
    {
        if (!db.Contents.Any(one => one.IsDamaged))
            return [];
        var things = db
            .Savings.Select(one => new
            {
                one.Id,
                one.Number,
                one.Profile!.Name,
            })
            .AsEnumerable()
            .Select(one =>
                (Owner: ContentCosts.OfSaving(one.Id), Words: $"{one.Name}, saving {one.Number}")
            )
            .Concat(
                db.SafeStates.Join(
                        db.Desktops,
                        state => state.DesktopId,
                        desktop => desktop.Id,
                        (state, desktop) =>
                            new
                            {
                                state.Id,
                                state.MadeAt,
                                desktop.Name,
                            }
                    )
                    .AsEnumerable()
                    .Select(one =>
                        (
                            Owner: ContentCosts.OfSafeState(one.Id),
                            Words: State(one.Name, one.MadeAt)
                        )
                    )
            )
            .ToList();
        return
        [
            .. things
                .Zip(
                    costs.Of(things.Select(one => (string[])[one.Owner])),
                    (one, health) => (one.Words, health.Damaged.Count)
                )
                .Where(one => one.Count > 0)
                .Select(one => $"{one.Words}: {Counting.Of(one.Count, "file")}"),
        ];
    }

    private LostDatabaseView View(FuroshikiDb db, LostDatabase lost)
    {
        var report = lost.Report();
        var rows = report?.Salvaged?.Lost ?? [];
        return new LostDatabaseView(
            lost.Path,
            lost.At,
            report switch
            {
                null => "What became of it is not known.",
                { IsAsked: true } => $"The copy {report.Copy} was wanted in its place.",
                _ => $"It was set aside because it {report.Problem}.",
            },
            report?.Salvaged is { IsReadable: true } salvaged ? salvaged.Rows : null,
            Words(RowFate.Gone),
            [.. Words(RowFate.AsInTheCopy), .. Words(RowFate.MadeAgain)]
        );

        IReadOnlyList<string> Words(RowFate fate) =>
            [
                .. rows.Where(row => row.Fate == fate)
                    .GroupBy(row => row.Table)
                    .SelectMany(table => Name(db, table.Key, fate, [.. table])),
            ];
    }

    private IEnumerable<string> Name(
        FuroshikiDb db,
        string table,
        RowFate fate,
        IReadOnlyList<LostRow> rows
    ) =>
        table switch
        {
            "Profiles" => rows.Select(row =>
                $"{row.Known.GetValueOrDefault("Name") ?? ProfileName(db, row.Id)}{(fate == RowFate.MadeAgain ? ": what was written about it" : "")}"
            ),
            "Savings" => rows.Select(row =>
                row.Known.GetValueOrDefault("ProfileId") is { } profile
                    ? $"{ProfileName(db, long.Parse(profile, CultureInfo.InvariantCulture))}, saving {row.Known.GetValueOrDefault("Number") ?? "of an unknown number"}"
                    : $"Saving number {row.Id} of all"
            ),
            "Desktops" => rows.Select(row =>
                $"The desktop {row.Known.GetValueOrDefault("Name") ?? $"number {row.Id}"}{(fate == RowFate.Gone ? ": add its folder again" : "")}"
            ),
            "SafeStates" => rows.Select(row =>
                DateTime.TryParse(
                    row.Known.GetValueOrDefault("MadeAt"),
                    CultureInfo.InvariantCulture,
                    DateTimeStyles.AssumeUniversal | DateTimeStyles.AdjustToUniversal,
                    out var at
                )
                    ? State(DesktopName(db, row.Known.GetValueOrDefault("DesktopId")), at)
                    : $"Safe state number {row.Id}"
            ),
            "Contents" => [$"The copies of {Counting.Of(rows.Count, "file")}"],
            "Switches" => [$"{Counting.Of(rows.Count, "switch", "switches")} of the history"],
            "Groupings" => rows.Select(row =>
                $"The grouping {row.Known.GetValueOrDefault("Name") ?? $"number {row.Id}"}"
            ),
            "Sources" => rows.Select(row =>
                $"The catalogue at {row.Known.GetValueOrDefault("Address") ?? $"address number {row.Id}"}"
            ),
            "Supplies" => rows.Select(row =>
                $"The kept files of {row.Known.GetValueOrDefault("Name") ?? $"supply number {row.Id}"}"
            ),
            "Asides" => [$"{Counting.Of(rows.Count, "file")} that had been set aside"],
            "Deletions" =>
            [
                $"The names of {Counting.Of(rows.Count, "thing")} that had been deleted",
            ],
            "Preferences" =>
            [
                "What was chosen for all desktops: the rule by which safe states go, and the folder for copies",
            ],
            _ => [$"{Counting.Of(rows.Count, "entry", "entries")} of {table}"],
        };

    private static string ProfileName(FuroshikiDb db, long id) =>
        db.Profiles.Where(one => one.Id == id).Select(one => one.Name).FirstOrDefault()
        ?? $"Profile {id}";

    private static string DesktopName(FuroshikiDb db, string? id) =>
        long.TryParse(id, CultureInfo.InvariantCulture, out var number)
            ? db.Desktops.Where(one => one.Id == number).Select(one => one.Name).FirstOrDefault()
                ?? $"desktop {id}"
            : "a desktop";

    private string State(string desktop, DateTime madeAt) =>
        string.Create(
            CultureInfo.InvariantCulture,
            $"{desktop}, safe state of {TimeZoneInfo.ConvertTimeFromUtc(DateTime.SpecifyKind(madeAt, DateTimeKind.Utc), clock.LocalTimeZone):d MMM yyyy, HH:mm}"
        );
}
