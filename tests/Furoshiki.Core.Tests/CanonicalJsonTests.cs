using System.Globalization;
using System.Text;
using System.Text.Json.Nodes;
using CsCheck;
using Furoshiki.Core.Formats;

namespace Furoshiki.Core.Tests;

public sealed class CanonicalJsonTests
{
    // RFC 8785, appendix B.
    [Theory]
    [InlineData("0000000000000000", "0")]
    [InlineData("8000000000000000", "0")]
    [InlineData("0000000000000001", "5e-324")]
    [InlineData("7fefffffffffffff", "1.7976931348623157e+308")]
    [InlineData("4340000000000000", "9007199254740992")]
    [InlineData("4430000000000000", "295147905179352830000")]
    [InlineData("44b52d02c7e14af5", "9.999999999999997e+22")]
    [InlineData("44b52d02c7e14af6", "1e+23")]
    [InlineData("444b1ae4d6e2ef4e", "999999999999999700000")]
    [InlineData("444b1ae4d6e2ef50", "1e+21")]
    [InlineData("3eb0c6f7a0b5ed8c", "9.999999999999997e-7")]
    [InlineData("3eb0c6f7a0b5ed8d", "0.000001")]
    [InlineData("41b3de4355555555", "333333333.3333333")]
    [InlineData("becbf647612f3696", "-0.0000033333333333333333")]
    [InlineData("43143ff3c1cb0959", "1424953923781206.2")]
    public void Numbers_are_written_as_the_standard_has_them(string bits, string written) =>
        CanonicalJson
            .Number(
                BitConverter.UInt64BitsToDouble(
                    ulong.Parse(bits, NumberStyles.HexNumber, CultureInfo.InvariantCulture)
                )
            )
            .ShouldBe(written);

    // RFC 8785, 3.2.2 and 3.2.3.
    [Fact]
    public void A_document_is_written_as_the_standard_has_it()
    {
        var document = JsonNode.Parse(
            """
            {
              "numbers": [333333333.33333329, 1E30, 4.50, 2e-3, 0.000000000000000000000000001],
              "string": "\u20ac$\u000F\u000aA'\u0042\u0022\u005c\\\"\/",
              "literals": [null, true, false]
            }
            """
        );
        Encoding
            .UTF8.GetString(CanonicalJson.Write(document))
            .ShouldBe(
                """{"literals":[null,true,false],"numbers":[333333333.3333333,1e+30,4.5,0.002,1e-27],"string":"€$\u000f\nA'B\"\\\\\"/"}"""
            );
    }

    [Fact]
    public void Every_finite_number_reads_back_as_itself() =>
        Gen
            .Double.Where(double.IsFinite)
            .Sample(number =>
                double.Parse(CanonicalJson.Number(number), CultureInfo.InvariantCulture) == number
            );
}
