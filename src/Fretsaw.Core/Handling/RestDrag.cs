using System.Collections.Immutable;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Puppets;

namespace Fretsaw.Core.Handling;

/// <summary>Drags of what lies on a part's art at rest: stiff patches, the root and way of a sway, where a form's outline starts.</summary>
internal static class RestDrag
{
    /// <param name="by">From where the pointer went down, puppet pixels.</param>
    public static Edit Patch(Puppet puppet, string id, Point by)
    {
        var (part, patch) = Find(puppet, part => part.Patches, id, "stiff patch");
        return new PutOnPart(puppet.Id, part.Id) { Patch = patch with { At = (patch.At + by).Rounded() } };
    }

    /// <param name="to">Where the rim is to be, puppet pixels.</param>
    public static Edit PatchRim(Puppet puppet, string id, Point to)
    {
        var (part, patch) = Find(puppet, part => part.Patches, id, "stiff patch");
        return new PutOnPart(puppet.Id, part.Id) { Patch = patch with { Radius = Math.Clamp(Math.Round((to - patch.At).Length, 1), 1, 10000) } };
    }

    /// <param name="by">From where the pointer went down, puppet pixels.</param>
    public static Edit SwayRoot(Puppet puppet, string part, Point by)
    {
        var sway = SwayOf(puppet, part);
        return new ChangePart(puppet.Id, part) { Sway = sway with { Root = (sway.Root + by).Rounded() } };
    }

    /// <param name="to">Where the strand is to run, puppet pixels.</param>
    public static Edit SwayWay(Puppet puppet, string part, Point to)
    {
        var sway = SwayOf(puppet, part);
        return new ChangePart(puppet.Id, part) { Sway = sway with { AlongDegrees = Math.Round((to - sway.Root).AngleRadians / Angles.RadiansPerDegree, 1) } };
    }

    /// <summary>The outline starts at its place nearest to the pointer, and runs the way it ran.</summary>
    /// <param name="to">Puppet pixels.</param>
    public static Edit FormStart(Film film, Puppet puppet, string id, int shape, bool reversed, Point to)
    {
        var (part, form) = Find(puppet, part => part.Forms, id, "form");
        var drawing = film.Drawings.Find(form.Drawing, "drawing");
        var start = new OutlineStart(shape, FormSet.StartNear(drawing, shape, to), reversed);
        return new PutOnPart(puppet.Id, part.Id) { Form = form with { Starts = [.. form.Starts.Where(other => other.Shape != shape), start] } };
    }

    private static (Part Part, T Thing) Find<T>(Puppet puppet, Func<Part, ImmutableArray<T>> list, string id, string what)
        where T : class, IEntity
    {
        var part = puppet.Parts.FirstOrDefault(candidate => list(candidate).Any(thing => thing.Id == id))
            ?? throw new FilmException($"{what} '{id}'", "is not on this puppet", "select one that is");
        return (part, list(part).Find(id, what));
    }

    private static Sway SwayOf(Puppet puppet, string part) => puppet.Parts.Find(part, "part").Sway
        ?? throw new FilmException($"part '{part}'", "does not sway", "select one that does");
}
