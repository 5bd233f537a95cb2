using System.Collections.Immutable;
using Fretsaw.Core.Art;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Handling;

/// <summary>A layer of the file that came in again, on the part it belongs to.</summary>
/// <param name="Layer">Index in the file.</param>
/// <param name="PartName">With the swap's or form's name behind it, where the layer is that one's.</param>
/// <param name="Within">The part's swap or form whose drawing it is; null for the part's own.</param>
/// <param name="ByName">Else by place and shape, which a person should confirm.</param>
/// <param name="Likeness">Shared area by united area of the two outlines, [0, 1].</param>
public sealed record RedrawMatch(int Layer, string LayerName, string Part, string PartName, string? Within, bool ByName, double Likeness);

/// <param name="NewLayers">Layers that belong to no part, by their names.</param>
/// <param name="MissingParts">Parts, swaps and forms with art that no layer belongs to.</param>
/// <param name="Posed">The file shows the puppet posed, as "frame 24", which is seldom meant for rest art; null when it does not say so.</param>
public sealed record RedrawPlan(ImmutableArray<RedrawMatch> Matches, ImmutableArray<string> NewLayers, ImmutableArray<string> MissingParts, string? Posed = null);

/// <summary>Which layers of a file are which parts of a puppet that came from an earlier state of it.</summary>
public static class Redrawing
{
    /// <summary>Outlines that share less than this part of their area are not the same part redrawn.</summary>
    private const double LeastLikeness = 0.4;

    /// <summary>What a swap or form is called beside its part, in lists and as a layer.</summary>
    public static string TitleOf(Part part, string within) => $"{part.Name}: {within}";

    /// <param name="layers">Names and drawings in the file's order; layers without art are passed over.</param>
    public static RedrawPlan Plan(Film film, Puppet puppet, IReadOnlyList<(string Name, Drawing? Drawing)> layers)
    {
        var drawings = film.Drawings.ToDictionary(drawing => drawing.Id, StringComparer.Ordinal);
        // A limb's art follows from its bones: it went out to be looked at.
        var limbs = puppet.Parts.Where(part => part.Limb is not null).Select(part => part.Name).ToHashSet(StringComparer.OrdinalIgnoreCase);
        // What is a part's own comes before what was gathered into others.
        var parts = puppet.Parts.Where(part => part.Limb is null).ToList();
        var open = parts.SelectMany(Own).Concat(parts.SelectMany(Gathered)).ToList();
        var left = Enumerable.Range(0, layers.Count).Where(layer => layers[layer].Drawing is not null && !limbs.Contains(layers[layer].Name)).ToList();
        var matches = new List<RedrawMatch>();
        foreach (var layer in left.ToList())
        {
            if (Named(layers[layer].Name) is { } place)
            {
                Take(layer, place, byName: true);
            }
        }

        var alike = left.SelectMany(layer => open.Select(place => (layer, place, likeness: Likeness(layer, place))))
            .Where(pair => pair.likeness >= LeastLikeness).OrderByDescending(pair => pair.likeness).ToList();
        foreach (var (layer, place, _) in alike.Where(pair => left.Contains(pair.layer) && open.Contains(pair.place)))
        {
            Take(layer, place, byName: false);
        }

        return new RedrawPlan(
            [.. matches.OrderBy(match => match.Layer)], [.. left.Select(layer => layers[layer].Name)], [.. open.Select(place => place.Title)]);

        void Take(int layer, Place place, bool byName)
        {
            matches.Add(new RedrawMatch(layer, layers[layer].Name, place.Part.Id, place.Title, place.Within, byName, Math.Round(Likeness(layer, place), 3)));
            left.Remove(layer);
            open.Remove(place);
        }

        // Two eyes may each have one that is "shut": with the part's name before it, it is one of them.
        Place? Named(string name) => open.Find(place => Same(place.Title, name)) ?? open.Find(place => Same(place.Name, name));

        double Likeness(int layer, Place place) => Outlines.Likeness(drawings[place.Drawing].Outline, layers[layer].Drawing!.Outline);
    }

    private static bool Same(string one, string other) => string.Equals(one, other, StringComparison.OrdinalIgnoreCase);

    private static IEnumerable<Place> Own(Part part) => part.Drawing is { } drawing ? [new Place(part, null, part.Name, drawing)] : [];

    private static IEnumerable<Place> Gathered(Part part) =>
    [
        .. part.Swaps.Where(swap => swap.Drawing is not null).Select(swap => new Place(part, swap.Id, swap.Name, swap.Drawing!)),
        .. part.Forms.Select(form => new Place(part, form.Id, form.Name, form.Drawing)),
    ];

    /// <summary>Where a drawing stands in a puppet.</summary>
    private sealed record Place(Part Part, string? Within, string Name, string Drawing)
    {
        public string Title => Within is null ? Part.Name : TitleOf(Part, Name);
    }
}
