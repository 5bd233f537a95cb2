using System.Collections.Immutable;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Handling;

/// <summary>What is handed over: a part, or a bone by the part that carries it.</summary>
/// <param name="Part">In the puppet already, unless <paramref name="Bone"/> is given.</param>
/// <param name="Node">Of the part; of the bone where there is no such part yet.</param>
/// <param name="World">Rest place → posed place, puppet pixels.</param>
/// <param name="Bone">The bone that gets the part as its carrier.</param>
internal sealed record Handed(Part Part, int Node, Affine World, Bone? Bone = null)
{
    public static Handed Find(CastFrame cast, string id)
    {
        var puppet = cast.Plan.Puppet;
        if (puppet.Parts.FirstOrDefault(part => part.Id == id) is { } found)
        {
            return Of(cast, found);
        }

        var bone = puppet.Bones.FirstOrDefault(bone => bone.Id == id) ?? throw new FilmException($"part '{id}'", "is not part of this puppet", "select one that is");
        if (CarrierOf(puppet, bone) is { } carrier)
        {
            return Of(cast, carrier);
        }

        var node = cast.Plan.NodeOf[id];
        var link = cast.Plan.Nodes[node];
        FilmException.ThrowIf(link.Link > 0, $"bone '{bone.Name}'", $"is held by the IK chain '{(link.Reach < 0 ? "" : cast.Plan.Reaches[link.Reach].Reach.Name)}'", "detach the first bone of that chain instead");
        var names = Names.InPuppet(puppet).Select(named => named.Id).ToHashSet(StringComparer.Ordinal);
        var loose = new Part { Id = Ids.Free(Ids.With(id, "loose"), one => !names.Contains(one)), Name = $"{bone.Name}, loose", Pivot = bone.Start, RidesOn = bone.RidesOn, RidesOnEnd = true };
        return new Handed(loose, node, cast.Skeleton.CarrierOf(node), bone);
    }

    /// <summary>A part without art at the bone's own joint that carries nothing else: made when it was let go before.</summary>
    public static Part? CarrierOf(Puppet puppet, Bone bone) => puppet.Parts.FirstOrDefault(part =>
        part.Id == bone.RidesOn && part.Drawing is null && part.Pivot == bone.Start && puppet.Bones.Count(other => other.RidesOn == part.Id) == 1);

    private static Handed Of(CastFrame cast, Part part)
    {
        var node = cast.Plan.NodeOf[part.Id];
        return new Handed(part, node, cast.Worlds[node]);
    }

    /// <summary>Makes the part that carries the bone, where there is none.</summary>
    public ImmutableArray<Edit> Loosened(Puppet puppet) => Bone is null ? [] : [new AddPart(puppet.Id, Part, [], 0), new ChangeBone(puppet.Id, Bone.Id) { RidesOn = Part.Id }];
}
