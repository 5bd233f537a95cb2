using System.Diagnostics;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Painting;
using Fretsaw.Print;
using Fretsaw.Print.Tests;

namespace Fretsaw.Bench;

/// <summary>
/// A print as it was before there were kernels, kept to measure against: two workers with SkiaSharp alone, RGBA through a pipe, the
/// encoder's own conversion and its slower preset.
/// </summary>
internal static class PlainPrint
{
    public static async Task<TimeSpan> Print(PrintOrder order, Func<string, byte[]> asset, string path)
    {
        var watch = Stopwatch.StartNew();
        var plan = PlanCompiler.Compile(order.Film, order.Shot, new RigCache());
        using var art = new ArtStore(order.Film, asset);
        using var ffmpeg = Process.Start(new ProcessStartInfo("ffmpeg",
        [
            "-hide_banner", "-loglevel", "error", "-y", "-f", "rawvideo", "-pix_fmt", "rgba", "-s", $"{order.Width}x{order.Height}", "-r", "24", "-i", "-",
            "-vf", "scale=in_range=pc:out_range=tv:out_color_matrix=bt709:flags=accurate_rnd+full_chroma_int+full_chroma_inp,format=yuv420p",
            "-c:v", "libx264", "-preset", "medium", "-crf", "16", path,
        ])
        { RedirectStandardInput = true })!;
        var lanes = Enumerable.Range(0, 2).Select(worker => Task.Run(() => Lane(plan, art, order, worker))).ToArray();
        var painted = await Task.WhenAll(lanes);
        for (var i = 0; i < order.Frames; i++)
        {
            await ffmpeg.StandardInput.BaseStream.WriteAsync(painted[i % 2][i / 2]);
        }

        ffmpeg.StandardInput.Close();
        await ffmpeg.WaitForExitAsync();
        return watch.Elapsed;
    }

    private static List<byte[]> Lane(Plan plan, ArtStore art, PrintOrder order, int worker)
    {
        var (evaluator, writer, frames) = (new Evaluator(plan), new DrawListWriter(), new List<byte[]>());
        using var painter = new PlainPainter(art, order.Width, order.Height);
        for (var frame = order.From + worker; frame <= order.To; frame += 2)
        {
            evaluator.Evaluate(frame);
            frames.Add(painter.Paint(writer.Write(evaluator, new Look(order.Width, order.Height))));
        }

        return frames;
    }
}
