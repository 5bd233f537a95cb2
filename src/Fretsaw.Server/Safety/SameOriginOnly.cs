using System.Net;

namespace Fretsaw.Server.Safety;

/// <summary>
/// The server is for the person at this machine. A page from elsewhere must not drive it, so the Host must be a
/// loopback name (against DNS rebinding) or one that the settings name, an Origin, when the browser sends one, must be our own,
/// and so must the page that asks, when the browser tells (Fetch Metadata, https://www.w3.org/TR/fetch-metadata/).
/// </summary>
internal sealed class SameOriginOnly(RequestDelegate next, Places places)
{
    public Task Invoke(HttpContext context)
    {
        var request = context.Request;
        if (!IsLoopback(request.Host.Host) && !places.Hosts.Contains(request.Host.Host, StringComparer.OrdinalIgnoreCase))
        {
            return Refuse(context, $"the host '{request.Host}'", "open the application by its loopback address");
        }

        var origin = request.Headers.Origin.ToString();
        if (origin.Length > 0 && origin != $"{request.Scheme}://{request.Host}")
        {
            return Refuse(context, $"requests from '{origin}'", "open the application in a tab of its own");
        }

        // Whoever follows a link to the application from elsewhere opens its page, and nothing more.
        var site = request.Headers["Sec-Fetch-Site"].ToString();
        var opens = request.Headers["Sec-Fetch-Dest"] == "document" && HttpMethods.IsGet(request.Method) && !request.Path.StartsWithSegments("/api", StringComparison.OrdinalIgnoreCase);
        return site is "" or "same-origin" or "none" || opens ? next(context) : Refuse(context, "requests of other pages", "open the application in a tab of its own");
    }

    public static bool IsLoopback(string host) =>
        host is "localhost" || (IPAddress.TryParse(host.Trim('[', ']'), out var address) && IPAddress.IsLoopback(address));

    private static Task Refuse(HttpContext context, string what, string remedy) =>
        Results.Problem($"This server does not take {what}; {remedy}.", statusCode: StatusCodes.Status403Forbidden).ExecuteAsync(context);
}
