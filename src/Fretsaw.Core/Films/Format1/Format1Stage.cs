using System.Collections.Immutable;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Films.Format1;

/// <summary>The stage and the keys of a format 1 shot as those of format 2.</summary>
internal static class Format1Stage
{
    /// <summary>A frame was a pose when at least this part of the fullest one's channels was keyed there.</summary>
    private const double FullCard = 1.0 / 3;

    public static Shot ToFormat2(Format1Shot old, ImmutableArray<Puppet> puppets)
    {
        FilmCheck.Some(old.Cast, $"shot '{old.Name}'", "puppets", FilmCheck.MaxThings);
        FilmCheck.Some(old.Flats, $"shot '{old.Name}'", "flats", FilmCheck.MaxThings);
        FilmCheck.Some(old.Channels, $"shot '{old.Name}'", "channels", FilmCheck.MaxThings);
        FilmCheck.Some(old.Shakes, $"shot '{old.Name}'", "shakes", FilmCheck.MaxThings);
        var channels = old.Channels.Where(channel => !channel.Keys.IsDefaultOrEmpty && channel.Keys.All(key => key is not null)).Select(channel => (Address: Parse(channel.Id), channel.Keys)).ToList();
        var cards = Cards(channels);
        return new Shot
        {
            Id = old.Id,
            Name = old.Name,
            Length = old.Length,
            Things = Things(old),
            Tracks = [.. Tracks(old, puppets, channels, cards.ToDictionary(card => card.Place, card => card.Gap)).OrderBy(track => track.Address)],
            Cards = cards,
            Shakes = [.. Shakes(old)],
            Wind = old.Wind ?? new Wind(),
        };
    }

    public static Address Parse(string text)
    {
        var pieces = text.Split('/');
        if (pieces.Length != 3 || pieces.Any(piece => piece.Length == 0))
        {
            throw new FilmException($"channel '{text}'", "is not an address", "write it owner/thing/property");
        }

        return new Address(pieces[0], pieces[1], pieces[2] == "follow" ? Properties.FollowThrough.Name : pieces[2]);
    }

    public static Gap Of(Format1Chart chart) => chart switch
    {
        Format1Chart.Even => Gap.Even,
        Format1Chart.SlowStart => Gap.SlowStart,
        Format1Chart.SlowStop => Gap.SlowStop,
        Format1Chart.Hold => Gap.Hold,
        _ => Gap.Both,
    };

    /// <summary>At one distance flats were painted before puppets, so they come first; ids had to differ among flats and among puppets only.</summary>
    private static ImmutableArray<Thing> Things(Format1Shot old)
    {
        var taken = old.Cast.Select(member => member.Id).Concat(Address.TakenByOwners).ToHashSet(StringComparer.Ordinal);
        return [.. old.Flats.Select(flat => Of(flat) with { Id = Take(flat.Id, taken) }), .. old.Cast.Select(Of)];
    }

    public static Thing Of(Format1Flat flat) => new()
    {
        Id = flat.Id,
        Name = flat.Name,
        Label = flat.Label,
        Hidden = flat.Hidden,
        Stand = Stand(flat.Distance, flat.X, flat.Y, flat.Scale),
        Body = new Picture(flat.Drawing),
    };

    public static Thing Of(Format1Cast member) => new()
    {
        Id = member.Id,
        Name = member.Name,
        Label = Label.Brass,
        Hidden = member.Hidden,
        Stand = Stand(member.Distance, member.X, member.Y, member.Scale),
        Body = new Cast(member.Puppet),
    };

    private static IEnumerable<Shake> Shakes(Format1Shot old)
    {
        var taken = old.Cast.Select(member => member.Id).Concat(old.Flats.Select(flat => flat.Id)).Concat(Address.TakenByOwners).ToHashSet(StringComparer.Ordinal);
        return old.Shakes.Select(shake => shake with { Id = Take(shake.Id, taken) });
    }

    private static string Take(string id, HashSet<string> taken)
    {
        var free = Ids.Free(id, candidate => !taken.Contains(candidate));
        taken.Add(free);
        return free;
    }

    private static Stand Stand(double distance, double x, double y, double scale) => new() { Distance = distance, X = x, Y = y, SizePercent = scale * 100 };

    private static ImmutableArray<Card> Cards(List<(Address Address, ImmutableArray<Format1Key> Keys)> channels)
    {
        var cards = new List<Card>();
        foreach (var owner in channels.Where(channel => channel.Address.HasCards).GroupBy(channel => channel.Address.Owner))
        {
            var byFrame = owner.SelectMany(channel => channel.Keys.Select(key => (key, Jumps: channel.Address.Property is "swap" or "planted"))).GroupBy(pair => pair.key.Frame).ToList();
            var most = byFrame.Max(frame => frame.Count());
            cards.AddRange(byFrame.Where(frame => frame.Count() >= FullCard * most).Select(frame => new Card(owner.Key, frame.Key)
            {
                // The gap that most keys here have; what jumps has none, and counts only where nothing else does.
                Gap = Of(frame.GroupBy(pair => (pair.Jumps, pair.key.Gap)).OrderBy(group => group.Key.Jumps).ThenByDescending(group => group.Count()).First().Key.Gap),
            }));
        }

        return [.. cards.OrderBy(card => card.Place)];
    }

    private static IEnumerable<Track> Tracks(
        Format1Shot old, ImmutableArray<Puppet> puppets, List<(Address Address, ImmutableArray<Format1Key> Keys)> channels, Dictionary<CardPlace, Gap> cards)
    {
        var byAddress = channels.ToLookup(channel => channel.Address, channel => channel.Keys);
        var done = new HashSet<Address>();
        foreach (var (address, keys) in channels)
        {
            if (done.Contains(address))
            {
                continue;
            }

            if (PlaceOf(address) is { } place && place.Axes.Select(axis => byAddress[address with { Property = axis }].FirstOrDefault()).ToList() is var axes && axes.TrueForAll(axis => IsKeyedAs(axis, axes[0])))
            {
                done.UnionWith(place.Axes.Select(axis => address with { Property = axis }));
                yield return new PlaceTrack { Address = address with { Property = place.Name }, Keys = [.. keys.Select((key, i) => Keyed(key, axes, i, OwnGap(address, key)))] };
            }
            else if (address.Property is "swap" or "planted")
            {
                done.Add(address);
                yield return new ChoiceTrack { Address = address, Keys = [.. keys.Select(key => new ChoiceKey(key.Frame, ChoiceId(old, puppets, address, key.Value)))] };
            }
            else
            {
                done.Add(address);
                yield return new NumberTrack { Address = address, Keys = [.. keys.Select(key => new NumberKey(key.Frame, key.Value) { Gap = OwnGap(address, key) })] };
            }
        }

        Gap? OwnGap(Address address, Format1Key key) =>
            address.HasCards && cards.TryGetValue(new CardPlace(address.Owner, key.Frame), out var gap) && gap == Of(key.Gap) ? null : Of(key.Gap);
    }

    private static PlaceInfo? PlaceOf(Address address) =>
        address.Owner == Address.Camera ? (Properties.CameraPlace.Axes.Contains(address.Property) ? Properties.CameraPlace : null)
        : Properties.Shift.Axes.Contains(address.Property) ? Properties.Shift : null;

    /// <summary>At the same frames with the same charts: then the numbers are one place on a straight path.</summary>
    private static bool IsKeyedAs(ImmutableArray<Format1Key> keys, ImmutableArray<Format1Key> others)
    {
        var same = !keys.IsDefault && !others.IsDefault && keys.Length == others.Length;
        for (var i = 0; same && i < keys.Length; i++)
        {
            same = keys[i].Frame == others[i].Frame && keys[i].Gap == others[i].Gap;
        }

        return same;
    }

    private static PlaceKey Keyed(Format1Key key, List<ImmutableArray<Format1Key>> axes, int i, Gap? gap) =>
        new(key.Frame, new Place(axes[0][i].Value, axes[1][i].Value, axes.Count > 2 ? axes[2][i].Value : 0)) { Gap = gap };

    private static string ChoiceId(Format1Shot old, ImmutableArray<Puppet> puppets, Address address, double value)
    {
        if (address.Property == Properties.Planted.Name)
        {
            return value > 0.5 ? Properties.OnStage : "";
        }

        var puppet = puppets.FirstOrDefault(candidate => candidate.Id == old.Cast.FirstOrDefault(member => member.Id == address.Owner)?.Puppet);
        var swaps = puppet?.Parts.FirstOrDefault(part => part.Id == address.Thing)?.Swaps ?? [];
        return Format1Reader.SwapId(swaps.IsDefault ? [] : [.. swaps.Select(swap => swap.Id)], value);
    }
}
