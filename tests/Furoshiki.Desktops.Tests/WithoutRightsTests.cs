namespace Furoshiki.Desktops.Tests;

/// <summary>Folders that their own person may not write or not even read, met as any other user meets them.</summary>
public sealed class WithoutRightsTests : IDisposable
{
    private const string Deep = "home/.local/share/icons/Fold-Slate/extra/deep";

    private readonly RealDesktop _desktop = new();

    public void Dispose() => _desktop.Dispose();

    [Fact]
    public void A_set_with_folders_that_may_not_be_written_is_put_on_and_gone_back_from()
    {
        var other = _desktop.SaveOtherAndComeBack();
        Shell.Run("chmod 0555 \"$1\" \"$1/..\"", _desktop.At(Deep));
        var first = _desktop.Save();
        var before = _desktop.Snapshot();
        AsAnother(() =>
        {
            Switch(other);
            Switch(first);
        });
        _desktop.Snapshot().ShouldBe(before);
    }

    [Fact]
    public void A_folder_that_may_not_be_read_takes_out_its_set_and_nothing_else()
    {
        var other = _desktop.SaveOtherAndComeBack();
        Shell.Run("chmod 0000 \"$1\"", _desktop.At(Deep));
        AsAnother(() =>
        {
            _desktop.Folder.ManagedTree([_desktop.Map]).Gaps.ShouldContain(gap => gap.Path == Deep);
            var plan = _desktop.Plan(other);
            plan.Refused.Select(part => part.Kind.Name).ShouldContain("icons");
            _desktop.Transaction().Execute(plan, CancellationToken.None).Problem.ShouldBeNull();
            File.ReadAllText(_desktop.At("home/.config/engawa/surface.conf"))
                .ShouldContain("accent=#c24f38");
        });
        Shell.Run("chmod 0700 \"$1\"", _desktop.At(Deep));
        File.ReadAllText(_desktop.At(Deep + "/only here")).ShouldBe("first");
    }

    [Fact]
    public void What_of_owners_and_groups_cannot_be_kept_is_told_by_the_plan()
    {
        Assert.SkipUnless(
            Environment.IsPrivilegedProcess,
            "Only an administrator gives files away."
        );
        const string Surface = "home/.config/engawa/surface.conf";
        var other = _desktop.SaveOtherAndComeBack();
        AsAnother(() => _desktop.Plan(other).NotKept.ShouldBeEmpty());
        Shell.Run("chgrp 4242 \"$1\"", _desktop.At(Surface));
        OtherUser.Run(() =>
        {
            var told = _desktop.Plan(other).NotKept.ShouldHaveSingleItem();
            told.Path.ShouldBe(Surface);
            told.Reason.ShouldContain("a group (4242)");
        });
        Shell.Run("chown 0 \"$1\"", _desktop.At(Surface));
        OtherUser.Run(() =>
            _desktop
                .Plan(other)
                .NotKept.ShouldHaveSingleItem()
                .Reason.ShouldContain("another user (0), and will be yours")
        );
        // Whoever may give files away keeps them as they are.
        _desktop.Plan(other).NotKept.ShouldBeEmpty();
    }

    private void Switch(Core.Looks.Look look)
    {
        var plan = _desktop.Plan(look);
        plan.Refused.ShouldBeEmpty();
        _desktop.Transaction().Execute(plan, CancellationToken.None).Problem.ShouldBeNull();
    }

    /// <summary>Does something as a user who has no more rights than any other, to whom it all is given.</summary>
    private void AsAnother(Action action)
    {
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        if (Environment.IsPrivilegedProcess)
            Shell.Run("chown -R 65534 \"$1/..\"", _desktop.Root);
        OtherUser.Run(action);
    }
}
