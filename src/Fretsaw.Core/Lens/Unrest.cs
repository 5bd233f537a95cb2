using Fretsaw.Core.Films;

namespace Fretsaw.Core.Lens;

/// <summary>What shakes add to the camera at one frame: picture pixels and degrees.</summary>
public readonly record struct Unrest(double X, double Y, double RollDegrees)
{
    /// <summary>What is left of a shake when it has died away.</summary>
    public const double Rest = 0.05;

    /// <summary>The second octave is out of step with the first, so that the unrest has no beat.</summary>
    private const double SecondPace = 1.618033988749895;

    private const double SecondWeight = 0.5;

    /// <summary>A shake across, down and in roll.</summary>
    private const int Axes = 3;

    /// <summary>Two independent octaves add by their squares.</summary>
    private static readonly double Normal = 1 / (GradientNoise.Rms * Math.Sqrt(1 + (SecondWeight * SecondWeight)));

    /// <summary>The sum of all shakes. Outside their frames they are exactly still.</summary>
    /// <param name="frame">1-based, whole or between frames.</param>
    public static Unrest At(ReadOnlySpan<Shake> shakes, double frame, double frameRate, double frameWidth)
    {
        var (x, y, roll) = (0.0, 0.0, 0.0);
        foreach (var shake in shakes)
        {
            var envelope = Envelope(shake, frame);
            if (envelope == 0)
            {
                continue;
            }

            var seconds = (frame - shake.StartFrame) / frameRate;
            var pixels = envelope * shake.StrengthPercent / 100 * frameWidth;
            x += pixels * Axis(shake, seconds, 0);
            y += pixels * Axis(shake, seconds, 1);
            roll += envelope * shake.RollDegrees * Axis(shake, seconds, 2);
        }

        return new Unrest(x, y, roll);
    }

    /// <summary>1 at the start, falling by the same part every frame to 5 % at "dies away in"; 0 before and after.</summary>
    public static double Envelope(Shake shake, double frame)
    {
        var gone = (frame - shake.StartFrame) / shake.DiesAwayFrames;
        return gone is < 0 or > 1 ? 0 : Math.Pow(Rest, gone);
    }

    /// <summary>One axis with RMS 1.</summary>
    private static double Axis(Shake shake, double seconds, int axis)
    {
        var line = (shake.Seed * Axes) + axis;
        return shake.Noise == ShakeNoise.Band ? BandNoise.At(seconds, shake.PaceHz, line) : Octaves(seconds * shake.PaceHz, line);
    }

    /// <summary>A third of a cell in, the noise is not on its zeros.</summary>
    private static double Octaves(double place, int line)
    {
        var first = GradientNoise.At(place + (1.0 / 3), line);
        var second = GradientNoise.At((place * SecondPace) + (2.0 / 3) + 1000, line);
        return (first + (SecondWeight * second)) * Normal;
    }
}
