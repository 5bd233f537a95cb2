using System.Net;

namespace Fretsaw.Server.Safety;

/// <summary>
/// The server is for the person at this machine. A page from elsewhere must not drive it, so the Host must be a
/// loopback name (against DNS rebinding) and an Origin, when the browser sends one, must be our own.
/// </summary>
internal sealed class SameOriginOnly(RequestDelegate next)
{
    public Task Invoke(HttpContext context)
    {
        var request = context.Request;
        if (!IsLoopback(request.Host.Host))
        {
            return Refuse(context, $"the host '{request.Host}'", "open the application by its loopback address");
        }

        var origin = request.Headers.Origin.ToString();
        return origin.Length > 0 && origin != $"{request.Scheme}://{request.Host}"
            ? Refuse(context, $"requests from '{origin}'", "open the application in a tab of its own")
            : next(context);
    }

    private static bool IsLoopback(string host) =>
        host is "localhost" || (IPAddress.TryParse(host.Trim('[', ']'), out var address) && IPAddress.IsLoopback(address));

    private static Task Refuse(HttpContext context, string what, string remedy) =>
        Results.Problem($"This server does not take {what}; {remedy}.", statusCode: StatusCodes.Status403Forbidden).ExecuteAsync(context);
}
