using System.Collections.Immutable;
using static Fretsaw.Core.Films.FilmCheck;

namespace Fretsaw.Core.Films;

/// <summary>The rules of kept poses and actions, and of actions that are placed.</summary>
internal static class KeptCheck
{
    private const int MostControls = 20_000;

    public static void Check(Kept kept)
    {
        var place = $"kept '{kept.Id}'";
        Name(kept.Name, place);
        Range(kept.Length, 1, ShotCheck.MaxLength, place, "length", "frames");
        Demand(Enum.IsDefined(kept.Kind), place, "is of an unknown kind", "use one of the listed ones");
        Demand(kept.Kind == KeptKind.Action || kept.Length == 1, place, "is a pose that moves", "save it as an action");
        Some(kept.Controls, place, "controls", MostControls);
        var things = new HashSet<string>(StringComparer.Ordinal);
        foreach (var control in kept.Controls)
        {
            Demand(Ids.IsValid(control.Thing) && control.Thing != Address.Stand, place, $"has a control '{control.Thing}', which is no id of one", Ids.Remedy);
            Demand(things.Add(control.Thing), place, $"has the control '{control.Thing}' twice", "keep one");
            Name(control.Name, place);
            Demand(Enum.IsDefined(control.Kind), place, $"has a control '{control.Name}' of an unknown kind", "use one of the listed ones");
            Range(control.Size, 0, 1e6, place, "size of a control", "px");
            Some(control.Choices, place, "choices", MostControls);
            foreach (var choice in control.Choices)
            {
                Demand(choice.Id is "" || Ids.IsValid(choice.Id), place, $"has a choice '{choice.Id}'", Ids.Remedy);
                Demand(Properties.FindOfPuppets(choice.Property) is { Jumps: true }, place, $"has a choice of '{choice.Property}', which chooses nothing", "name a value that does");
                Name(choice.Name, place);
            }
        }

        TrackCheck.CheckNew(kept.Tracks, [], place);
        foreach (var track in kept.Tracks)
        {
            Demand(track.Address.Owner == Kept.Owner && things.Contains(track.Address.Thing), place, $"has a track of '{track.Address}'", $"give it the owner '{Kept.Owner}' and one of the controls");
            Demand(track.AllKeys.IsEmpty || track.AllKeys[^1].Frame <= kept.Length, place, $"has a key of '{track.Address}' past its last frame", "make it longer");
        }
    }

    public static void Check(ImmutableArray<KnownAs> known, string place)
    {
        Some(known, place, "controls known by other names", MostControls);
        var seen = new HashSet<(ThingKind Kind, string Name)>();
        foreach (var one in known)
        {
            Name(one.Name, place);
            Demand(Enum.IsDefined(one.Kind), place, $"has '{one.Name}' as an unknown kind", "use one of the listed ones");
            Demand(one.Thing is "" || Ids.IsValid(one.Thing), place, $"knows '{one.Name}' as '{one.Thing}'", Ids.Remedy);
            Demand(seen.Add((one.Kind, one.Name.ToLowerInvariant())), place, $"knows '{one.Name}' twice", "keep one");
        }
    }

    /// <param name="owners">Ids of the things on the stage.</param>
    /// <param name="actions">Ids of what the film keeps.</param>
    public static void Check(ImmutableArray<Placed> placed, string place, HashSet<string>? owners, HashSet<string> actions)
    {
        Ids.Check(placed, place, "placed actions");
        foreach (var one in placed)
        {
            var at = $"placed action '{one.Id}' in {place}";
            Demand(owners is null ? Ids.IsValid(one.Owner) : owners.Contains(one.Owner), at, $"is of '{one.Owner}', which is not on the stage", "place it on something that is");
            Demand(actions.Contains(one.Action), at, $"needs '{one.Action}', which is not in the library", "save it first");
            Range(one.Start, -ShotCheck.MaxLength, ShotCheck.MaxLength, at, "start", "");
            Range(one.Length, 1, ShotCheck.MaxLength, at, "length", "frames");
            Range(one.From, 1, ShotCheck.MaxLength, at, "first frame", "");
            Demand(one.To == 0 || (one.To >= one.From && one.To <= ShotCheck.MaxLength), at, $"ends at its frame {one.To} and begins at {one.From}", "end it where it begins, or later");
            Range(one.SpeedPercent, 1, 10_000, at, "speed", "%");
            Range(one.StrengthPercent, 0, 150, at, "strength", "%");
            Place(new Geometry.Point(one.BeginX, one.BeginY), at, "beginning");
            Range(one.FadeIn, 0, ShotCheck.MaxLength, at, "fading in", "frames");
            Range(one.FadeOut, 0, ShotCheck.MaxLength, at, "fading out", "frames");
            Demand(Enum.IsDefined(one.Keys) && Enum.IsDefined(one.Travel) && (one.Mirror is null || Enum.IsDefined(one.Mirror.Value)), at, "is placed in an unknown way", "use one of the listed ones");
            Some(one.Without, at, "controls left out", MostControls);
        }
    }
}
