using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Painting;
using Fretsaw.Formats.Bundle;
using Fretsaw.Print;
using Fretsaw.Print.Tests;
using Spectre.Console;

namespace Fretsaw.Bench;

/// <summary>The fast painter beside one by SkiaSharp alone, frame by frame in one run; CPU times of one thread.</summary>
internal static class PictureFigures
{
    private const int Width = 1920;
    private const int Height = 1080;

    /// <summary>Every so many frames, for what takes long.</summary>
    private const int Step = 16;

    public static void Measure(Table table, string folder)
    {
        var bundle = HornFirst.Build();
        var horn = bundle.Film.Shots[0];
        Prints(table, bundle, horn, folder).GetAwaiter().GetResult();
        Compare(table, "Fog horn", bundle, horn, "at least 15 times less", likeness: true);
        Compare(table, "the same, all a little soft under a moving camera", bundle, Moving(horn, stop: 45), "at least 4 times", likeness: false);
        Compare(table, "the same, all sharp under a moving camera", bundle, Moving(horn, stop: 128), "at least 4 times", likeness: false);
    }

    /// <summary>Weak spots of what keeps softened textures: nothing stands still, and nothing is very soft.</summary>
    private static Shot Moving(Shot shot, double stop) => shot with
    {
        Tracks =
        [
            .. shot.Tracks.Where(track => track.Address.Owner != Address.Camera || track.Address.Property is not ("stop" or "place" or "truck")),
            new NumberTrack { Address = new Address(Address.Camera, Address.View, "stop"), Keys = [new NumberKey(1, stop)] },
            new NumberTrack { Address = new Address(Address.Camera, Address.View, "truck"), Keys = [new NumberKey(1, -0.3), new NumberKey(shot.Length, 0.3)] },
        ],
    };

    /// <summary>Whole prints.</summary>
    private static async Task Prints(Table table, FilmBundle bundle, Shot horn, string folder)
    {
        Directory.CreateDirectory(folder);
        var path = Path.Combine(folder, "print.mp4");
        byte[] Asset(string asset) => bundle.Assets[asset];
        async Task<PrintTimes> Ours(PrintOrder order)
        {
            await using var sink = FrameSinks.For(order, path, bundle.Recording);
            return await Printer.Print(order, Asset, sink, 2, null, CancellationToken.None);
        }

        var order = new PrintOrder(bundle.Film, horn, 1, horn.Length, Width, Height, PrintFormat.Mp4);
        var (plain, times) = (await PlainPrint.Print(order, Asset, path), await Ours(order));
        table.AddRow(
            "Whole print of it by two workers, encoded: SkiaSharp alone with the slower preset, ours",
            $"{order.Frames / plain.TotalSeconds:0.0}, {order.Frames / times.Wall.TotalSeconds:0.0} frames a second: {plain / times.Wall:0.0} times", "at least 8 times");

        // By one worker and not encoded, so that no time is counted in which another had the processor.
        await using var nowhere = new Nowhere();
        var alone = await Printer.Print(order, Asset, nowhere, 1, null, CancellationToken.None);
        table.AddRow(
            "Of two cores' time in ours: painting, evaluating and converting",
            $"{50 * alone.Painting / times.Wall:0}, {50 * (alone.Evaluating + alone.Converting) / times.Wall:0} %", "less than half");
        table.AddRow("3840 × 2160: memory after 48, 96, 144 and 192 frames, at most", LargePrint.Measured(folder), "flat, under 600");
    }

    private static void Compare(Table table, string name, FilmBundle bundle, Shot shot, string aim, bool likeness)
    {
        var (film, frames) = (bundle.Film, Enumerable.Range(1, shot.Length).ToList());
        var evaluator = new Evaluator(PlanCompiler.Compile(film, shot, new RigCache()));
        var writer = new DrawListWriter();
        var lists = frames.ConvertAll(frame =>
        {
            evaluator.Evaluate(frame);
            return writer.Write(evaluator, new Look(Width, Height)).ToArray();
        });
        using var art = new ArtStore(film, asset => bundle.Assets[asset]);
        using var fast = new SheetPainter(art, Width, Height);
        using var plain = new PlainPainter(art, Width, Height);
        fast.Paint(lists[0]);
        plain.Paint(lists[0]);
        var first = Cpu(() => lists.ForEach(list => fast.Paint(list))) / frames.Count;
        var times = lists.ConvertAll(list => Cpu(() => fast.Paint(list)));
        var some = frames.Where(frame => frame % Step == 1).ToList();
        var plainly = some.ConvertAll(frame => Cpu(() => plain.Paint(lists[frame - 1])));
        var (mean, plainMean) = (times.Average(), plainly.Average());
        table.AddRow(
            $"Painting {name}, 1920 × 1080, CPU of a frame on the mean of the shot: SkiaSharp alone, ours, first time through",
            $"{plainMean:0}, {mean:0.0}, {first:0.0} ms: {plainMean / mean:0.0} times, worst frame {plainly.Zip(some).Min(pair => pair.First / times[pair.Second - 1]):0.0}; art {art.Bytes >> 20} MB", aim);
        if (likeness)
        {
            using var exact = new PlainPainter(art, Width, Height, exact: true);
            var pixels = new byte[Width * Height * 4];
            var alike = some.ConvertAll(frame =>
            {
                fast.Paint(lists[frame - 1]);
                fast.CopyPixels(pixels, straight: false);
                return Likeness.Of(pixels, exact.Paint(lists[frame - 1]));
            });
            table.AddRow($"Likeness to the exact Gaussian, every {Step}th frame: worst, mean", $"{alike.Min():0.0}, {alike.Average():0.0} dB", "at least 50 dB");
        }
    }

    private static double Cpu(Action work)
    {
        var before = Environment.CpuUsage.TotalTime;
        work();
        return (Environment.CpuUsage.TotalTime - before).TotalMilliseconds;
    }
}
