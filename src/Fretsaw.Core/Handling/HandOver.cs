using System.Collections.Immutable;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Handling;

/// <summary>
/// Lets a part or bone go at a frame, hands it to another carrier or to another puppet, or takes hold of it again. Its shift, turn and
/// stretch are keyed along, so that it keeps its place, turn and size on the stage through the change, and so are the goals of the
/// chains that hang on it.
/// </summary>
/// <param name="Part">A bone gets a part without art that carries it, since parts can be let go.</param>
/// <param name="To">
/// What carries it from here on: id of a part or bone, <see cref="Address.Body"/>, <see cref="Address.Stand"/> for nothing, or the part,
/// bone or body of another on the stage as thing/part.
/// </param>
public sealed record HandOver(string Shot, string Owner, string Part, int Frame, string To) : Wish
{
    public override Edit ToEdit(Film film, Func<View, double, Evaluator> frameAt)
    {
        var frame = frameAt(new View(Shot), Frame);
        var cast = Drag.FindCast(frame, Owner);
        var puppet = cast.Plan.Puppet;
        var handed = Handed.Find(cast, Part);
        FilmException.ThrowIf(Part == To || handed.Part.Id == To, $"part '{handed.Part.Name}'", "cannot be attached to itself", "attach it to something else");
        var taker = Taker.Find(film, frame, cast, handed.Part, To);
        FilmException.ThrowIf(Math.Abs(taker.OnPuppet.Determinant) < 1e-9, $"what '{handed.Part.Name}' is attached to from here on", "has no size at this frame", "go to another frame");
        taker.OnPuppet.TryInvert(out var inverse);
        var world = taker.Seen(frame, cast, handed);
        var shot = film.Shots.Find(Shot, "shot");
        var choice = new KeyValue(AddressOf(handed, Properties.RidesOn)) { Choice = taker.Choice };
        ImmutableArray<KeyValue> now = [.. Values(frame, handed, inverse * world), .. Goals(cast, handed, taker, world), choice];
        List<Edit> edits = [.. handed.Loosened(puppet), .. taker.Allowed(puppet.Id, Shot, Owner, handed.Part), .. Outdated(shot, choice, now)];

        // What was let go is thrown by a later key of its place, and goes there eased; but keys of what takes it next are measured otherwise.
        var isTakenNext = shot.Tracks.Find(choice.Address)?.AllKeys.Any(key => key.Frame > Frame) == true;
        edits.AddRange(Changeover.At(Shot, Owner, Frame, now, frameAt, To == Address.Stand && !isTakenNext ? Gap.Both : null));
        return new Together(To == Address.Stand ? "Detach" : taker.Choice == "" ? "Attach again" : "Hand over", edits);
    }

    /// <summary>Up to where it is handed on again, its keys were made for what carried it before, and mean nothing any more.</summary>
    private IEnumerable<Edit> Outdated(Films.Shot shot, KeyValue carrier, ImmutableArray<KeyValue> now)
    {
        if (shot.Tracks.Find(carrier.Address)?.AllKeys.OfType<ChoiceKey>().FirstOrDefault(key => key.Frame > Frame && key.Id != carrier.Choice) is not { } next)
        {
            return [];
        }

        var measured = now.Where(value => value.Address != carrier.Address).Select(value => shot.Tracks.WithNumber(value.Address)).OfType<Track>().Distinct();
        var outdated = BeadsWithin.Of(measured, Frame + 1, next.Frame - 1);
        return outdated.IsEmpty ? [] : [new RemoveChosenKeys(Shot, outdated)];
    }

    /// <summary>The goals of chains that hang on it go with it while it rides elsewhere than at rest, to another plane as well.</summary>
    private IEnumerable<KeyValue> Goals(CastFrame cast, Handed handed, Taker taker, Affine world)
    {
        handed.World.TryInvert(out var offPart);
        var moved = world * offPart;
        for (var i = 0; i < cast.Plan.Reaches.Length; i++)
        {
            var reach = cast.Plan.Reaches[i];
            if (!GoesAlong(cast.Skeleton, reach.Nodes[0], handed.Node))
            {
                continue;
            }

            var space = taker.Choice == "" ? cast.Skeleton.FreeSpaceOf(taker.Node) : world;
            space.TryInvert(out var inverse);
            var shift = inverse.Map(moved.Map(cast.Goals[i])) - reach.GoalRest;
            yield return new KeyValue(new Address(Owner, reach.Reach.Id, Properties.ShiftX.Name), Math.Round(shift.X, 3));
            yield return new KeyValue(new Address(Owner, reach.Reach.Id, Properties.ShiftY.Name), Math.Round(shift.Y, 3));
            yield return new KeyValue(new Address(Owner, reach.Reach.Id, Properties.Planted.Name)) { Choice = "" };
        }
    }

    /// <summary>A chain hangs on what is handed over, and on nothing nearer that is loose already.</summary>
    private static bool GoesAlong(Skeleton skeleton, int chain, int handed)
    {
        var loose = skeleton.LooseOf(chain);
        var isNearer = loose >= 0 && loose != handed && skeleton.Hangs(loose, handed);
        return skeleton.Hangs(chain, handed) && !isNearer;
    }

    /// <summary>
    /// A map as turn, shift and stretch about a pivot. A carrier that is stretched one way and turned also slants what it carries,
    /// which a part of its own cannot be: its pivot, its turn and its size along and across stay even then.
    /// </summary>
    private ImmutableArray<KeyValue> Values(Evaluator frame, Handed handed, in Affine local)
    {
        var turned = Stands(Properties.Turn);
        var across = new Point(local.A, local.B);
        var turn = across.AngleRadians / Angles.RadiansPerDegree;
        var (stretchX, stretchY) = (across.Length, local.Determinant / Math.Max(1e-9, across.Length));
        if (Stands(Properties.StretchX) < 0)
        {
            (turn, stretchX, stretchY) = (turn + 180, -stretchX, -stretchY);
        }

        // The nearest of the turns that look the same, so that nothing spins on the way to a later key.
        turn += 360 * Math.Round((turned - turn) / 360);
        var shift = local.Map(handed.Part.Pivot) - handed.Part.Pivot;
        return
        [
            Key(Properties.Turn, turn), Key(Properties.ShiftX, shift.X), Key(Properties.ShiftY, shift.Y),
            Key(Properties.StretchX, stretchX * 100), Key(Properties.StretchY, stretchY * 100), Key(Properties.Squash, 100),
        ];

        KeyValue Key(PropertyInfo property, double value) => new(AddressOf(handed, property), Math.Round(value, 4));
        double Stands(PropertyInfo property) => frame.Plan.Slots.Find(AddressOf(handed, property)) is >= 0 and var slot ? frame.Values[slot] : property.Default;
    }

    private Address AddressOf(Handed handed, PropertyInfo property) => new(Owner, handed.Part.Id, property.Name);
}
