using System.Collections.Immutable;

namespace Fretsaw.Core.Films;

/// <summary>What a reference does after its last picture.</summary>
public enum ReferenceEnd
{
    /// <summary>The last picture stays.</summary>
    Hold,

    /// <summary>From its first picture again.</summary>
    Again,

    /// <summary>Nothing is seen any more.</summary>
    Gone,
}

/// <summary>A picture, a numbered sequence or the panels of a board, under or over a shot's picture. Never printed.</summary>
public sealed record Reference : IEntity
{
    public required string Id { get; init; }

    public required string Name { get; init; }

    /// <summary>Ids of drawings, in their order.</summary>
    public ImmutableArray<string> Pictures { get; init; } = [];

    /// <summary>Pictures a second, (0, 120].</summary>
    public double Rate { get; init; } = 24;

    /// <summary>The frame of the shot at which it begins; before it nothing is seen.</summary>
    public int Start { get; init; } = 1;

    /// <summary>The first and the last picture that are shown, by number from 1; 0 for the last there is.</summary>
    public int First { get; init; } = 1;

    public int Last { get; init; }

    public ReferenceEnd AtEnd { get; init; }

    /// <summary>Over the shot's picture; else under all of it but the backdrop.</summary>
    public bool Over { get; init; } = true;

    public bool Hidden { get; init; }

    /// <summary>[0, 100]</summary>
    public double OpacityPercent { get; init; } = 50;

    /// <summary>Where the middle of a picture lies in the frame, px.</summary>
    public double X { get; init; }

    public double Y { get; init; }

    /// <summary>Frame pixels for a hundred of its own, [0.01, 100000].</summary>
    public double SizePercent { get; init; } = 100;

    /// <summary>Which of its pictures is seen at a frame.</summary>
    /// <param name="frame">1-based, whole or between frames.</param>
    /// <returns>From 0; −1 for none.</returns>
    public int At(double frame, double frameRate)
    {
        var last = Last == 0 ? Pictures.Length : Math.Min(Last, Pictures.Length);
        var count = last - First + 1;
        if (frame < Start || count < 1)
        {
            return -1;
        }

        // A hair is let on for what rounding takes away from a picture that comes in on the very frame.
        var picture = Math.Floor(((frame - Start) / frameRate * Rate) + 1e-9);
        return picture < count ? First - 1 + (int)picture
            : AtEnd == ReferenceEnd.Hold ? last - 1
            : AtEnd == ReferenceEnd.Again ? First - 1 + (int)(picture % count)
            : -1;
    }
}
