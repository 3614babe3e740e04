using Furoshiki.Core.Words;

namespace Furoshiki.Core.Tests;

public sealed class PersonsTextTests
{
    [Theory]
    [InlineData("Red Lamp")]
    [InlineData("Ärger, 夜, ليل, क्षि")]
    [InlineData("👩‍🚀 flies")]
    [InlineData("می‌خواهم")]
    [InlineData("cafe\u0301")]
    public void What_people_write_is_taken(string text) =>
        PersonsText.WhyNot("The name", text, 60).ShouldBeNull();

    [Theory]
    [InlineData("a\0b")]
    [InlineData("a\nb")]
    [InlineData("a\u2028b")]
    [InlineData("a\u202Eb")]
    [InlineData("a\u200Fb")]
    [InlineData("a\u2066b")]
    [InlineData("a\u200Bb")]
    [InlineData("a\u00ADb")]
    [InlineData("\uFEFFa")]
    [InlineData("\u200D")]
    [InlineData("a \u200Db")]
    [InlineData("\u0301a")]
    [InlineData("\u3164")]
    [InlineData("\u2800")]
    [InlineData("\uFFFE")]
    public void What_cannot_be_seen_turns_the_line_round_or_is_no_character_is_not(string text) =>
        PersonsText.WhyNot("The name", text, 60).ShouldNotBeNull().ShouldStartWith("The name has");

    [Fact]
    public void Half_a_character_is_none() =>
        PersonsText.WhyNot("The name", "a" + (char)0xD800, 60).ShouldNotBeNull();

    [Fact]
    public void Lines_are_taken_only_where_there_may_be_some()
    {
        PersonsText.WhyNot("The note", "a\r\nb", 60, hasLines: true).ShouldBeNull();
        PersonsText.Tidy(" a\r\nb ").ShouldBe("a\nb");
        PersonsText.WhyNot("The note", new string('a', 61), 60).ShouldNotBeNull();
    }
}
