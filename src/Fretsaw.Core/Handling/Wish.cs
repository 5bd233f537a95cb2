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
[JsonDerivedType(typeof(MeshOf), "meshOf")]
[JsonDerivedType(typeof(MakeLimb), "makeLimb")]
[JsonDerivedType(typeof(GatherSwaps), "gatherSwaps")]
[JsonDerivedType(typeof(GatherForms), "gatherForms")]
[JsonDerivedType(typeof(SetStation), "setStation")]
[JsonDerivedType(typeof(MakeHeadTurn), "makeHeadTurn")]
[JsonDerivedType(typeof(PutAtDistance), "putAtDistance")]
[JsonDerivedType(typeof(PutOnStage), "putOnStage")]
public abstract record Wish
{
    /// <param name="frameAt">Gives the evaluated frame of a view.</param>
    public abstract Edit ToEdit(Film film, Func<View, double, Evaluator> frameAt);
}

/// <summary>
/// Keys everything of a puppet as it stands: every channel that has keys, or, for its first card, every control.
/// </summary>
public sealed record KeyPose(string Shot, string Owner, int Frame) : Wish
{
    public override Edit ToEdit(Film film, Func<View, double, Evaluator> frameAt)
    {
        var frame = frameAt(new View(Shot), Frame);
        var values = Values(frame, (slot, _) => frame.Plan.Slots.IsKeyed(slot));
        return new SetKeys(Shot, Frame, values.IsEmpty ? Values(frame, (_, address) => IsControl(frame, address)) : values);
    }

    private ImmutableArray<KeyValue> Values(Evaluator frame, Func<int, Address, bool> which)
    {
        var values = ImmutableArray.CreateBuilder<KeyValue>();
        for (var slot = 0; slot < frame.Plan.Slots.Count; slot++)
        {
            var address = Address.Parse(frame.Plan.Slots.AddressOf(slot));
            if (address.Owner == Owner && which(slot, address))
            {
                values.Add(new KeyValue(address.ToString(), frame.Values[slot]));
            }
        }

        return values.ToImmutable();
    }

    private static readonly HashSet<string> InPose = new(StringComparer.Ordinal)
    {
        Properties.Turn.Name, Properties.ShiftX.Name, Properties.ShiftY.Name, Properties.Planted.Name, Properties.Across.Name, Properties.Down.Name,
    };

    /// <summary>What a pose is made of before anything special is keyed: the body's place, turns, pins and goals.</summary>
    private static bool IsControl(Evaluator frame, Address address)
    {
        var puppet = frame.Plan.FindCast(address.Owner)?.Puppet;
        var isPart = puppet?.Parts.Any(part => part.Id == address.Thing) ?? false;
        var cast = frame.Plan.FindCast(address.Owner);
        var obeysReach = cast is not null && cast.NodeOf.TryGetValue(address.Thing, out var node) && cast.Nodes[node].Reach >= 0;
        return !obeysReach && (isPart ? address.Property is "turn" or "swap" : InPose.Contains(address.Property));
    }
}

/// <summary>Keys a thing, or with no thing the whole puppet, as it stands at rest.</summary>
public sealed record BackToRest(string Shot, string Owner, string? Thing, int Frame) : Wish
{
    public override Edit ToEdit(Film film, Func<View, double, Evaluator> frameAt)
    {
        var frame = frameAt(new View(Shot), Frame);
        var values = ImmutableArray.CreateBuilder<KeyValue>();
        for (var slot = 0; slot < frame.Plan.Slots.Count; slot++)
        {
            var address = Address.Parse(frame.Plan.Slots.AddressOf(slot));
            if (address.Owner == Owner && (Thing is null || address.Thing == Thing) && frame.Plan.Slots.IsKeyed(slot))
            {
                values.Add(new KeyValue(address.ToString(), frame.Plan.Slots.PropertyOf(slot).Default));
            }
        }

        return new SetKeys(Shot, Frame, values.ToImmutable(), "Put back to rest");
    }
}

/// <summary>A camera mark: everything of the camera but the focus, keyed as it stands.</summary>
public sealed record SetMark(string Shot, int Frame) : Wish
{
    public override Edit ToEdit(Film film, Func<View, double, Evaluator> frameAt)
    {
        var frame = frameAt(new View(Shot), Frame);
        var values = Properties.OfCamera(film)
            .Where(property => Address.OfCamera(property.Name).HasCards)
            .Select((property, i) => new KeyValue(Address.OfCamera(property.Name).ToString(), frame.Values[frame.Plan.CameraSlot + i]));
        return new SetKeys(Shot, Frame, [.. values], "Set a camera mark");
    }
}

/// <summary>A focus mark on a flat or puppet.</summary>
public sealed record FocusOn(string Shot, int Frame, string Thing) : Wish
{
    public override Edit ToEdit(Film film, Func<View, double, Evaluator> frameAt)
    {
        var frame = frameAt(new View(Shot), Frame);
        var distance = frame.Plan.Shot.Flats.FirstOrDefault(flat => flat.Id == Thing)?.Distance
            ?? frame.Plan.Shot.Cast.Find(Thing, "thing to focus on").Distance;
        var depth = Math.Round(Math.Max(0.1, frame.Camera.Depth(distance)), 3);
        return new SetKeys(Shot, Frame, [new KeyValue(Address.OfCamera(Address.Focus).ToString(), depth)], "Set the focus");
    }
}

/// <summary>A flat or puppet, put at a distance.</summary>
public sealed record PutAtDistance(string Shot, string Thing, double Metres, bool KeepSize) : Wish
{
    public override Edit ToEdit(Film film, Func<View, double, Evaluator> frameAt)
    {
        var shot = film.Shots.Find(Shot, "shot");
        return shot.Flats.Any(flat => flat.Id == Thing)
            ? Distances.PutFlat(film, shot, Thing, Metres, KeepSize)
            : Distances.PutCast(film, shot, Thing, Metres, KeepSize);
    }
}

/// <summary>A puppet, put on a shot's stage at the picture plane: its feet low in the frame, two thirds of it tall at most.</summary>
public sealed record PutOnStage(string Shot, string Puppet, string NewId) : Wish
{
    private const double TallestPart = 0.66;
    private const double FeetAt = 0.9;

    public override Edit ToEdit(Film film, Func<View, double, Evaluator> frameAt)
    {
        var puppet = film.Puppets.Find(Puppet, "puppet");
        var box = View.PuppetBox(film, puppet);
        var scale = Math.Min(1, film.Height * TallestPart / Math.Max(1, box.Height));
        return new AddCast(Shot, new CastMember
        {
            Id = NewId,
            Name = puppet.Name,
            Puppet = puppet.Id,
            Distance = Math.Round(Lens.PicturePlane.DistanceMetres(film), 3),
            X = film.Width / 2.0,
            Y = film.Height * FeetAt,
            Scale = Math.Round(scale, 4),
        });
    }
}
