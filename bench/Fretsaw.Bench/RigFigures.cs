using System.Diagnostics;
using Fretsaw.Core.Art;
using Fretsaw.Core.Films;
using Fretsaw.Formats.Bundle;
using Fretsaw.Formats.Layers;
using Spectre.Console;

namespace Fretsaw.Bench;

/// <summary>Figures of a heavy rig, and the files with which the browser's half measures the same.</summary>
internal static class RigFigures
{
    private const int AskedVertices = 6000;

    public static void Measure(Table table, string folder)
    {
        Directory.CreateDirectory(folder);
        var (p95, _, vertices) = Evaluate(HeavyPuppet.Build(AskedVertices), 10);
        table.AddRow($"30 parts, 20 bones, 25 pins, {vertices:n0} vertices: evaluation, p95", $"{p95:0.00} ms", "under 4 ms");
        foreach (var asked in new[] { AskedVertices / 4, AskedVertices / 2, AskedVertices, AskedVertices * 2 })
        {
            var (_, mean, count) = Evaluate(HeavyPuppet.Build(asked), 6);
            table.AddRow($"The same with {count:n0} vertices: mean, and for a thousand vertices", $"{mean:0.00} ms, {1000 * mean / count:0.00} ms", "close to linear");
        }

        PinFigures.Measure(table, "the heavy puppet", HeavyPuppet.Build(AskedVertices));
        PinFigures.Measure(table, "the demo", HornFirst.Build().Film);

        var mesh = Stopwatch.StartNew();
        var wide = HeavyPuppet.Wide();
        var built = MeshBuilder.Build(wide.Drawings[0].Outline, new MeshSettings());
        table.AddRow($"Mesh of 1,000 × 1,000 px, {built.VertexCount:n0} vertices", $"{mesh.Elapsed.TotalMilliseconds:0} ms", "");
        Save(HeavyPuppet.Build(AskedVertices), Path.Combine(folder, "heavy.fretsaw"));
        Save(wide, Path.Combine(folder, "wide.fretsaw"));

        var art = PaintedLayers.OpenRaster(20_000_000);
        File.WriteAllBytes(Path.Combine(folder, "painted.ora"), art);
        var reading = Stopwatch.StartNew();
        var read = ArtFile.Read(art, "painted.ora", "art");
        table.AddRow($"Reading an OpenRaster of {art.Length / 1e6:0.0} MB, {read.Layers.Length} layers", $"{reading.Elapsed.TotalSeconds:0.00} s", "");
    }

    private static (double P95, double Mean, int Vertices) Evaluate(Film film, int rounds)
    {
        var length = film.Shots[0].Length;
        var times = FrameTimes.Measure(film, length, rounds * length, i => 1 + (i % length));
        return (times.P95, times.Sorted.Average(), times.Frame.Cast[0].Meshes.Sum(part => part?.Mesh.VertexCount ?? 0));
    }

    /// <returns>Bytes.</returns>
    public static long Save(Film film, string path)
    {
        using var stream = File.Create(path);
        new FilmBundle(film, new Dictionary<string, byte[]>()).Write(stream);
        return stream.Length;
    }
}
