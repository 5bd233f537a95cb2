using System.Collections.Immutable;
using static Fretsaw.Core.Films.FilmCheck;

namespace Fretsaw.Core.Films;

/// <summary>What holds among the things of a puppet; what each part keeps to by itself is in <see cref="PartCheck"/>.</summary>
internal static class PuppetCheck
{
    /// <summary>So that solving a reach takes a bounded time and room.</summary>
    private const int MaxBonesOfReach = 100;
    private const int MostDials = 500;
    private const int MaxPairs = 10_000;

    public static void Check(Puppet puppet, HashSet<string> drawings)
    {
        var place = $"puppet '{puppet.Name}'";
        Name(puppet.Name, $"puppet '{puppet.Id}'");
        Place(puppet.Origin, place, "origin");
        Range(puppet.BodySharePercent, 0, PartCheck.MostShare, place, "share of the whole body", "%");
        var parts = Ids.Check(puppet.Parts, place, "parts");
        var bones = Ids.Check(puppet.Bones, place, "bones");
        Ids.Check(puppet.Reaches, place, "reaches");
        Ids.Check(puppet.Dials, place, "dials");
        Demand(puppet.Dials.Length <= MostDials, place, $"has {puppet.Dials.Length} dials", $"keep to {MostDials}");
        foreach (var part in puppet.Parts)
        {
            PartCheck.Check(part, $"part '{part.Name}' of {place}", new PartCheck.Known(drawings, parts, bones));
        }

        // One address space: a channel names its thing by id alone.
        ImmutableArray<IEntity> things =
        [
            .. puppet.Parts, .. puppet.Bones, .. puppet.Reaches, .. puppet.Dials,
            .. puppet.Parts.SelectMany(part => part.Pins), .. puppet.Parts.SelectMany(part => part.Kneads), .. puppet.Parts.SelectMany(part => part.Forms),
        ];
        var all = Ids.Check(things, place, "parts, pins, kneads, forms, bones, IK chains and dials");
        KeptCheck.Check(puppet.Knows, place);
        FacePad(puppet, place);
        Device(puppet, place);
        if (puppet.Mouths is { } mouths)
        {
            SoundCheck.Check(mouths, place);
        }

        Some(puppet.Pairs, place, "pairs", MaxPairs);
        var sides = puppet.Pairs.SelectMany(pair => pair.One == pair.Other ? [pair.One] : (string[])[pair.One, pair.Other]).ToList();
        Demand(sides.TrueForAll(Ids.IsValid), place, "has a pair of sides without usable ids", Ids.Remedy);
        Demand(sides.Distinct(StringComparer.Ordinal).Count() == sides.Count, place, "has a thing with two other sides", "keep one pair for it");
        foreach (var word in Address.TakenByThings)
        {
            Demand(!all.Contains(word), place, $"has a thing with the id '{word}'", "that word is taken");
        }

        foreach (var bone in puppet.Bones)
        {
            Check(bone, $"bone '{bone.Name}' of {place}", parts, bones);
        }

        foreach (var reach in puppet.Reaches)
        {
            Check(reach, puppet, $"IK chain '{reach.Name}' of {place}");
        }

        BonesObeyOneReach(puppet, place);
        foreach (var part in puppet.Parts.Where(part => part.Limb is not null))
        {
            ChainOf(puppet, part.Limb!.Upper, part.Limb.Lower, $"limb '{part.Name}' of {place}");
        }

        foreach (var dial in puppet.Dials)
        {
            Check(dial, all, puppet, $"dial '{dial.Name}' of {place}");
        }

        Carriers.InOrder(puppet);
    }

    /// <summary>The bones from the upper to the lower, each riding on the one before.</summary>
    /// <exception cref="FilmException">They are no chain.</exception>
    public static ImmutableArray<Bone> ChainOf(Puppet puppet, string upper, string lower, string place)
    {
        var chain = new Stack<Bone>();
        var at = puppet.Bones.FirstOrDefault(bone => bone.Id == lower);
        Demand(at is not null && puppet.Bones.Any(bone => bone.Id == upper), place, "names a bone that is not there", "select bones of this puppet");
        while (at is not null && chain.Count <= puppet.Bones.Length)
        {
            chain.Push(at);
            if (at.Id == upper)
            {
                return [.. chain];
            }

            at = puppet.Bones.FirstOrDefault(bone => bone.Id == at.RidesOn);
        }

        throw new FilmException(place, $"needs a chain of bones from '{upper}' to '{lower}'", "select bones that are attached to each other in a row");
    }

    private static void Check(Bone bone, string place, HashSet<string> parts, HashSet<string> bones)
    {
        Name(bone.Name, place);
        Place(bone.Start, place, "start");
        Place(bone.End, place, "end");
        Demand((bone.End - bone.Start).Length >= 1, place, "is shorter than a pixel", "draw it longer");
        Demand(bone.RidesOn is null || parts.Contains(bone.RidesOn) || bones.Contains(bone.RidesOn), place, $"is attached to '{bone.RidesOn}', which is not a part or bone", "attach it to something else");
        if (bone.Limit is { } limit)
        {
            Range(limit.Least, -180, 0, place, "minimum rotation", "°");
            Range(limit.Most, 0, 180, place, "maximum rotation", "°");
        }

        Range(bone.SharePercent, 0, PartCheck.MostShare, place, "share", "%");
        PartCheck.Check(bone.FollowThrough, place);
    }

    private static void Check(Reach reach, Puppet puppet, string place)
    {
        Name(reach.Name, place);
        Demand(reach.Upper != reach.Lower, place, "has one bone only", "select two bones or more in a row");
        var chain = ChainOf(puppet, reach.Upper, reach.Lower, place);
        Demand(chain.Length <= MaxBonesOfReach, place, $"has more than {MaxBonesOfReach} bones", "select a shorter chain");
        for (var i = 1; i < chain.Length; i++)
        {
            Demand((chain[i].Start - chain[i - 1].Start).Length >= 1, place, $"has no length before the joint of '{chain[i].Name}'", "draw the bone before it longer");
        }

        Demand(reach.Bend is 1 or -1, place, $"bends to {reach.Bend}", "use 1 or -1");
        Demand(Enum.IsDefined(reach.Method), place, "has an unknown method", "use one of the listed ones");
        Range(reach.StretchPercent, 0, 300, place, "stretch", "%");
    }

    private static void BonesObeyOneReach(Puppet puppet, string place)
    {
        var obeys = new Dictionary<string, string>(StringComparer.Ordinal);
        foreach (var reach in puppet.Reaches)
        {
            foreach (var bone in ChainOf(puppet, reach.Upper, reach.Lower, place))
            {
                Demand(obeys.TryAdd(bone.Id, reach.Name), $"IK chain '{reach.Name}' of {place}", $"shares the bone '{bone.Name}' with another IK chain", "a bone can be in one IK chain");
            }
        }
    }

    private static void Check(Dial dial, HashSet<string> things, Puppet puppet, string place)
    {
        Name(dial.Name, place);
        Demand(Enum.IsDefined(dial.Blend) && Enum.IsDefined(dial.Spread), place, "has an unknown way of blending", "use one of the listed ones");
        Some(dial.Stations, place, "stations", 100);
        var places = new HashSet<(double, double)>();
        foreach (var station in dial.Stations)
        {
            Range(station.Across, -100, 100, place, "station, across,", "%");
            Range(station.Down, -100, 100, place, "station, down,", "%");
            Demand(dial.IsPad || station.Down == 0, place, "has a station off its axis", "make it a pad");
            Demand(places.Add((station.Across, station.Down)), place, FormattableString.Invariant($"has two stations at {station.Across}, {station.Down}"), "keep one");
            Some(station.Values, place, "values of a station", 5000);
            foreach (var value in station.Values)
            {
                Demand(value.Thing == Address.Body || things.Contains(value.Thing), place, $"drives '{value.Thing}', which is not in the puppet", "set that station again");
                Demand(puppet.Dials.All(other => other.Id != value.Thing), place, "drives a dial", "let it drive what that dial drives");
                Check(value, place, "drives");
            }
        }
    }

    /// <param name="does">What its place does with the value: "drives".</param>
    internal static void Check(StationValue value, string place, string does)
    {
        var property = Properties.FindOfPuppets(value.Property);
        Demand(property is not null, place, $"{does} '{value.Property}', which is not a property", "see docs/film-format.md for the list");
        Demand(property!.Jumps == value.Choice is not null, place, $"{does} {Properties.InSentence(property.Title)} with the wrong kind of value", "a choice has an id, everything else a number");
        Demand(value.Choice is null or "" || Ids.IsValid(value.Choice), place, $"chooses '{value.Choice}'", Ids.Remedy);
        Range(value.Value, property.Min, property.Max, place, Properties.InSentence(property.Title), property.Unit);
    }

    private static void Device(Puppet puppet, string place)
    {
        Some(puppet.Device, place, "links to a face device", MaxPairs);
        var seen = new HashSet<(DeviceChannel Channel, string Thing, string Property)>();
        foreach (var link in puppet.Device)
        {
            Demand(Enum.IsDefined(link.Channel), place, "has a link to an unknown channel of a face device", "use one of the listed ones");
            Demand(Ids.IsValid(link.Thing) && Properties.FindOfPuppets(link.Property) is { Jumps: false, Unit: "%" or "°" }, place, $"has a face device that moves '{link.Thing}', {link.Property}", "let it move a dial, a form, a knead or a turn");
            Demand(seen.Add((link.Channel, link.Thing, link.Property)), place, $"has a face device that moves '{link.Thing}' twice", "keep one");
            Range(link.GainPercent, -1000, 1000, place, "gain of a face device", "%");
            Range(link.DeadZonePercent, 0, 90, place, "dead zone of a face device", "%");
            Range(link.Neutral, -360, 360, place, "neutral position of a face device", "");
        }
    }

    private static void FacePad(Puppet puppet, string place)
    {
        Some(puppet.FacePad, place, "features of its face pad", MaxPairs);
        var seen = new HashSet<string>(StringComparer.Ordinal);
        foreach (var feature in puppet.FacePad)
        {
            Demand(Ids.IsValid(feature.Thing), place, $"has a face pad that moves '{feature.Thing}'", Ids.Remedy);
            Demand(seen.Add(feature.Thing), place, $"has a face pad that moves '{feature.Thing}' twice", "keep one");
            Range(feature.AcrossPercent, -300, 300, place, "face pad", "%");
            Range(feature.DownPercent, -300, 300, place, "face pad", "%");
        }
    }
}
