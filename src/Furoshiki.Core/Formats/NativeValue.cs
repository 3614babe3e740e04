using System.Collections.Immutable;

namespace Furoshiki.Core.Formats;

/// <summary>How a settings file spells a value.</summary>
public enum NativeType
{
    /// <summary>The format does not tell types apart: the text may stand for anything.</summary>
    Untyped,

    /// <summary>A string.</summary>
    Text,

    /// <summary>A number.</summary>
    Number,

    /// <summary>True or false.</summary>
    Flag,

    /// <summary>A list of strings.</summary>
    List,
}

/// <summary>A value as a settings file holds it, before anything is known of what it means.</summary>
/// <param name="Type">How the file spells it.</param>
/// <param name="Content">The text, the number or flag as text, or the text of a list that is not yet split.</param>
/// <param name="Items">The strings of a list.</param>
public sealed record NativeValue(NativeType Type, string Content, ImmutableArray<string> Items)
{
    /// <summary>A text that may stand for anything.</summary>
    public static NativeValue Untyped(string text, ImmutableArray<string> items) =>
        new(NativeType.Untyped, text, items);

    /// <summary>A string.</summary>
    public static NativeValue Text(string text) => new(NativeType.Text, text, []);

    /// <summary>A number in invariant notation.</summary>
    public static NativeValue Number(string number) => new(NativeType.Number, number, []);

    /// <summary>True or false.</summary>
    public static NativeValue Flag(bool flag) => new(NativeType.Flag, flag ? "true" : "false", []);

    /// <summary>A list of strings.</summary>
    public static NativeValue List(ImmutableArray<string> items) => new(NativeType.List, "", items);

    /// <summary>The content for a format that has no lists.</summary>
    /// <exception cref="SettingsFileException">This is a list.</exception>
    public string SingleContent() =>
        Type == NativeType.List
            ? throw new SettingsFileException("Files of this format hold no lists.")
            : Content;

    /// <summary>Whether the file's spelling allows this to be read as the type.</summary>
    public bool CanBe(NativeType type) => Type == type || Type == NativeType.Untyped;
}
