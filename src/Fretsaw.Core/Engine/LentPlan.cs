using Fretsaw.Core.Films;

namespace Fretsaw.Core.Engine;

/// <summary>A part of one use of a puppet that another may carry.</summary>
/// <param name="Node">The part, as a node of its own puppet.</param>
/// <param name="Choice">As <see cref="Properties.RidesOn"/> of the part has it.</param>
/// <param name="Holder">What carries it; null where that is not on the stage, as on a bench: then the part is not seen.</param>
/// <param name="On">The node of the holder's that carries it, or <see cref="NodePlan.TheBody"/>.</param>
/// <param name="After">It is painted after so many of the holder's painted parts.</param>
/// <param name="Behind">It belongs right behind the part that comes next, else right before the one that came last.</param>
public sealed record LentPlan(int Node, int Choice, ThingPlan? Holder, int On, int After, bool Behind)
{
    /// <summary>
    /// What a use lends to those on the stage. What names a bone or part that is gone lends nothing, and neither does what would hang on
    /// something that is itself another's to carry: no two can wait for each other.
    /// </summary>
    /// <param name="things">All of the shot's.</param>
    public static LentPlan[] Of(Shot shot, Cast cast, PuppetPlan puppet, ThingPlan[] things)
    {
        var plans = new List<LentPlan>();
        var counts = new Dictionary<int, int>();
        foreach (var lent in cast.Lent)
        {
            if (!puppet.NodeOf.TryGetValue(lent.Part, out var node) || puppet.Nodes[node].RidesSlot < 0)
            {
                continue;
            }

            var choice = counts[node] = counts.GetValueOrDefault(node, puppet.Nodes[node].Others.Length) + 1;
            var to = Array.Find(things, thing => thing.Thing.Id == lent.To);
            if (to is null)
            {
                plans.Add(new LentPlan(node, choice, null, NodePlan.TheBody, 0, false));
            }
            else if (to is { Puppet: { } other } && (lent.On == Address.Body || other.NodeOf.ContainsKey(lent.On)) && !Hangs(shot, other.Puppet, lent.To, lent.On))
            {
                var on = lent.On == Address.Body ? NodePlan.TheBody : other.NodeOf[lent.On];
                plans.Add(new LentPlan(node, choice, to, on, Beside(other, on, lent.Behind), lent.Behind));
            }
        }

        return [.. plans];
    }

    /// <summary>Whether what would carry something may itself be carried by another on the stage.</summary>
    public static bool Hangs(Shot shot, Puppet puppet, string thing, string on) =>
        shot.Things.FirstOrDefault(one => one.Id == thing)?.Body is Cast { Lent.IsEmpty: false } cast && Carriers.MayHang(puppet, on, cast.Lent.Select(lent => lent.Part).ToHashSet(StringComparer.Ordinal));

    /// <summary>Next to the foremost art that shows what carries it, or at the front or back of everything.</summary>
    private static int Beside(PuppetPlan holder, int on, bool behind)
    {
        var shows = Array.FindLastIndex(holder.Painted, part => part.Node == on || (part.Limb is { } limb && (limb.Upper == on || limb.Lower == on)) || (part.Mesh is { } mesh && mesh.Bones.Contains(on)));
        return shows < 0 ? (behind ? 0 : holder.Painted.Length) : behind ? shows : shows + 1;
    }
}
