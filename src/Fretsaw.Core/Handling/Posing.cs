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
        var shift = new[] { Properties.ShiftX, Properties.ShiftY };
        return gesture.Grip.Kind switch
        {
            GripKind.Turn => Turn(gesture, stood, cast, toPicture),
            GripKind.Shift when thing == Address.Body => Body(gesture, stood, cast),
            GripKind.Shift => Point(gesture, stood, toPicture * Carrier(cast, cast.Plan.NodeOf[thing]), shift),
            GripKind.Pin => Point(gesture, stood, toPicture * PinSpace(cast, thing, out _), shift),
            _ => Goal(gesture, stood, cast, toPicture, shift),
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
        else if (!cast.Plan.NodeOf.TryGetValue(thing, out var index))
        {
            carrier = PinSpace(cast, thing, out var rest);
            pivot = rest + new Point(Value(stood, gesture, "shiftX"), Value(stood, gesture, "shiftY"));
        }
        else
        {
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
        return Point(gesture, stood, stood.Camera.ToPicture(stood.Plan.Film, member.Distance) * placement, [Properties.ShiftX, Properties.ShiftY]);
    }

    /// <summary>
    /// A goal follows the pointer; a planted one does so on the ground. With the whole body, what lies beyond the chain's
    /// reach moves the body, and goals that are planted stay where they are.
    /// </summary>
    private static Func<Point, Edit> Goal(Gesture gesture, Evaluator stood, CastFrame cast, Affine toPicture, PropertyInfo[] axes)
    {
        var index = Array.FindIndex(cast.Plan.Reaches, reach => reach.Reach.Id == gesture.Grip.Thing);
        var planted = Value(stood, gesture, Properties.Planted.Name) > 0.5;
        var ground = stood.Camera.ToPicture(stood.Plan.Film, cast.Plan.Member.Distance) * cast.Skeleton.Ground;
        var alone = Point(gesture, stood, planted ? ground : toPicture, axes);
        if (!gesture.Grip.WholeBody)
        {
            return alone;
        }

        var reach = cast.Plan.Reaches[index];
        var first = reach.Nodes[0];
        var root = cast.Worlds[first].Map(cast.Plan.Nodes[first].Pivot);
        var longest = Enumerable.Range(0, reach.Nodes.Length).Sum(i => (reach.Joints[i + 1] - reach.Joints[i]).Length);
        toPicture.TryInvert(out var toPosed);
        var goal = cast.Goals[index];
        return to =>
        {
            var keys = (SetKeys)alone(to);
            var way = goal + toPosed.MapVector(to - gesture.From) - root;
            if (way.Length <= longest)
            {
                return keys;
            }

            var beyond = way * (1 - (longest / way.Length));
            var body = cast.ToStage.MapVector(beyond) * (1 / cast.Plan.Member.Scale);
            var values = keys.Values;
            if (!planted)
            {
                values = [values[0] with { Value = Math.Round(values[0].Value - beyond.X, 2) }, values[1] with { Value = Math.Round(values[1].Value - beyond.Y, 2) }];
            }

            return keys with { Values = [.. values, BodyKey(Properties.ShiftX.Name, body.X), BodyKey(Properties.ShiftY.Name, body.Y)], Says = "Moved the whole body" };
        };

        KeyValue BodyKey(string property, double by)
        {
            var address = new Address(gesture.Grip.Owner!, Address.Body, property).ToString();
            return new KeyValue(address, Math.Round(stood.Values[stood.Plan.Slots.Find(address)] + by, 2));
        }
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

    private static Affine Carrier(CastFrame cast, int node) => cast.Skeleton.CarrierOf(cast.Plan.Nodes[node]);

    /// <summary>What takes a pin along: its shifts run in that space.</summary>
    private static Affine PinSpace(CastFrame cast, string pin, out Point rest)
    {
        var part = cast.Plan.Puppet.Parts.FirstOrDefault(candidate => candidate.Pins.Any(p => p.Id == pin))
            ?? throw new FilmException($"pin '{pin}'", "is not on this puppet", "choose one that is");
        var found = part.Pins.First(p => p.Id == pin);
        rest = found.At;
        return cast.Worlds[cast.Plan.NodeOf[found.RidesOn ?? part.Id]];
    }
}
