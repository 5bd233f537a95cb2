using System.Collections.Immutable;
using Fretsaw.Core.Acting;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Handling;
using Fretsaw.Core.Lens;
using Fretsaw.Core.Snags;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Asking;

/// <summary>Question → answer.</summary>
public static class Answering
{
    private const int CurvePoints = 48;

    /// <param name="frameAt">Gives the evaluated frame of a view.</param>
    public static Answer Answer(Question question, Film film, RigCache rigs, Func<View, double, Evaluator> frameAt) => question switch
    {
        OverlayQuestion q => Overlays.Of(frameAt(q.View, q.Frame), q.Owner),
        ValuesQuestion q => Values(frameAt(q.View, q.Frame), q),
        StripQuestion q => Strips.Of(film, new View(q.Shot).Resolve(film), q),
        ElevationQuestion q => Elevations.Of(frameAt(new View(q.Shot), q.Frame)),
        HitQuestion q => Overlays.Hit(frameAt(q.View, q.Frame), q.At),
        ShakeQuestion q => Shake(film, new View(q.Shot).Resolve(film), q.Shake),
        ChartQuestion q => Curve(q),
        MeshQuestion q => Mesh(film, rigs, q),
        HeatQuestion q => Heats.OfPin(film, rigs, q),
        WeightsQuestion q => Heats.OfBone(film, rigs, q),
        FormsQuestion q => Heats.OfForms(film, rigs, q),
        SharpnessQuestion q => Sharpness.Of(film, new View(q.Shot).Resolve(film), rigs, q.Thing),
        SnagsQuestion q => new SnagsAnswer([.. SnagFinder.Find(film, new View(q.Shot).Resolve(film), rigs)]),
        GraphQuestion q => Graphs.Of(frameAt(new View(q.Shot, Blocked: q.Blocked), 1).Plan, q),
        ArcQuestion q => Arcs.Of(film, frameAt, q),
        PasteQuestion q => new PasteAnswer(q.Paste.Told(film)),
        PaceQuestion q => Paces.Of(frameAt, q),
        TakeQuestion q => Takes.Of(film, frameAt, q),
        BalanceQuestion q => Balances.Of(frameAt(q.View, q.Frame), q),
        FitsQuestion q => Fits(film, q),
        SidesQuestion q => new SidesAnswer(ShapePairs.Of(film.Puppets.FirstOrDefault(one => one.Id == q.Puppet) ?? throw new FilmException($"puppet '{q.Puppet}'", "is not in the film", "select one that is"), film.Drawings)),
        _ => throw new FilmException("question", "is not one the core knows", "ask one of the listed kinds"),
    };

    private static ValuesAnswer Values(Evaluator frame, ValuesQuestion q)
    {
        var (slots, tracks) = (frame.Plan.Slots, frame.Plan.Tracks);
        if (slots.OwnerOf(q.Owner) is not (>= 0 and var owner))
        {
            return new ValuesAnswer([]);
        }

        var plan = frame.Plan.Find(q.Owner)?.Puppet;
        var reach = plan is not null && plan.NodeOf.TryGetValue(q.Thing, out var node) ? plan.Nodes[node].Reach : -1;
        var (first, count) = slots.SlotsOf(owner);
        var lines = ImmutableArray.CreateBuilder<ValueLine>();
        for (var slot = first; slot < first + count; slot++)
        {
            var address = slots.AddressOf(slot);
            if (address.Thing == q.Thing)
            {
                var p = slots.PropertyOf(slot);
                lines.Add(new ValueLine(
                    address, p.Title, p.Unit, frame.Values[slot], p.Default, p.Decimals, p.Step, p.Min, p.Max,
                    tracks.IsKeyed(slot), tracks.IsKeyedAt(slot, q.Frame),
                    reach >= 0 && p.Name == Properties.Turn.Name ? plan!.Reaches[reach].Reach.Name : null,
                    p.Choices, p.Jumps ? p.IdOf(frame.Values[slot]) : null));
            }
        }

        return new ValuesAnswer(lines.ToImmutable(), Value(Properties.StretchX) is { } across && Value(Properties.StretchY) is { } down ? Math.Round(Resize.Size(across, down), 2) : null);

        double? Value(PropertyInfo property) => slots.Find(new Address(q.Owner, q.Thing, property.Name)) is >= 0 and var slot ? frame.Values[slot] : null;
    }

    private static FitsAnswer Fits(Film film, FitsQuestion q)
    {
        var kept = film.Kept.FirstOrDefault(one => one.Id == q.Kept) ?? throw new FilmException($"kept '{q.Kept}'", "was deleted from the film", "select one that is");
        var puppet = film.Puppets.FirstOrDefault(one => one.Id == q.Puppet) ?? throw new FilmException($"puppet '{q.Puppet}'", "is not in the film", "select one that is");
        return new FitsAnswer(
            [.. Fitting.Of(kept, puppet).Select(fit => new FitLine(fit.Control.Thing, fit.Control.Name, fit.Control.Kind, fit.Thing, fit.By))],
            [.. Names.InPuppet(puppet).Where(named => named.Kind is not (ThingKind.Swap or ThingKind.Patch))]);
    }

    private static ShakeAnswer Shake(Film film, Shot shot, string id)
    {
        var shake = shot.Shakes.FirstOrDefault(candidate => candidate.Id == id)
            ?? throw new FilmException($"shake '{id}'", "is not in the shot", "select one that is");
        var frames = Enumerable.Range(1, shot.Length).ToList();
        return new ShakeAnswer(
            [.. frames.Select(frame => Math.Round(Unrest.At([shake], frame, film.FrameRate, film.Width).X, 2))],
            [.. frames.Select(frame => Math.Round(Unrest.Envelope(shake, frame) * shake.StrengthPercent / 100 * film.Width, 2))]);
    }

    private static ChartAnswer Curve(ChartQuestion q)
    {
        TrackCheck.Check(q.Gap, "chart");
        var gap = new GapCurve(q.Gap);
        var curve = ImmutableArray.CreateBuilder<double>();
        for (var i = 0; i <= CurvePoints; i++)
        {
            var x = (double)i / CurvePoints;
            curve.Add(x);
            curve.Add(gap.Eased(x));
        }

        return new ChartAnswer(curve.ToImmutable(), [.. gap.Ticks(Math.Clamp(q.Frames, 1, ShotCheck.MaxLength))]);
    }

    private static MeshAnswer Mesh(Film film, RigCache rigs, MeshQuestion q)
    {
        var part = film.Puppets.FirstOrDefault(puppet => puppet.Id == q.Puppet)?.Parts.FirstOrDefault(candidate => candidate.Id == q.Part);
        if (part?.Mesh is null || part.Drawing is null)
        {
            return new MeshAnswer(RestMesh.None, 0);
        }

        var drawing = film.Drawings.First(candidate => candidate.Id == part.Drawing);
        return new MeshAnswer(RestMesh.Of(rigs.MeshOf(drawing, part.Mesh)), Math.Round(rigs.CoverageOf(drawing, part.Mesh) * 100, 2));
    }
}
