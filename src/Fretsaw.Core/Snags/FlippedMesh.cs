using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Snags;

/// <summary>Triangles of a puppet's meshes that lie the wrong way round: the art shows through itself there.</summary>
internal sealed class FlippedMesh(Plan plan, ThingFrame thing) : IFrameCheck
{
    private readonly (int Flipped, int Frame)[] worst = new (int Flipped, int Frame)[thing.Cast!.Plan.Parts.Length];

    public Inputs Inputs { get; } = new($"flipped {thing.Plan.Thing.Id}", [.. Inputs.OfPose(plan, thing.Plan)]);

    public IEnumerable<ThingFrame> Posed => [thing];

    public void Visit(Evaluator frame)
    {
        foreach (var part in thing.Cast!.Plan.Painted)
        {
            if (thing.Cast.Meshes[part.Index] is { } mesh && mesh.Mesh.CountFlipped(mesh.X, mesh.Y) is var flipped && flipped > worst[part.Index].Flipped)
            {
                worst[part.Index] = (flipped, (int)frame.Frame);
            }
        }
    }

    public IEnumerable<Snag> Found() => thing.Cast!.Plan.Painted.Where(part => worst[part.Index].Flipped > 0).Select(part =>
    {
        var (flipped, frame) = worst[part.Index];
        return new Snag(
            "flipped", "act", frame, new Address(thing.Plan.Thing.Id, part.Part.Id, ""), ThingKind.Part, flipped, "triangles",
            FormattableString.Invariant($"{flipped} triangles of {part.Part.Name} fold over at frame {frame}. Pull its pins less far apart, or pin the fold."));
    });
}
