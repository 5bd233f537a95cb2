using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Snags;

/// <summary>Triangles of a mesh that lie the wrong way round: the art shows through itself there.</summary>
public static class FlippedMesh
{
    public static IEnumerable<Snag> Find(Plan plan)
    {
        if (plan.Cast.All(cast => cast.Parts.All(part => part.Mesh is null)))
        {
            yield break;
        }

        var frame = new Evaluator(plan);
        var worst = new Dictionary<(int Cast, int Part), (int Flipped, int Frame)>();
        for (var number = 1; number <= plan.Shot.Length; number++)
        {
            frame.Evaluate(number);
            for (var c = 0; c < frame.Cast.Length; c++)
            {
                foreach (var part in frame.Cast[c].Plan.Painted)
                {
                    if (frame.Cast[c].Meshes[part.Index] is { } mesh && mesh.Mesh.CountFlipped(mesh.X, mesh.Y) is > 0 and var flipped
                        && flipped > worst.GetValueOrDefault((c, part.Index)).Flipped)
                    {
                        worst[(c, part.Index)] = (flipped, number);
                    }
                }
            }
        }

        foreach (var ((c, p), (flipped, number)) in worst)
        {
            var part = plan.Cast[c].Parts[p].Part;
            yield return new Snag(
                "flipped", "act", number, new Address(plan.Cast[c].Member.Id, part.Id, Properties.Turn.Name).ToString(), flipped, "triangles",
                FormattableString.Invariant($"{flipped} triangles of {part.Name} fold over at frame {number}: pull its pins less far apart, or pin the fold."));
        }
    }
}
