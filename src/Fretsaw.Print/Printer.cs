using System.Diagnostics;
using System.Threading.Channels;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Painting;
using Fretsaw.Print.Kernels;

namespace Fretsaw.Print;

/// <summary>
/// Evaluates, paints and converts the frames of an order in parallel and hands them on in order. Worker w of n paints frames
/// w, w + n, …; each keeps at most three frames waiting, so memory does not grow with the length of the shot.
/// </summary>
public static class Printer
{
    private const int Waiting = 3;

    /// <summary>What all workers' frames may take together, so that a large print is slower and not larger.</summary>
    private const long MostBytes = 400L * 1024 * 1024;

    /// <param name="workers">≥ 1; as many frames are painted at once.</param>
    /// <exception cref="Fretsaw.Core.Films.FilmException">The order cannot be printed, or the encoder failed; nothing is left at the path.</exception>
    public static async Task<PrintTimes> Print(
        PrintOrder order, Func<string, byte[]> asset, IFrameSink sink, int workers, IProgress<PrintProgress>? progress, CancellationToken cancel)
    {
        order.Checked();

        workers = (int)Math.Clamp(MostBytes / ((FrameBytes(order) * Waiting) + PainterBytes(order)), 1, workers);
        var plan = PlanCompiler.Compile(order.Film, order.Shot, new RigCache(), cancel: cancel);
        using var art = new ArtStore(order.Film, asset);
        using var stop = CancellationTokenSource.CreateLinkedTokenSource(cancel);
        var watch = Stopwatch.StartNew();
        var lanes = Enumerable.Range(0, workers).Select(_ => new Lane()).ToArray();
        var tasks = lanes.Select((lane, w) => Task.Run(() => Work(order, plan, art, lane, w, workers, stop.Token), CancellationToken.None)).ToArray();
        try
        {
            for (var i = 0; i < order.Frames; i++)
            {
                var lane = lanes[i % workers];
                var pixels = await lane.Painted.Reader.ReadAsync(cancel);
                await sink.Write(order.From + i, pixels, cancel);
                lane.Free.Writer.TryWrite(pixels);
                progress?.Report(new PrintProgress(i + 1, order.Frames));
            }

            await Task.WhenAll(tasks);
            await sink.Finish(cancel);
        }
        catch (ChannelClosedException closed) when (closed.InnerException is not null)
        {
            throw closed.InnerException;
        }
        finally
        {
            await stop.CancelAsync();
            await Task.WhenAll(tasks).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
        }

        return new PrintTimes(
            order.Frames, watch.Elapsed,
            TimeSpan.FromTicks(lanes.Sum(lane => lane.Evaluating.Ticks)), TimeSpan.FromTicks(lanes.Sum(lane => lane.Painting.Ticks)),
            TimeSpan.FromTicks(lanes.Sum(lane => lane.Converting.Ticks)));
    }

    private static long FrameBytes(PrintOrder order) => order.Format == PrintFormat.Png ? (long)order.Width * order.Height * 4 : VideoPlanes.SizeOf(order.Width, order.Height);

    /// <summary>What a painter holds besides the shared art: the frame, the kept back of it, two boards, and a softened one of twice the bytes.</summary>
    private static long PainterBytes(PrintOrder order) => (long)order.Width * order.Height * 4 * 6;

    private static async Task Work(PrintOrder order, Plan plan, ArtStore art, Lane lane, int first, int step, CancellationToken stop)
    {
        try
        {
            var evaluator = new Evaluator(plan);
            var writer = new DrawListWriter();
            var whole = new Look(order.Width, order.Height);
            using var painter = new SheetPainter(art, order.Width, order.Height);
            for (var i = 0; i < Math.Clamp(MostBytes / FrameBytes(order), 1, Waiting); i++)
            {
                lane.Free.Writer.TryWrite(new byte[FrameBytes(order)]);
            }

            for (var i = first; i < order.Frames; i += step)
            {
                var pixels = await lane.Free.Reader.ReadAsync(stop);
                var begun = Stopwatch.GetTimestamp();
                evaluator.Evaluate(order.From + i, stop);
                var list = writer.Write(evaluator, whole);
                var evaluated = Stopwatch.GetTimestamp();
                painter.Paint(list, clear: order.Format == PrintFormat.Png, stop);
                var painted = Stopwatch.GetTimestamp();
                if (order.Format == PrintFormat.Png)
                {
                    painter.CopyPixels(pixels, straight: true);
                }
                else
                {
                    VideoPlanes.From(painter.Frame, pixels);
                }

                lane.Evaluating += Stopwatch.GetElapsedTime(begun, evaluated);
                lane.Painting += Stopwatch.GetElapsedTime(evaluated, painted);
                lane.Converting += Stopwatch.GetElapsedTime(painted);
                await lane.Painted.Writer.WriteAsync(pixels, stop);
            }

            lane.Painted.Writer.Complete();
        }
        catch (Exception problem)
        {
            // The reader meets the problem where it waits for the next frame.
            lane.Painted.Writer.TryComplete(problem);
            throw;
        }
    }

    private sealed class Lane
    {
        public Channel<byte[]> Painted { get; } = Channel.CreateBounded<byte[]>(Waiting);

        public Channel<byte[]> Free { get; } = Channel.CreateUnbounded<byte[]>();

        public TimeSpan Evaluating { get; set; }

        public TimeSpan Painting { get; set; }

        public TimeSpan Converting { get; set; }
    }
}
