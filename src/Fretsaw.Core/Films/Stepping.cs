namespace Fretsaw.Core.Films;

/// <summary>How often something is drawn anew: on ones, on twos, on threes. The narrowest that is said of a value counts, beside the step of its gap.</summary>
/// <param name="Owner">Id of a thing on the stage; "" for all of the shot but the camera.</param>
/// <param name="Thing">For a puppet the id of a part, with all that sits on it, or of a bone, reach or dial; "" for all of the owner.</param>
/// <param name="Every">Frames, [1, 48], counted from the shot's first.</param>
public sealed record Stepping(string Owner, string Thing, int Every)
{
    /// <summary>The frame whose drawing still stands.</summary>
    /// <param name="frame">1-based, whole or between frames.</param>
    public static double Drawn(double frame, int every) => every <= 1 ? frame : 1 + (Math.Floor((frame - 1) / every) * every);

    /// <summary>The same for a pass of so many drawings a second, which need not go into the film's rate.</summary>
    /// <param name="perSecond">&gt; 0; null for all frames.</param>
    /// <returns>A whole frame where drawings are counted.</returns>
    public static double Drawn(double frame, double? perSecond, double frameRate)
    {
        if (perSecond is not { } rate || rate >= frameRate)
        {
            return frame;
        }

        // The frame on which a drawing comes in is the first at or after its time; a hair is let off for what rounding leaves over.
        var drawing = Math.Floor(((Math.Floor(frame) - 1) * rate / frameRate) + 1e-9);
        return 1 + Math.Ceiling((drawing * frameRate / rate) - 1e-9);
    }
}
