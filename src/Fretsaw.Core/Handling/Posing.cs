using System.Collections.Immutable;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Handling;

/// <summary>Drags that pose: each keys the values it changes at the frame it happens on.</summary>
internal static class Posing
{
    public static PoseDrag Begin(Gesture gesture, Evaluator stood)
    {
        var cast = Drag.FindCast(stood, gesture.Grip.Owner);
        if (gesture.Grip.Kind == GripKind.Dial)
        {
            return Dial(gesture, stood, cast.Plan.Puppet.Dials.Find(gesture.Grip.Thing, "dial"));
        }

        gesture = InHand(gesture, cast);
        var thing = gesture.Grip.Thing;
        var plane = stood.PlaneOf(cast, ShiftSpaces.NodeOf(cast, thing));
        return gesture.Grip.Kind switch
        {
            GripKind.Turn or GripKind.Goal when gesture.Grip.WholeBody && WholeBody.Begin(gesture, stood, cast) is { } whole => whole,
            GripKind.Turn => Turn(gesture, stood, cast, plane.FromStage * cast.ToStage),
            _ => Point(gesture, stood, plane.FromStage * ShiftSpaces.ToStage(cast, thing)),
        };
    }

    /// <summary>Whether it is there and has what the drag would key: what obeys a reach and what was never posable has not.</summary>
    public static bool CanBegin(Gesture gesture, Evaluator stood, CastFrame cast)
    {
        gesture = InHand(gesture, cast);
        var property = gesture.Grip.Kind == GripKind.Turn ? Properties.Turn : Properties.ShiftX;
        return stood.Plan.Slots.Find(AddressOf(gesture, property.Name)) >= 0;
    }

    private static PoseDrag Dial(Gesture gesture, Evaluator stood, Dial dial)
    {
        var addresses = Properties.Of(dial).Select(property => AddressOf(gesture, property.Name)).ToImmutableArray();
        return new PoseDrag(gesture, stood, addresses, $"Turn {dial.Name}", (to, values) =>
        {
            values[0] = Percent(to.X);
            if (addresses.Length > 1)
            {
                values[1] = Percent(to.Y);
            }
        });

        static double Percent(double at) => Math.Clamp(Math.Round(at), Properties.Across.Min, Properties.Across.Max);
    }

    /// <summary>What goes with the hand: a bone that was let go is thrown as a whole, and one that a reach moves is pulled by its goal.</summary>
    private static Gesture InHand(Gesture gesture, CastFrame cast)
    {
        var (puppet, grip) = (cast.Plan.Puppet, gesture.Grip);
        if (grip.Kind != GripKind.Turn || puppet.Bones.FirstOrDefault(bone => bone.Id == grip.Thing) is not { } bone)
        {
            return gesture;
        }

        if (Handed.CarrierOf(puppet, bone) is { } carrier && cast.Plan.NodeOf[carrier.Id] is var node && cast.Skeleton.LooseOf(node) == node)
        {
            return gesture with { Grip = grip with { Kind = GripKind.Shift, Thing = carrier.Id } };
        }

        var reach = cast.Plan.Nodes[cast.Plan.NodeOf[bone.Id]].Reach;
        return reach < 0 || grip.WholeBody ? gesture : gesture with { Grip = grip with { Kind = GripKind.Goal, Thing = cast.Plan.Reaches[reach].Reach.Id } };
    }

    /// <summary>
    /// The angle the pointer sweeps round the pivot, measured in the carrier's space, so that a stretched or turned
    /// carrier does not falsify it. Sweeps add up: winding past half a turn goes on and does not jump back.
    /// </summary>
    private static PoseDrag Turn(Gesture gesture, Evaluator stood, CastFrame cast, Homography toPicture)
    {
        var thing = gesture.Grip.Thing;
        var (pivot, space) = (default(Point), toPicture);
        if (thing == Address.Body)
        {
            space = BodySpace(stood, cast);
            pivot = cast.Plan.Puppet.Origin + Shift(stood, gesture);
        }
        else if (!cast.Plan.NodeOf.TryGetValue(thing, out var index))
        {
            space = toPicture * ShiftSpaces.OfPin(cast, thing, out var rest);
            pivot = rest + Shift(stood, gesture);
        }
        else
        {
            var node = cast.Plan.Nodes[index];
            space = toPicture * cast.Skeleton.CarrierOf(index);
            pivot = node.Pivot + (node.IsBone ? default : Shift(stood, gesture));
        }

        var inverse = Drag.Inverse(space);
        var start = Value(stood, gesture, Properties.Turn.Name);
        var last = (inverse.Map(gesture.From) - pivot).AngleRadians;
        var swept = 0.0;
        return new PoseDrag(gesture, stood, [AddressOf(gesture, Properties.Turn.Name)], "Rotate", (to, values) =>
        {
            var now = (inverse.Map(to) - pivot).AngleRadians;
            swept += Angles.Wrap(now - last);
            last = now;
            values[0] = Math.Round(start + (swept / Angles.RadiansPerDegree), 2);
        });
    }

    /// <summary>Where the whole body is turned and shifted: the puppet's pixels before it is posed → picture pixels.</summary>
    private static Homography BodySpace(Evaluator stood, CastFrame cast) => stood.Things[cast.Use.Index].FromStage * cast.Skeleton.Ground;

    /// <summary>Shifts run in a space; the pointer's way is brought into it.</summary>
    private static PoseDrag Point(Gesture gesture, Evaluator stood, Homography spaceToPicture)
    {
        var inverse = Drag.Inverse(spaceToPicture);
        var (start, from) = (Shift(stood, gesture), inverse.Map(gesture.From));
        ImmutableArray<Address> addresses = [AddressOf(gesture, Properties.ShiftX.Name), AddressOf(gesture, Properties.ShiftY.Name)];
        return new PoseDrag(gesture, stood, addresses, "Move", (to, values) =>
        {
            var at = start + inverse.Map(to) - from;
            values[0] = Math.Round(at.X, 2);
            values[1] = Math.Round(at.Y, 2);
        });
    }

    private static Point Shift(Evaluator stood, Gesture gesture) =>
        new(Value(stood, gesture, Properties.ShiftX.Name), Value(stood, gesture, Properties.ShiftY.Name));

    private static double Value(Evaluator stood, Gesture gesture, string property) => Value(stood, AddressOf(gesture, property));

    private static double Value(Evaluator stood, Address address)
    {
        var slot = stood.Plan.Slots.Find(address);
        return slot < 0
            ? throw new FilmException($"'{address.Thing}'", "cannot be moved that way", "drag another handle")
            : stood.Values[slot];
    }

    private static Address AddressOf(Gesture gesture, string property) => new(gesture.Grip.Owner!, gesture.Grip.Thing, property);
}
