using System.Collections.Concurrent;
using Furoshiki.App.Looks;
using Furoshiki.Core.Advice;
using Furoshiki.Core.Content;
using Furoshiki.Store;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.App.Fitting;

/// <summary>The person's night looks, as what another is set beside: the last saving of each of the latest profiles.</summary>
public sealed class NightLooks(IDbContextFactory<FuroshikiDb> databases, LookLibrary library)
{
    /// <summary>How many profiles are looked at.</summary>
    private const int MostProfiles = 24;
    private const int MostKept = 512;

    private readonly ConcurrentDictionary<(Digest Look, string Screens), double> _light = new();

    /// <summary>How much light the main screen gives in each of them, 0 to 1.</summary>
    /// <param name="ground">The look that they are set beside, and the screens. It is not one of them.</param>
    /// <param name="profile">The number of its profile, which is not either; null for none.</param>
    public IReadOnlyList<double> Beside(AdviceGround ground, long? profile)
    {
        using var db = databases.CreateDbContext();
        var last = db
            .Savings.Where(one => one.ProfileId != profile)
            .GroupBy(one => one.ProfileId)
            .Select(all => all.Max(one => one.Id))
            .OrderByDescending(id => id)
            .Take(MostProfiles)
            .ToList();
        var screens = string.Join(' ', ground.Screens);
        return
        [
            .. library
                .OfSavings(last)
                .Values.Where(look => look.IsDark == true && look.Digest != ground.Look.Digest)
                .Select(look => LightOf(ground with { Look = look }, screens))
                .OfType<double>(),
        ];
    }

    /// <summary>The light of a look's main screen; null as long as its wallpaper is not known.</summary>
    private double? LightOf(AdviceGround ground, string screens)
    {
        var key = (ground.Look.Digest, screens);
        if (_light.TryGetValue(key, out var known))
            return known;
        return ScreenLight.Of(ground, index: 0) is { } light
            ? _light.Keep(key, light.Mean, MostKept)
            : null;
    }
}
