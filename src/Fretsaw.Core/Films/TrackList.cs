using System.Collections.Immutable;

namespace Fretsaw.Core.Films;

/// <summary>A shot's tracks, found and put by their addresses.</summary>
internal static class TrackList
{
    /// <returns>The place of the address; where it is not there, the complement of the place at which it would be.</returns>
    public static int IndexOf(this ImmutableArray<Track> tracks, Address address)
    {
        var (low, high) = (0, tracks.Length - 1);
        while (low <= high)
        {
            var middle = (low + high) / 2;
            var order = tracks[middle].Address.CompareTo(address);
            if (order == 0)
            {
                return middle;
            }

            (low, high) = order < 0 ? (middle + 1, high) : (low, middle - 1);
        }

        return ~low;
    }

    /// <summary>An owner's, which lie together.</summary>
    public static ImmutableArray<Track> Of(this ImmutableArray<Track> tracks, string owner)
    {
        var from = ~tracks.IndexOf(new Address(owner, "", ""));
        var to = from < 0 ? from = 0 : from;
        while (to < tracks.Length && tracks[to].Address.Owner == owner)
        {
            to++;
        }

        return tracks[from..to];
    }

    public static Track? Find(this ImmutableArray<Track> tracks, Address address) => tracks.IndexOf(address) is >= 0 and var index ? tracks[index] : null;

    /// <summary>The track that has a number: its own, or that of the place which the number is a part of.</summary>
    public static Track? WithNumber(this ImmutableArray<Track> tracks, Address address) =>
        tracks.Find(address) ?? (Properties.Find(address)?.Place is { } place ? tracks.Find(address with { Property = place.Name }) : null);

    /// <summary>Puts a track in the place of the one with its address, or where it belongs.</summary>
    public static ImmutableArray<Track> With(this ImmutableArray<Track> tracks, Track track)
    {
        var index = tracks.IndexOf(track.Address);
        return index >= 0 ? tracks.SetItem(index, track) : tracks.Insert(~index, track);
    }
}
