using System.Collections.Concurrent;
using Furoshiki.Core.Content;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;

namespace Furoshiki.App.Supplies;

/// <summary>Tells the programs that the parts of saved looks call, be it in settings or in files that are kept.</summary>
public sealed class ProgramCalls(IContentStore content)
{
    private readonly ConcurrentDictionary<(CallsRule, Digest), IReadOnlyList<string>> _inFiles =
        new();

    /// <summary>The programs that a part calls where it is put on a desktop; none if the desktop has no such parts.</summary>
    /// <param name="map">The desktop's map.</param>
    /// <param name="part">The part.</param>
    public IEnumerable<CalledProgram> Of(DesktopMap map, Component part) =>
        map.Find(part.Kind) is { } kind
            ? CalledPrograms
                .Of(part)
                .Concat(
                    kind.Calls.SelectMany(rule => InFile(rule, part))
                        .Distinct()
                        .Select(program => new CalledProgram(program, null))
                )
            : [];

    private IReadOnlyList<string> InFile(CallsRule rule, Component part) =>
        part.Assets.FirstOrDefault(asset =>
            asset.Setting is null && asset.Path == rule.File.ToString()
        )
            is { IsFolder: false, Content: { } file }
            ? _inFiles.GetOrAdd((rule, file), _ => Read(rule, file))
            : [];

    private IReadOnlyList<string> Read(CallsRule rule, Digest file)
    {
        try
        {
            return rule.ProgramsIn(content.Read(file));
        }
        catch (MissingContentException)
        {
            return [];
        }
    }
}
