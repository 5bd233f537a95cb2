using System.Diagnostics;
using System.Threading.Channels;
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
    private const int Workers = 2;
    private const int Waiting = 3;

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
        var lanes = Enumerable.Range(0, Workers).Select(_ => Channel.CreateBounded<byte[]>(Waiting)).ToArray();
        var work = lanes.Select((lane, worker) => Task.Run(() => Work(plan, art, order, worker, lane.Writer))).ToArray();
        for (var i = 0; i < order.Frames; i++)
        {
            await ffmpeg.StandardInput.BaseStream.WriteAsync(await lanes[i % Workers].Reader.ReadAsync());
        }

        await Task.WhenAll(work);
        ffmpeg.StandardInput.Close();
        await ffmpeg.WaitForExitAsync();
        return watch.Elapsed;
    }

    private static async Task Work(Plan plan, ArtStore art, PrintOrder order, int worker, ChannelWriter<byte[]> painted)
    {
        var (evaluator, writer) = (new Evaluator(plan), new DrawListWriter());
        using var painter = new PlainPainter(art, order.Width, order.Height);
        for (var frame = order.From + worker; frame <= order.To; frame += Workers)
        {
            evaluator.Evaluate(frame);
            await painted.WriteAsync(painter.Paint(writer.Write(evaluator, new Look(order.Width, order.Height))));
        }
    }
}
