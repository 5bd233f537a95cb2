using System.Collections.Immutable;
using Fretsaw.Core.Timing;
using static Fretsaw.Core.Films.FilmCheck;

namespace Fretsaw.Core.Films;

/// <summary>The rules of tracks, cards and the gaps between them.</summary>
internal static class TrackCheck
{
    /// <summary>More cards and tracks than a shot has room for by hand.</summary>
    private const int MostTracks = 200_000;

    private const int MostDrawnPoints = 200;

    private const int MostPatternSteps = 48;

    /// <summary>Checks the tracks that are not the very same as before, wherever they have gone in the list.</summary>
    /// <param name="before">Checked, so in order.</param>
    public static void CheckNew(ImmutableArray<Track> tracks, ImmutableArray<Track> before, string place)
    {
        Some(tracks, place, "tracks", MostTracks);
        var known = 0;
        for (var i = 0; i < tracks.Length; i++)
        {
            var (track, address) = (tracks[i], tracks[i].Address);
            Demand(i == 0 || tracks[i - 1].Address != address, place, $"has two tracks of '{address}'", "keep one");
            Demand(i == 0 || tracks[i - 1].Address < address, place, $"has the track of '{address}' out of order", "order tracks by address");
            while (known < before.Length && before[known].Address < address)
            {
                known++;
            }

            var was = known < before.Length && before[known].Address == address ? before[known] : null;
            if (was is null)
            {
                CheckAddress(tracks, address, place);
            }

            if (!ReferenceEquals(track, was))
            {
                Check(track, place);
            }
        }
    }

    public static void Check(ImmutableArray<Card> cards, string place)
    {
        Some(cards, place, "cards", MostTracks);
        Card? last = null;
        foreach (var card in cards)
        {
            var at = $"card of '{card.Owner}' at frame {card.Frame} in {place}";
            Demand(Ids.IsValid(card.Owner), at, "has no usable owner", Ids.Remedy);
            Range(card.Frame, 1, ShotCheck.MaxLength, at, "frame", "");
            if (card.Name is not null)
            {
                Name(card.Name, at);
            }

            Check(card.Gap, at);
            Demand(last is null || last.Place < card.Place, at, "stands out of order or twice", "order cards by owner and frame");
            last = card;
        }
    }

    /// <summary>No number is keyed both by itself and as a part of a place.</summary>
    private static void CheckAddress(ImmutableArray<Track> tracks, Address address, string place)
    {
        Demand(Ids.IsValid(address.Owner) && Ids.IsValid(address.Thing) && address.Property is not null, place, $"has a track of '{address}', which is no address", "name owner, thing and property");
        var whole = Properties.FindPlace(address) is null && Properties.Find(address)?.Place is { } of ? address with { Property = of.Name } : address;
        foreach (var axis in Properties.FindPlace(whole)?.Axes ?? [])
        {
            Demand(tracks.IndexOf(whole) < 0 || tracks.IndexOf(whole with { Property = axis }) < 0, place, $"keys '{whole}' as a position and its '{axis}' by itself", "keep one of the two");
        }
    }

    private static void Check(Track track, string place)
    {
        var at = $"track '{track.Address}' in {place}";
        Demand(Enum.IsDefined(track.Before) && Enum.IsDefined(track.After), at, "loops in an unknown way", "use one of the listed ones");
        switch (track)
        {
            case NumberTrack numbers:
                Numbers(numbers, at);
                break;
            case PlaceTrack places:
                Places(places, at);
                break;
            case ChoiceTrack choices:
                Choices(choices, at);
                break;
            default:
                throw new FilmException(at, "is of an unknown kind", "use number, place or choice");
        }
    }

    private static void Numbers(NumberTrack track, string at)
    {
        var property = Properties.Find(track.Address);
        Demand(property is { Jumps: false }, at, "is not a number that can be keyed", "see docs/film-format.md for the list");
        Some(track.Keys, at, "keys", ShotCheck.MaxLength);
        var last = 0;
        foreach (var key in track.Keys)
        {
            Frame(key, ref last, at);
            Value(key.Value, property!, key.Frame, at);
        }
    }

    private static void Places(PlaceTrack track, string at)
    {
        var place = Properties.FindPlace(track.Address);
        Demand(place is not null, at, "is not a position that can be keyed", "see docs/film-format.md for the list");
        Some(track.Keys, at, "keys", ShotCheck.MaxLength);
        var axes = place!.Axes.Select(axis => Properties.Find(track.Address with { Property = axis })!).ToList();
        var last = 0;
        foreach (var key in track.Keys)
        {
            Frame(key, ref last, at);
            Demand(Enum.IsDefined(key.Joint), at, $"has an unknown joint at frame {key.Frame}", "use Free or Joined");
            Demand(key.In.IsFinite && key.Out.IsFinite && key.In.Length <= 1e6 && key.Out.Length <= 1e6, at, $"has a handle out of bounds at frame {key.Frame}", "draw it in");
            for (var axis = 0; axis < axes.Count; axis++)
            {
                Value(key.At.Along(axis), axes[axis], key.Frame, at);
            }
        }
    }

    private static void Choices(ChoiceTrack track, string at)
    {
        Demand(Properties.Find(track.Address) is { Jumps: true }, at, "has nothing to choose from", "see docs/film-format.md for the list");
        Some(track.Keys, at, "keys", ShotCheck.MaxLength);
        var last = 0;
        foreach (var key in track.Keys)
        {
            Frame(key, ref last, at);
            Demand(key.Gap is null, at, $"has a chart at frame {key.Frame}", "a choice jumps; leave the chart out");
            Demand(key.Id.Length == 0 || Ids.IsValid(key.Id), at, $"chooses '{key.Id}' at frame {key.Frame}", Ids.Remedy);
        }
    }

    private static void Frame(Key key, ref int last, string at)
    {
        Demand(key.Frame > last && key.Frame <= ShotCheck.MaxLength, at, $"has a key at frame {key.Frame} after one at {last}", "keys rise from frame 1");
        last = key.Frame;
        if (key.Gap is not null)
        {
            Check(key.Gap, at);
        }
    }

    private static void Value(double value, PropertyInfo property, int frame, string at) => Demand(
        value >= property.Min && value <= property.Max, at,
        $"has a {property.Title} of {value} at frame {frame}", $"it runs from {property.Min} to {property.Max} {property.Unit}");

    public static void Check(Gap gap, string at)
    {
        Range(gap.Every, 1, 48, at, "step", "frames");
        switch (gap.Ease)
        {
            case Slow slow:
                Range(slow.StartPercent, 0, 100, at, "ease in", "%");
                Range(slow.StopPercent, 0, 100, at, "ease out", "%");
                Range(slow.OverPercent, 0, 100, at, "overshoot", "%");
                Range(slow.SettlePercent, 0, 100, at, "settling", "%");
                break;
            case Drawn drawn:
                Check(drawn, at);
                break;
            default:
                throw new FilmException(at, "has an unknown kind of ease", "use slow or drawn");
        }

        if (gap.Stagger is { } stagger)
        {
            Range(stagger.Forward, 1, 48, at, "stagger's steps on", "frames");
            Range(stagger.Back, 0, stagger.Forward - 1, at, "stagger's steps back", "frames");
            Range(stagger.StrengthPercent, 0, 200, at, "stagger's strength", "%");
            Range(stagger.FadePercent, 0, 50, at, "stagger's fade", "%");
            Pattern(stagger.Pattern, at);
        }
    }

    private static void Pattern(ImmutableArray<int> pattern, string at)
    {
        Demand(!pattern.IsDefault && pattern.Length <= MostPatternSteps, at, "has a stagger with too long a pattern, or none", $"write up to {MostPatternSteps} steps, or an empty list");
        var sum = 0;
        foreach (var step in pattern)
        {
            Range(step, -48, 48, at, "stagger's step", "frames");
            sum += step;
        }

        Demand(sum >= 0, at, "has a stagger that goes back more than on", "let its steps come to nothing or more");
    }

    private static void Check(Drawn drawn, string at)
    {
        Some(drawn.Points, at, "points of its drawn ease", MostDrawnPoints);
        var last = 0.0;
        foreach (var point in drawn.Points)
        {
            Demand(point.X > last && point.X < 1, at, $"has a drawn ease with a point at {point.X} after one at {last}", "points rise between 0 and 1");
            Range(point.Y, -2, 3, at, "drawn ease", "(0 at the key, 1 at the next)");
            last = point.X;
        }
    }
}
