using System.Collections.Immutable;
using Fretsaw.Core.Geometry;
using static Fretsaw.Core.Films.FilmCheck;

namespace Fretsaw.Core.Films;

internal static class ShotCheck
{
    public const int MaxLength = 100_000;

    /// <param name="known">The shot as it was when it was last checked, in a film with the same puppets and drawings; null when none is known.</param>
    public static void Check(Shot shot, Shot? known, Lazy<HashSet<string>> drawings, Lazy<HashSet<string>> puppets)
    {
        var place = $"shot '{shot.Name}'";
        Name(shot.Name, $"shot '{shot.Id}'");
        Range(shot.Length, 1, MaxLength, place, "length", "frames");
        if (known is null || known.Cast != shot.Cast)
        {
            Check(shot.Cast, place, puppets.Value);
        }

        if (known is null || known.Flats != shot.Flats)
        {
            Check(shot.Flats, place, drawings.Value);
        }

        if (known is null || known.Channels != shot.Channels)
        {
            CheckNew(shot.Channels, known?.Channels ?? [], place);
        }

        Ids(shot.Shakes, place, "shakes");
        foreach (var shake in shot.Shakes)
        {
            Check(shake, $"shake '{shake.Name}' in {place}");
        }

        Range(shot.Wind.StrengthPercent, 0, 500, place, "wind", "%");
    }

    /// <summary>Checks the channels that are not the very same, at their places, as before.</summary>
    private static void CheckNew(ImmutableArray<Channel> channels, ImmutableArray<Channel> before, string place)
    {
        var sameIds = !channels.IsDefault && channels.Length == before.Length && channels.Zip(before).All(pair => pair.First.Id == pair.Second.Id);
        if (!sameIds)
        {
            Ids(channels, place, "channels");
        }

        for (var i = 0; i < channels.Length; i++)
        {
            if (i >= before.Length || !ReferenceEquals(channels[i], before[i]))
            {
                Check(channels[i], place);
            }
        }
    }

    private static void Check(ImmutableArray<CastMember> members, string place, HashSet<string> puppets)
    {
        var cast = Ids(members, place, "puppets");
        foreach (var word in (string[])[Address.Camera, Address.Wind])
        {
            Demand(!cast.Contains(word), place, $"has a puppet with the id '{word}'", $"that word is the {word}'s");
        }

        foreach (var member in members)
        {
            var at = $"puppet '{member.Name}' in {place}";
            Name(member.Name, at);
            Demand(puppets.Contains(member.Puppet), at, $"wants the puppet '{member.Puppet}', which is not in the film", "bring the puppet in first");
            Standing(member.Distance, member.X, member.Y, member.Scale, at);
        }
    }

    private static void Check(ImmutableArray<Flat> flats, string place, HashSet<string> drawings)
    {
        Ids(flats, place, "flats");
        foreach (var flat in flats)
        {
            var at = $"flat '{flat.Name}' in {place}";
            Name(flat.Name, at);
            Demand(drawings.Contains(flat.Drawing), at, $"wants the drawing '{flat.Drawing}', which is not in the film", "bring its art in again");
            Standing(flat.Distance, flat.X, flat.Y, flat.Scale, at);
        }
    }

    private static void Standing(double distance, double x, double y, double scale, string place)
    {
        Range(distance, 0.01, 10000, place, "distance", "m");
        Place(new Point(x, y), place, "place");
        Range(scale, 1e-4, 1000, place, "size", "(1 as drawn)");
    }

    private static void Check(Channel channel, string place)
    {
        var at = $"channel '{channel.Id}' in {place}";
        var property = Properties.Find(Address.Parse(channel.Id).Property);
        Demand(property is not null, at, "names a property that does not exist", "see docs/film-format.md for the list");
        Demand(!channel.Keys.IsDefault, at, "has no list of keys", "write an empty list");
        var last = 0;
        foreach (var key in channel.Keys)
        {
            Demand(key.Frame > last && key.Frame <= MaxLength, at, $"has a key at frame {key.Frame} after one at {last}", "keys rise from frame 1");
            Demand(Enum.IsDefined(key.Gap), at, $"has an unknown chart at frame {key.Frame}", "choose one of the listed charts");
            Demand(
                key.Value >= property!.Min && key.Value <= property.Max, at,
                $"has a {property.Title} of {key.Value} at frame {key.Frame}", $"it runs from {property.Min} to {property.Max} {property.Unit}");
            last = key.Frame;
        }
    }

    private static void Check(Shake shake, string place)
    {
        Name(shake.Name, place);
        Range(shake.StrengthPercent, 0, 100, place, "strength", "% of the frame's width");
        Range(shake.RollDegrees, 0, 90, place, "roll", "°");
        Range(shake.PaceHz, 0.01, 60, place, "pace", "Hz");
        Range(shake.StartFrame, -MaxLength, MaxLength, place, "start", "");
        Range(shake.DiesAwayFrames, 1, MaxLength, place, "dying away", "frames");
    }
}
