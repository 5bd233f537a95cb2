using System.Collections.Immutable;
using Fretsaw.Core.Art;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Handling;

/// <summary>A layer of the file that came in again, on the part it belongs to.</summary>
/// <param name="Layer">Index in the file.</param>
/// <param name="ByName">Else by place and shape, which a person should confirm.</param>
/// <param name="Likeness">Shared area by united area of the two outlines, [0, 1].</param>
public sealed record RedrawMatch(int Layer, string LayerName, string Part, string PartName, bool ByName, double Likeness);

/// <param name="NewLayers">Layers that belong to no part, by their names.</param>
/// <param name="MissingParts">Parts with art that no layer belongs to.</param>
public sealed record RedrawPlan(ImmutableArray<RedrawMatch> Matches, ImmutableArray<string> NewLayers, ImmutableArray<string> MissingParts);

/// <summary>Which layers of a file are which parts of a puppet that came from an earlier state of it.</summary>
public static class Redrawing
{
    /// <summary>Outlines that share less than this part of their area are not the same part redrawn.</summary>
    private const double LeastLikeness = 0.4;

    /// <param name="layers">Names and drawings in the file's order; layers without art are passed over.</param>
    public static RedrawPlan Plan(Film film, Puppet puppet, IReadOnlyList<(string Name, Drawing? Drawing)> layers)
    {
        var drawings = film.Drawings.ToDictionary(drawing => drawing.Id, StringComparer.Ordinal);
        var open = puppet.Parts.Where(part => part.Drawing is not null && part.Limb is null).ToList();
        var left = Enumerable.Range(0, layers.Count).Where(layer => layers[layer].Drawing is not null).ToList();
        var matches = new List<RedrawMatch>();
        foreach (var layer in left.ToList())
        {
            if (open.Find(part => string.Equals(part.Name, layers[layer].Name, StringComparison.OrdinalIgnoreCase)) is { } part)
            {
                Take(layer, part, byName: true);
            }
        }

        var alike = left.SelectMany(layer => open.Select(part => (layer, part, likeness: Likeness(layer, part))))
            .Where(pair => pair.likeness >= LeastLikeness).OrderByDescending(pair => pair.likeness).ToList();
        foreach (var (layer, part, _) in alike.Where(pair => left.Contains(pair.layer) && open.Contains(pair.part)))
        {
            Take(layer, part, byName: false);
        }

        return new RedrawPlan(
            [.. matches.OrderBy(match => match.Layer)], [.. left.Select(layer => layers[layer].Name)], [.. open.Select(part => part.Name)]);

        void Take(int layer, Part part, bool byName)
        {
            matches.Add(new RedrawMatch(layer, layers[layer].Name, part.Id, part.Name, byName, Math.Round(Likeness(layer, part), 3)));
            left.Remove(layer);
            open.Remove(part);
        }

        double Likeness(int layer, Part part) => Outlines.Likeness(drawings[part.Drawing!].Outline, layers[layer].Drawing!.Outline);
    }
}
