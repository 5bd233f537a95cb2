using System.Collections.Immutable;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Sessions;

/// <summary>
/// Keys of number tracks that came as numbers beside a film's text (web/src/engine/packedKeys.ts): by track the index of its shot, its
/// own, how many keys it has, then frame and value of each.
/// </summary>
public static class PackedKeys
{
    /// <param name="shots">With those tracks empty.</param>
    /// <param name="packed">As the page wrote it.</param>
    /// <exception cref="FilmException">It names a track that is not there, or ends too soon.</exception>
    public static ImmutableArray<Shot> Fill(ImmutableArray<Shot> shots, ReadOnlySpan<double> packed)
    {
        var tracks = shots.Select(shot => shot.Tracks.ToArray()).ToArray();
        while (!packed.IsEmpty)
        {
            FilmException.ThrowIf(packed.Length < 3, "packed keys", "end within a track's head", "open the film again");
            var (shot, track, count) = ((int)packed[0], (int)packed[1], (int)packed[2]);
            FilmException.ThrowIf(
                (uint)shot >= tracks.Length || (uint)track >= tracks[shot].Length || tracks[shot][track] is not NumberTrack || (uint)count > (packed.Length - 3) / 2,
                "packed keys", "do not fit the film's tracks", "open the film again");
            tracks[shot][track] = (NumberTrack)tracks[shot][track] with { Keys = Keys(packed.Slice(3, 2 * count)) };
            packed = packed[(3 + (2 * count))..];
        }

        return [.. shots.Select((shot, index) => shot with { Tracks = [.. tracks[index]] })];
    }

    private static ImmutableArray<NumberKey> Keys(ReadOnlySpan<double> pairs)
    {
        var keys = ImmutableArray.CreateBuilder<NumberKey>(pairs.Length / 2);
        for (var i = 0; i < pairs.Length; i += 2)
        {
            keys.Add(new NumberKey((int)pairs[i], pairs[i + 1]));
        }

        return keys.MoveToImmutable();
    }
}
