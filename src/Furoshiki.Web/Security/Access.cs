using System.Collections.Concurrent;
using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using Furoshiki.App.Installation;

namespace Furoshiki.Web.Security;

/// <summary>Who may enter: browsers that once came with the key. What they keep is not the key, and can be taken back.</summary>
internal sealed class Access : IDisposable
{
    /// <summary>How long a browser may enter after it came with the key.</summary>
    public static readonly TimeSpan Lasts = TimeSpan.FromDays(30);

    private const string Bearer = "Bearer ";

    private readonly DataFolder _data;
    private readonly TimeProvider _clock;
    private readonly Lock _writing = new();
    private volatile CancellationTokenSource _lockedOut = new();

    /// <summary>When each session ends, by the digest of what its browser keeps.</summary>
    private readonly ConcurrentDictionary<string, DateTimeOffset> _sessions = new();

    public Access(DataFolder data, TimeProvider clock)
    {
        (_data, _clock, Host) = (data, clock, data.HostName());
        foreach (var line in data.ReadSessions())
            if (
                line.Split(' ') is [var digest, var ends]
                && DateTimeOffset.TryParse(ends, CultureInfo.InvariantCulture, out var end)
            )
                _sessions[digest] = end;
    }

    /// <summary>The name under which this installation answers: its own below "localhost" (RFC 6761), so that no other server gets its cookies.</summary>
    public string Host { get; }

    /// <summary>Sees that there is a key.</summary>
    public void Prepare() => _data.Key();

    /// <summary>The path and query that let a browser in.</summary>
    public string Entrance => $"{LocalGuard.EnterPath}?key={_data.Key()}";

    /// <summary>Begins a session for a browser that has the key.</summary>
    /// <returns>What the browser keeps; null if that is not the key.</returns>
    public string? Enter(string? key)
    {
        // Whoever comes while all are locked out has the old key.
        lock (_writing)
            return key is not null && Same(key, _data.Key()) ? Begin() : null;
    }

    /// <summary>Ends when all browsers are locked out: what was begun to be answered before is broken off then.</summary>
    public CancellationToken UntilLockedOut => _lockedOut.Token;

    /// <summary>Whether a browser that keeps this may enter.</summary>
    public bool Lets(string? token) =>
        token is not null
        && _sessions.TryGetValue(DigestOf(token), out var ends)
        && ends > _clock.GetUtcNow();

    /// <summary>
    /// The other half of a session, which a browser keeps by origin and so for pages of this port only, while it sends what it keeps under
    /// the name to every port: an authentication code (HMAC, RFC 2104) of that with the key.
    /// </summary>
    /// <param name="token">What the browser keeps under the name.</param>
    public string HalfOf(string token) =>
        Convert.ToHexStringLower(
            HMACSHA256.HashData(Encoding.UTF8.GetBytes(_data.Key()), Encoding.UTF8.GetBytes(token))
        );

    /// <summary>Whether a page may ask that sends both halves of a session.</summary>
    public bool LetsPage(string token, string half) => Same(half, HalfOf(token));

    /// <summary>Whether a program may enter that sends this as its authorization (RFC 6750): the key, as a bearer.</summary>
    public bool LetsBearer(string authorization) =>
        authorization.StartsWith(Bearer, StringComparison.OrdinalIgnoreCase)
        && Same(authorization[Bearer.Length..].Trim(), _data.Key());

    /// <summary>Locks every browser out, and makes the key another.</summary>
    /// <returns>What the browser keeps from now on that asked for it.</returns>
    public string TakeBack()
    {
        lock (_writing)
        {
            _sessions.Clear();
            _data.NewKey();
            var before = _lockedOut;
            _lockedOut = new CancellationTokenSource();
            before.Cancel();
            return Begin();
        }
    }

    /// <inheritdoc />
    public void Dispose() => _lockedOut.Dispose();

    private string Begin()
    {
        var token = Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(32));
        lock (_writing)
        {
            foreach (var (digest, ends) in _sessions)
                if (ends <= _clock.GetUtcNow())
                    _sessions.TryRemove(digest, out _);
            _sessions[DigestOf(token)] = _clock.GetUtcNow() + Lasts;
            _data.WriteSessions(_sessions.Select(one => $"{one.Key} {one.Value:O}"));
        }
        return token;
    }

    private static string DigestOf(string token) =>
        Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(token)));

    private static bool Same(string given, string key) =>
        CryptographicOperations.FixedTimeEquals(
            Encoding.UTF8.GetBytes(given),
            Encoding.UTF8.GetBytes(key)
        );
}
