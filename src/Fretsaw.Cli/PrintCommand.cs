using System.CommandLine;
using System.Globalization;
using Fretsaw.Core.Films;
using Fretsaw.Print;
using Spectre.Console;

namespace Fretsaw.Cli;

/// <summary>fretsaw print FILM --shot NAME [--frames A-B] [--size WxH] [--format mp4|webm|png] --out PATH</summary>
internal static class PrintCommand
{
    public static Command Build()
    {
        var film = Films.Argument();
        var shot = Films.ShotOption();
        var frames = new Option<string>("--frames") { Description = "A-B, both included; the whole shot when left out" };
        var size = new Option<string>("--size") { Description = "WxH in px; the film's size when left out" };
        var format = new Option<string>("--format") { Description = "mp4, webm or png; by the ending of PATH when left out" };
        var path = new Option<string>("--out") { Description = "The file to write; for png a folder, or a .zip", Required = true };
        var workers = new Option<int?>("--workers") { Description = "Frames painted at once; one for each processor when left out" };
        var smallest = new Option<bool>("--smallest") { Description = "The smallest file for the same picture; takes longer" };
        var command = new Command("render", "Renders a shot to a video or a PNG sequence") { film, shot, frames, size, format, path, workers, smallest };
        command.Aliases.Add("print");
        command.SetAction(async (result, cancel) =>
        {
            var bundle = Films.Open(result.GetRequiredValue(film));
            var chosen = Films.FindShot(bundle.Film, result.GetValue(shot));
            var target = result.GetRequiredValue(path);
            var (from, to) = Pair(result.GetValue(frames), '-', "--frames") ?? (1, chosen.Length);
            var (width, height) = Pair(result.GetValue(size), 'x', "--size") ?? (bundle.Film.Width, bundle.Film.Height);
            var order = new PrintOrder(bundle.Film, chosen, from, to, width, height, FormatOf(result.GetValue(format), target), result.GetValue(smallest)).Checked();
            await Run(order, bundle, target, Math.Clamp(result.GetValue(workers) ?? Environment.ProcessorCount, 1, 64), cancel);
            return 0;
        });
        return command;
    }

    private static async Task Run(PrintOrder order, Formats.Bundle.FilmBundle bundle, string target, int workers, CancellationToken cancel)
    {
        var console = AnsiConsole.Create(new AnsiConsoleSettings { Out = new AnsiConsoleOutput(Console.Error) });
        await console.Progress().Columns(new TaskDescriptionColumn(), new ProgressBarColumn(), new PercentageColumn(), new RemainingTimeColumn()).StartAsync(async context =>
        {
            var bar = context.AddTask(Markup.Escape($"{order.Shot.Name}, {order.Frames} frames"), maxValue: order.Frames);
            await using var sink = FrameSinks.For(order, target, bundle.Recording);
            await Printer.Print(order, asset => bundle.Assets[asset], sink, workers, new DirectProgress(progress => bar.Value = progress.Done), cancel);
        });
    }

    private static PrintFormat FormatOf(string? given, string path) => (given ?? Path.GetExtension(path).TrimStart('.')).ToLowerInvariant() switch
    {
        "mp4" => PrintFormat.Mp4,
        "webm" => PrintFormat.WebM,
        "png" or "zip" or "" => PrintFormat.Png,
        var other => throw new FilmException($"--format {other}", "is not a format that can be rendered", "use mp4, webm or png"),
    };

    private static (int, int)? Pair(string? text, char between, string option)
    {
        if (text is null)
        {
            return null;
        }

        var pieces = text.Split(between);
        return pieces.Length == 2
            && int.TryParse(pieces[0], NumberStyles.None, CultureInfo.InvariantCulture, out var first)
            && int.TryParse(pieces[1], NumberStyles.None, CultureInfo.InvariantCulture, out var second)
                ? (first, second)
                : throw new FilmException($"{option} {text}", "cannot be read", $"write two whole numbers with '{between}' between them");
    }
}
