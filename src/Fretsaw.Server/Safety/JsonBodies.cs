using System.Text.Json;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;
using Microsoft.Net.Http.Headers;

namespace Fretsaw.Server.Safety;

/// <summary>Looks through JSON that is sent before anything is made of it: what is no JSON, or has holes in its lists, says where.</summary>
internal sealed class JsonBodies(RequestDelegate next)
{
    public async Task Invoke(HttpContext context)
    {
        if (!MediaTypeHeaderValue.TryParse(context.Request.ContentType, out var type) || !type.MediaType.Equals("application/json", StringComparison.OrdinalIgnoreCase))
        {
            await next(context);
            return;
        }

        // JSON is UTF-8 (RFC 8259 §8.1).
        if (type.Charset.HasValue && !type.Charset.Equals("utf-8", StringComparison.OrdinalIgnoreCase))
        {
            await Results.Problem($"The request is written in '{type.Charset}'; send it in UTF-8.", statusCode: StatusCodes.Status415UnsupportedMediaType, title: "Not understood").ExecuteAsync(context);
            return;
        }

        using var body = new MemoryStream();
        await context.Request.Body.CopyToAsync(body, context.RequestAborted);
        if (body.Length > 0)
        {
            try
            {
                JsonScan.RefuseNullsInLists(body.GetBuffer().AsSpan(0, (int)body.Length), EditJson.Depth);
            }
            catch (JsonException problem)
            {
                var where = problem.LineNumber is { } line ? $"line {line + 1}, byte {problem.BytePositionInLine}: " : "";
                await Results.Problem($"The request cannot be read: {where}{problem.Message}", statusCode: StatusCodes.Status400BadRequest, title: "Not understood").ExecuteAsync(context);
                return;
            }
        }

        body.Position = 0;
        context.Request.Body = body;
        await next(context);
    }
}
