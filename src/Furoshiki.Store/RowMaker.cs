using System.Text.Json;
using Furoshiki.Core.Content;
using Furoshiki.Core.Looks;
using Microsoft.Data.Sqlite;

namespace Furoshiki.Store;

/// <summary>
/// Tells what a row was that cannot be read any more: the indexes have what matters most of it, and the rest begins as it does in a new
/// row.
/// </summary>
/// <param name="damaged">The database in which it was.</param>
internal sealed class RowMaker(SqliteConnection damaged)
{
    private const string Screens = """[{"id":"main","width":1920,"height":1080}]""";

    /// <summary>What is written where a text was that is not known.</summary>
    private const string MadeAgain = "Made again after the database was damaged";

    /// <summary>What a row was, by column.</summary>
    /// <param name="table">Its table.</param>
    /// <param name="id">Its number.</param>
    /// <param name="known">What the indexes say of it.</param>
    /// <returns>The columns but for the number; null if too little is known.</returns>
    public IReadOnlyDictionary<string, object?>? Find(
        string table,
        long id,
        IReadOnlyDictionary<string, object?> known
    )
    {
        if (Usual(table, id, known) is not { } row)
            return null;
        foreach (var (column, value) in known)
            row[column] = value;
        if (table == "Switches")
            row["State"] = SwitchStand.Lost;
        return row;
    }

    private Dictionary<string, object?>? Usual(
        string table,
        long id,
        IReadOnlyDictionary<string, object?> known
    ) =>
        table switch
        {
            "__EFMigrationsHistory" => new() { ["ProductVersion"] = "" },
            "Profiles" => new()
            {
                ["Name"] = $"Profile {id}",
                ["Description"] = "",
                ["Author"] = "",
                ["Licence"] = "",
                ["Tags"] = "[]",
                ["Without"] = "[]",
                ["AsWanted"] = "[]",
            },
            "Savings" when Has(known, "ProfileId", "Number", "Look", "Map") => new()
            {
                ["Places"] = "",
                ["Cover"] = JsonSerializer.Serialize(KindsIn((byte[])known["Look"]!)),
                ["Screens"] = "",
                ["Gaps"] = "[]",
                ["Note"] = MadeAgain,
                ["SavedAt"] = DateTime.UtcNow,
            },
            "SafeStates" when Has(known, "DesktopId", "MadeAt", "Look", "Tree") => new()
            {
                ["Title"] = "",
                ["Reason"] = MadeAgain,
                ["PartsOn"] = "",
                ["Gaps"] = "[]",
                ["IsKept"] = 0L,
                ["Files"] = 0L,
                ["Size"] = 0L,
            },
            "Desktops" when Has(known, "Name", "Map") && RootOf(id) is { } root => new()
            {
                ["Root"] = root,
                ["Version"] = "",
                ["VersionBefore"] = "",
                ["Screens"] = Screens,
                ["IsSimulated"] = IsInDataFolder(root) ? 1L : 0L,
                ["Stand"] = "",
                ["MayTell"] = 0L,
                ["PartsOn"] = "",
            },
            // Of a switch that had ended nothing is needed any more.
            "Switches"
                when known.GetValueOrDefault("State") is SwitchStand.Ready or SwitchStand.GoingBack
                    && known.GetValueOrDefault("DesktopId") is long desktop
                    && One($"SELECT \"Root\" FROM \"Desktops\" WHERE \"Id\" = {desktop}")
                        is { } root => new()
            {
                ["Root"] = root,
                ["Title"] = "",
                ["Mark"] = "",
                ["Changes"] = "[]",
                ["Grounds"] = "",
                ["By"] = "",
                ["BegunAt"] = DateTime.UtcNow,
            },
            "Fittings" when Has(known, "DesktopId") => new()
            {
                ["Name"] = $"Fitting {id}",
                ["Done"] = (long)int.MaxValue,
                ["Revision"] = 0L,
                ["ChangedAt"] = DateTime.UtcNow,
            },
            "Supplies" when Has(known, "Name", "Says", "Files") => new()
            {
                ["Source"] = MadeAgain,
                ["GotAt"] = DateTime.UtcNow,
            },
            "Deletions" => new()
            {
                ["What"] = "Profile",
                ["Name"] = $"Deletion {id}",
                ["At"] = DateTime.UtcNow,
            },
            "Contents" when Has(known, "Digest") => new()
            {
                ["Size"] =
                    One(
                        $"SELECT coalesce(sum({Packing.LengthIn(damaged)}), 0) FROM \"ContentChunks\" WHERE \"ContentId\" = {id}"
                    ) ?? 0L,
                ["IsWhole"] = 1L,
                ["IsDamaged"] = 0L,
            },
            _ => null,
        };

    private static bool Has(IReadOnlyDictionary<string, object?> known, params string[] columns) =>
        columns.All(column => known.GetValueOrDefault(column) is not null);

    /// <summary>The folder of a desktop, as its last switch says it.</summary>
    private object? RootOf(long desktop) =>
        One(
            $"SELECT \"Root\" FROM \"Switches\" WHERE \"DesktopId\" = {desktop} ORDER BY \"Id\" DESC LIMIT 1"
        );

    /// <summary>Whether a desktop's folder is one of those that were made for simulated desktops, beside the database.</summary>
    private bool IsInDataFolder(object root) =>
        PathText.IsUnder($"{root}", Path.GetDirectoryName(Path.GetFullPath(damaged.DataSource))!);

    private IEnumerable<string> KindsIn(byte[] look)
    {
        try
        {
            return
            [
                .. Look.Parse([
                        .. damaged
                            .Rows(
                                $"SELECT \"Bytes\", {Packing.UnpackedIn(damaged)} FROM \"ContentChunks\" JOIN \"Contents\" ON \"Contents\".\"Id\" = \"ContentId\" WHERE \"Digest\" = x'{Digest.OfHash(look).Hex}' ORDER BY \"Ordinal\""
                            )
                            .SelectMany(row =>
                                Packing.Open((byte[])row[0]!, row[1] as long?) ?? []
                            ),
                    ])
                    .Components.Select(part => part.Kind.Name),
            ];
        }
        catch (Exception problem) when (problem is SqliteException or FormatException)
        {
            return [];
        }
    }

    private object? One(string sql)
    {
        try
        {
            return damaged.Rows(sql).FirstOrDefault()?[0];
        }
        catch (SqliteException)
        {
            return null;
        }
    }
}
