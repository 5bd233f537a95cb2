namespace Fretsaw.Server.Safety;

/// <summary>Headers on every answer. 'wasm-unsafe-eval' lets WebAssembly compile and nothing else; styles are inline because MUI writes them so.</summary>
internal sealed class SecurityHeaders(RequestDelegate next)
{
    private const string Policy =
        "default-src 'none'; script-src 'self' 'wasm-unsafe-eval'; style-src 'self' 'unsafe-inline'; img-src 'self' blob: data:; font-src 'self'; "
        + "connect-src 'self'; worker-src 'self'; media-src 'self' blob:; manifest-src 'self'; base-uri 'none'; form-action 'none'; frame-ancestors 'none'";

    public Task Invoke(HttpContext context)
    {
        // At the last moment: what writes a problem clears the headers that were set before.
        context.Response.OnStarting(Write, context.Response.Headers);
        return next(context);
    }

    private static Task Write(object of)
    {
        var headers = (IHeaderDictionary)of;
        headers.ContentSecurityPolicy = Policy;
        headers.XContentTypeOptions = "nosniff";
        headers["Referrer-Policy"] = "no-referrer";
        headers["Cross-Origin-Opener-Policy"] = "same-origin";
        headers["Cross-Origin-Resource-Policy"] = "same-origin";
        return Task.CompletedTask;
    }
}
