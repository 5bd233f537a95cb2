using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Engine;

/// <summary>Where those stand at any frame who carry parts of a use, without any lag of their own: for what looks back.</summary>
internal sealed class Lending
{
    private readonly LentPlan[] lent;
    private readonly Skeleton?[] lenders;

    public Lending(LentPlan[] lent) => (this.lent, lenders) = (lent, [.. lent.Select(one => one.Lender is { } lender ? new Skeleton(lender.Puppet!, lender.Lent) : null)]);

    /// <param name="borrowed">Of the use that lends; its <see cref="Skeleton.Lenders"/> are set.</param>
    /// <param name="values">Driven values of that use at the frame.</param>
    /// <param name="scratch">As long as there are slots in the shot; those of the lenders are overwritten.</param>
    public void Set(Plan shot, double frame, Skeleton borrowed, ReadOnlySpan<double> values, double[] scratch)
    {
        for (var k = 0; k < lent.Length; k++)
        {
            if (lent[k].Lender is { } lender && borrowed.LendsAt(k, values))
            {
                Pipeline.Driven(shot, lender, frame, scratch);
                lenders[k]!.Pose(Standing.Of(lender.StandValues(scratch)).Ground(lender.Puppet!.Puppet.Origin), lender.PuppetValues(scratch), []);
                borrowed.Lenders[k] = OnStage(lenders[k]!, lent[k].On);
            }
        }
    }

    /// <summary>Rest places of a node, or of the whole body → stage pixels.</summary>
    public static Affine OnStage(Skeleton lender, int on) => on < 0 ? lender.ToStage : lender.ToStage * lender.Worlds[on];
}
