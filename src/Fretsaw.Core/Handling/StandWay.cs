using System.Collections.Immutable;
using Fretsaw.Core.Acting;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Handling;

/// <summary>
/// The way that a puppet goes because the place where it stands moves. What is kept of it knows no stage, so there the body goes that way, and
/// with it the goals that are planted on the ground which moved; free ones ride on the body.
/// </summary>
internal sealed class StandWay
{
    /// <summary>A way that is worth keeping, px of the puppet.</summary>
    private const double Visible = 0.5;

    private static readonly ImmutableArray<PropertyInfo> Stands = Properties.Of(new Stand());

    private readonly Puppet puppet;
    private readonly string owner;
    private readonly Sampler acted;
    private readonly Affine toPuppet;

    private StandWay(Puppet puppet, string owner, Sampler acted, int from)
    {
        (this.puppet, this.owner, this.acted) = (puppet, owner, acted);
        GroundAt(from).TryInvert(out toPuppet);
    }

    /// <returns>Null when it stands still.</returns>
    public static StandWay? Of(Puppet puppet, string owner, Sampler acted, int from, int to)
    {
        var way = new StandWay(puppet, owner, acted, from);
        return Enumerable.Range(from, to - from + 1).Any(frame => way.At(frame).Length > Visible) ? way : null;
    }

    /// <summary>What it adds at a frame to the shift of the body or of a goal, px of the puppet.</summary>
    public Func<int, Place>? On(Address address) =>
        Properties.FindPlace(address) != Properties.Shift && Properties.Find(address)?.Place != Properties.Shift ? null
        : address.Thing == Address.Body ? At
        : puppet.Reaches.Any(reach => reach.Id == address.Thing) ? frame => acted.At(new Address(owner, address.Thing, Properties.Planted.Name), frame) > 0.5 ? At(frame) : default
        : null;

    private Place At(int frame)
    {
        var gone = toPuppet.Map(GroundAt(frame).Map(puppet.Origin)) - puppet.Origin;
        return new Place(gone.X, gone.Y);
    }

    private Affine GroundAt(int frame)
    {
        var stand = Stands.Select(property => acted.At(new Address(owner, Address.Stand, property.Name), frame)).ToArray();
        return Standing.Of(stand).Ground(puppet.Origin);
    }
}
