using System.Text.Json;
using System.Text.Json.Serialization;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Edits;

[JsonSourceGenerationOptions(
    PropertyNamingPolicy = JsonKnownNamingPolicy.CamelCase,
    UseStringEnumConverter = true,
    DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
    AllowOutOfOrderMetadataProperties = true,
    RespectNullableAnnotations = true,
    RespectRequiredConstructorParameters = true,
    UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow,
    MaxDepth = Depth)]
[JsonSerializable(typeof(Edit))]
public sealed partial class EditJson : JsonSerializerContext
{
    /// <summary>The deepest that an edit goes, and some more.</summary>
    public const int Depth = 48;

    /// <exception cref="FilmException">The text is no edit.</exception>
    public static Edit Read(ReadOnlySpan<byte> utf8)
    {
        try
        {
            JsonScan.RefuseNullsInLists(utf8, Depth);
            return JsonSerializer.Deserialize(utf8, JsonReaders.For<Edit>(Default)) ?? throw new FilmException("edit", "is empty", "send one edit");
        }
        catch (Exception problem) when (problem is JsonException or NotSupportedException)
        {
            throw new FilmException("edit", $"cannot be read: {problem.Message}", "compare it with the schema", problem);
        }
    }

    public static byte[] Write(Edit edit) => JsonSerializer.SerializeToUtf8Bytes(edit, Default.Edit);
}
