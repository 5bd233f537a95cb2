using System.Collections.Immutable;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Handling;
using Fretsaw.Formats.Bundle;
using Fretsaw.Formats.Svg;

namespace Fretsaw.Demo;

/// <summary>
/// "Evening Rounds", built as a person would build it: art is read by the importer, and everything after is edits.
/// </summary>
public static class DemoFilm
{
    public const string ShotId = "fog-horn";

    private const string Bramble = "bramble";

    public static FilmBundle Build()
    {
        var film = Film.Blank("Evening Rounds") with { FrameWidthMetres = 2.4, Backdrop = new Colour(0x2B, 0x2C, 0x4D) };
        film = new RemoveShot("shot-1").Apply(film);
        film = new AddShot(new Shot { Id = ShotId, Name = "Fog horn", Length = 192 }).Apply(film);
        film = SceneryRecipe.PutUp(film, ShotId);
        film = BrambleRecipe.Rig(film, out var rig);
        film = new AddThing(ShotId, OnStage.Puppet(Bramble, "Bramble", rig.Puppet, new Stand { Distance = 3.3, X = 1010, Y = 1010, SizePercent = 80 })).Apply(film);
        film = ActingRecipe.Hand(ActingRecipe.Act(film, ShotId, Bramble, rig), ShotId, Bramble, rig);
        film = CameraRecipe.Frame(film, ShotId);
        film = PipRecipe.Rig(film, out var pip);
        film = GoodEvening.Shoot(film, rig, pip);
        film = Rounds.Shoot(film, rig, pip);
        film = Dragonfly.Fly(film, ShotId, out var pictures);
        (film, var sounds) = Heard.Sound(film, rig);
        return new FilmBundle(new MoveShot(Rounds.ShotId, 0).Apply(film), pictures.Concat(sounds).ToDictionary(StringComparer.Ordinal));
    }

    internal static byte[] Art(string name)
    {
        using var stream = typeof(DemoFilm).Assembly.GetManifestResourceStream(name)
            ?? throw new InvalidOperationException($"The demo's art '{name}' is not in the assembly.");
        using var bytes = new MemoryStream();
        stream.CopyTo(bytes);
        return bytes.ToArray();
    }
}

internal static class OnStage
{
    public static Thing Puppet(string id, string name, string puppet, Stand stand) => new() { Id = id, Name = name, Label = Label.Brass, Stand = stand, Body = new Cast(puppet) };
}

/// <summary>Seven flats. Their art is drawn to the frame with 300 px to spare left and right and 180 above and below.</summary>
internal static class SceneryRecipe
{
    private const double SpareX = 300;
    private const double SpareY = 180;

    private static readonly (string File, string Name, double Metres, Label Label)[] Flats =
    [
        ("sky.svg", "Sky", 60, Label.Plum),
        ("town.svg", "Town", 34, Label.Slate),
        ("bay.svg", "Bay", 20, Label.Petrol),
        ("boats.svg", "Boats", 8, Label.Blade),
        ("pier.svg", "Pier", 3.6, Label.Brass),
        ("lamp-post.svg", "Lamp post", 1.1, Label.Leaf),
        ("mooring.svg", "Mooring rope", 0.9, Label.Leaf),
    ];

    public static Film PutUp(Film film, string shot)
    {
        var plane = PicturePlane.DistanceMetres(film);
        foreach (var (file, name, metres, label) in Flats)
        {
            var id = Path.GetFileNameWithoutExtension(file);
            var drawing = SvgFile.ReadFlat(DemoFilm.Art(file), file, $"{id}-art").Drawing;

            // Composed in the frame at rest, then pushed to its distance: the size in the picture stays.
            var scale = metres / plane;
            var flat = new Thing
            {
                Id = id,
                Name = name,
                Label = label,
                Body = new Picture(drawing.Id),
                Stand = new Stand
                {
                    Distance = metres,
                    SizePercent = Math.Round(scale * 100, 3),
                    X = Math.Round((film.Width / 2.0) - (((film.Width / 2.0) + SpareX) * scale), 2),
                    Y = Math.Round((film.Height / 2.0) - (((film.Height / 2.0) + SpareY) * scale), 2),
                },
            };
            film = new AddThing(shot, flat, drawing).Apply(film);
        }

        return film;
    }
}

/// <summary>Ids of Bramble's controls, by the names the acting uses.</summary>
internal sealed record BrambleRig(string Puppet, ImmutableDictionary<string, string> Parts)
{
    /// <summary>The drawing that shows instead of the shut mouth.</summary>
    public string OpenMouth => Swap("Mouth, open");

    /// <summary>A drawing that shows instead of its part's own, by its layer's name.</summary>
    public string Swap(string part) => $"swap-{Parts[part]}";

    public const string Spine = "bone-spine";
    public const string Neck = "bone-neck";
    public const string LampReach = "reach-lamp";
    public const string FreeReach = "reach-free";
    public const string FootReach = "reach-foot";
    public const string FarFootReach = "reach-foot-far";
    public const string HeadTurn = "dial-head";
    public const string Blink = "dial-blink";
    public const string Worried = "form-worried";
    public const string Billow = "knead-billow";

    public static readonly string[] ScarfPins = ["scarf-knot", "scarf-2", "scarf-3", "scarf-4", "scarf-tip"];
}

internal static class BrambleRecipe
{
    public static Film Rig(Film film, out BrambleRig rig)
    {
        var (puppet, drawings, _) = SvgFile.ReadPuppet(DemoFilm.Art("bramble.svg"), "bramble.svg", "bramble");
        film = new AddPuppet(puppet with { Origin = new Point(336, 914) }, drawings).Apply(film);
        var parts = puppet.Parts.ToImmutableDictionary(part => part.Name, part => part.Id);
        rig = new BrambleRig(puppet.Id, parts);
        foreach (var edit in Bones(puppet.Id, parts).Concat(Pivots(puppet.Id, parts)).Concat(Scarf(puppet.Id, parts)))
        {
            film = edit.Apply(film);
        }

        return Controls(Gathered(film, puppet.Id, parts), rig);
    }

    /// <summary>He starts up on stretched legs with his eyes wide.</summary>
    private static readonly string[] Stretching = ["Leg, far", "Leg, near", "Scarf tail", "Eyes"];

    /// <summary>A sleeve that tapers, a mouth and eyes that are swapped, brows that change their shape, buttons cut by the coat, and a coat that billows.</summary>
    private static Film Gathered(Film film, string puppet, ImmutableDictionary<string, string> parts)
    {
        var brows = film.Puppets[0].Parts.First(part => part.Id == parts["Brows, worried"]).Drawing!;
        Edit[] edits =
        [
            new PutOnPart(puppet, parts["Brows"]) { Form = new Form { Id = BrambleRig.Worried, Name = "Worried", Drawing = brows } },
            new RemovePart(puppet, parts["Brows, worried"]),
            new ChangePart(puppet, parts["Arm, free side"]) { Limb = new Limb("bone-free-upper", "bone-free-lower", 58, 54, 46) },
            new ChangePart(puppet, parts["Buttons"]) { Matte = new Matte(parts["Coat"]), TuckedAway = true },
            new PutOnPart(puppet, parts["Coat"])
            {
                Knead = new Knead
                {
                    Id = BrambleRig.Billow,
                    Name = "Billow",
                    AtRest = 0,
                    Strokes = [new KneadStroke(KneadBrush.Push, new Point(190, 760), new Point(-46, -26), 190), new KneadStroke(KneadBrush.Push, new Point(466, 760), new Point(40, -34), 170)],
                },
            },
        ];
        film = Stretching.Aggregate(film, (current, name) => new ChangePart(puppet, parts[name]) { StretchesFreely = true }.Apply(current));
        film = Swaps(film, "Mouth", "Mouth, open", "Mouth, round", "Mouth, wide", "Mouth, teeth");
        film = Swaps(film, "Eyes", "Eyes, half shut", "Eyes, shut");
        return edits.Aggregate(film, (current, edit) => edit.Apply(current));

        Film Swaps(Film film, string part, params string[] others) => new GatherSwaps(puppet, parts[part], [.. others.Select(other => parts[other])])
            .ToEdit(film, (_, _) => throw new InvalidOperationException("Gathering asks for no frame.")).Apply(film);
    }

    /// <summary>A head turn by depth, a blink, a scarf that sways with the wind, a cap that comes after the head.</summary>
    private static Film Controls(Film film, BrambleRig rig)
    {
        var (puppet, parts) = (rig.Puppet, rig.Parts);
        ImmutableArray<FeatureDepth> features = [new(parts["Muzzle"], 0.9), new(parts["Mouth"], 0.92), new(parts["Eyes"], 0.75, Inside: true), new(parts["Brows"], 0.7), new(parts["Cap"], 0.12)];
        var turn = new MakeHeadTurn(puppet, parts["Head"], features, BrambleRig.HeadTurn, 22, 14);
        film = turn.ToEdit(film, (_, _) => throw new InvalidOperationException("A head turn asks for no frame.")).Apply(film);
        var blink = new Dial { Id = BrambleRig.Blink, Name = "Blink", Stations = [Lids(50, "Eyes, half shut"), Lids(100, "Eyes, shut")] };
        film = new PutDial(puppet, blink).Apply(film);
        film = new ChangePart(puppet, parts["Scarf tail"])
        {
            Sway = new Sway { Root = new Point(290, 430), AlongDegrees = 100, WavelengthPx = 260, HeightPx = 9, SpeedHz = 0.6, Seed = 3 },
        }.Apply(film);
        return new ChangePart(puppet, parts["Cap"]) { FollowThrough = new FollowThrough { StiffnessHz = 2.6, Damping = 0.3 } }.Apply(film);

        Station Lids(double across, string shows) =>
            new(across, 0, [new StationValue(parts["Eyes"], "swap") { Choice = rig.Swap(shows) }, new StationValue(parts["Brows"], "shiftY", across / 20)]);
    }

    /// <summary>Trousers that bend at the knee, and a boot that does not: its weights are painted onto the shin.</summary>
    private static BoneBend Leg(string thigh, string shin, double x) => new()
    {
        Bones = [thigh, shin],
        Strokes = [new WeightStroke(shin, new Point(x, 892), 74, 1, 1, 0.3), new WeightStroke(shin, new Point(x + 52, 908), 60, 1, 1, 0.3)],
    };

    private static IEnumerable<Edit> Bones(string puppet, ImmutableDictionary<string, string> parts)
    {
        yield return Bone(BrambleRig.Spine, "Spine", 326, 740, 328, 420, null);
        yield return Bone(BrambleRig.Neck, "Neck", 328, 420, 330, 190, BrambleRig.Spine);
        yield return Bone("bone-lamp-upper", "Upper arm, lamp side", 396, 444, 466, 532, BrambleRig.Spine);
        yield return Bone("bone-lamp-lower", "Lower arm, lamp side", 466, 532, 512, 412, "bone-lamp-upper");
        yield return Bone("bone-free-upper", "Upper arm, free side", 252, 444, 184, 536, BrambleRig.Spine);
        yield return Bone("bone-free-lower", "Lower arm, free side", 184, 536, 198, 664, "bone-free-upper");
        yield return new AddReach(puppet, new Reach { Id = BrambleRig.LampReach, Name = "Paw, lamp side", Upper = "bone-lamp-upper", Lower = "bone-lamp-lower", Bend = 1, Method = ReachMethod.Settled });
        yield return new AddReach(puppet, new Reach { Id = BrambleRig.FreeReach, Name = "Paw, free side", Upper = "bone-free-upper", Lower = "bone-free-lower", Bend = 1, Method = ReachMethod.Settled });
        yield return Bone("bone-thigh", "Thigh, near", 373, 724, 373, 806, null);
        yield return Bone("bone-shin", "Shin, near", 373, 806, 373, 900, "bone-thigh");
        yield return new AddReach(puppet, new Reach { Id = BrambleRig.FootReach, Name = "Foot, near", Upper = "bone-thigh", Lower = "bone-shin", Bend = -1, StretchPercent = 30, Method = ReachMethod.Settled });
        yield return new ChangePart(puppet, parts["Leg, near"]) { Bend = Leg("bone-thigh", "bone-shin", 372) };
        yield return Bone("bone-thigh-far", "Thigh, far", 295, 724, 295, 806, null);
        yield return Bone("bone-shin-far", "Shin, far", 295, 806, 295, 900, "bone-thigh-far");
        yield return new AddReach(puppet, new Reach { Id = BrambleRig.FarFootReach, Name = "Foot, far", Upper = "bone-thigh-far", Lower = "bone-shin-far", Bend = -1, StretchPercent = 30, Method = ReachMethod.Settled });
        yield return new ChangePart(puppet, parts["Leg, far"]) { Bend = Leg("bone-thigh-far", "bone-shin-far", 293) };
        yield return Rides("Body", BrambleRig.Spine);
        yield return Rides("Head", BrambleRig.Neck);
        yield return Rides("Arm, lamp side", "bone-lamp-upper");
        yield return Rides("Forearm, lamp side", "bone-lamp-lower");
        yield return Rides("Arm, free side", "bone-free-upper");
        yield return Rides("Forearm, free side", "bone-free-lower");

        AddBone Bone(string id, string name, double x0, double y0, double x1, double y1, string? on) =>
            new(puppet, new Bone { Id = id, Name = name, Start = new Point(x0, y0), End = new Point(x1, y1), RidesOn = on });

        ChangePart Rides(string part, string bone) => new(puppet, parts[part]) { RidesOn = bone };
    }

    private static IEnumerable<Edit> Pivots(string puppet, ImmutableDictionary<string, string> parts)
    {
        (string Part, double X, double Y)[] pivots =
        [
            ("Body", 326, 740), ("Coat", 328, 780), ("Head", 328, 400), ("Muzzle", 350, 330), ("Mouth", 380, 330), ("Eyes", 342, 251), ("Brows", 342, 220),
            ("Cap", 330, 180), ("Scarf tail", 290, 420), ("Scarf wrap", 328, 410), ("Lamp pole", 516, 412), ("Paw, lamp side", 512, 412),
            ("Leg, far", 294, 740), ("Leg, near", 372, 740),
        ];
        return pivots.Select(pivot => new ChangePart(puppet, parts[pivot.Part]) { Pivot = new Point(pivot.X, pivot.Y) });
    }

    private static IEnumerable<Edit> Scarf(string puppet, ImmutableDictionary<string, string> parts)
    {
        (string Name, double X, double Y)[] pins = [("Knot", 284, 424), ("Shoulder", 214, 470), ("Middle", 180, 560), ("Low", 176, 646), ("Tip", 154, 724)];
        for (var i = 0; i < pins.Length; i++)
        {
            yield return new AddPin(puppet, parts["Scarf tail"], new Pin
            {
                Id = BrambleRig.ScarfPins[i],
                Name = $"Scarf {pins[i].Name.ToLowerInvariant()}",
                At = new Point(pins[i].X, pins[i].Y),
                Hold = i == 0 ? PinHold.PlaceAndTurn : PinHold.Place,
                InFront = i == pins.Length - 1 ? 1 : 0,
            });
        }

        yield return new PutOnPart(puppet, parts["Scarf tail"]) { Patch = new StiffPatch { Id = "scarf-fringe", Name = "Fringe", At = new Point(150, 742), Radius = 34 } };
    }
}
