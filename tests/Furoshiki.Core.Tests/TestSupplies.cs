using System.Security.Cryptography;
using System.Text;
using System.Text.Json.Nodes;
using Furoshiki.Core.Content;
using Furoshiki.Core.Supplies;

namespace Furoshiki.Core.Tests;

/// <summary>Supplies, archives and catalogues as somebody makes them who has no part of the product.</summary>
internal static class TestSupplies
{
    /// <summary>What a supply of icons says of itself.</summary>
    public static JsonObject Says(string id, params (string Path, byte[] Bytes)[] files) =>
        new()
        {
            ["id"] = id,
            ["title"] = "Inkstone",
            ["summary"] = "Round icons.",
            ["maker"] = "Ida Holm",
            ["licence"] = "CC-BY-4.0",
            ["home"] = "https://stores.example/inkstone",
            ["provides"] = new JsonArray([
                .. files
                    .Select(file => file.Path.Split('/'))
                    .Select(path => (Kind: path[0], Name: path[1]))
                    .Distinct()
                    .Select(one =>
                        (JsonNode)new JsonObject { ["kind"] = one.Kind, ["name"] = one.Name }
                    ),
            ]),
            ["files"] = new JsonArray([
                .. files.Select(file =>
                    (JsonNode)
                        new JsonObject
                        {
                            ["path"] = file.Path,
                            ["length"] = file.Bytes.Length,
                            ["sha256"] = Digest.Of(file.Bytes).Hex,
                        }
                ),
            ]),
        };

    /// <summary>An archive as the product writes it.</summary>
    public static byte[] Archive(JsonObject says, params (string Path, byte[] Bytes)[] files)
    {
        var supply = SupplyText.Read(says);
        using var to = new MemoryStream();
        PackageArchive.Write(
            to,
            Encoding.UTF8.GetBytes(says.ToJsonString()),
            files.Select(file =>
                (
                    supply.Files.Single(one => one.Path == file.Path),
                    (ReadOnlyMemory<byte>)file.Bytes
                )
            )
        );
        return to.ToArray();
    }

    /// <summary>What a catalogue says of an archive.</summary>
    public static JsonObject Offer(JsonObject says, byte[] archive) =>
        new()
        {
            ["supply"] = says.DeepClone(),
            ["archive"] = "packages/one.tar.gz",
            ["length"] = archive.Length,
            ["sha256"] = Digest.Of(archive).Hex,
        };

    /// <summary>An index.</summary>
    public static byte[] Index(long number, params IEnumerable<JsonObject> offers) =>
        Encoding.UTF8.GetBytes(
            new JsonObject
            {
                ["form"] = 1,
                ["title"] = "Heron Ridge stores",
                ["number"] = number,
                ["supplies"] = new JsonArray([.. offers]),
            }.ToJsonString()
        );

    /// <summary>A signature, as a catalogue has it beside its index.</summary>
    public static byte[] Sign(byte[] index, ECDsa key) =>
        Encoding.ASCII.GetBytes(
            Convert.ToBase64String(key.SignData(index, HashAlgorithmName.SHA256))
        );
}
