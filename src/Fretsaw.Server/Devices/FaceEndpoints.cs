using System.Net.WebSockets;
using System.Text;

namespace Fretsaw.Server.Devices;

/// <summary>
/// A simulated face device, in the place of a camera: readings from a file that ships with the program, as the file, and over a
/// WebSocket as they would come, a line of numbers with tabs between them thirty times a second.
/// </summary>
internal static class FaceEndpoints
{
    private const string File = "Fretsaw.Server.Devices.face-readings.tsv";
    private const double PerSecond = 30;

    public static void MapFace(this WebApplication app)
    {
        app.MapGet("/api/face/readings.tsv", () => TypedResults.Text(Readings(), "text/tab-separated-values")).WithTags("devices");
        app.Map("/api/face/live", async (HttpContext context, CancellationToken cancel) =>
        {
            if (!context.WebSockets.IsWebSocketRequest)
            {
                context.Response.StatusCode = StatusCodes.Status400BadRequest;
                return;
            }

            using var socket = await context.WebSockets.AcceptWebSocketAsync();
            await Tell(socket, cancel);
        }).ExcludeFromDescription();
    }

    private static string Readings()
    {
        using var reader = new StreamReader(typeof(FaceEndpoints).Assembly.GetManifestResourceStream(File)!, Encoding.UTF8);
        return reader.ReadToEnd();
    }

    /// <summary>Line after line, and from the first again, until nobody listens.</summary>
    private static async Task Tell(WebSocket socket, CancellationToken cancel)
    {
        var lines = Readings().Split('\n', StringSplitOptions.RemoveEmptyEntries)[1..].Select(Encoding.UTF8.GetBytes).ToArray();
        using var beat = new PeriodicTimer(TimeSpan.FromSeconds(1 / PerSecond));
        var left = Listen(socket, cancel);
        try
        {
            for (var i = 0; !left.IsCompleted && await beat.WaitForNextTickAsync(cancel); i++)
            {
                await socket.SendAsync(lines[i % lines.Length], WebSocketMessageType.Text, endOfMessage: true, cancel);
            }

            if (socket.State == WebSocketState.CloseReceived)
            {
                await socket.CloseOutputAsync(WebSocketCloseStatus.NormalClosure, null, cancel);
            }
        }
        catch (Exception problem) when (problem is WebSocketException or OperationCanceledException)
        {
            // Whoever listened is gone without a word.
        }
    }

    /// <summary>What listeners say is not heard; that they leave is.</summary>
    private static async Task Listen(WebSocket socket, CancellationToken cancel)
    {
        var nothing = new byte[256];
        try
        {
            while ((await socket.ReceiveAsync(nothing, cancel)).MessageType != WebSocketMessageType.Close)
            {
            }
        }
        catch (Exception problem) when (problem is WebSocketException or OperationCanceledException)
        {
            // Gone as well.
        }
    }
}
