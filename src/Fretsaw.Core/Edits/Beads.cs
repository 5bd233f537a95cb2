using System.Collections.Immutable;
using System.Text.Json.Serialization;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Edits;

/// <summary>Keys that are chosen on the strip, a row at a time: those of some tracks at some frames.</summary>
public sealed record Beads(ImmutableArray<Address> Addresses, ImmutableArray<int> Frames)
{
    public bool Equals(Beads? other) => other is not null && Addresses.AsSpan().SequenceEqual(other.Addresses.AsSpan()) && Frames.AsSpan().SequenceEqual(other.Frames.AsSpan());

    public override int GetHashCode() => HashCode.Combine(Addresses.Length, Frames.Length, Frames.IsDefaultOrEmpty ? 0 : Frames[0]);
}

/// <summary>Where chosen keys go in time.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(Shift), "shift")]
[JsonDerivedType(typeof(Stretch), "stretch")]
[JsonDerivedType(typeof(Reverse), "reverse")]
[JsonDerivedType(typeof(Exchange), "exchange")]
[JsonDerivedType(typeof(Evenly), "evenly")]
[JsonDerivedType(typeof(Scatter), "scatter")]
[JsonDerivedType(typeof(Delay), "delay")]
public abstract record Retiming;

/// <summary>All by so many frames; the first goes no farther than frame 1.</summary>
public sealed record Shift(int By) : Retiming;

/// <summary>In proportion about a frame that stays where it is; keys of one track stay in order and a frame apart.</summary>
/// <param name="Times">(0, 100]</param>
public sealed record Stretch(int About, double Times) : Retiming;

/// <summary>The last comes first: gaps and paths are gone the other way.</summary>
public sealed record Reverse : Retiming;

/// <summary>The last comes first, and so on inward; the gaps stay where they are. Of two poses the one takes the other's place.</summary>
public sealed record Exchange : Retiming;

/// <summary>As many frames from each chosen frame to the next; the first and the last stay.</summary>
public sealed record Evenly : Retiming;

/// <summary>Each row as a whole by a few frames of its own, so that nothing is in step.</summary>
/// <param name="Most">Frames either way, [1, 1000].</param>
public sealed record Scatter(int Seed, int Most) : Retiming;

/// <summary>Each row so many frames later than the one above it, so that what hangs on follows what leads; earlier when below 0.</summary>
/// <param name="By">Frames a row, [−1000, 1000]. No row goes before frame 1.</param>
public sealed record Delay(int By) : Retiming;

/// <summary>Keys of tracks between frames.</summary>
internal static class BeadsWithin
{
    /// <param name="from">The first frame.</param>
    /// <param name="to">The last, included.</param>
    /// <returns>A row for each track that has any.</returns>
    public static ImmutableArray<Beads> Of(IEnumerable<Track> tracks, int from, int to) =>
        [.. tracks.Select(track => new Beads([track.Address], [.. track.AllKeys.Select(key => key.Frame).Where(frame => frame >= from && frame <= to)])).Where(beads => !beads.Frames.IsEmpty)];
}
