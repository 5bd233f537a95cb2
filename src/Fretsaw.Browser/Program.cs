using System.Collections.Immutable;
using System.Runtime.InteropServices.JavaScript;
using System.Runtime.Versioning;
using System.Text;
using System.Text.Json;
using Fretsaw.Core.Art;
using Fretsaw.Core.Asking;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Painting;
using Fretsaw.Core.Sessions;

[assembly: SupportedOSPlatform("browser")]

namespace Fretsaw.Browser;

/// <summary>
/// The core in a Web Worker. Text in and out is the JSON of <see cref="EngineJson"/>; frames leave as bytes. A
/// <see cref="FilmException"/> reaches JavaScript as an Error with its message.
/// </summary>
public static partial class Engine
{
    private static Session session = new(Film.Blank("Nothing open"));
    private static (string Json, View View) lastView = ("", new View());
    private static (string Json, Look Look) lastLook = ("", default);

    public static void Main()
    {
        // The worker calls the exports; there is nothing to run.
    }

    /// <summary>
    /// Reads the film and gets ready for its first shot. The runtime reads and compiles code as it is first run, which takes
    /// longer than the work itself; while a film opens the server answers, so that nobody waits for it.
    /// </summary>
    /// <param name="film">As the server wrote it, which has checked it, but for the keys beside it.</param>
    /// <param name="keys">See <see cref="PackedKeys"/>.</param>
    [JSExport]
    public static void Open(string film, [JSMarshalAs<JSType.Array<JSType.Number>>] double[] keys)
    {
        var read = FilmJson.Parse(Encoding.UTF8.GetBytes(film), "film");
        session = new Session(read with { Shots = PackedKeys.Fill(read.Shots, keys) });
        if (session.Film.Shots.FirstOrDefault() is { } shot)
        {
            session.DrawFrame(new View(shot.Id), 1);
        }

        if (!session.Film.Puppets.Any(puppet => puppet.Parts.Any(part => part.Mesh is not null)))
        {
            MeshForPractice();
        }
    }

    /// <summary>So that the first mesh a user asks for does not take twice as long as the second.</summary>
    private static void MeshForPractice()
    {
        ImmutableArray<ImmutableArray<double>> disc = [[.. Enumerable.Range(0, 60).SelectMany(i => new[] { 200 + (200 * Math.Cos(i * Math.Tau / 60)), 200 + (200 * Math.Sin(i * Math.Tau / 60)) })]];
        var mesh = MeshBuilder.Build(disc, new MeshSettings { TriangleSide = 14 });
        JsonSerializer.Serialize(new MeshAnswer(RestMesh.Of(mesh), Outlines.CoveredBy(disc, mesh)), EngineJson.Default.Answer);
    }

    /// <returns>What the edit changed of the film's outline.</returns>
    [JSExport]
    public static string Apply(string edit) => JsonSerializer.Serialize(session.Apply(ReadEdit(edit)), EngineJson.Default.FilmChange);

    /// <summary>A shot that was opened without its keys, as the server wrote it but for the keys beside it.</summary>
    [JSExport]
    public static void ReadShot(string shot, [JSMarshalAs<JSType.Array<JSType.Number>>] double[] keys) =>
        session.ReadShot(PackedKeys.Fill([Read(shot, EngineJson.Default.Shot)], keys)[0]);

    [JSExport]
    public static string Drawing(int index) => JsonSerializer.Serialize(session.Film.Drawings[index], EngineJson.Default.Drawing);

    /// <param name="look">A <see cref="Look"/>.</param>
    [JSExport]
    [return: JSMarshalAs<JSType.MemoryView>]
    public static ArraySegment<byte> Frame(string view, double frame, bool draft, string look) =>
        session.DrawFrame(ReadView(view), frame, ReadLook(look), draft);

    [JSExport]
    public static string Ask(string question) => JsonSerializer.Serialize(
        session.Ask(Read(question, EngineJson.Default.Question)), EngineJson.Default.Answer);

    [JSExport]
    public static string Work(string wish) => JsonSerializer.Serialize(
        session.Work(Read(wish, EngineJson.Default.Wish)), EngineJson.Default.Edit);

    [JSExport]
    public static void Begin(string gesture) => session.Begin(Read(gesture, EngineJson.Default.Gesture));

    [JSExport]
    public static void Move(double x, double y) => session.Move(new Point(x, y));

    /// <returns>The edit, or "" when there is none to make.</returns>
    [JSExport]
    public static string End() => session.End() is { } edit ? JsonSerializer.Serialize(edit, EngineJson.Default.Edit) : "";

    [JSExport]
    public static void Preview(string edit) => session.Preview(ReadEdit(edit));

    [JSExport]
    public static void Try(string view, string edit) => session.Try(ReadView(view), ReadEdit(edit));

    [JSExport]
    public static void KeepOnlyDials() => session.KeepOnlyDials();

    [JSExport]
    public static void Cancel() => session.Cancel();

    [JSExport]
    public static void StopTrying() => session.StopTrying();

    /// <summary>Milliseconds that each of so many frames of a shot takes to evaluate, one after the other; for the benchmark.</summary>
    [JSExport]
    public static double[] TimeEvaluation(string view, int frames)
    {
        var frame = session.FrameAt(ReadView(view), 1);
        var length = frame.Plan.Shot.Length;
        var times = new double[frames];
        for (var i = 0; i < frames; i++)
        {
            var began = System.Diagnostics.Stopwatch.GetTimestamp();
            frame.Evaluate(1 + (i % length));
            times[i] = System.Diagnostics.Stopwatch.GetElapsedTime(began).TotalMilliseconds;
        }

        return times;
    }

    private static Edit ReadEdit(string json) => EditJson.Read(Encoding.UTF8.GetBytes(json));

    /// <summary>Frames are asked for one after the other with the one view.</summary>
    private static View ReadView(string json) => json == lastView.Json ? lastView.View : (lastView = (json, Read(json, EngineJson.Default.View))).View;

    private static Look ReadLook(string json) => json == lastLook.Json ? lastLook.Look : (lastLook = (json, Read(json, EngineJson.Default.Look))).Look;

    private static T Read<T>(string json, System.Text.Json.Serialization.Metadata.JsonTypeInfo<T> type) =>
        JsonSerializer.Deserialize(json, type) ?? throw new FilmException(type.Type.Name, "is empty", "send one");
}
