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
        if (known is null || known.Things != shot.Things || known.Shakes != shot.Shakes)
        {
            Things(shot, place, drawings, puppets);
        }

        if (known is null || known.Tracks != shot.Tracks)
        {
            TrackCheck.CheckNew(shot.Tracks, known?.Tracks ?? [], place);
        }

        if (known is null || known.Cards != shot.Cards)
        {
            TrackCheck.Check(shot.Cards, place);
        }

        Range(shot.Wind.StrengthPercent, 0, 500, place, "wind", "%");
    }

    private static void Things(Shot shot, string place, Lazy<HashSet<string>> drawings, Lazy<HashSet<string>> puppets)
    {
        var ids = Ids.Check(shot.Things, place, "things");
        Ids.Check(shot.Shakes, place, "things and shakes", ids);
        foreach (var word in Address.TakenByOwners)
        {
            Demand(!ids.Contains(word), place, $"has a thing with the id '{word}'", $"that word is the {word}'s");
        }

        foreach (var thing in shot.Things)
        {
            Check(thing, $"'{thing.Name}' in {place}", drawings, puppets);
        }

        foreach (var shake in shot.Shakes)
        {
            Check(shake, $"shake '{shake.Name}' in {place}");
        }
    }

    private static void Check(Thing thing, string place, Lazy<HashSet<string>> drawings, Lazy<HashSet<string>> puppets)
    {
        Name(thing.Name, place);
        Demand(Enum.IsDefined(thing.Label), place, "has an unknown label", "choose one of the listed ones");
        switch (thing.Body)
        {
            case Picture picture:
                Demand(drawings.Value.Contains(picture.Drawing), place, $"wants the drawing '{picture.Drawing}', which is not in the film", "bring its art in again");
                break;
            case Cast cast:
                Demand(puppets.Value.Contains(cast.Puppet), place, $"wants the puppet '{cast.Puppet}', which is not in the film", "bring the puppet in first");
                break;
            default:
                throw new FilmException(place, "is of no kind that stands on a stage", "use one of the listed kinds");
        }

        Range(thing.Stand.Distance, 0.01, 10000, place, "distance", "m");
        Place(new Point(thing.Stand.X, thing.Stand.Y), place, "place");
        Range(thing.Stand.SizePercent, 0.01, 100_000, place, "size", "%");
        Range(thing.Stand.TurnDegrees, -36000, 36000, place, "turn", "°");
        Range(thing.Stand.OpacityPercent, 0, 100, place, "opacity", "%");
    }

    private static void Check(Shake shake, string place)
    {
        Name(shake.Name, place);
        Range(shake.StrengthPercent, 0, 100, place, "strength", "% of the frame's width");
        Range(shake.RollDegrees, 0, 90, place, "roll", "°");
        Range(shake.PaceHz, 0.01, 60, place, "pace", "Hz");
        Range(shake.StartFrame, -MaxLength, MaxLength, place, "start", "");
        Demand(Enum.IsDefined(shake.Noise), place, "has an unknown noise", "choose one of the listed noises");
        Range(shake.DiesAwayFrames, 1, MaxLength, place, "dying away", "frames");
    }
}
