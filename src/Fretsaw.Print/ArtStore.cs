using System.Collections.Concurrent;
using Fretsaw.Core.Films;

namespace Fretsaw.Print;

/// <summary>What is made of a film's drawings once and shared by all workers of a print: records of their shapes, and textures.</summary>
public sealed class ArtStore : IDisposable
{
    /// <summary>What textures may take; a frame of the demo uses a third of it.</summary>
    private const long UsualBytes = 160L * 1024 * 1024;

    private readonly Film film;
    private readonly Func<string, byte[]> asset;
    private readonly ConcurrentDictionary<int, Lazy<DrawingArt>> arts = new();

    /// <param name="mostBytes">What textures may take that nobody uses just now.</param>
    public ArtStore(Film film, Func<string, byte[]> asset, long mostBytes = UsualBytes)
    {
        (this.film, this.asset) = (film, asset);
        Textures = new TextureStore(key => Art(key.Drawing).Rasterise(key.Grid, key.Sigma), mostBytes);
    }

    /// <summary>What the textures take, bytes.</summary>
    public long Bytes => Textures.Bytes;

    internal TextureStore Textures { get; }

    internal DrawingArt Art(int drawing) => arts.GetOrAdd(drawing, index => new Lazy<DrawingArt>(() => new DrawingArt(film.Drawings[index], asset))).Value;

    /// <returns>Null when the drawing has no such shape.</returns>
    internal Shape? ShapeOf(int drawing, int shape) =>
        shape < film.Drawings[drawing].Shapes.Length ? film.Drawings[drawing].Shapes[shape] : null;

    public void Dispose()
    {
        foreach (var art in arts.Values.Where(art => art.IsValueCreated))
        {
            art.Value.Dispose();
        }

        Textures.Dispose();
    }
}
