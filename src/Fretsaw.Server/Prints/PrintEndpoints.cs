using Fretsaw.Print;
using Fretsaw.Server.Films;
using Fretsaw.Server.Safety;
using Fretsaw.Store;

namespace Fretsaw.Server.Prints;

/// <param name="Format">mp4, webm or png.</param>
/// <param name="From">First frame; 1 when left out.</param>
/// <param name="To">Last frame; the shot's last when left out.</param>
/// <param name="Smallest">The smallest file for the same picture, however long it takes.</param>
public sealed record PrintRequest(string Shot, string Format, int? From = null, int? To = null, int? Width = null, int? Height = null, bool Smallest = false);

/// <summary>Prints: order, list, cancel, fetch.</summary>
internal static class PrintEndpoints
{
    public static void MapPrints(this WebApplication app)
    {
        var film = app.MapGroup("/api/films/{id}/prints").WithTags("prints");
        film.MapGet("", (string id, PrintStore prints, PrintQueue queue) => prints.List(id).Select(queue.Now));

        film.MapPost("", (string id, PrintRequest request, OpenFilms open, PrintQueue queue, PrintStore prints) =>
        {
            var (now, state) = open.Open(id).Now;
            var shot = now.ShotNamed(request.Shot);
            var order = new PrintOrder(
                now, shot, request.From ?? 1, request.To ?? shot.Length, request.Width ?? now.Width, request.Height ?? now.Height, PrintQueue.FormatOf(request.Format), request.Smallest).Checked();
            var print = new PrintLine(
                OpenFilms.NewId("print"), id, state.Seq, shot.Id, request.Format, order.From, order.To, order.Width, order.Height, order.Smallest ? PrintQueue.Smallest : "quick", "waiting", 0, null, "");
            queue.Add(print);
            return prints.Find(print.Id)!;
        });

        var one = app.MapGroup("/api/prints/{print}").WithTags("prints");
        one.MapPost("cancel", async (string print, PrintQueue queue, PrintStore prints) =>
        {
            await queue.Cancel(print);
            return prints.Find(print) ?? throw new NotThereException($"render '{print}'");
        });

        one.MapGet("file", (string print, PrintStore prints, Places places, OpenFilms open) =>
        {
            var line = prints.Find(print) ?? throw new NotThereException($"render '{print}'");
            var file = places.PrintFile(line.Id, line.Format);
            if (line.State != "done" || !File.Exists(file))
            {
                throw new NotThereException($"finished file of render '{print}'");
            }

            var (now, _) = open.Open(line.Film).Now;
            var shot = now.Shots.FirstOrDefault(candidate => candidate.Id == line.Shot)?.Name ?? line.Shot;
            var type = line.Format switch { "mp4" => "video/mp4", "webm" => "video/webm", _ => "application/zip" };
            return TypedResults.PhysicalFile(file, type, $"{FilmEndpoints.SafeName($"{now.Name} - {shot}")}{Path.GetExtension(file)}", enableRangeProcessing: true);
        });
    }
}
