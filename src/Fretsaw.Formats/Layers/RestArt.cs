using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Handling;
using Fretsaw.Core.Painting;
using Fretsaw.Formats.Svg;

namespace Fretsaw.Formats.Layers;

/// <summary>A drawing of a puppet, where it lies in the puppet's pixels.</summary>
/// <param name="Name">The part's, with the swap's or form's behind it.</param>
/// <param name="Within">0 for the part's own drawing, else which of its swaps and forms, from 1.</param>
/// <param name="Drawing">Null for a part without art.</param>
public sealed record RestLayer(Part Part, string Name, int Within, Drawing? Drawing, bool Hidden);

/// <summary>
/// A puppet as it was drawn, to be redrawn elsewhere and brought back: nothing is pinned, kneaded or swaying, and no curve is cut into pieces,
/// so that what comes back unchanged is the same drawing. A limb, which has no drawing of its own, is shown as it stands at rest.
/// </summary>
public static class RestArt
{
    /// <param name="rest">The puppet at rest on the bench, evaluated.</param>
    /// <returns>In painting order; what can show in a part's place lies before that part, hidden.</returns>
    public static IEnumerable<RestLayer> Of(Evaluator rest)
    {
        var (film, cast) = (rest.Plan.Film, rest.Cast[0]);
        var drawings = film.Drawings.ToDictionary(drawing => drawing.Id, StringComparer.Ordinal);
        foreach (var part in cast.Plan.Puppet.Parts)
        {
            yield return new RestLayer(part, part.Name, 0, part.Limb is null ? DrawingOf(part.Drawing) : Limb(rest, part), part.Hidden);
            var within = 0;
            foreach (var (name, drawing) in part.Swaps.Select(swap => (swap.Name, swap.Drawing)).Concat(part.Forms.Select(form => (form.Name, (string?)form.Drawing))))
            {
                within++;
                if (DrawingOf(drawing) is { } art)
                {
                    yield return new RestLayer(part, Redrawing.TitleOf(part, name), within, art, Hidden: true);
                }
            }
        }

        Drawing? DrawingOf(string? id) => id is null ? null : drawings[id];
    }

    private static Drawing? Limb(Evaluator rest, Part part)
    {
        var cast = rest.Cast[0];
        var plan = cast.Plan.Parts.FirstOrDefault(one => one.Part.Id == part.Id);
        var shapes = plan is null ? null : PosedArt.Of(new DrawListWriter().WritePart(rest, cast, plan), rest.Plan.Film.Drawings);
        return shapes is null or [] ? null : new Drawing { Id = part.Id, Name = part.Name, Bounds = SvgBoxes.Of(shapes), Shapes = [.. shapes] };
    }
}
