using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Tests;

/// <summary>A film in which every member of the document is set and every list has something in it.</summary>
internal static class FullFilm
{
    private static readonly FollowThrough Follow = new() { LagFrames = 1, StiffnessHz = 3, Damping = 0.4 };

    public static Film Build()
    {
        var film = new Film
        {
            Name = "Full",
            FrameRate = 25,
            Width = 1280,
            Height = 720,
            FrameWidthMetres = 3,
            RestLensMm = 35,
            Backdrop = new Colour(1, 2, 3, 200),
            Drawings = [Vector("own"), Vector("other"), Vector("worn"), Raster()],
            Puppets = [Puppet()],
            Shots = [Shot()],
            Kept =
            [
                new Kept
                {
                    Id = "step",
                    Name = "Step",
                    Length = 9,
                    Kind = KeptKind.Action,
                    Controls = [new KeptControl("up", "Up", ThingKind.Bone) { Size = 60, Choices = [new KeptChoice("swap", "wide", "Wide")] }, new KeptControl("shape", "Shape", ThingKind.Part)],
                    Tracks = [new NumberTrack { Address = new Address(Kept.Owner, "shape", "turn"), Keys = [new NumberKey(1, 0), new NumberKey(9, 25)] }, new NumberTrack { Address = new Address(Kept.Owner, "up", "turn"), Keys = [new NumberKey(1, 3) { Gap = Gap.Even }, new NumberKey(9, 12) { Gap = Gap.Hold }] }],
                },
                new Kept
                {
                    Id = "worried",
                    Name = "Worried",
                    Kind = KeptKind.Expression,
                    Controls = [new KeptControl("dial", "Dial", ThingKind.Dial)],
                    Tracks = [new NumberTrack { Address = new Address(Kept.Owner, "dial", "across"), Keys = [new NumberKey(1, 40)] }],
                },
            ],
            Sounds =
            [
                new Sound
                {
                    Id = "line", Name = "Line", Asset = new string('b', 64), Peaks = new string('c', 64), Rate = 8000, Channels = 2, Samples = 4000,
                    Loudness = Readings.Write([-80, -20, -6]), Words = "Evening", Timed = [new TimedSound(0.1, "iː"), new TimedSound(0.3, "v"), new TimedSound(0.5, "")],
                },
            ],
            Charts = [new KeptChart { Id = "chart", Name = "Kept", Gap = new Gap { Ease = new Slow(20, 80) { OverPercent = 12, SettlePercent = 40 } } }],
        };
        FilmCheck.Check(film);
        return film;
    }

    private static Drawing Vector(string id)
    {
        var gradient = new Gradient
        {
            Kind = GradientKind.Radial,
            X1 = 1,
            Y1 = 2,
            X2 = 3,
            Y2 = 4,
            R = 5,
            Spread = Spread.Reflect,
            Matrix = Affine.Translate(1, 1),
            Stops = [new GradientStop(0.1, Colour.Black), new GradientStop(0.9, new Colour(9, 9, 9))],
        };
        var paint = new Paint { Colour = new Colour(7, 8, 9), Gradient = gradient };
        return TestFilm.Box(id, 0, 0, 100, 60) with
        {
            Name = "Art",
            Shapes =
            [
                new Shape
                {
                    Path = "M0 0L100 0L100 60L0 60Z",
                    Matrix = Affine.Scale(1, 0.9),
                    Rule = FillRule.EvenOdd,
                    Fill = paint,
                    Stroke = new Stroke { Paint = paint, Width = 2, Cap = LineCap.Round, Join = LineJoin.Bevel, MiterLimit = 5, Dashes = [3, 1], DashOffset = 1 },
                    Opacity = 0.8,
                },
            ],
        };
    }

    private static Drawing Raster() => new()
    {
        Id = "photo",
        Name = "Photo",
        Bounds = new Box(0, 0, 20, 10),
        Outline = [[0, 0, 20, 0, 20, 10]],
        Raster = new RasterArt { Asset = new string('a', 64), X = 1, Y = 2, Width = 20, Height = 10, PixelSize = 0.5 },
    };

    private static Puppet Puppet() => new()
    {
        Id = "pup",
        Name = "Puppet",
        Origin = new Point(50, 60),
        Shelf = "shelf-1",
        BodySharePercent = 70,
        Pairs = [new MirrorPair("up", "tail")],
        FacePad = [new PadFeature("dial", 80, 60) { Off = true }, new PadFeature("knead")],
        Device = [new DeviceLink(DeviceChannel.Jaw, "knead", "amount", 80) { DeadZonePercent = 5, Neutral = 0.1 }, new DeviceLink(DeviceChannel.Roll, "tip", "turn")],
        Mouths = new MouthChart { LeadFrames = 2, BlendFrames = 3, Shapes = [new MouthShape(Mouth.Open, [new StationValue("mouth", "swap") { Choice = "wide" }, new StationValue("knead", "amount", 30)]), new MouthShape(Mouth.Shut, [new StationValue("shape", "turn", 9)])] },
        Knows = [new KnownAs("Paw", ThingKind.Reach, "reach")],
        Bones =
        [
            TestFilm.Bone("up", 2, 3, 60, 10) with { Limit = new TurnLimit(-40, 50), SharePercent = 60, KeepsArea = true, FollowThrough = Follow },
            TestFilm.Bone("low", 60, 10, 120, 0, "up"),
            TestFilm.Bone("tail", 0, 40, 30, 40),
            TestFilm.Bone("tip", 30, 40, 60, 40, "tail"),
        ],
        Reaches = [new Reach { Id = "reach", Name = "Reach", Upper = "up", Lower = "low", Bend = -1, StretchPercent = 10, Method = ReachMethod.Settled }],
        Dials = [new Dial { Id = "dial", Name = "Dial", IsPad = true, Blend = DialBlend.Smooth, Spread = PadSpread.Triangles, Stations = [new Station(50, -20, [new StationValue("pinned", "turn", 4), new StationValue("mouth", "swap") { Choice = "wide" }])] }],
        Parts =
        [
            TestFilm.Part("pinned", "own", new Point(1, 2)) with
            {
                Label = Label.Plum,
                RidesOn = "low",
                Hidden = true,
                Locked = true,
                TuckedAway = true,
                Opacity = 0.5,
                WeightPercent = 150,
                StretchesFreely = true,
                RidesOnEnd = true,
                SharePercent = 35,
                Matte = new Matte("mouth", true),
                Mesh = new MeshSettings { Margin = 3, TriangleSide = 14, Stiffness = 0.2, Bridge = 1, Method = PinMethod.Settled },
                Pins = [new Pin { Id = "pin", Name = "Pin", At = new Point(10, 10), Hold = PinHold.PlaceAndTurn, RidesOn = "up", InFront = 2, FollowThrough = Follow }],
                Patches = [new StiffPatch { Id = "patch", Name = "Patch", At = new Point(5, 5), Radius = 8 }],
                Kneads = [new Knead { Id = "knead", Name = "Knead", AtRest = 40, Strokes = [new KneadStroke(KneadBrush.Smooth, new Point(20, 20), new Point(1, 2), 9, 0.7, 0.6)] }],
                Sway = new Sway { Root = new Point(3, 3), AlongDegrees = 80, WavelengthPx = 90, HeightPx = 5, SpeedHz = 1.5, Seed = 4, ObeysWind = false },
                FollowThrough = Follow,
            },
            TestFilm.Part("bent", "other") with
            {
                Mesh = new MeshSettings(),
                Bend = new BoneBend
                {
                    Bones = ["up", "low"],
                    Strokes = [new WeightStroke("up", new Point(30, 20), 12, 0.9, 0.8, 0.7)],
                    Mirror = new WeightMirror(50, true, [new BonePair("up", "low")]),
                },
            },
            TestFilm.Part("mouth", "own") with { AlsoRidesOn = ["tip", Address.Body], Swaps = [new Swap { Id = "wide", Name = "Wide", Drawing = "other", Pivot = new Point(4, 4) }] },
            TestFilm.Part("shape", "own") with { Forms = [new Form { Id = "form", Name = "Form", Drawing = "worn", Starts = [new OutlineStart(0, 0.25, true)] }] },
            TestFilm.Part("limb", "own") with { Limb = new Limb("up", "low", 20, 16, 12) },
        ],
    };

    private static Shot Shot() => new()
    {
        Id = "s",
        Name = "Shot",
        Length = 48,
        Wind = new Wind { StrengthPercent = 120 },
        Steps = [new Stepping("", "", 2), new Stepping("use", "pinned", 3)],
        RoughRate = 6,
        Range = new FrameRange(3, 40),
        Placed =
        [
            new Placed
            {
                Id = "placed", Owner = "use", Action = "step", Start = 10, Length = 20, From = 2, To = 8, SpeedPercent = 90, Reversed = true, StrengthPercent = 80,
                FadeIn = 2, FadeOut = 3, BeginX = 5, BeginY = -6, Keys = KeysOnTop.Add, Mirror = Mirror.InPlace, Travel = Travel.ByFeet, GoesOn = false, Without = ["low"],
            },
        ],
        Sounds = [new SoundUse { Id = "heard", Sound = "line", Start = 5, Length = 12, FromSeconds = 0.05, GainDb = -3, FadeIn = 2, FadeOut = 4, Again = true, Muted = true }],
        Cues = [new Cue("use", 5, Mouth.Open), new Cue("use", 9, Mouth.Keyed)],
        References =
        [
            new Reference { Id = "ref", Name = "Reference", Pictures = ["photo", "own"], Rate = 8, Start = 3, First = 2, Last = 2, AtEnd = ReferenceEnd.Again, Over = false, Hidden = true, OpacityPercent = 40, X = 30, Y = 20, SizePercent = 70 },
        ],
        Asides =
        [
            new Aside
            {
                Id = "aside",
                Name = "First try",
                Length = 30,
                Tracks = [new NumberTrack { Address = new Address("use", "up", "turn"), Keys = [new NumberKey(2, 7), new NumberKey(9, 4)] }],
                Cards = [new Card("use", 2)],
                Steps = [new Stepping("use", "", 2)],
                Placed = [new Placed { Id = "tried", Owner = "use", Action = "step" }],
                Cues = [new Cue("use", 3, Mouth.Shut)],
            },
        ],
        Shakes = [new Shake { Id = "shake", Name = "Shake", StrengthPercent = 2, RollDegrees = 0.5, PaceHz = 5, StartFrame = 3, DiesAwayFrames = 9, Seed = 7, Noise = ShakeNoise.Band }],
        Things =
        [
            new Thing
            {
                Id = "flat",
                Name = "Flat",
                Label = Label.Leaf,
                Hidden = true,
                Locked = true,
                Body = new Picture("photo"),
                Stand = new Stand { Distance = 5, X = 10, Y = 20, SizePercent = 80, TurnDegrees = 3, OpacityPercent = 90, FacesCamera = true },
            },
            TestFilm.Use("use", "pup") with { Body = new Cast("pup") { Lent = [new Lent("lent", "mouth", "use-2", "tip", Behind: true)] } },
        ],
        Tracks =
        [
            new PlaceTrack
            {
                Address = Address.OfCamera("place"),
                Keys =
                [
                    new PlaceKey(1, new Place(0, 0, 0.5)) { Out = new Place(0.1, 0, 0), Joint = PathJoint.Joined },
                    new PlaceKey(20, new Place(1, 0.5, 0)) { In = new Place(-0.1, 0.2, 0) },
                ],
            },
            new NumberTrack { Address = new Address("use", "limb", "shiftX"), Keys = [new NumberKey(2, 3), new NumberKey(7, 5)] },
            new ChoiceTrack { Address = new Address("use", "mouth", "ridesOn"), Keys = [new ChoiceKey(3, "tip")] },
            new ChoiceTrack { Address = new Address("use", "mouth", "swap"), Keys = [new ChoiceKey(5, "wide"), new ChoiceKey(9, "")] },
            new NumberTrack
            {
                Address = new Address("use", "up", "turn"),
                Before = Beyond.Again,
                After = Beyond.Onward,
                Keys = [new NumberKey(1, 5) { Gap = new Gap { Ease = new Drawn([new Point(0.5, 0.2)], true), Held = true, Every = 2, Stagger = new Stagger(3, 1, 50, 10) { Pattern = [2, 1, -1] } } }, new NumberKey(8, 9)],
            },
        ],
        Cards = [new Card("use", 1) { Name = "Begin", Gap = new Gap { Ease = new Slow(30, 60), Every = 3 } }],
    };
}
