using System.Collections.Immutable;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Snags;

/// <summary>Outlines that would twist on the way from one to the other, or that have no partner.</summary>
public static class TwistedForm
{
    public static IEnumerable<Snag> Find(Film film, Puppet puppet, RigCache rigs)
    {
        foreach (var part in puppet.Parts.Where(part => !part.Forms.IsEmpty && part.Drawing is not null))
        {
            var own = film.Drawings.First(drawing => drawing.Id == part.Drawing);
            ImmutableArray<(Form Form, Drawing Drawing)> forms = [.. part.Forms.Select(form => (form, film.Drawings.First(drawing => drawing.Id == form.Drawing)))];
            foreach (var fit in rigs.FormsOf(own, forms)?.Fits.Where(fit => fit.Twists) ?? [])
            {
                var form = part.Forms.First(one => one.Id == fit.Form);
                yield return new Snag(
                    "twist", "rig", null, new Address("", part.Id, ""), ThingKind.Part, Math.Round(Math.Sqrt(fit.Fit.Cost), 1), "px",
                    $"{part.Name} twists on its way to {form.Name}: their outlines start at different points or run in opposite directions.",
                    fit.ByHand ? new PutOnPart(puppet.Id, part.Id) { Form = form with { Starts = form.Starts.RemoveAll(start => start.Shape == fit.Shape) } } : null,
                    fit.ByHand ? "Match them automatically" : null);
            }

            foreach (var (form, drawing) in forms.Where(entry => entry.Drawing.Shapes.Length != own.Shapes.Length))
            {
                yield return new Snag(
                    "partner", "rig", null, new Address("", part.Id, ""), ThingKind.Part, Math.Abs(drawing.Shapes.Length - own.Shapes.Length), "shapes",
                    $"{form.Name} has {drawing.Shapes.Length} shapes and {part.Name} has {own.Shapes.Length}: those without a partner do not move.");
            }
        }
    }
}
