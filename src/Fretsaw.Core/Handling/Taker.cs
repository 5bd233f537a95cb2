using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Handling;

/// <summary>What carries a part from a frame on.</summary>
/// <param name="Choice">As keyed; "" for what carries it at rest.</param>
/// <param name="OnPuppet">Where the part would stand at rest on it, puppet pixels.</param>
/// <param name="Node">A node of its own puppet, below 0 for none.</param>
/// <param name="Lent">For another puppet's.</param>
internal sealed record Taker(string Choice, Affine OnPuppet, int Node, Lent? Lent = null)
{
    public static Taker Find(Film film, Evaluator frame, CastFrame cast, Part part, string to)
    {
        var choice = to == (part.RidesOn ?? Address.Body) ? "" : to;
        if (LentTo(film, frame, cast, part, to) is { } lent)
        {
            var holder = Drag.FindCast(frame, lent.To);
            cast.ToStage.TryInvert(out var offStage);
            return new Taker(lent.Id, offStage * Lending.OnStage(holder.Skeleton, lent.On == Address.Body ? NodePlan.TheBody : holder.Plan.NodeOf[lent.On]), NodePlan.TheBody, lent);
        }

        if (to == Address.Body)
        {
            return new Taker(choice, Affine.Identity, NodePlan.TheBody);
        }

        if (to == Address.Stand)
        {
            cast.ToStage.TryInvert(out var offStage);
            return new Taker(choice, offStage * cast.Skeleton.Ground, NodePlan.TheStand);
        }

        return cast.Plan.NodeOf.TryGetValue(to, out var node) ? new Taker(choice, part.RidesOnEnd ? cast.Skeleton.Tips[node] : cast.Worlds[node], node)
            : throw new FilmException($"what '{part.Name}' is attached to from here on", $"is '{to}', which is not a part or bone of the puppet", "select one that is");
    }

    /// <summary>What lets the part be handed so, where it may not be yet.</summary>
    public IEnumerable<Edit> Allowed(string puppet, string shot, string owner, Part part)
    {
        var also = Lent is null ? Choice : Address.Stand;
        if (Choice.Length > 0 && !part.AlsoRidesOn.Contains(also) && (Lent is null || part.AlsoRidesOn.IsEmpty))
        {
            yield return new ChangePart(puppet, part.Id) { AlsoRidesOn = part.AlsoRidesOn.Add(also) };
        }

        if (Lent is not null)
        {
            yield return new Lend(shot, owner, Lent);
        }
    }

    /// <summary>
    /// Where the part is seen to stand, puppet pixels: on the plane at another distance of who takes it, there where it covers the
    /// same of the picture as before.
    /// </summary>
    public Affine Seen(Evaluator frame, CastFrame cast, Handed handed)
    {
        var (from, to) = (frame.PlaneOf(cast, handed.Node), Lent is null ? frame.Things[cast.Use.Index] : frame.Find(Lent.To)!);
        if (from == to || !from.Shown || !to.Shown || from.FromStage == to.FromStage || !to.FromStage.TryInvert(out var offPicture))
        {
            return handed.World;
        }

        cast.ToStage.TryInvert(out var offStage);
        var onStage = cast.ToStage * handed.World;
        return offStage * offPicture.Then(from.FromStage).Near(onStage.Map(handed.Part.Pivot)) * onStage;
    }

    private static Lent? LentTo(Film film, Evaluator frame, CastFrame cast, Part part, string to)
    {
        var shot = frame.Plan.Shot;
        var own = (Cast)cast.Use.Thing.Body;
        if (own.Lent.FirstOrDefault(lent => lent.Part == part.Id && (lent.Id == to || $"{lent.To}/{lent.On}" == to)) is { } known)
        {
            return known;
        }

        if (to.Split('/') is not [var thing, var on])
        {
            return null;
        }

        var puppet = shot.PuppetOf(film, thing);
        FilmException.ThrowIf(puppet is null || thing == cast.Use.Thing.Id, $"'{thing}'", "is not another puppet on this stage", "select one that is");
        FilmException.ThrowIf(on != Address.Body && puppet!.Parts.All(one => one.Id != on) && puppet.Bones.All(one => one.Id != on), $"what '{part.Name}' is attached to from here on", $"is '{on}', which is not a part or bone of that puppet", "select one that is");
        FilmException.ThrowIf(LentPlan.Hangs(shot, puppet!, thing, on), $"'{thing}'", "would attach it to what can itself be handed over", "select a part or bone that never leaves its puppet");
        FilmException.ThrowIf(
            shot.Things.Any(other => other.Body is Cast { Lent: var all } && all.Any(lent => lent.To == cast.Use.Thing.Id && Carriers.MayHang(cast.Plan.Puppet, lent.On, new HashSet<string>([part.Id], StringComparer.Ordinal)))),
            $"part '{part.Name}'", "has a part of another puppet attached", "hand that over first");
        var taken = Names.InPuppet(cast.Plan.Puppet).Select(named => named.Id).Concat(own.Lent.Select(lent => lent.Id)).ToHashSet(StringComparer.Ordinal);
        return new Lent(Ids.Free(Ids.With(thing, on), id => !taken.Contains(id)), part.Id, thing, on);
    }
}
