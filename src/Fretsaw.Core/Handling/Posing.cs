using System.Collections.Immutable;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Handling;

/// <summary>Drags that pose: each keys the values it changes at the frame it happens on.</summary>
internal static class Posing
{
    public static Func<Point, Edit> Begin(Gesture gesture, Evaluator stood)
    {
        var cast = Drag.FindCast(stood, gesture.Grip.Owner);
        var toPicture = stood.Camera.ToPicture(stood.Plan.Film, cast.Plan.Member.Distance) * cast.ToStage;
        var thing = gesture.Grip.Thing;
        return gesture.Grip.Kind switch
        {
            GripKind.Turn => Turn(gesture, stood, cast, toPicture),
            GripKind.Shift when thing == Address.Body => Body(gesture, stood, cast),
            GripKind.Shift => Point(gesture, stood, toPicture * Carrier(cast, cast.Plan.NodeOf[thing]), Properties.OfPart[1..3]),
            GripKind.Pin => Point(gesture, stood, toPicture * PinnedPart(cast, thing), Properties.OfPoint),
            _ => Point(gesture, stood, toPicture, Properties.OfPoint),
        };
    }

    /// <summary>
    /// The angle the pointer sweeps round the pivot, measured in the carrier's space, so that a stretched or turned
    /// carrier does not falsify it. Sweeps add up: winding past half a turn goes on and does not jump back.
    /// </summary>
    private static Func<Point, Edit> Turn(Gesture gesture, Evaluator stood, CastFrame cast, Affine toPicture)
    {
        var thing = gesture.Grip.Thing;
        var (pivot, carrier) = (default(Point), Affine.Identity);
        if (thing == Address.Body)
        {
            var member = cast.Plan.Member;
            var shift = new Point(Value(stood, gesture, "shiftX"), Value(stood, gesture, "shiftY"));
            toPicture = stood.Camera.ToPicture(stood.Plan.Film, member.Distance);
            pivot = new Point(member.X, member.Y) + (shift * member.Scale);
        }
        else
        {
            var index = cast.Plan.NodeOf[thing];
            var node = cast.Plan.Nodes[index];
            carrier = Carrier(cast, index);
            var own = node.IsBone ? default : new Point(Value(stood, gesture, "shiftX"), Value(stood, gesture, "shiftY"));
            pivot = node.Pivot + own;
        }

        (toPicture * carrier).TryInvert(out var inverse);
        var start = Value(stood, gesture, "turn");
        var last = (inverse.Map(gesture.From) - pivot).AngleRadians;
        var swept = 0.0;
        return to =>
        {
            var now = (inverse.Map(to) - pivot).AngleRadians;
            swept += Angles.Wrap(now - last);
            last = now;
            return Keyed(gesture, stood, [("turn", Math.Round(start + (swept / Angles.RadiansPerDegree), 2))], "Turned it");
        };
    }

    private static Func<Point, Edit> Body(Gesture gesture, Evaluator stood, CastFrame cast)
    {
        var member = cast.Plan.Member;
        var placement = Affine.Scale(member.Scale, member.Scale);
        return Point(gesture, stood, stood.Camera.ToPicture(stood.Plan.Film, member.Distance) * placement, Properties.OfPoint);
    }

    /// <summary>Shifts run in a space; the pointer's way is brought into it.</summary>
    private static Func<Point, Edit> Point(Gesture gesture, Evaluator stood, Affine spaceToPicture, PropertyInfo[] axes)
    {
        spaceToPicture.TryInvert(out var inverse);
        var start = new Point(Value(stood, gesture, axes[0].Name), Value(stood, gesture, axes[1].Name));
        return to =>
        {
            var at = start + inverse.MapVector(to - gesture.From);
            return Keyed(gesture, stood, [(axes[0].Name, Math.Round(at.X, 2)), (axes[1].Name, Math.Round(at.Y, 2))], "Moved it");
        };
    }

    private static double Value(Evaluator stood, Gesture gesture, string property)
    {
        var slot = stood.Plan.Slots.Find(AddressOf(gesture, property));
        return slot < 0
            ? throw new FilmException($"'{gesture.Grip.Thing}'", "cannot be moved that way", "take hold of another handle")
            : stood.Values[slot];
    }

    private static SetKeys Keyed(Gesture gesture, Evaluator stood, ReadOnlySpan<(string Property, double Value)> values, string says)
    {
        var keys = ImmutableArray.CreateBuilder<KeyValue>(values.Length);
        foreach (var (property, value) in values)
        {
            keys.Add(new KeyValue(AddressOf(gesture, property), value));
        }

        return new SetKeys(stood.Plan.Shot.Id, Drag.WholeFrame(gesture), keys.ToImmutable(), says);
    }

    private static string AddressOf(Gesture gesture, string property) =>
        new Address(gesture.Grip.Owner!, gesture.Grip.Thing, property).ToString();

    private static Affine Carrier(CastFrame cast, int node)
    {
        var carrier = cast.Plan.Nodes[node].Carrier;
        return carrier < 0 ? Affine.Identity : cast.Worlds[carrier];
    }

    private static Affine PinnedPart(CastFrame cast, string pin)
    {
        var part = cast.Plan.Puppet.Parts.FirstOrDefault(candidate => candidate.Pins.Any(p => p.Id == pin))
            ?? throw new FilmException($"pin '{pin}'", "is not on this puppet", "choose one that is");
        return cast.Worlds[cast.Plan.NodeOf[part.Id]];
    }
}
