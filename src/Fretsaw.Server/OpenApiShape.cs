using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;
using Fretsaw.Core.Handling;
using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;

namespace Fretsaw.Server;

/// <summary>
/// The OpenAPI document also describes what only the engine's worker takes and gives, so that the web application's
/// types all come from one document.
/// </summary>
internal static class OpenApiShape
{
    private static readonly Type[] Spoken = [typeof(Gesture), typeof(FilmChange)];

    /// <summary>
    /// Under a type of many kinds, a property type that came up before is exported as a pointer which the document
    /// loses, leaving an empty schema; it is made anew.
    /// </summary>
    private static async Task FillInRepeated(OpenApiSchema schema, OpenApiSchemaTransformerContext context, CancellationToken cancel)
    {
        foreach (var property in context.JsonTypeInfo.Properties)
        {
            if (schema.Properties?.TryGetValue(property.Name, out var found) == true && found is OpenApiSchema { Type: null, AnyOf: null, OneOf: null, AllOf: null, Properties: null, Enum: null })
            {
                schema.Properties[property.Name] = await context.GetOrCreateSchemaAsync(property.PropertyType, null, cancel);
            }
        }
    }

    /// <summary>
    /// What can never be null is always written. A sender must give it too, unless it has a default or is worked out.
    /// </summary>
    private static void DemandWhatIsAlwaysThere(OpenApiSchema schema, JsonTypeInfo type)
    {
        foreach (var property in type.Properties)
        {
            // What is left out while it says nothing need not be given.
            var given = property.AttributeProvider?.IsDefined(typeof(JsonIgnoreAttribute), true) != true && (property.AssociatedParameter is { } parameter ? !parameter.HasDefaultValue : property.Set is not null);
            if (given && !property.IsGetNullable && Nullable.GetUnderlyingType(property.PropertyType) is null && schema.Properties?.ContainsKey(property.Name) == true)
            {
                (schema.Required ??= new HashSet<string>()).Add(property.Name);
            }
        }

        if (schema.Properties?.TryGetValue("kind", out var kind) == true && kind.Enum is { Count: 1 })
        {
            (schema.Required ??= new HashSet<string>()).Add("kind");
        }
    }

    public static void Configure(OpenApiOptions options)
    {
        options.AddSchemaTransformer(async (schema, context, cancel) =>
        {
            if (context.JsonTypeInfo.Type == typeof(Colour))
            {
                schema.Type = JsonSchemaType.String;
                schema.Pattern = "^#[0-9a-fA-F]{6}([0-9a-fA-F]{2})?$";
            }

            await FillInRepeated(schema, context, cancel);
            DemandWhatIsAlwaysThere(schema, context.JsonTypeInfo);
        });
        options.AddDocumentTransformer(async (document, context, cancel) =>
        {
            document.Info.Title = "Fretsaw";
            document.Servers?.Clear();
            foreach (var type in Spoken)
            {
                document.AddComponent(type.Name, await context.GetOrCreateSchemaAsync(type, null, cancel));
            }
        });
    }
}
