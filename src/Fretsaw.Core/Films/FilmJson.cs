using System.Text.Json;
using System.Text.Json.Serialization;

namespace Fretsaw.Core.Films;

/// <summary>film.json, read and written the same way everywhere. Numbers are finite: JSON has no NaN and no infinity.</summary>
[JsonSourceGenerationOptions(
    PropertyNamingPolicy = JsonKnownNamingPolicy.CamelCase,
    UseStringEnumConverter = true,
    DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
    MaxDepth = 32,
    WriteIndented = false)]
[JsonSerializable(typeof(Film))]
public sealed partial class FilmJson : JsonSerializerContext
{
    /// <summary>Reads and checks a film.</summary>
    /// <exception cref="FilmException">The text is no film, or breaks one of its rules.</exception>
    public static Film Read(ReadOnlySpan<byte> utf8, string source)
    {
        var film = Parse(utf8, source);
        FilmCheck.Check(film);
        return film;
    }

    /// <summary>Reads a film that has been checked already where it comes from.</summary>
    /// <exception cref="FilmException">The text is no film.</exception>
    public static Film Parse(ReadOnlySpan<byte> utf8, string source)
    {
        try
        {
            return JsonSerializer.Deserialize(utf8, Default.Film)
                ?? throw new FilmException(source, "holds no film", "export the film again");
        }
        catch (JsonException problem)
        {
            throw new FilmException(
                source,
                $"is not a film at {problem.Path ?? "$"}, line {(problem.LineNumber ?? 0) + 1}",
                "compare it with docs/film-format.md",
                problem);
        }
    }

    public static byte[] Write(Film film) => JsonSerializer.SerializeToUtf8Bytes(film, Default.Film);
}
