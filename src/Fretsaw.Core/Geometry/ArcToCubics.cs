namespace Fretsaw.Core.Geometry;

/// <summary>
/// Elliptical arcs as cubics: endpoint to centre form by SVG 2 appendix B.2.4 with out-of-range radii grown as in
/// B.2.5, then pieces of at most 90°, each with handles of length 4/3·tan(θ/4) (radius error below 3e-4).
/// </summary>
public static class ArcToCubics
{
    public static void Append(PathData path, Point from, double rx, double ry, double turnRadians, bool large, bool sweep, Point to)
    {
        if (from == to)
        {
            return;
        }

        if (rx == 0 || ry == 0)
        {
            path.LineTo(to);
            return;
        }

        var (sinTurn, cosTurn) = Math.SinCos(turnRadians);
        var half = (from - to) * 0.5;
        var p = new Point((cosTurn * half.X) + (sinTurn * half.Y), (-sinTurn * half.X) + (cosTurn * half.Y));
        var grow = (p.X * p.X / (rx * rx)) + (p.Y * p.Y / (ry * ry));
        if (grow > 1)
        {
            rx *= Math.Sqrt(grow);
            ry *= Math.Sqrt(grow);
        }

        var under = (rx * rx * p.Y * p.Y) + (ry * ry * p.X * p.X);
        var root = Math.Sqrt(Math.Max(0, ((rx * rx * ry * ry) - under) / under)) * (large == sweep ? -1 : 1);
        var c = new Point(root * rx * p.Y / ry, -root * ry * p.X / rx);
        var mid = (from + to) * 0.5;
        var centre = new Point((cosTurn * c.X) - (sinTurn * c.Y) + mid.X, (sinTurn * c.X) + (cosTurn * c.Y) + mid.Y);

        var first = Math.Atan2((p.Y - c.Y) / ry, (p.X - c.X) / rx);
        var last = Math.Atan2((-p.Y - c.Y) / ry, (-p.X - c.X) / rx);
        var span = last - first;
        span += sweep && span < 0 ? 2 * Math.PI : !sweep && span > 0 ? -2 * Math.PI : 0;

        var pieces = Math.Max(1, (int)Math.Ceiling((Math.Abs(span) / (Math.PI / 2)) - 1e-9));
        var step = span / pieces;
        var handle = 4.0 / 3 * Math.Tan(step / 4);
        var circle = new Affine(cosTurn * rx, sinTurn * rx, -sinTurn * ry, cosTurn * ry, centre.X, centre.Y);
        for (var i = 0; i < pieces; i++)
        {
            var (sin0, cos0) = Math.SinCos(first + (i * step));
            var (sin1, cos1) = Math.SinCos(first + ((i + 1) * step));
            path.CubicTo(
                circle.Map(new Point(cos0 - (handle * sin0), sin0 + (handle * cos0))),
                circle.Map(new Point(cos1 + (handle * sin1), sin1 - (handle * cos1))),
                i == pieces - 1 ? to : circle.Map(new Point(cos1, sin1)));
        }
    }

    /// <summary>A closed ellipse, clockwise from its right end, as SVG 2 §10.4 draws it.</summary>
    public static void AppendEllipse(PathData path, Point centre, double rx, double ry)
    {
        var right = new Point(centre.X + rx, centre.Y);
        var left = new Point(centre.X - rx, centre.Y);
        path.MoveTo(right);
        Append(path, right, rx, ry, 0, large: false, sweep: true, left);
        Append(path, left, rx, ry, 0, large: false, sweep: true, right);
        path.Close();
    }
}
