using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Engine;

/// <summary>Where those stand at any frame who carry parts of a use, without any lag of their own: for what looks back.</summary>
internal sealed class Lending
{
    private readonly LentPlan[] lent;
    private readonly Skeleton?[] holders;

    public Lending(LentPlan[] lent) => (this.lent, holders) = (lent, [.. lent.Select(one => one.Holder is { } holder ? new Skeleton(holder.Puppet!, holder.Lent) : null)]);

    /// <param name="owner">Of the use that lends; its <see cref="Skeleton.Holders"/> are set.</param>
    /// <param name="values">Driven values of that use at the frame.</param>
    /// <param name="scratch">As long as there are slots in the shot; those of the holders are overwritten.</param>
    public void Set(Plan shot, double frame, Skeleton owner, ReadOnlySpan<double> values, double[] scratch)
    {
        for (var k = 0; k < lent.Length; k++)
        {
            if (lent[k].Holder is { } holder && owner.LendsAt(k, values))
            {
                Pipeline.Driven(shot, holder, frame, scratch);
                holders[k]!.Pose(Standing.Of(holder.StandValues(scratch)).Ground(holder.Puppet!.Puppet.Origin), holder.PuppetValues(scratch), []);
                owner.Holders[k] = OnStage(holders[k]!, lent[k].On);
            }
        }
    }

    /// <summary>Rest places of a node, or of the whole body → stage pixels.</summary>
    public static Affine OnStage(Skeleton holder, int on) => on < 0 ? holder.ToStage : holder.ToStage * holder.Worlds[on];
}
