using Fretsaw.Core.Films;

namespace Fretsaw.Core.Acting;

/// <summary>From the frames of a shot to those of an action that is placed in it.</summary>
internal sealed class ActionClock(Placed placed, Kept kept)
{
    private readonly double speed = placed.SpeedPercent / 100;

    /// <summary>The first and the last frame of the action that are used.</summary>
    public int From { get; } = Math.Min(placed.From, kept.Length);

    public int To { get; } = Math.Clamp(placed.To == 0 ? kept.Length : placed.To, Math.Min(placed.From, kept.Length), kept.Length);

    public double Start { get; } = placed.Start;

    public double End { get; } = placed.End();

    public bool Reversed => placed.Reversed;

    /// <summary>Frames of the action from one round to the next; its last frame is the first of the next round. 0 for a pose.</summary>
    public int Round => To - From;

    /// <param name="frame">Of the shot; before the start as at it, after the end as at that.</param>
    /// <returns>How far within its round it is, in frames of the action, in the order in which it is gone through; and how many rounds have been gone through before.</returns>
    public (double Within, int Rounds) Gone(double frame)
    {
        if (Round == 0)
        {
            return (0, 0);
        }

        var gone = (Math.Clamp(frame, Start, End) - Start) * speed;

        // At a seam the round that ends is shown; a hair is let off for what rounding leaves over.
        var rounds = Math.Max(0, (int)Math.Ceiling((gone / Round) - 1e-9) - 1);
        return (Math.Min(gone - ((double)rounds * Round), Round), rounds);
    }

    /// <summary>The frame of the action at a place within its round.</summary>
    public double FrameAt(double within) => Reversed ? To - within : From + within;
}
