using System.Collections.Immutable;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Handling;

/// <summary>Where new scenery goes.</summary>
public static class FlatPlacement
{
    /// <summary>
    /// A flat at a distance whose drawing stands in the middle of the frame at rest, at its own size, made smaller
    /// only when it is more than twice the frame.
    /// </summary>
    /// <exception cref="FilmException">The distance is no distance.</exception>
    public static Thing Fitted(Film film, Drawing drawing, string id, double metres)
    {
        FilmCheck.Range(metres, 0.1, 10000, "flat", "distance", "m");
        var shown = Math.Min(1, 2 * Math.Min(film.Width / Math.Max(1, drawing.Bounds.Width), film.Height / Math.Max(1, drawing.Bounds.Height)));
        var scale = shown * metres / PicturePlane.DistanceMetres(film);
        var centre = drawing.Bounds.Centre;
        return new Thing
        {
            Id = id,
            Name = drawing.Name.Length > 0 ? drawing.Name : "Flat",
            Body = new Picture(drawing.Id),
            Stand = new Stand
            {
                Distance = metres,
                SizePercent = Math.Round(scale * 100, 4),
                X = Math.Round((film.Width / 2.0) - (centre.X * scale), 2),
                Y = Math.Round((film.Height / 2.0) - (centre.Y * scale), 2),
            },
        };
    }

    /// <summary>Pictures to work by, in the middle of the frame and as large as they go into it. Several are a sequence at the film's rate.</summary>
    public static Reference Reference(Film film, string id, string name, ImmutableArray<Drawing> pictures)
    {
        var bounds = pictures[0].Bounds;
        var fit = Math.Min(film.Width / Math.Max(1, bounds.Width), film.Height / Math.Max(1, bounds.Height));
        return new Reference
        {
            Id = id,
            Name = name,
            Pictures = [.. pictures.Select(picture => picture.Id)],
            Rate = film.FrameRate,
            X = film.Width / 2.0,
            Y = film.Height / 2.0,
            SizePercent = Math.Round(Math.Clamp(fit * 100, 0.01, 100_000), 4),
        };
    }
}
