namespace Furoshiki.Core.Maps;

/// <summary>When something shows, in words.</summary>
public static class ShowsWords
{
    /// <summary>Says when, as it stands after "seen".</summary>
    public static string When(this Shows shows) =>
        shows switch
        {
            Shows.AtOnce => "at once",
            Shows.AfterProgramRestart => "when programs start again",
            Shows.AfterSignIn => "after the next sign-in",
            _ => "after the next restart",
        };
}
