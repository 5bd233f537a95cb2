using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Schema;

namespace Fretsaw.Core.Films;

/// <summary>film.json as a JSON Schema, made from the records themselves, so that the two cannot disagree.</summary>
public static class FilmSchema
{
    private static readonly JsonSerializerOptions Indented = new() { WriteIndented = true };

    private static readonly JsonSchemaExporterOptions Options = new()
    {
        TreatNullObliviousAsNonNullable = true,
        TransformSchemaNode = (context, node) => context.TypeInfo.Type == typeof(Colour)
            ? new JsonObject { ["type"] = "string", ["pattern"] = "^#[0-9a-fA-F]{6}([0-9a-fA-F]{2})?$" }
            : node,
    };

    public static string Write()
    {
        var schema = FilmJson.Default.Film.GetJsonSchemaAsNode(Options).AsObject();
        schema.Insert(0, "$schema", "https://json-schema.org/draft/2020-12/schema");
        schema.Insert(1, "title", "A Fretsaw film");
#pragma warning disable IL2026, IL3050 // A JsonNode is written without reflection.
        return schema.ToJsonString(Indented);
#pragma warning restore IL2026, IL3050
    }
}
