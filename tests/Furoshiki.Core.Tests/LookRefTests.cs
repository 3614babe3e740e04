using CsCheck;
using Furoshiki.Core.Looks;

namespace Furoshiki.Core.Tests;

public sealed class LookRefTests
{
    private static readonly Gen<(string Text, Func<string, long?> Read, long Id)> Named =
        Gen.Select(
            Gen.Long[1, long.MaxValue],
            Gen.OneOf<(Func<long, string> Write, Func<string, long?> Read)>(
                (LookRef.OfSaving, LookRef.Saving),
                (LookRef.OfSafeState, LookRef.SafeState),
                (LookRef.OfFitting, LookRef.Fitting),
                (LookRef.OfDesktop, LookRef.Desktop)
            ),
            (id, form) => (form.Write(id), form.Read, id)
        );

    [Fact]
    public void What_is_named_by_its_number_is_read_again_and_as_nothing_else() =>
        Named.Sample(
            (text, read, id) =>
            {
                read(text).ShouldBe(id);
                new[]
                {
                    LookRef.Saving(text),
                    LookRef.SafeState(text),
                    LookRef.Fitting(text),
                    LookRef.Desktop(text),
                }
                    .Count(one => one is not null)
                    .ShouldBe(1);
                LookRef.AsOn(text).ShouldBeNull();
            }
        );

    [Fact]
    public void A_look_as_it_would_be_on_a_desktop_is_any_name_with_the_desktop_behind_it() =>
        Gen.Select(Gen.OneOf(Named.Select(one => one.Text), Gen.String), Gen.Long[1, long.MaxValue])
            .Sample(
                (look, desktop) =>
                {
                    var read = LookRef.AsOn(LookRef.OfAdapted(look, desktop));
                    if (look.Length == 0)
                        read.ShouldBeNull();
                    else
                        read.ShouldBe((look, desktop));
                }
            );

    [Theory]
    [InlineData("-on-2")]
    [InlineData("saving-18-on-")]
    [InlineData("saving-18-on-x")]
    [InlineData("saving-18-on--2")]
    [InlineData("Early on-2")]
    public void Anything_else_is_none(string text) => LookRef.AsOn(text).ShouldBeNull();
}
