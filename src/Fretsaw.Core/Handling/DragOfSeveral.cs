using System.Collections.Immutable;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Handling;

/// <summary>One of several that are chosen is dragged, and the others go as far.</summary>
internal static class DragOfSeveral
{
    /// <summary>Drags that make an edit of their own for each thing: together they are one step.</summary>
    public static Drag Of(Gesture gesture, Func<Gesture, Func<Point, Edit>> one)
    {
        var each = gesture.Grip.Also.Where(id => id != gesture.Grip.Thing).Distinct(StringComparer.Ordinal).Prepend(gesture.Grip.Thing)
            .Select(id => one(Alone(gesture, id))).ToImmutableArray();
        return new Drag(each.Length == 1 ? each[0] : to => new Together($"Move {each.Length} things", [.. each.Select(edit => edit(to))]));
    }

    /// <summary>
    /// A drag that poses. What is turned turns the others by the same angle, each about its own pivot: a tail curls. What is moved
    /// takes the others the pointer's way, each in the space it is moved in, but for parts that a chosen one carries: they go along
    /// anyhow. What cannot be moved so stays.
    /// </summary>
    /// <exception cref="FilmException">More are chosen than one drag keys.</exception>
    public static PoseDrag Posed(Gesture gesture, Evaluator stood)
    {
        var own = Posing.Begin(gesture, stood);
        if (gesture.Grip.Also.IsEmpty || gesture.Grip.WholeBody || gesture.Grip.Kind == GripKind.Dial)
        {
            return own;
        }

        var cast = Drag.FindCast(stood, gesture.Grip.Owner);
        var chosen = gesture.Grip.Also.Append(gesture.Grip.Thing).ToHashSet(StringComparer.Ordinal);
        var keyed = own.Addresses.ToHashSet();
        var others = ImmutableArray.CreateBuilder<PoseDrag>();
        foreach (var id in chosen.Where(id => id != gesture.Grip.Thing && Posing.CanBegin(Alone(gesture, id), stood, cast)))
        {
            var other = Posing.Begin(Alone(gesture, id), stood);
            if (!(IsMoved(other) && IsCarriedByOne(cast, id, chosen)) && other.Addresses.All(keyed.Add))
            {
                others.Add(other);
            }
        }

        if (keyed.Count > PoseDrag.Most)
        {
            throw new FilmException($"{chosen.Count} things", "are too many to be dragged at once", "select fewer");
        }

        return others.Count == 0 ? own : Together(gesture, stood, own, [.. others]);
    }

    private static PoseDrag Together(Gesture gesture, Evaluator stood, PoseDrag own, ImmutableArray<PoseDrag> others)
    {
        var start = own.Addresses.Select(address => stood.Values[stood.Plan.Slots.Find(address)]).ToImmutableArray();
        var starts = others.Select(other => stood.Values[stood.Plan.Slots.Find(other.Addresses[0])]).ToImmutableArray();
        var says = $"{(IsMoved(own) ? "Move" : "Rotate")} {others.Length + 1} things";
        return new PoseDrag(gesture, stood, [.. own.Addresses, .. others.SelectMany(other => other.Addresses)], says, (to, values) =>
        {
            own.At(to, values);
            var at = start.Length;
            for (var i = 0; i < others.Length; i++)
            {
                if (!IsMoved(own) && !IsMoved(others[i]))
                {
                    values[at] = Math.Round(starts[i] + values[0] - start[0], 2);
                }
                else
                {
                    others[i].At(to, values[at..]);
                }

                at += others[i].Addresses.Length;
            }
        });
    }

    private static Gesture Alone(Gesture gesture, string thing) => gesture with { Grip = gesture.Grip with { Thing = thing, Also = [] } };

    private static bool IsMoved(PoseDrag drag) => drag.Addresses[0].Property != Properties.Turn.Name;

    private static bool IsCarriedByOne(CastFrame cast, string id, HashSet<string> chosen)
    {
        if (!cast.Plan.NodeOf.TryGetValue(id, out var node))
        {
            return false;
        }

        for (node = cast.Skeleton.CarrierIndexOf(node); node >= 0; node = cast.Skeleton.CarrierIndexOf(node))
        {
            if (chosen.Contains(cast.Plan.Nodes[node].Id))
            {
                return true;
            }
        }

        return false;
    }
}
