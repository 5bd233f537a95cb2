using System.Globalization;
using System.Text;
using Fretsaw.Core.Art;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Puppets;

namespace Fretsaw.Core.Handling;

/// <summary>A limb at rest as a drawing: what boxes, lists and exports show of it, and the paint it is redrawn with.</summary>
public static class Limbs
{
    public static Drawing DrawingOf(Limb limb, Point root, Point joint, Point end, string id, Paint fill)
    {
        Span<Point> points = stackalloc Point[LimbOutline.TotalPoints];
        LimbOutline.Write(points, root, joint, end, limb.RootWidth, limb.JointWidth, limb.EndWidth);
        var path = new StringBuilder();
        var box = default(Box);
        for (var i = 0; i < points.Length; i++)
        {
            var verb = i % LimbOutline.Corners == 0 ? (i == 0 ? "M" : "ZM") : "L";
            path.Append(CultureInfo.InvariantCulture, $"{verb}{points[i].X:0.##} {points[i].Y:0.##}");
            box = box.With(new Box(points[i].X - 0.5, points[i].Y - 0.5, 1, 1));
        }

        var shape = new Shape { Path = path.Append('Z').ToString(), Fill = fill };
        return new Drawing
        {
            Id = id,
            Name = "Limb",
            Bounds = new Box(Math.Floor(box.X), Math.Floor(box.Y), Math.Ceiling(box.Width) + 2, Math.Ceiling(box.Height) + 2),
            Shapes = [shape],
            Outline = Outlines.Of([shape]),
        };
    }
}
