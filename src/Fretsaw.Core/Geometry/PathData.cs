using System.Globalization;
using System.Text;

namespace Fretsaw.Core.Geometry;

public enum Verb : byte
{
    Move,
    Line,
    Quad,
    Cubic,
    Close,
}

/// <summary>
/// A path as verbs and points (Move 1, Line 1, Quad 2, Cubic 3, Close 0 points). The text form is SVG path data
/// (SVG 2 §9.3) with absolute M L Q C Z only.
/// </summary>
public sealed class PathData
{
    public List<Verb> Verbs { get; } = [];

    public List<Point> Points { get; } = [];

    public bool IsEmpty => Verbs.Count == 0;

    public Point Last => Points.Count > 0 ? Points[^1] : default;

    public void MoveTo(Point p) => Add(Verb.Move, p);

    public void LineTo(Point p) => Add(Verb.Line, p);

    public void QuadTo(Point control, Point end)
    {
        Verbs.Add(Verb.Quad);
        Points.Add(control);
        Points.Add(end);
    }

    public void CubicTo(Point control1, Point control2, Point end)
    {
        Verbs.Add(Verb.Cubic);
        Points.Add(control1);
        Points.Add(control2);
        Points.Add(end);
    }

    public void Close() => Verbs.Add(Verb.Close);

    public override string ToString()
    {
        var text = new StringBuilder();
        var at = 0;
        foreach (var verb in Verbs)
        {
            text.Append(verb switch { Verb.Move => 'M', Verb.Line => 'L', Verb.Quad => 'Q', Verb.Cubic => 'C', _ => 'Z' });
            var count = PointsOf(verb);
            for (var i = 0; i < count; i++)
            {
                var p = Points[at++];
                Number(text, p.X, spaced: i > 0);
                Number(text, p.Y, spaced: true);
            }
        }

        return text.ToString();
    }

    public static int PointsOf(Verb verb) => verb switch { Verb.Quad => 2, Verb.Cubic => 3, Verb.Close => 0, _ => 1 };

    private void Add(Verb verb, Point p)
    {
        Verbs.Add(verb);
        Points.Add(p);
    }

    /// <summary>A thousandth of a pixel is finer than eight-bit coverage can show at 4× magnification.</summary>
    private static void Number(StringBuilder text, double value, bool spaced)
    {
        var rounded = Math.Round(value, 3);
        var digits = (rounded == 0 ? 0 : rounded).ToString("0.###", CultureInfo.InvariantCulture);
        if (spaced && digits[0] != '-')
        {
            text.Append(' ');
        }

        text.Append(digits);
    }
}
