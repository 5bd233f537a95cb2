using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Puppets;

/// <summary>
/// A part's outlines, matched: for every ring the places of the part's own drawing and how far each form moves them. What
/// shows at a frame is own + Σ amount · (form − own), so that forms add up and none of them alone is the drawing.
/// </summary>
public sealed class FormSet
{
    /// <summary>Curves become chords that stray this far, px: too little to see at ten times the size.</summary>
    private const double Tolerance = 0.04;

    /// <summary>A half-way outline with less than this part of the smaller area has folded over: it twists.</summary>
    private const double LeastHalfwayArea = 0.6;

    private FormSet(MatchedRing[] rings, FormFit[] fits) => (Rings, Fits) = (rings, fits);

    /// <summary>In painting order, rings of one shape in a row.</summary>
    public MatchedRing[] Rings { get; }

    /// <summary>How each form lies on the part's own drawing, for showing and for snags.</summary>
    public FormFit[] Fits { get; }

    /// <param name="Shape">Index among the shapes of the part's own drawing, whose paint it has.</param>
    /// <param name="Closed">Open lines of a stroke stay open.</param>
    /// <param name="Moves">By form, as many moves as there are places.</param>
    public sealed record MatchedRing(int Shape, bool Closed, Point[] Places, Point[][] Moves);

    /// <summary>One ring of a form on its partner.</summary>
    /// <param name="StartAt">Where it starts, on the form's drawing.</param>
    /// <param name="Onward">A place a little farther on, which tells the direction.</param>
    /// <param name="Twists">The blend folds over on the way.</param>
    /// <param name="ByHand">A person has said how it lies.</param>
    public sealed record FormFit(string Form, int Shape, OutlineFit Fit, Point StartAt, Point Onward, bool Twists, bool ByHand);

    /// <returns>Null when the drawing has no outline to blend.</returns>
    public static FormSet? Of(Drawing own, IReadOnlyList<(Form Form, Drawing Drawing)> forms)
    {
        var rings = new List<MatchedRing>();
        var fits = new List<FormFit>();
        for (var shape = 0; shape < own.Shapes.Length; shape++)
        {
            var lines = Lines(own.Shapes[shape]);
            var others = forms.Select(entry => shape < entry.Drawing.Shapes.Length ? Lines(entry.Drawing.Shapes[shape]) : []).ToList();
            for (var line = 0; line < lines.Count; line++)
            {
                rings.Add(Match(shape, line, lines[line], forms, others, fits));
            }
        }

        return rings.Count == 0 ? null : new FormSet([.. rings], [.. fits]);
    }

    /// <summary>Which of so many matched places tells the direction from the first.</summary>
    public static int Onward(int places) => Math.Min(places - 1, Math.Max(1, places / 24));

    /// <summary>How far along the outline of a form's shape its place nearest to a point is, part of its length, [0, 1).</summary>
    /// <exception cref="FilmException">The drawing has no such shape, or the shape no outline.</exception>
    public static double StartNear(Drawing form, int shape, Point near) =>
        shape >= 0 && shape < form.Shapes.Length && Lines(form.Shapes[shape]) is [var first, ..]
            ? OutlineMatch.Nearest(first.Points, near)
            : throw new FilmException($"drawing '{form.Id}'", $"has no outline {shape + 1}", "select one of its shapes");

    private static MatchedRing Match(
        int shape, int line, (List<Point> Points, bool Closed) own, IReadOnlyList<(Form Form, Drawing Drawing)> forms,
        List<List<(List<Point> Points, bool Closed)>> others, List<FormFit> fits)
    {
        var matched = new List<(IReadOnlyList<Point> Outline, OutlineFit Fit)>();
        for (var f = 0; f < forms.Count; f++)
        {
            // A form without this ring shows it as it is.
            IReadOnlyList<Point> outline = line < others[f].Count ? others[f][line].Points : own.Points;
            var start = line == 0 ? forms[f].Form.Starts.FirstOrDefault(entry => entry.Shape == shape) : null;
            var fit = start is not null ? OutlineMatch.Chosen(own.Points, outline, start.Start, start.Reversed)
                : own.Closed ? OutlineMatch.Best(own.Points, outline)
                : new OutlineFit(0, false, 0);
            matched.Add((outline, fit));
        }

        var equal = OutlineMatch.Equalise(own.Points, matched);
        for (var f = 0; f < forms.Count; f++)
        {
            if (line < others[f].Count && own.Closed)
            {
                var at = equal[f + 1];
                fits.Add(new FormFit(
                    forms[f].Form.Id, shape, matched[f].Fit, at[0], at[Onward(at.Length)],
                    Twists(equal[0], at), forms[f].Form.Starts.Any(entry => entry.Shape == shape)));
            }
        }

        return new MatchedRing(shape, own.Closed, equal[0], [.. equal.Skip(1).Select(places => places.Select((place, i) => place - equal[0][i]).ToArray())]);
    }

    private static bool Twists(Point[] own, Point[] form)
    {
        var halfway = own.Select((place, i) => (place + form[i]) * 0.5).ToArray();
        var (a, b, half) = (Area(own), Area(form), Area(halfway));
        return a * b < 0 || half * a < 0 || Math.Abs(half) < LeastHalfwayArea * Math.Min(Math.Abs(a), Math.Abs(b));
    }

    private static double Area(Point[] ring)
    {
        var sum = 0.0;
        for (int i = 0, j = ring.Length - 1; i < ring.Length; j = i++)
        {
            sum += Point.Cross(ring[j], ring[i]);
        }

        return sum / 2;
    }

    private static List<(List<Point> Points, bool Closed)> Lines(Shape shape)
    {
        var lines = Flattening.Polylines(PathParser.Parse(shape.Path, out _), shape.Matrix, Tolerance);

        // A filled outline is closed even where its path does not say so, and a closing point that repeats the first is none.
        return
        [
            .. lines.Select(line => (Points: line.Points.Count > 3 && line.Points[0] == line.Points[^1] ? line.Points[..^1] : line.Points, Closed: line.Closed || shape.Fill is not null))
                .Where(line => line.Points.Count >= (line.Closed ? 3 : 2)),
        ];
    }
}
