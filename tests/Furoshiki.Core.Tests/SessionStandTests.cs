using System.Collections.Immutable;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Session;

namespace Furoshiki.Core.Tests;

public sealed class SessionStandTests
{
    private static readonly SessionStand Before = new(
        "machine",
        "7@100",
        ImmutableSortedDictionary<string, string>.Empty
    );

    [Theory]
    [InlineData("7@100", false)]
    [InlineData("7@100 8@900", false)]
    [InlineData("8@900", true)]
    [InlineData("7@900", true)]
    public void A_session_is_a_new_one_once_nothing_of_it_ran_before_and_not_since_it_starts_something(
        string signIn,
        bool isNew
    )
    {
        TestDesktop.Map.SessionProcess.ShouldNotBeNull();
        (Before with { SignIn = signIn })
            .HasRead(Before, TestDesktop.Map, null, Shows.AfterSignIn)
            .ShouldBe(isNew);
    }
}
