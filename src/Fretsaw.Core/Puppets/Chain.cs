using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Puppets;

/// <summary>
/// Segments from a root at the origin, in lengths of the whole: turns of each against the one before, radians, the first against the
/// x axis.
/// </summary>
/// <param name="lengths">&gt; 0, together 1.</param>
/// <param name="rest">Turns as drawn.</param>
/// <param name="least">The least turn of each; −∞ where there is no limit.</param>
/// <param name="most">The greatest; +∞ where there is none.</param>
internal readonly ref struct Chain(ReadOnlySpan<double> lengths, ReadOnlySpan<double> rest, ReadOnlySpan<double> least, ReadOnlySpan<double> most)
{
    public ReadOnlySpan<double> Lengths { get; } = lengths;

    public ReadOnlySpan<double> Rest { get; } = rest;

    public ReadOnlySpan<double> Least { get; } = least;

    public ReadOnlySpan<double> Most { get; } = most;

    public int Count => Lengths.Length;

    public double Within(int i, double turn) => Math.Clamp(turn, Least[i], Most[i]);

    /// <param name="joints">Becomes where every segment ends.</param>
    /// <returns>The last of them.</returns>
    public Point Ends(ReadOnlySpan<double> turns, Span<Point> joints)
    {
        var (at, angle) = (default(Point), 0.0);
        for (var i = 0; i < Count; i++)
        {
            angle += turns[i];
            var (sin, cos) = Math.SinCos(angle);
            at += new Point(cos, sin) * Lengths[i];
            joints[i] = at;
        }

        return at;
    }
}
