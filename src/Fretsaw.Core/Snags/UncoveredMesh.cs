using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Snags;

/// <summary>A mesh that leaves some of its art out: what lies outside is cut off when the part bends.</summary>
public static class UncoveredMesh
{
    /// <summary>Rounding of the outline to hundredths of a pixel, as a part of the area.</summary>
    private const double Negligible = 1e-4;

    private const double WiderMargin = 2;

    public static IEnumerable<Snag> Find(Film film, Puppet puppet, RigCache rigs)
    {
        foreach (var part in puppet.Parts.Where(part => part is { Mesh: not null, Drawing: not null }))
        {
            var drawing = film.Drawings.First(candidate => candidate.Id == part.Drawing);
            var missing = 1 - rigs.CoverageOf(drawing, part.Mesh!);
            if (missing > Negligible)
            {
                var percent = Math.Round(missing * 100, 2);
                yield return new Snag(
                    "uncovered", "rig", null, new Address("", part.Id, ""), ThingKind.Part, percent, "%",
                    FormattableString.Invariant($"The mesh of {part.Name} leaves {percent} % of its art out."),
                    new ChangePart(puppet.Id, part.Id) { MeshMargin = part.Mesh!.Margin + WiderMargin },
                    "Widen the margin");
            }
        }
    }
}
