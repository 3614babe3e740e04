using Furoshiki.Core.Content;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Switching;
using Furoshiki.Desktops;

namespace Furoshiki.App.Desktops;

/// <summary>A version that a platform had before.</summary>
/// <param name="Version">The version.</param>
/// <param name="Until">Until when (UTC).</param>
public sealed record EarlierVersion(string Version, DateTime Until);

/// <summary>A registered desktop with its folder and its map at hand.</summary>
/// <param name="Id">Its number.</param>
/// <param name="Name">Its name.</param>
/// <param name="Version">The platform's version.</param>
/// <param name="Screens">Its screens, the main one first.</param>
/// <param name="Folder">Its folder.</param>
/// <param name="Map">Its map, with its screens.</param>
/// <param name="MapDigest">The digest of the map's text.</param>
/// <param name="IsSimulated">Whether it has a simulated session.</param>
/// <param name="On">What it has on.</param>
/// <param name="Siblings">The maps of the other desktops that have the same folder: two sessions of one home.</param>
public sealed record LiveDesktop(
    long Id,
    string Name,
    string Version,
    IReadOnlyList<Screen> Screens,
    DesktopFolder Folder,
    DesktopMap Map,
    Digest MapDigest,
    bool IsSimulated,
    WhatIsOn On,
    IReadOnlyList<DesktopMap> Siblings
)
{
    /// <summary>The version that the platform had before, as long as that is news; null otherwise.</summary>
    public EarlierVersion? Earlier { get; init; }

    /// <summary>Whether Furoshiki may tell the programs of a real desktop that their settings are others.</summary>
    public bool MayTell { get; init; }

    /// <summary>Whether anything of it was ever held, so that something should stand in its folder.</summary>
    public bool HadFiles { get; init; }

    /// <summary>That its disk may be away, since a folder that holds all of the person's places is empty; null if none is.</summary>
    public string? WhyBare() =>
        HadFiles && AboveAll().FirstOrDefault(Folder.IsBare) is { } bare
            ? $"There is nothing in {PathText.Printable($"{Folder.Root}/{bare}".TrimEnd('/'))} any more: its disk may be away. If it was emptied, put any file into it, and what was saved can be put on there again."
            : null;

    /// <summary>The folders in which all places of the person are, the desktop's own first.</summary>
    private IEnumerable<string> AboveAll()
    {
        var shared = Map
            .Places.Where(one => one.IsPersons)
            .Select(one => one.Path.Split('/'))
            .DefaultIfEmpty([])
            .Aggregate(
                (one, other) =>
                    [
                        .. one.Zip(other)
                            .TakeWhile(names => names.First == names.Second)
                            .Select(names => names.First),
                    ]
            );
        return Enumerable.Range(0, shared.Length + 1).Select(i => string.Join('/', shared[..i]));
    }

    /// <summary>The maps through which the folder is managed, this desktop's own first.</summary>
    public IReadOnlyList<DesktopMap> Maps => [Map, .. Siblings];

    /// <summary>Where each file of a folder stands, by its content.</summary>
    /// <param name="path">The folder, relative to the root.</param>
    /// <param name="tree">What is in it.</param>
    public IEnumerable<(Digest Content, string Stands)> FilesIn(string path, Tree tree)
    {
        var folder = Folder.PathOf(path);
        foreach (var (inside, state) in tree.All)
            if (state.Content is { } content)
                yield return (content, $"{folder}/{inside}");
    }
}
