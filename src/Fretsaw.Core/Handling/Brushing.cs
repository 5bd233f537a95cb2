using System.Collections.Immutable;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Handling;

/// <summary>Drags of a brush over a part's mesh at rest. The whole drag is one edit, however many dabs it made.</summary>
internal static class Brushing
{
    /// <summary>Dabs follow each other by this part of the radius; closer ones would only add up to the same.</summary>
    private const double Spacing = 0.25;

    public static Func<Point, Edit> Knead(Gesture gesture, CastFrame cast, Homography toPuppet)
    {
        var (part, brush) = Of(gesture, cast);
        var knead = gesture.Grip.NewId ?? throw new FilmException("gesture", "kneads without an id", "send newId");
        var at = toPuppet.Map(gesture.From);
        var strokes = ImmutableArray.CreateBuilder<KneadStroke>();
        return to =>
        {
            var now = toPuppet.Map(to);
            while ((now - at).Length >= brush.Radius * Spacing)
            {
                var by = (now - at) * (brush.Radius * Spacing / (now - at).Length);
                strokes.Add(new KneadStroke(brush.Knead, at.Rounded(), brush.Knead == KneadBrush.Push ? by.Rounded() : default, brush.Radius, brush.Strength, brush.Softness));
                at += by;
            }

            return new KneadMesh(cast.Plan.Puppet.Id, part.Id, knead, strokes.ToImmutable());
        };
    }

    public static Func<Point, Edit> Weights(Gesture gesture, CastFrame cast, Homography toPuppet)
    {
        var (part, brush) = Of(gesture, cast);
        FilmException.ThrowIf(part.Bend is null, $"part '{part.Name}'", "is not bent by bones", "bend it by bones first");
        var bone = brush.Bone ?? throw new FilmException("gesture", "paints the weight of no bone", "select a bone");
        var strokes = ImmutableArray.CreateBuilder<WeightStroke>();
        Point? last = null;
        return to =>
        {
            var now = toPuppet.Map(to);
            if (last is not { } at || (now - at).Length >= brush.Radius * Spacing)
            {
                strokes.Add(new WeightStroke(bone, now.Rounded(), brush.Radius, brush.Strength, brush.Target, brush.Softness));
                last = now;
            }

            return new PaintWeights(cast.Plan.Puppet.Id, part.Id, strokes.ToImmutable());
        };
    }

    private static (Part Part, Brush Brush) Of(Gesture gesture, CastFrame cast)
    {
        var brush = gesture.Brush ?? throw new FilmException("gesture", "has no brush", "send one");
        FilmCheck.Range(brush.Radius, 0.1, 10000, "brush", "size", "px");
        return (cast.Plan.Puppet.Parts.Find(gesture.Grip.Thing, "part"), brush);
    }
}
