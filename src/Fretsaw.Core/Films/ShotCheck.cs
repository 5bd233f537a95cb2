using System.Collections.Immutable;
using Fretsaw.Core.Geometry;
using static Fretsaw.Core.Films.FilmCheck;

namespace Fretsaw.Core.Films;

internal static class ShotCheck
{
    public const int MaxLength = 100_000;

    /// <param name="known">The shot as it was when it was last checked, in a film with the same puppets and drawings; null when none is known.</param>
    public static void Check(Shot shot, Shot? known, Lazy<HashSet<string>> drawings, Lazy<HashSet<string>> puppets, Lazy<HashSet<string>> kept, Lazy<HashSet<string>> sounds)
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

        if (known is null || known.Placed != shot.Placed || known.Things != shot.Things)
        {
            KeptCheck.Check(shot.Placed, place, shot.Things.Select(thing => thing.Id).ToHashSet(StringComparer.Ordinal), kept.Value);
        }

        if (known is null || known.Sounds != shot.Sounds)
        {
            SoundCheck.Check(shot.Sounds, place, sounds.Value);
        }

        if (known is null || known.Cues != shot.Cues)
        {
            SoundCheck.Check(shot.Cues, place);
        }

        if (known is null || known.References != shot.References)
        {
            References(shot, place, drawings);
        }

        // A version has as many keys as the shot: it is not looked at again when a thing is dragged about.
        if (known is null || known.Asides != shot.Asides)
        {
            Asides(shot, place, kept.Value);
        }

        if (known is null || known.Steps != shot.Steps)
        {
            Steps(shot.Steps, place);
        }

        Range(shot.Wind.StrengthPercent, 0, 500, place, "wind", "%");
        if (shot.RoughRate is { } rate)
        {
            Range(rate, 0.01, 120, place, "rough pass", "drawings per second");
        }

        if (shot.Range is { } range)
        {
            Range(range.From, 1, MaxLength, place, "start of the range", "");
            Range(range.To, range.From, MaxLength, place, "end of the range", "");
        }
    }

    private static void Steps(ImmutableArray<Stepping> steps, string place)
    {
        Some(steps, place, "steps", MaxThings);
        var seen = new HashSet<(string Owner, string Thing)>();
        foreach (var step in steps)
        {
            Demand((step.Owner == "" && step.Thing == "") || (Ids.IsValid(step.Owner) && (step.Thing == "" || Ids.IsValid(step.Thing))), place, $"steps '{step.Owner}/{step.Thing}'", "name a thing on the stage, or nothing for all");
            Range(step.Every, 1, 48, place, "step", "frames");
            Demand(seen.Add((step.Owner, step.Thing)), place, $"steps '{step.Owner}/{step.Thing}' twice", "keep one");
        }
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

    private static void References(Shot shot, string place, Lazy<HashSet<string>> drawings)
    {
        Ids.Check(shot.References, place, "references");
        foreach (var reference in shot.References)
        {
            Check(reference, $"reference '{reference.Name}' in {place}", drawings);
        }
    }

    private static void Asides(Shot shot, string place, HashSet<string> kept)
    {
        Ids.Check(shot.Asides, place, "versions");
        foreach (var aside in shot.Asides)
        {
            var at = $"version '{aside.Name}' of {place}";
            Name(aside.Name, at);
            Range(aside.Length, 1, MaxLength, at, "length", "frames");
            TrackCheck.CheckNew(aside.Tracks, [], at);
            TrackCheck.Check(aside.Cards, at);
            Steps(aside.Steps, at);
            KeptCheck.Check(aside.Placed, at, owners: null, kept);
            SoundCheck.Check(aside.Cues, at);
        }
    }

    private static void Check(Reference reference, string place, Lazy<HashSet<string>> drawings)
    {
        Name(reference.Name, place);
        Some(reference.Pictures, place, "pictures", MaxThings);
        foreach (var picture in reference.Pictures)
        {
            Demand(drawings.Value.Contains(picture), place, $"needs the drawing '{picture}', which is not in the film", "import its picture again");
        }

        Range(reference.Rate, 0.01, 120, place, "rate", "pictures per second");
        Range(reference.Start, -MaxLength, MaxLength, place, "start", "");
        Range(reference.First, 1, MaxThings, place, "first picture", "");
        Range(reference.Last, 0, MaxThings, place, "last picture", "");
        Demand(Enum.IsDefined(reference.AtEnd), place, "ends in an unknown way", "use one of the listed ones");
        Range(reference.OpacityPercent, 0, 100, place, "opacity", "%");
        Place(new Point(reference.X, reference.Y), place, "place");
        Range(reference.SizePercent, 0.01, 100_000, place, "size", "%");
    }

    private static void Check(Thing thing, string place, Lazy<HashSet<string>> drawings, Lazy<HashSet<string>> puppets)
    {
        Name(thing.Name, place);
        Demand(Enum.IsDefined(thing.Label), place, "has an unknown label", "use one of the listed ones");
        switch (thing.Body)
        {
            case Picture picture:
                Demand(drawings.Value.Contains(picture.Drawing), place, $"needs the drawing '{picture.Drawing}', which is not in the film", "import its artwork again");
                break;
            case Cast cast:
                Demand(puppets.Value.Contains(cast.Puppet), place, $"needs the puppet '{cast.Puppet}', which is not in the film", "import the puppet first");
                Ids.Check(cast.Lent, place, "parts that can attach to others");
                foreach (var lent in cast.Lent)
                {
                    Demand(Ids.IsValid(lent.Part) && Ids.IsValid(lent.To) && Ids.IsValid(lent.On), place, $"lends '{lent.Part}' to '{lent.To}', '{lent.On}'", Ids.Remedy);
                }

                break;
            default:
                throw new FilmException(place, "is of a kind that cannot be on a stage", "use one of the listed kinds");
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
        Demand(Enum.IsDefined(shake.Noise), place, "has an unknown noise", "use one of the listed ones");
        Range(shake.DiesAwayFrames, 1, MaxLength, place, "fade-out", "frames");
    }
}
