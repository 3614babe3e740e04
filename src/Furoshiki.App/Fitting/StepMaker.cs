using System.Collections.Immutable;
using Furoshiki.App.Desktops;
using Furoshiki.App.Looks;
using Furoshiki.App.Observing;
using Furoshiki.App.Supplies;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Content;
using Furoshiki.Core.Fitting;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Reading;
using Furoshiki.Core.Switching;
using Furoshiki.Core.Words;

namespace Furoshiki.App.Fitting;

/// <summary>Makes steps of what a person asks for: values are read and checked, and what they name is found.</summary>
public sealed class StepMaker(
    LookFinder finder,
    LookSupplies supplies,
    Observer observer,
    SampleFiles files
)
{
    private const int LongestTitle = 120;
    private const int LongestItem = 60;
    private const int LongestValue = 4000;
    private const int MostPieces = 2000;

    /// <summary>Makes a step.</summary>
    /// <param name="desktop">The desktop for which the look is fitted.</param>
    /// <param name="before">The look before the step.</param>
    /// <param name="form">What is asked for.</param>
    /// <exception cref="ProblemException">There is no such part, setting, value or look.</exception>
    public FittingStep Make(LiveDesktop desktop, Look before, StepForm form)
    {
        if (PersonsText.WhyNot("The title", form.Title ?? "", LongestTitle) is { } reason)
            throw ProblemException.Field("title", reason);
        if (form.Edits.Count == 0)
            throw ProblemException.Field("edits", "A step does something.");
        if (form.Edits.Sum(edit => (edit.Set?.Count ?? 0) + (edit.Add?.Count ?? 0)) > MostPieces)
            throw ProblemException.Field("edits", $"A step sets {MostPieces} values at most.");
        if (form.Edits.DistinctBy(edit => edit.Kind).Count() < form.Edits.Count)
            throw ProblemException.Field("edits", "A step says once what it does to a part.");
        return new FittingStep(
            [.. form.Edits.Select(edit => Edit(desktop, before, edit))],
            PersonsText.Tidy(form.Title ?? "")
        );
    }

    private FittingEdit Edit(LiveDesktop desktop, Look before, EditForm form)
    {
        var kind =
            Kind.Find(form.Kind) ?? throw ProblemException.Field("kind", "There is no such part.");
        if (form.Drop)
            return new FittingEdit.Drop(kind);
        if (form.From is { } from)
            return Borrowed(kind, finder.Find(desktop, from), form.Keys, before[kind]);
        if (form.Place is { } place)
            return Placing.Of(kind, before[kind], place, desktop.Screens, out var whyNot)
                ?? throw ProblemException.Field("place", whyNot);
        if (form.Build is { } build)
            return kind == ColoursKind.Kind
                ? ColourBuild.EditOf(
                    Colour(build.Accent, "accent"),
                    Colour(build.Ground ?? build.Accent, "ground"),
                    build.Tone
                )
                : throw ProblemException.Field("build", "Only colours are built from a colour.");
        if (form.Rename is { } item)
            return Renamed(kind, before[kind], item, form.To ?? "");
        return Set(desktop, kind, form);
    }

    private static FittingEdit.Rename Renamed(Kind kind, Component? before, string from, string to)
    {
        if (!kind.HasFreeNames)
            throw ProblemException.Field(
                "rename",
                $"What the {kind.Title.ToLowerInvariant()} are called means something to a desktop, and stays."
            );
        if (before?.Items.Contains(from) != true)
            throw ProblemException.Field(
                "rename",
                $"There is no {PathText.Printable(from)} among the {kind.Title.ToLowerInvariant()}."
            );
        var reason = before.Items.Contains(to)
            ? $"There is a {PathText.Printable(to)} among the {kind.Title.ToLowerInvariant()} already."
            : WhyNoItem(kind, to);
        return reason is null
            ? new FittingEdit.Rename(kind, from, to)
            : throw ProblemException.Field("to", reason);
    }

    private static Rgba Colour(string text, string field) =>
        CssColour.Read(text)?.Colour
        ?? throw ProblemException.Field(
            field,
            $"'{PathText.Printable(text)}' is no colour in CSS, such as \"#f2a93b\"."
        );

    /// <summary>A part, or some of its settings, as another look has them.</summary>
    private static FittingEdit Borrowed(
        Kind kind,
        NamedLook look,
        IReadOnlyList<string>? keys,
        Component? now
    )
    {
        var part =
            look.Look[kind]
            ?? throw ProblemException.Field(
                "from",
                $"{look.Name} has no {kind.Title.ToLowerInvariant()}."
            );
        if (keys is null)
            return new FittingEdit.Whole(part, look.Maps[kind.Name]);
        var wanted = new LeftOut([.. keys.Select(key => LeftOut.Parse(kind, key))]);
        var its = part with
        {
            Settings = part.Settings.RemoveRange(part.Settings.Keys.Where(key => !wanted.Has(key))),
        };
        if (its.Settings.IsEmpty)
            throw ProblemException.Field("keys", $"{look.Name} has none of these settings.");
        var items = wanted
            .Keys.Where(key => key.Name.Length == 0)
            .Select(key => key.Item!)
            .ToList();
        return new FittingEdit.Piece(
            its with
            {
                Assets =
                [
                    .. its.Assets.Where(asset =>
                        asset.Setting is { } setting && AssetFinder.NamesIn(its, setting).Any()
                    ),
                ],
                Kept = ImmutableSortedDictionary<string, string>.Empty,
            },
            [.. items.Where(item => now?.Items.Contains(item) != true)],
            // An item that is there already becomes the other look's.
            [
                .. (now?.Settings.Keys ?? []).Where(key =>
                    key.Item is { } item && items.Contains(item) && !its.Settings.ContainsKey(key)
                ),
            ]
        );
    }

    private FittingEdit.Piece Set(LiveDesktop desktop, Kind kind, EditForm form)
    {
        var add = form.Add ?? [];
        foreach (var item in add)
            if (WhyNoItem(kind, item) is { } reason)
                throw ProblemException.Field("add", reason);
        var settings = ImmutableSortedDictionary.CreateBuilder<SettingKey, SettingValue>();
        var gone = (form.Remove ?? []).Select(LeftOut.Item).ToList();
        foreach (var value in form.Set ?? [])
        {
            var key = SettingKey.Parse(value.Key);
            var setting =
                kind.FindSetting(key)
                ?? throw ProblemException.Field(
                    "key",
                    $"{kind.Title} has no setting '{PathText.Printable(value.Key)}'."
                );
            if (value is { Value: null, Items: null })
                gone.Add(key);
            else
                settings[key] = Read(setting, value);
        }
        if (settings.Count == 0 && gone.Count == 0)
            throw ProblemException.Field("set", "A step sets something.");
        foreach (var item in add)
        foreach (var (key, value) in kind.Begins)
            settings.TryAdd(key with { Item = item }, value);
        foreach (var item in add.Where(item => settings.Keys.All(key => key.Item != item)))
            throw ProblemException.Field("add", $"Of {item} nothing is set.");
        var part = Component.Of(kind, settings);
        part = part with { Assets = [.. Named(desktop, part, form.Get ?? [])] };
        return new FittingEdit.Piece(ColourSet.Unfold(part, files.FindNow), [.. add], [.. gone]);
    }

    /// <summary>A step of which the pieces that name assets without bringing them bring what stands on the desktop, or will.</summary>
    /// <param name="desktop">The desktop.</param>
    /// <param name="step">The step.</param>
    /// <param name="get">The package URLs of supplies that are got for it.</param>
    internal FittingStep WithAssets(
        LiveDesktop desktop,
        FittingStep step,
        IReadOnlyList<string> get
    ) =>
        step with
        {
            Edits =
            [
                .. step.Edits.Select(edit =>
                    edit is FittingEdit.Piece { Part.Assets.IsEmpty: true } piece
                        ? piece with
                        {
                            Part = piece.Part with
                            {
                                Assets = [.. Named(desktop, piece.Part, get)],
                            },
                        }
                        : edit
                ),
            ],
        };

    /// <summary>The assets that a part's settings name, as they stand on the desktop or will once some supplies are got.</summary>
    private IEnumerable<Asset> Named(LiveDesktop desktop, Component part, IReadOnlyList<string> get)
    {
        if (desktop.Map.Find(part.Kind) is not { } kind)
            return [];
        var seen = observer.See(desktop);
        return AssetFinder
            .Find(
                kind,
                part,
                desktop.Map,
                supplies.Coming(seen, supplies.Named(desktop, get))?.View ?? seen.View
            )
            .Where(asset =>
                asset.Setting is { } setting && AssetFinder.NamesIn(part, setting).Any()
            );
    }

    private static SettingValue Read(Setting setting, ValueForm value)
    {
        if (
            (value.Items ?? [value.Value!])
                .Select(text => PersonsText.WhyNot(setting.Title, text, LongestValue))
                .FirstOrDefault(why => why is not null) is
            { } reason
        )
            throw ProblemException.Field(value.Key, reason);
        if (setting.Type is SettingType.Colour colour && value.Value is { } written)
            return CssColour.Read(written) is { } read
                ? colour.Of(read.Colour)
                : throw ProblemException.Field(
                    value.Key,
                    $"'{PathText.Printable(written)}' is no colour. Write one as CSS does: #2b3f8c, indigo, rgb(43 63 140), oklch(0.4 0.13 270)."
                );
        try
        {
            return setting.Type.Read(
                value.Items is { } items
                    ? NativeValue.List([.. items])
                    : NativeValue.Untyped(value.Value!, [value.Value!])
            );
        }
        catch (SettingsFileException problem)
        {
            throw ProblemException.Field(value.Key, problem.Message);
        }
    }

    private static string? WhyNoItem(Kind kind, string item) =>
        !kind.HasItems ? $"{kind.Title} cannot have several."
        : item.Length == 0 ? "What comes has a name."
        : PersonsText.WhyNot("The name", item, LongestItem) is { } reason ? reason
        : item.Contains('/', StringComparison.Ordinal) ? "The name cannot have a slash in it."
        : null;
}
