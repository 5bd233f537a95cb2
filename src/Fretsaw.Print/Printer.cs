using System.Diagnostics;
using System.Threading.Channels;
using Fretsaw.Core.Engine;

namespace Fretsaw.Print;

/// <summary>
/// Evaluates and paints the frames of an order in parallel and hands them on in order. Worker w of n paints frames
/// w, w + n, …; each keeps at most three frames waiting, so memory does not grow with the length of the shot.
/// </summary>
public static class Printer
{
    private const int Waiting = 3;

    /// <summary>What all workers' frames may take together, so that a large print is slower and not larger.</summary>
    private const long MostBytes = 512L * 1024 * 1024;

    /// <param name="workers">≥ 1; as many frames are painted at once.</param>
    /// <exception cref="Fretsaw.Core.Films.FilmException">The order cannot be printed, or the encoder failed; nothing is left at the path.</exception>
    public static async Task<PrintTimes> Print(
        PrintOrder order, Func<string, byte[]> asset, IFrameSink sink, int workers, IProgress<PrintProgress>? progress, CancellationToken cancel)
    {
        order.Checked();

        // Besides those that wait, a worker holds the frame it paints, and a layer of it.
        workers = (int)Math.Clamp(MostBytes / (FrameBytes(order) * (Waiting + 2)), 1, workers);
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
            TimeSpan.FromTicks(lanes.Sum(lane => lane.Evaluating.Ticks)), TimeSpan.FromTicks(lanes.Sum(lane => lane.Painting.Ticks)));
    }

    private static long FrameBytes(PrintOrder order) => (long)order.Width * order.Height * 4;

    private static async Task Work(PrintOrder order, Plan plan, ArtStore art, Lane lane, int first, int step, CancellationToken stop)
    {
        try
        {
            var evaluator = new Evaluator(plan);
            var writer = new DrawListWriter();
            using var painter = new FramePainter(art, order.Width, order.Height);
            for (var i = 0; i < Math.Clamp(MostBytes / FrameBytes(order), 1, Waiting); i++)
            {
                lane.Free.Writer.TryWrite(new byte[order.Width * order.Height * 4]);
            }

            for (var i = first; i < order.Frames; i += step)
            {
                var pixels = await lane.Free.Reader.ReadAsync(stop);
                var begun = Stopwatch.GetTimestamp();
                evaluator.Evaluate(order.From + i, stop);
                var list = writer.Write(evaluator);
                var evaluated = Stopwatch.GetTimestamp();
                painter.Paint(list, clear: order.Format == PrintFormat.Png, stop);
                painter.CopyPixels(pixels, straight: order.Format == PrintFormat.Png);
                lane.Evaluating += Stopwatch.GetElapsedTime(begun, evaluated);
                lane.Painting += Stopwatch.GetElapsedTime(evaluated);
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
    }
}
