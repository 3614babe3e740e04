using System.Globalization;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Advice;

/// <summary>Whether light and dark parts are mixed.</summary>
internal static class OneTone
{
    public static AdviceCheck Check { get; } = new("tone", Find);

    private static IEnumerable<PieceOfAdvice> Find(AdviceGround ground)
    {
        if (
            ground.Look[ColoursKind.Kind] is not { } colours
            || !colours.Has(ColoursKind.Tone, out var tone)
        )
            yield break;
        if (colours.Has(Role.Window, out var window))
        {
            var looks = ColoursKind.ToneOf(window);
            if (looks != tone)
                yield return Piece(
                    "tone/colours",
                    ColoursKind.Kind,
                    new SettingKey(ColoursKind.Tone.Name),
                    "The colours are not what they say",
                    $"Colours set to {ColoursKind.Word(tone)}, their windows {ColoursKind.Word(looks)}",
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"They are set to {ColoursKind.Word(tone)}, and the windows are {ColoursKind.Word(looks)}: {Oklab.From(window).L * 100:0} % lightness."
                    ),
                    "Programs that ask for the tone choose pictures and controls by it.",
                    AdviceRemedy.Set(
                        $"Set to {ColoursKind.Word(looks)}",
                        ColoursKind.Kind,
                        ColoursKind.Tone.Is(looks)
                    )
                );
        }
        if (ground.Look[ControlsKind.Kind] is not { } controls)
            yield break;
        foreach (
            var (key, value) in controls.Settings.Where(set =>
                set.Key.Name == ControlsKind.Variant.Name
            )
        )
            if (ControlsKind.Variant.Typed.ValueOf(value) is var its && its != tone)
                yield return Piece(
                    $"tone/controls/{key.Item}",
                    ControlsKind.Kind,
                    key,
                    "Light and dark are mixed",
                    $"Colours {ColoursKind.Word(tone)}, controls{(key.Item is { } part ? $" of {part}" : "")} {ColoursKind.Word(its)}",
                    $"The colours are {ColoursKind.Word(tone)}, and the controls{(key.Item is { } item ? $" of {item}" : "")} {ColoursKind.Word(its)}.",
                    "Windows of some programs stand out among all others.",
                    AdviceRemedy.Set(
                        $"{(tone == Tone.Dark ? "Dark" : "Light")} controls{(key.Item is { } of ? $" for {of}" : "")}",
                        ControlsKind.Kind,
                        ControlsKind.Variant.Is(tone, key.Item)
                    )
                );
    }

    private static PieceOfAdvice Piece(
        string key,
        Kind kind,
        SettingKey setting,
        string title,
        string line,
        string found,
        string why,
        AdviceRemedy remedy
    ) =>
        new(
            key,
            kind,
            setting,
            AdviceWeight.Light,
            title,
            line,
            found,
            "One tone is wanted for all parts of a look.",
            why,
            [remedy]
        );
}
