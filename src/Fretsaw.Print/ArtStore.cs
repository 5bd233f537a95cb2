using System.Collections.Concurrent;
using Fretsaw.Core.Films;
using SkiaSharp;

namespace Fretsaw.Print;

/// <summary>A film's drawings and textures, made once and shared by all workers of a print.</summary>
public sealed class ArtStore(Film film, Func<string, byte[]> asset) : IDisposable
{
    /// <summary>Largest side of a texture, texels: what every GPU takes, and a bound on memory.</summary>
    public const int MaxTextureSide = 4096;

    private readonly ConcurrentDictionary<int, Lazy<DrawingArt>> arts = new();
    private readonly ConcurrentDictionary<(int Drawing, int Step), Lazy<SKImage>> textures = new();

    internal DrawingArt Art(int drawing) => arts.GetOrAdd(drawing, index => new Lazy<DrawingArt>(() => new DrawingArt(film.Drawings[index], asset))).Value;

    /// <returns>Null when the drawing has no such shape.</returns>
    internal Shape? ShapeOf(int drawing, int shape) =>
        shape < film.Drawings[drawing].Shapes.Length ? film.Drawings[drawing].Shapes[shape] : null;

    /// <summary>
    /// The drawing as a texture at least as fine as the scale, in steps of √2, so that a slow zoom makes a handful of
    /// textures and not one a frame. The browser's painter takes the same steps.
    /// </summary>
    internal SKImage Texture(int drawing, float scale)
    {
        var step = (int)Math.Ceiling((Math.Log2(Math.Max(scale, 1e-3)) * 2) - 1e-3);
        return textures.GetOrAdd((drawing, step), key => new Lazy<SKImage>(() => Art(key.Drawing).Rasterise(ScaleOf(key.Drawing, key.Step)))).Value;
    }

    public void Dispose()
    {
        foreach (var art in arts.Values.Where(art => art.IsValueCreated))
        {
            art.Value.Dispose();
        }

        foreach (var texture in textures.Values.Where(texture => texture.IsValueCreated))
        {
            texture.Value.Dispose();
        }
    }

    private float ScaleOf(int drawing, int step)
    {
        var bounds = film.Drawings[drawing].Bounds;
        var most = MaxTextureSide / Math.Max(1, Math.Max(bounds.Width, bounds.Height));
        return (float)Math.Min(Math.Pow(2, step / 2.0), most);
    }
}
