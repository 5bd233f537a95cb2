using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Puppets;

namespace Fretsaw.Core.Asking;

/// <summary>Numbers on a part's mesh or outline, for showing how a rig works.</summary>
internal static class Heats
{
    public static HeatAnswer OfPin(Film film, RigCache rigs, HeatQuestion q)
    {
        var part = film.Puppets.Find(q.Puppet, "puppet").Parts.Find(q.Part, "part");
        var system = part.Mesh is null ? null : rigs.SystemOf(film.Drawings.Find(part.Drawing!, "drawing"), part);
        var pin = system?.Pins.ToList().FindIndex(one => one.Id == q.Pin) ?? -1;
        if (pin < 0)
        {
            return new HeatAnswer(RestMesh.None, [], 0);
        }

        var (moves, pulled) = rigs.ReachOf(system!, pin);
        return new HeatAnswer(RestMesh.Of(system!.Mesh), [.. moves.Select(move => Math.Round(Math.Min(1, move / pulled), 3))], Math.Round(pulled, 1));
    }

    public static WeightsAnswer OfBone(Film film, RigCache rigs, WeightsQuestion q)
    {
        var puppet = film.Puppets.Find(q.Puppet, "puppet");
        var part = puppet.Parts.Find(q.Part, "part");
        if (part is not { Bend: { } bend, Mesh: { } settings } || bend.Bones.IndexOf(q.Bone) is not (>= 0 and var bone))
        {
            return new WeightsAnswer(RestMesh.None, []);
        }

        var drawing = film.Drawings.Find(part.Drawing!, "drawing");
        var mesh = rigs.MeshOf(drawing, settings);
        var weights = rigs.WeightsOf(mesh, bend, puppet, drawing);
        var heat = new double[mesh.VertexCount];
        for (var k = 0; k < weights.Bones.Length; k++)
        {
            heat[k / BoneWeights.Most] += weights.Bones[k] == bone ? weights.Weights[k] : 0;
        }

        return new WeightsAnswer(RestMesh.Of(mesh), [.. heat.Select(weight => Math.Round(weight, 3))]);
    }

    public static FormsAnswer OfForms(Film film, RigCache rigs, FormsQuestion q)
    {
        var part = film.Puppets.Find(q.Puppet, "puppet").Parts.Find(q.Part, "part");
        if (part.Forms.IsEmpty || part.Drawing is null)
        {
            return new FormsAnswer([]);
        }

        var set = rigs.FormsOf(film.Drawings.Find(part.Drawing, "drawing"), [.. part.Forms.Select(form => (form, film.Drawings.Find(form.Drawing, "drawing")))]);
        return new FormsAnswer([.. set?.Fits.Select(fit => new FormLine(
            fit.Form, fit.Shape, fit.Fit.Start, fit.Fit.Reversed, Math.Round(Math.Sqrt(fit.Fit.Cost), 1), fit.Twists, fit.ByHand)) ?? []]);
    }
}
