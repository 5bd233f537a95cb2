using System.Diagnostics;
using Fretsaw.Bench;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Painting;
using Fretsaw.Formats.Tests;
using Fretsaw.Print;
using Spectre.Console;

// The native half of ./fretsaw bench. Both sides of a ratio are measured here, in one run; bench/browser/main.mjs takes the
// native evaluation time from the last line.
if (args is ["hostile", var to])
{
    WriteHostile(to);
    return;
}

if (args is ["svg", var drawings])
{
    SvgDrawings.Paint(drawings);
    return;
}

if (args is ["large", var into])
{
    await LargePrint.Print(into);
    return;
}

if (args is [var only, var given])
{
    var some = new Table().AddColumns("Native figure", "Measured", "Aim");
    Action<Table, string> measure = only switch { "rig" => RigFigures.Measure, "picture" => PictureFigures.Measure, "actions" => ActionFigures.Measure, _ => LongFigures.Measure };
    measure(some, given);
    AnsiConsole.Write(some);
    return;
}

var folder = args.Length > 0 ? args[0] : ".fretsaw/bench";
var (film, pictures) = HornFirst.Build();
var shot = film.Shots[0];
var table = new Table().AddColumns("Native figure", "Measured", "Aim");

var evaluator = new Evaluator(PlanCompiler.Compile(film, shot, new RigCache()));
var writer = new DrawListWriter();
Rounds(3);
var bytes = GC.GetAllocatedBytesForCurrentThread();
var evaluation = Rounds(20);
bytes = GC.GetAllocatedBytesForCurrentThread() - bytes;
table.AddRow("Evaluation of a demo frame", $"{evaluation:0.000} ms", "");
table.AddRow("Allocated a frame", $"{bytes / (20.0 * shot.Length):0} bytes", "0");

// Turn and turn about, and the better of each, so that a noisy neighbour on the machine spoils neither side alone.
var one = await PrintFrames(film, shot with { Length = 96 }, 1, null);
var two = await PrintFrames(film, shot with { Length = 96 }, 2, null);
for (var i = 0; i < 2; i++)
{
    one = Better(one, await PrintFrames(film, shot with { Length = 96 }, 1, null));
    two = Better(two, await PrintFrames(film, shot with { Length = 96 }, 2, null));
}

table.AddRow("Print, 960 × 540, one worker", $"{one.Wall.TotalMilliseconds / one.Frames:0.0} ms a frame", "");
table.AddRow("Evaluation's part of a print", $"{100 * one.Evaluating / (one.Evaluating + one.Painting):0.0} %", "under 10 %");
table.AddRow("Two workers against one", $"{one.Wall / two.Wall:0.00} times", "at least 1.6");

var memory = new List<long>();
await PrintFrames(film, shot with { Length = 500 }, 2, done =>
{
    if (done % 50 == 0)
    {
        memory.Add(Process.GetCurrentProcess().WorkingSet64 / 1024 / 1024);
    }
});
table.AddRow("Memory at frames 100, 300, 500", $"{memory[1]}, {memory[5]}, {memory[9]} MB", "flat");
PictureFigures.Measure(table, folder);
RigFigures.Measure(table, folder);
LongFigures.Measure(table, folder);
ActionFigures.Measure(table, folder);
WriteHostile(Path.Combine(folder, "hostile"));
AnsiConsole.Write(table);
Console.WriteLine($"native-evaluation-ms {evaluation.ToString("0.0000", System.Globalization.CultureInfo.InvariantCulture)}");

double Rounds(int rounds)
{
    var watch = Stopwatch.StartNew();
    for (var i = 0; i < rounds * shot.Length; i++)
    {
        evaluator.Evaluate(1 + (i % shot.Length));
        writer.Write(evaluator);
    }

    return watch.Elapsed.TotalMilliseconds / (rounds * shot.Length);
}

// For the browser's half, which sends them to a server and watches it.
static void WriteHostile(string folder)
{
    Directory.CreateDirectory(folder);
    foreach (var (name, bytes) in HostileFiles.All)
    {
        File.WriteAllBytes(Path.Combine(folder, name), bytes());
    }
}

static PrintTimes Better(PrintTimes a, PrintTimes b) => a.Wall <= b.Wall ? a : b;

async Task<PrintTimes> PrintFrames(Fretsaw.Core.Films.Film film, Fretsaw.Core.Films.Shot shot, int workers, Action<int>? each)
{
    var size = each is null ? (960, 540) : (320, 180);
    await using var sink = new Nowhere();
    return await Printer.Print(
        new PrintOrder(film, shot, 1, shot.Length, size.Item1, size.Item2, PrintFormat.Mp4), asset => pictures[asset], sink, workers,
        each is null ? null : new DirectProgress(progress => each(progress.Done)), CancellationToken.None);
}

/// <summary>Frames are painted and dropped: the encoder's time is not ours.</summary>
internal sealed class Nowhere : IFrameSink
{
    public ValueTask Write(int frame, ReadOnlyMemory<byte> rgba, CancellationToken cancel) => ValueTask.CompletedTask;

    public ValueTask Finish(CancellationToken cancel) => ValueTask.CompletedTask;

    public ValueTask DisposeAsync() => ValueTask.CompletedTask;
}
