using Furoshiki.Core.Content;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Maps;

namespace Furoshiki.Desktops;

/// <summary>A file was another when it was kept than when the look was read. Nothing was kept.</summary>
/// <param name="path">The file, relative to the desktop's root.</param>
public sealed class ChangedMeanwhileException(string path)
    : IOException($"{PathText.Printable(path)} changed while it was being read.");

/// <summary>Keeps looks with the content of what they use.</summary>
public static class LookKeeper
{
    /// <summary>Takes in a look with the content of its assets, as <see cref="KeepAssets"/> does.</summary>
    /// <exception cref="ChangedMeanwhileException">A file is no longer as the look was read.</exception>
    public static void Keep(
        Look look,
        IContentBatch batch,
        DesktopFolder folder,
        DesktopMap map,
        bool keepSystem
    )
    {
        KeepAssets(look, batch, folder, map, keepSystem);
        look.PutInto(batch);
    }

    /// <summary>
    /// Takes in the content of the person's assets of a look; of the administrator's their fingerprints, and their content only if
    /// that is wanted.
    /// </summary>
    /// <param name="look">The look.</param>
    /// <param name="batch">What takes it in; nothing is kept before it is committed.</param>
    /// <param name="folder">The desktop's folder.</param>
    /// <param name="map">The desktop's map.</param>
    /// <param name="keepSystem">Whether the content of the administrator's assets is kept too.</param>
    /// <exception cref="ChangedMeanwhileException">A file is no longer as the look was read.</exception>
    public static void KeepAssets(
        Look look,
        IContentBatch batch,
        DesktopFolder folder,
        DesktopMap map,
        bool keepSystem
    )
    {
        foreach (var asset in look.Components.SelectMany(part => part.Assets))
        {
            // A part that stays as it was saved, or was fitted with what is still to be got, may have its assets nowhere here: they are held, or
            // known by fingerprint.
            if (
                asset is not { Content: { } digest, Path: { } place }
                || batch.HoldsAll(digest)
                || map.FindPath(place) is not { } path
            )
                continue;
            var keeps = keepSystem || path.Place.IsPersons;
            if (!asset.IsFolder && keeps && folder.Stands(path.FromRoot))
                KeepFile(path.FromRoot, digest);
            else if (
                asset.IsFolder
                && folder.FindTree(path.FromRoot) is { } tree
                && tree.Digest == digest
            )
                batch.PutTree(
                    tree,
                    keeps
                        ? (inside, state) =>
                            KeepFile($"{path.FromRoot}/{inside}", state.Content!.Value)
                        : null
                );
        }
        void KeepFile(string path, Digest expected)
        {
            using var bytes = folder.OpenRead(path);
            if (batch.Put(bytes) != expected)
                throw new ChangedMeanwhileException(path);
        }
    }
}
