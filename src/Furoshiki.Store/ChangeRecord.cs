using Furoshiki.Core.Content;
using Furoshiki.Core.Switching;

namespace Furoshiki.Store;

/// <summary>A change of a switch, as it is written in the database.</summary>
internal sealed record ChangeRecord(string Path, StateRecord? Before, StateRecord? After)
{
    public static ChangeRecord Of(FileChange change) =>
        new(
            PathText.Escape(change.Path),
            StateRecord.From(change.Before),
            StateRecord.From(change.After)
        );

    public FileChange ToChange(bool isEscaped) =>
        new(
            isEscaped ? PathText.Unescape(Path) : Path,
            Before?.ToState(isEscaped),
            After?.ToState(isEscaped)
        );
}

/// <summary>What stands at a path, as it is written in the database.</summary>
internal sealed record StateRecord(
    FileType Type,
    int Mode,
    long Size,
    string? Content,
    string? Target,
    string? Attributes = null
)
{
    public static StateRecord? From(FileState? state) =>
        state is null
            ? null
            : new(
                state.Type,
                state.Mode,
                state.Size,
                state.Content?.Hex,
                state.Target is null ? null : PathText.Escape(state.Target),
                state.Attributes
            );

    public FileState ToState(bool isEscaped) =>
        new(
            Type,
            Mode,
            Size,
            Content is null ? null : Digest.Parse(Content),
            Target is null ? null
                : isEscaped ? PathText.Unescape(Target)
                : Target
        )
        {
            Attributes = Attributes ?? "",
        };
}
