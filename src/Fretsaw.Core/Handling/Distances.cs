using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Handling;

/// <summary>
/// Putting things nearer or farther. "Keep size" scales a thing with its distance about the point the lens at rest
/// looks at, so that the picture at rest stays as composed and only parallax and focus change.
/// </summary>
public static class Distances
{
    private const double Nearest = 0.1;
    private const double Farthest = 10000;

    public static ChangeFlat PutFlat(Film film, Shot shot, string flatId, double metres, bool keepSize)
    {
        var flat = shot.Flats.Find(flatId, "flat");
        var distance = Sensible(metres);
        var change = new ChangeFlat(shot.Id, flatId) { Distance = distance };
        if (!keepSize)
        {
            return change;
        }

        var (x, y, scale) = Kept(film, flat.X, flat.Y, flat.Scale, distance / flat.Distance);
        return change with { X = x, Y = y, Scale = scale };
    }

    public static ChangeCast PutCast(Film film, Shot shot, string castId, double metres, bool keepSize)
    {
        var member = shot.Cast.Find(castId, "puppet");
        var distance = Sensible(metres);
        var change = new ChangeCast(shot.Id, castId) { Distance = distance };
        if (!keepSize)
        {
            return change;
        }

        var (x, y, scale) = Kept(film, member.X, member.Y, member.Scale, distance / member.Distance);
        return change with { X = x, Y = y, Scale = scale };
    }

    internal static Func<Point, Edit> DragFlat(Evaluator stood, Grip grip, Point from)
    {
        var at = stood.Plan.Shot.Flats.Find(grip.Thing, "flat").Distance;
        return to => PutFlat(stood.Plan.Film, stood.Plan.Shot, grip.Thing, at + to.X - from.X, grip.KeepSize);
    }

    internal static Func<Point, Edit> DragCast(Evaluator stood, Grip grip, Point from)
    {
        var at = stood.Plan.Shot.Cast.Find(grip.Thing, "puppet").Distance;
        return to => PutCast(stood.Plan.Film, stood.Plan.Shot, grip.Thing, at + to.X - from.X, grip.KeepSize);
    }

    private static double Sensible(double metres) => Math.Round(Math.Clamp(metres, Nearest, Farthest), 3);

    private static (double X, double Y, double Scale) Kept(Film film, double x, double y, double scale, double factor)
    {
        var (centreX, centreY) = (film.Width / 2.0, film.Height / 2.0);
        return (Math.Round(centreX + ((x - centreX) * factor), 2), Math.Round(centreY + ((y - centreY) * factor), 2), Math.Round(scale * factor, 6));
    }
}
