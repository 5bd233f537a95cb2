using System.Collections.Immutable;
using System.Text.Json.Serialization;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Handling;

/// <summary>
/// A change that a person asks for in their own terms and that takes the core to work out: a wish becomes one edit,
/// which then goes the way of every edit.
/// </summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(KeyPose), "keyPose")]
[JsonDerivedType(typeof(BackToRest), "backToRest")]
[JsonDerivedType(typeof(SetMark), "setMark")]
[JsonDerivedType(typeof(FocusOn), "focusOn")]
[JsonDerivedType(typeof(MakeReach), "makeReach")]
[JsonDerivedType(typeof(PlantReach), "plantReach")]
[JsonDerivedType(typeof(HandOver), "handOver")]
[JsonDerivedType(typeof(Squash), "squash")]
[JsonDerivedType(typeof(KeepActing), "keepActing")]
[JsonDerivedType(typeof(Blink), "blink")]
[JsonDerivedType(typeof(MoveFace), "moveFace")]
[JsonDerivedType(typeof(FillCues), "fillCues")]
[JsonDerivedType(typeof(KeepTake), "keepTake")]
[JsonDerivedType(typeof(MeshOf), "meshOf")]
[JsonDerivedType(typeof(MakeLimb), "makeLimb")]
[JsonDerivedType(typeof(GatherSwaps), "gatherSwaps")]
[JsonDerivedType(typeof(GatherForms), "gatherForms")]
[JsonDerivedType(typeof(SetStation), "setStation")]
[JsonDerivedType(typeof(MakeHeadTurn), "makeHeadTurn")]
[JsonDerivedType(typeof(KeyStand), "keyStand")]
[JsonDerivedType(typeof(PutAtDistance), "putAtDistance")]
[JsonDerivedType(typeof(PutStanding), "putStanding")]
[JsonDerivedType(typeof(PutOnStage), "putOnStage")]
[JsonDerivedType(typeof(DrawLimb), "drawLimb")]
[JsonDerivedType(typeof(PasteKeys), "pasteKeys")]
[JsonDerivedType(typeof(InBetween), "inBetween")]
[JsonDerivedType(typeof(Resize), "resize")]
public abstract record Wish
{
    /// <param name="frameAt">Gives the evaluated frame of a view.</param>
    public abstract Edit ToEdit(Film film, Func<View, double, Evaluator> frameAt);
}

/// <summary>
/// Keys everything of a puppet as it stands: every value that has keys, or, for its first card, every control.
/// </summary>
public sealed record KeyPose(string Shot, string Owner, int Frame) : Wish
{
    /// <summary>As it stands in the blocking view.</summary>
    public bool Blocked { get; init; }

    private static readonly HashSet<string> InPose = new(StringComparer.Ordinal)
    {
        Properties.Turn.Name, Properties.ShiftX.Name, Properties.ShiftY.Name, Properties.Planted.Name, Properties.Across.Name, Properties.Down.Name,
    };

    public override Edit ToEdit(Film film, Func<View, double, Evaluator> frameAt)
    {
        var frame = frameAt(new View(Shot, Blocked: Blocked), Frame);
        var values = Stances.Of(frame, Owner, (slot, _) => frame.Plan.Tracks.IsKeyed(slot));
        return new SetKeys(Shot, Frame, values.IsEmpty ? Stances.Of(frame, Owner, (_, address) => IsControl(frame, address)) : values) { Drawn = true, Blocked = Blocked };
    }

    /// <summary>What a pose is made of before anything special is keyed: the body's place, turns, pins and goals.</summary>
    private static bool IsControl(Evaluator frame, Address address)
    {
        if (frame.Plan.Find(address.Owner)?.Puppet is not { } plan)
        {
            return false;
        }

        var isPart = plan.Puppet.Parts.Any(part => part.Id == address.Thing);
        var obeysReach = plan.NodeOf.TryGetValue(address.Thing, out var node) && plan.Nodes[node].Reach >= 0;
        return !obeysReach && address.Thing != Address.Stand && (isPart ? address.Property is "turn" or "swap" : InPose.Contains(address.Property));
    }
}

/// <summary>Keys where a thing stands, as it stands: its distance, place, size, turn and opacity.</summary>
public sealed record KeyStand(string Shot, string Owner, int Frame) : Wish
{
    public override Edit ToEdit(Film film, Func<View, double, Evaluator> frameAt)
    {
        var values = Stances.Of(frameAt(new View(Shot), Frame), Owner, (_, address) => address.Thing == Address.Stand);
        FilmException.ThrowIf(values.IsEmpty, $"thing '{Owner}'", "is not on the stage", "select one that is");
        return new SetKeys(Shot, Frame, values, "Key position") { Drawn = true };
    }
}

/// <summary>Keys things, or with none named the whole puppet, as they stand at rest.</summary>
public sealed record BackToRest(string Shot, string Owner, int Frame, ImmutableArray<string> Things) : Wish
{
    public override Edit ToEdit(Film film, Func<View, double, Evaluator> frameAt)
    {
        var frame = frameAt(new View(Shot), Frame);
        var values = Stances.Of(
            frame, Owner, (slot, address) => (Things.IsEmpty ? address.Thing != Address.Stand : Things.Contains(address.Thing)) && frame.Plan.Tracks.IsKeyed(slot), atRest: true);
        return new SetKeys(Shot, Frame, values, "Reset to rest") { Drawn = true };
    }
}

/// <summary>Values of an owner, as they can be keyed.</summary>
internal static class Stances
{
    public static ImmutableArray<KeyValue> Of(Evaluator frame, string owner, Func<int, Address, bool> which, bool atRest = false)
    {
        var slots = frame.Plan.Slots;
        if (slots.OwnerOf(owner) is not (>= 0 and var number))
        {
            return [];
        }

        var (first, count) = slots.SlotsOf(number);
        var values = ImmutableArray.CreateBuilder<KeyValue>();
        for (var slot = first; slot < first + count; slot++)
        {
            var (address, property) = (slots.AddressOf(slot), slots.PropertyOf(slot));
            if (which(slot, address))
            {
                var value = atRest ? property.Default : frame.Values[slot];
                values.Add(property.Jumps ? new KeyValue(address) { Choice = property.IdOf(value) } : new KeyValue(address, value));
            }
        }

        return values.ToImmutable();
    }

    /// <exception cref="FilmException">The shot has no such value.</exception>
    public static double ValueOf(Evaluator frame, Address address) => frame.Plan.Slots.Find(address) is >= 0 and var slot
        ? frame.Values[slot]
        : throw new FilmException($"'{address.Thing}'", $"has no {address.Property} in this shot", "select something of a puppet on its stage");
}

/// <summary>A camera mark: everything of the camera but the focus, keyed as it stands.</summary>
public sealed record SetMark(string Shot, int Frame) : Wish
{
    public override Edit ToEdit(Film film, Func<View, double, Evaluator> frameAt)
    {
        var frame = frameAt(new View(Shot), Frame);

        // A focus that is keyed has a rhythm of its own; one that is not is keyed too, so that the first pull begins here and leaves the frames before as they were.
        return new SetKeys(Shot, Frame, Stances.Of(frame, Address.Camera, (slot, address) => address.HasCards || !frame.Plan.Tracks.IsKeyed(slot)), "Set camera mark") { Drawn = true };
    }
}

/// <summary>A focus mark on something on the stage.</summary>
public sealed record FocusOn(string Shot, int Frame, string Thing) : Wish
{
    public override Edit ToEdit(Film film, Func<View, double, Evaluator> frameAt)
    {
        var thing = frameAt(new View(Shot), Frame).Find(Thing) ?? throw new FilmException($"thing '{Thing}'", "is not on the stage", "select one that is");
        return new SetKeys(Shot, Frame, [new KeyValue(Address.OfCamera(Address.Focus), Math.Round(Math.Max(0.1, thing.Depth), 3))], "Set focus") { Drawn = true };
    }
}

/// <summary>Something on the stage, put at a distance.</summary>
public sealed record PutAtDistance(string Shot, string Thing, int Frame, double Metres, bool KeepSize) : Wish
{
    public override Edit ToEdit(Film film, Func<View, double, Evaluator> frameAt)
    {
        var thing = frameAt(new View(Shot), Frame).Find(Thing) ?? throw new FilmException($"thing '{Thing}'", "is not on the stage", "select one that is");
        return Standings.PutAtDistance(film, film.Shots.Find(Shot, "shot"), Thing, thing.Standing, Frame, Metres, KeepSize);
    }
}

/// <summary>Something on the stage, put to stand otherwise: what of that is keyed is keyed at the frame.</summary>
public sealed record PutStanding(string Shot, string Thing, int Frame, NewStand To) : Wish
{
    public override Edit ToEdit(Film film, Func<View, double, Evaluator> frameAt) => Standings.Put(film.Shots.Find(Shot, "shot"), Thing, Frame, To);
}

/// <summary>A puppet, put on a shot's stage at the picture plane: its feet low in the frame and planted there, two thirds of it tall at most.</summary>
public sealed record PutOnStage(string Shot, string Puppet, string NewId) : Wish
{
    private const double TallestPart = 0.66;
    private const double FeetAt = 0.9;

    /// <summary>Places across the frame, the best first; a puppet goes where nobody stands yet.</summary>
    private static readonly double[] Places = [0.5, 0.25, 0.75, 0.375, 0.625, 0.125, 0.875];
    private const double Apart = 0.1;

    public override Edit ToEdit(Film film, Func<View, double, Evaluator> frameAt)
    {
        var puppet = film.Puppets.Find(Puppet, "puppet");
        var box = film.BoxOf(puppet);
        var scale = Math.Min(1, film.Height * TallestPart / Math.Max(1, box.Height));
        var add = new AddThing(Shot, new Thing
        {
            Id = NewId,
            Name = puppet.Name,
            Label = Label.Brass,
            Body = new Cast(puppet.Id),
            Stand = new Stand
            {
                Distance = Math.Round(PicturePlane.DistanceMetres(film), 3),
                X = Math.Round(film.Width * Free(film), 2),
                Y = film.Height * FeetAt,
                SizePercent = Math.Round(scale * 100, 2),
            },
        });
        var planted = Feet(add.Apply(film));
        return planted.IsEmpty ? add : new Together(add.Title, [add, new SetKeys(Shot, 1, planted, "Plant feet")]);
    }

    /// <summary>Every chain that stands as it is drawn is held by the ground, so that the first pull on the body leaves it there.</summary>
    private ImmutableArray<KeyValue> Feet(Film with)
    {
        var stood = new Evaluator(PlanCompiler.Compile(with, with.Shots.Find(Shot, "shot"), new RigCache()));
        stood.Evaluate(1);
        var cast = Drag.FindCast(stood, NewId);
        var feet = StandingFeet.Of(stood, cast);
        return
        [
            .. cast.Plan.Reaches.Where((_, i) => feet[i].Bears).SelectMany(reach => (KeyValue[])
            [
                new KeyValue(At(reach.Reach.Id, Properties.ShiftX), 0), new KeyValue(At(reach.Reach.Id, Properties.ShiftY), 0),
                new KeyValue(At(reach.Reach.Id, Properties.Planted)) { Choice = Properties.OnStage },
            ]),
        ];

        Address At(string reach, PropertyInfo property) => new(NewId, reach, property.Name);
    }

    private double Free(Film film)
    {
        var taken = film.Shots.Find(Shot, "shot").Things.Where(thing => thing.Body is Cast).Select(thing => thing.Stand.X / film.Width).ToList();
        return Places.FirstOrDefault(place => taken.TrueForAll(other => Math.Abs(other - place) >= Apart), Places[0]);
    }
}
