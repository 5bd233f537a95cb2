using Fretsaw.Core.Asking;
using Fretsaw.Core.Films;
using Fretsaw.Core.Handling;
using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;

namespace Fretsaw.Server;

/// <summary>
/// The OpenAPI document also describes what the engine's worker speaks (questions, answers, gestures, wishes), so
/// that the web application's types all come from one document.
/// </summary>
internal static class OpenApiShape
{
    private static readonly Type[] Spoken = [typeof(Film), typeof(Drawing), typeof(Question), typeof(Answer), typeof(Gesture), typeof(Wish), typeof(Core.Engine.Inspection)];

    public static void Configure(OpenApiOptions options)
    {
        options.AddSchemaTransformer((schema, context, _) =>
        {
            if (context.JsonTypeInfo.Type == typeof(Colour))
            {
                schema.Type = JsonSchemaType.String;
                schema.Pattern = "^#[0-9a-fA-F]{6}([0-9a-fA-F]{2})?$";
            }

            return Task.CompletedTask;
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
