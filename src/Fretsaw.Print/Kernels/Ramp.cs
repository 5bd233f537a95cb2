using System.Runtime.InteropServices;
using Fretsaw.Core.Films;

namespace Fretsaw.Print.Kernels;

/// <summary>
/// A gradient's colours along its way, in straight pieces: one before the first stop, one between each two, one behind the last.
/// As SVG 2 § 14.2 has it, colours that are not premultiplied are mixed, and of stops at one place the last one counts from there on.
/// </summary>
internal sealed class Ramp
{
    /// <summary>As many as a register has places: so many pieces are looked up at once.</summary>
    private const int MostPieces = 8;

    private Ramp(ReadOnlySpan<GradientStop> stops)
    {
        Edges = new float[stops.Length];
        IsOpaque = true;
        for (var piece = 0; piece <= stops.Length; piece++)
        {
            var (from, to) = (stops[Math.Max(0, piece - 1)], stops[Math.Min(stops.Length - 1, piece)]);
            if (piece < stops.Length)
            {
                Edges[piece] = (float)stops[piece].Offset;
            }

            var span = to.Offset - from.Offset;
            Set(Red, piece, from.Colour.R, to.Colour.R, from.Offset, span);
            Set(Green, piece, from.Colour.G, to.Colour.G, from.Offset, span);
            Set(Blue, piece, from.Colour.B, to.Colour.B, from.Offset, span);
            Set(Alpha, piece, from.Colour.A / 255.0, to.Colour.A / 255.0, from.Offset, span);
            IsOpaque &= from.Colour.A == 255;
        }
    }

    public bool IsOpaque { get; }

    /// <summary>Where pieces meet, never falling: piece i lies between edge i − 1 and edge i.</summary>
    public float[] Edges { get; }

    /// <summary>By piece: what a channel rises by along the whole way, and behind those what it would be at the start; colours out of 255, alpha out of 1.</summary>
    public float[] Red { get; } = new float[2 * MostPieces];

    public float[] Green { get; } = new float[2 * MostPieces];

    public float[] Blue { get; } = new float[2 * MostPieces];

    public float[] Alpha { get; } = new float[2 * MostPieces];

    /// <returns>Null where there are more stops than the kernel knows.</returns>
    public static Ramp? Of(Gradient gradient) =>
        gradient.Stops.Length is > 0 and < MostPieces ? new Ramp(ImmutableCollectionsMarshal.AsArray(gradient.Stops)) : null;

    private static void Set(float[] channel, int piece, double from, double to, double start, double span)
    {
        var slope = span > 0 ? (to - from) / span : 0;
        (channel[piece], channel[MostPieces + piece]) = ((float)slope, (float)(from - (slope * start)));
    }
}
