using System.Collections.Immutable;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Handling;

/// <summary>
/// Lets a part go at a frame, hands it to another carrier, or takes hold of it again. Its shift, turn and stretch are keyed along,
/// so that it keeps its place, turn and size on the stage through the change.
/// </summary>
/// <param name="To">Id of the part or bone that carries it from here on, <see cref="Address.Body"/>, or <see cref="Address.Stand"/> for nothing.</param>
public sealed record HandOver(string Shot, string Owner, string Part, int Frame, string To) : Wish
{
    public override Edit ToEdit(Film film, Func<View, double, Evaluator> frameAt)
    {
        var frame = frameAt(new View(Shot), Frame);
        var cast = Drag.FindCast(frame, Owner);
        var puppet = cast.Plan.Puppet;
        var part = puppet.Parts.FirstOrDefault(one => one.Id == Part) ?? throw new FilmException($"part '{Part}'", "is not of this puppet", "choose one that is");
        FilmException.ThrowIf(Part == To, $"part '{part.Name}'", "cannot ride on itself", "choose another carrier");
        var atRest = To == (part.RidesOn ?? Address.Body);
        var index = cast.Plan.NodeOf[Part];
        var carrier = CarrierOf(cast, part);
        FilmException.ThrowIf(Math.Abs(carrier.Determinant) < 1e-9, $"what carries '{part.Name}' from here on", "is stretched to nothing at this frame", "choose another frame");
        carrier.TryInvert(out var inverse);
        var node = cast.Plan.Nodes[index];
        var local = inverse * cast.Worlds[index];
        var now = Values(frame, node, local);
        List<Edit> edits = [];
        if (!atRest && !part.AlsoRidesOn.Contains(To))
        {
            edits.Add(new ChangePart(puppet.Id, Part) { AlsoRidesOn = part.AlsoRidesOn.Add(To) });
        }

        edits.AddRange(Outdated(film.Shots.Find(Shot, "shot"), atRest ? "" : To));
        var carried = new KeyValue(new Address(Owner, Part, Properties.RidesOn.Name)) { Choice = atRest ? "" : To };
        edits.AddRange(Changeover.At(Shot, Owner, Frame, [.. now, carried], frameAt));
        return new Together(To == Address.Stand ? "Let it go" : atRest ? "Took hold of it again" : "Handed it over", edits);
    }

    /// <summary>Up to where it is handed on again, its keys were made for what carried it before, and mean nothing any more.</summary>
    private IEnumerable<Edit> Outdated(Films.Shot shot, string to)
    {
        if (shot.Tracks.Find(AddressOf(Properties.RidesOn))?.AllKeys.OfType<ChoiceKey>().FirstOrDefault(key => key.Frame > Frame && key.Id != to) is not { } next)
        {
            return [];
        }

        var measured = Properties.OfBody.Select(property => shot.Tracks.WithNumber(AddressOf(property))).OfType<Track>().Distinct();
        var outdated = BeadsWithin.Of(measured, Frame + 1, next.Frame - 1);
        return outdated.IsEmpty ? [] : [new RemoveChosenKeys(Shot, outdated)];
    }

    /// <summary>Where the part would stand at rest on what carries it from here on.</summary>
    private Affine CarrierOf(CastFrame cast, Part part)
    {
        if (To == Address.Body)
        {
            return Affine.Identity;
        }

        if (To == Address.Stand)
        {
            cast.ToStage.TryInvert(out var offStage);
            return offStage * cast.Skeleton.Ground;
        }

        return cast.Plan.NodeOf.TryGetValue(To, out var node) ? cast.Worlds[node]
            : throw new FilmException($"what carries '{part.Name}' from here on", $"is '{To}', which is no part or bone of the puppet", "choose one that is");
    }

    /// <summary>
    /// A map as turn, shift and stretch about a pivot. A carrier that is stretched one way and turned also slants what it carries,
    /// which a part of its own cannot be: its pivot, its turn and its size along and across stay even then.
    /// </summary>
    private ImmutableArray<KeyValue> Values(Evaluator frame, in NodePlan node, in Affine local)
    {
        var turned = frame.Values[frame.Plan.Slots.Find(AddressOf(Properties.Turn))];
        var across = new Point(local.A, local.B);
        var turn = across.AngleRadians / Angles.RadiansPerDegree;
        var (stretchX, stretchY) = (across.Length, local.Determinant / Math.Max(1e-9, across.Length));
        var wasMirrored = frame.Values[frame.Plan.Slots.Find(AddressOf(Properties.StretchX))] < 0;
        if (wasMirrored)
        {
            (turn, stretchX, stretchY) = (turn + 180, -stretchX, -stretchY);
        }

        // The nearest of the turns that look the same, so that nothing spins on the way to a later key.
        turn += 360 * Math.Round((turned - turn) / 360);
        var shift = local.Map(node.Pivot) - node.Pivot;
        return
        [
            Key(Properties.Turn, turn), Key(Properties.ShiftX, shift.X), Key(Properties.ShiftY, shift.Y),
            Key(Properties.StretchX, stretchX * 100), Key(Properties.StretchY, stretchY * 100), Key(Properties.Squash, 100),
        ];

        KeyValue Key(PropertyInfo property, double value) => new(AddressOf(property), Math.Round(value, 4));
    }

    private Address AddressOf(PropertyInfo property) => new(Owner, Part, property.Name);
}
