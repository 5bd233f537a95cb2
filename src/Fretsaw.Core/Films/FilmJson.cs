using System.Text.Json;
using System.Text.Json.Serialization;

namespace Fretsaw.Core.Films;

/// <summary>film.json, read and written the same way everywhere. Numbers are finite: JSON has no NaN and no infinity.</summary>
[JsonSourceGenerationOptions(
    PropertyNamingPolicy = JsonKnownNamingPolicy.CamelCase,
    UseStringEnumConverter = true,
    DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
    RespectNullableAnnotations = true,
    RespectRequiredConstructorParameters = true,
    AllowOutOfOrderMetadataProperties = true,
    UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow,
    MaxDepth = Depth,
    WriteIndented = false)]
[JsonSerializable(typeof(Film))]
public sealed partial class FilmJson : JsonSerializerContext
{
    /// <summary>The deepest that a film goes, and some more.</summary>
    public const int Depth = 32;

    /// <summary>Reads and checks a film.</summary>
    /// <exception cref="FilmException">The text is no film, or breaks one of its rules.</exception>
    public static Film Read(ReadOnlySpan<byte> utf8, string source)
    {
        var film = Parse(utf8, source, isOurs: false);
        FilmCheck.Check(film);
        return film;
    }

    /// <summary>Reads a film that this program wrote, which has been checked already where it comes from.</summary>
    /// <exception cref="FilmException">The text is no film.</exception>
    public static Film Parse(ReadOnlySpan<byte> utf8, string source) => Parse(utf8, source, isOurs: true);

    private static Film Parse(ReadOnlySpan<byte> utf8, string source, bool isOurs)
    {
        try
        {
            if (!isOurs)
            {
                JsonScan.RefuseNullsInLists(utf8, Depth);
            }

            return VersionOf(utf8) == Format1.Format1Reader.Version
                ? Format1.Format1Reader.Read(utf8)
                : JsonSerializer.Deserialize(utf8, JsonReaders.For<Film>(Default)) ?? throw new FilmException(source, "holds no film", "export the film again");
        }
        catch (Exception problem) when (problem is JsonException or NotSupportedException)
        {
            // Where a thing does not say its kind, the reader says "not supported".
            var where = problem as JsonException;
            throw new FilmException(
                source,
                $"is not a film at {where?.Path ?? PathIn(problem.Message)}, line {(where?.LineNumber ?? 0) + 1}",
                "compare it with docs/film-format.md",
                problem);
        }
    }

    private static string PathIn(string message) =>
        message.Split("Path: ") is [_, var rest, ..] ? rest.Split(' ')[0] : "$";

    /// <returns>The film's own version; 0 where it says none.</returns>
    private static int VersionOf(ReadOnlySpan<byte> utf8)
    {
        var reader = new Utf8JsonReader(utf8, new JsonReaderOptions { MaxDepth = Depth });
        while (reader.Read())
        {
            if (reader.TokenType == JsonTokenType.PropertyName && reader.CurrentDepth == 1)
            {
                var isVersion = reader.ValueTextEquals("version"u8);
                reader.Read();
                if (isVersion)
                {
                    return reader.TokenType == JsonTokenType.Number && reader.TryGetInt32(out var version) ? version : 0;
                }

                reader.Skip();
            }
        }

        return 0;
    }

    public static byte[] Write(Film film) => JsonSerializer.SerializeToUtf8Bytes(film, Default.Film);
}
