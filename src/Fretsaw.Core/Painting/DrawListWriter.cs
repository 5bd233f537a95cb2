using Fretsaw.Core.Engine;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Painting;

/// <summary>Frame → <see cref="DrawList"/>. Allocates nothing once its buffer has grown to the largest frame.</summary>
public sealed class DrawListWriter
{
    /// <summary>The step of a group that needs no board.</summary>
    private const int Straight = 0;

    /// <summary>How solid what does not matter is.</summary>
    private const double Dim = 0.15;

    private readonly WordBuffer words = new();
    private readonly PartWriter parts;

    public DrawListWriter() => parts = new PartWriter(words);

    /// <summary>Writes the evaluated frame, pixel for pixel.</summary>
    /// <returns>Valid until the next call.</returns>
    public ArraySegment<byte> Write(Evaluator frame) => Write(frame, new Look(frame.Plan.Film.Width, frame.Plan.Film.Height));

    /// <summary>Writes the evaluated frame.</summary>
    /// <returns>Valid until the next call.</returns>
    public ArraySegment<byte> Write(Evaluator frame, in Look look)
    {
        var picture = (frame.Plan.Film.Width, frame.Plan.Film.Height);
        var framing = Framing.Fit(picture, look);
        var clip = framing.Clip(picture);
        Head(framing, look.Rest == LookRest.Left ? 0 : frame.Plan.Backdrop.Argb, clip);
        if (look.References)
        {
            References(frame, framing, clip, over: false);
        }

        foreach (var index in frame.FarToNear)
        {
            var thing = frame.Things[index];
            var part = look.Rest == LookRest.Shown || Matters(thing, look) ? 1 : look.Rest == LookRest.Dimmed ? Dim : 0;
            if (thing.Shown && part > 0)
            {
                Layer(frame, thing, framing, clip, look.Sharp, part);
            }
        }

        if (look.References)
        {
            References(frame, framing, clip, over: true);
        }

        return words.Written;
    }

    /// <summary>They lie in the picture's frame and not on the stage: the camera does not see them.</summary>
    private void References(Evaluator frame, in Framing framing, in PixelBox clip, bool over)
    {
        var film = frame.Plan.Film;
        foreach (var (reference, drawings) in frame.Plan.References)
        {
            if (reference.Over != over || reference.Hidden || reference.OpacityPercent <= 0 || reference.At(frame.Frame, film.FrameRate) is not (>= 0 and var picture))
            {
                continue;
            }

            var (bounds, size) = (film.Drawings[drawings[picture]].Bounds, reference.SizePercent / 100);
            var inFrame = new Affine(size, 0, 0, size, reference.X - (size * bounds.Centre.X), reference.Y - (size * bounds.Centre.Y));
            var area = new PaintedArea(Framed(framing, Homography.Of(inFrame)), 0, clip);
            var group = words.Begin(DrawList.GroupNode);
            var opacity = reference.OpacityPercent / 100;
            var keyAt = Place(Blend.Normal, opacity, 0, area.ToPainted, opacity >= 1 ? Straight : Softness.Step(0));
            parts.Key = 0;
            var box = parts.Stiff(drawings[picture], 1, Affine.Identity, bounds, area);
            if (box.IsEmpty)
            {
                words.Rewind(group);
                continue;
            }

            words.Long(keyAt, parts.Key);
            words.End(group, box);
        }
    }

    private static bool Matters(ThingFrame thing, in Look look) => look.Only is { } only ? thing.Plan.Thing.Id == only : thing.Cast is not null;

    /// <summary>Writes one part of a puppet alone, without its opacity or matte, wherever it lies, as the camera sees it: for exports.</summary>
    /// <returns>Valid until the next call.</returns>
    public ArraySegment<byte> WritePart(Evaluator frame, CastFrame cast, PartPlan part)
    {
        var thing = frame.Things[cast.Use.Index];
        var picture = (frame.Plan.Film.Width, frame.Plan.Film.Height);
        var framing = Framing.Fit(picture, new Look(picture.Width, picture.Height));
        Head(framing, 0, framing.Clip(picture));
        var area = new PaintedArea(thing.ToPicture, thing.NearestW, PixelBox.Everything);
        var group = words.Begin(DrawList.GroupNode);
        Place(Blend.Normal, 1, 0, area.ToPainted, Straight);
        var box = parts.Part(frame, cast, part, 1, area);
        words.End(group, box.IsEmpty ? default : box);
        return words.Written;
    }

    private void Head(in Framing framing, uint backdrop, in PixelBox clip)
    {
        words.Clear();
        words.Int(DrawList.Magic);
        words.Int(DrawList.Version);
        words.Int(framing.Width);
        words.Int(framing.Height);
        words.Int(unchecked((int)backdrop));
        words.Int(clip.Left);
        words.Int(clip.Top);
        words.Int(clip.Right);
        words.Int(clip.Bottom);
    }

    private void Layer(Evaluator frame, ThingFrame thing, in Framing framing, in PixelBox clip, bool sharp, double part)
    {
        var toPainted = Framed(framing, thing.ToPicture);
        var sigma = thing.Sigma * framing.Scale;
        sigma = sharp || sigma < Softness.Least ? 0 : sigma;
        var opacity = thing.Standing.Opacity * part;
        var room = Softness.Room(sigma);
        var area = new PaintedArea(toPainted, thing.NearestW, clip.Grown(room));
        if (thing.Cast is null && Soft(frame, thing, sigma, opacity, area, clip))
        {
            return;
        }

        var step = sigma == 0 && opacity >= 1 ? Straight : Softness.Step(sigma);
        var group = words.Begin(DrawList.GroupNode);
        var keyAt = Place(Blend.Normal, opacity, sigma, toPainted, step);
        parts.Key = 0;
        var box = thing.Cast is { } cast ? Puppet(frame, cast, area) : parts.Stiff(thing.Plan.Drawing, 1, Affine.Identity, frame.Plan.Film.Drawings[thing.Plan.Drawing].Bounds, area);
        if (box.IsEmpty)
        {
            words.Rewind(group);
            return;
        }

        words.Long(keyAt, parts.Key);
        words.End(group, Board(box, clip, sigma, room, step));
    }

    /// <summary>What a group is painted on: its art and its softness, with a clear rim where that is enlarged.</summary>
    private static PixelBox Board(in PixelBox art, in PixelBox clip, double sigma, int room, int step) =>
        sigma == 0 ? art : art.Cut(clip.Grown(room)).Grown(room + (step > 1 ? step : 0)).OnGrid(step);

    private PixelBox Puppet(Evaluator frame, CastFrame cast, in PaintedArea area)
    {
        if (cast.Fronts is { IsMoved: true } fronts)
        {
            return InOrder(frame, cast, fronts, area);
        }

        var box = PixelBox.Empty;
        for (var i = 0; i < cast.Plan.Painted.Length; i++)
        {
            box = box.With(Held(frame, cast, i, area));
            if (cast.Skeleton.LentOf(cast.Plan.Painted[i].Node) < 0)
            {
                box = box.With(Matted(frame, cast, cast.Plan.Painted[i], area));
            }
        }

        return box.With(Held(frame, cast, cast.Plan.Painted.Length, area));
    }

    /// <summary>With parts behind others. What a part holds, before it or behind it, goes along.</summary>
    private PixelBox InOrder(Evaluator frame, CastFrame cast, FrontFrame fronts, in PaintedArea area)
    {
        var box = Held(frame, cast, 0, area, behind: false);
        foreach (var index in fronts.Order)
        {
            var part = cast.Plan.Parts[index];
            var painted = Array.IndexOf(cast.Plan.Painted, part);
            if (painted < 0)
            {
                continue;
            }

            box = box.With(Held(frame, cast, painted, area, behind: true));
            if (cast.Skeleton.LentOf(part.Node) < 0)
            {
                box = box.With(Matted(frame, cast, part, area));
            }

            box = box.With(Held(frame, cast, painted + 1, area, behind: false));
        }

        return box.With(Held(frame, cast, cast.Plan.Painted.Length, area, behind: true));
    }

    /// <summary>Parts of others that a puppet carries, after so many of its own: they lie on its plane, and are as soft and as solid as it.</summary>
    /// <param name="behind">Only those that belong right behind the next part, or only the others; all of them when null.</param>
    private PixelBox Held(Evaluator frame, CastFrame cast, int after, in PaintedArea area, bool? behind = null)
    {
        var box = PixelBox.Empty;
        foreach (var lender in frame.LendersTo(cast))
        {
            var owner = lender.Cast!;
            foreach (var part in owner.Plan.Painted)
            {
                if (owner.CarriedBy(cast, part) is { } lent && lent.After == after && (behind is null || lent.Behind == behind))
                {
                    box = box.With(Held(frame, cast, owner, part, area));
                }
            }
        }

        return box;
    }

    private PixelBox Held(Evaluator frame, CastFrame cast, CastFrame owner, PartPlan part, in PaintedArea area)
    {
        cast.ToStage.TryInvert(out var offStage);
        var across = Homography.Of(offStage * owner.ToStage);
        var group = words.Begin(DrawList.GroupNode);
        Place(Blend.Normal, 1, 0, across, Straight);
        var box = Matted(frame, owner, part, area with { ToPainted = area.ToPainted.Then(across) });
        if (box.IsEmpty)
        {
            words.Rewind(group);
            return box;
        }

        words.End(group, box);

        // Where it lies on its carrier is said by the group alone.
        parts.Key = words.Hash(group, group + WordBuffer.NodeHead + WordBuffer.BoxBytes, parts.Key);
        return box;
    }

    /// <summary>A part, cut by the part that is its matte.</summary>
    private PixelBox Matted(Evaluator frame, CastFrame cast, PartPlan part, in PaintedArea area)
    {
        if (part.Matte < 0)
        {
            return parts.Part(frame, cast, part, part.Part.Opacity, area);
        }

        var group = words.Begin(DrawList.GroupNode);
        Place(Blend.Normal, 1, 0, Homography.Identity, 1);
        var box = parts.Part(frame, cast, part, part.Part.Opacity, area);
        if (box.IsEmpty)
        {
            words.Rewind(group);
            return box;
        }

        // The matte is painted where there is something to cut, and nowhere else.
        var matte = words.Begin(DrawList.GroupNode);
        Place(part.Part.Matte!.Outside ? Blend.Outside : Blend.Inside, 1, 0, Homography.Identity, 1);
        parts.Part(frame, cast, cast.Plan.Parts[part.Matte], 1, area with { Region = box });
        words.End(matte, box);
        words.End(group, box);
        return box;
    }

    /// <summary>A still drawing that is out of focus, from its softened textures.</summary>
    /// <returns>False when it has none for this.</returns>
    private bool Soft(Evaluator frame, ThingFrame thing, double sigma, double opacity, in PaintedArea area, in PixelBox clip)
    {
        var bounds = frame.Plan.Film.Drawings[thing.Plan.Drawing].Bounds;
        if (Softness.Ladder(sigma, area.ToPainted, bounds) is not { } art)
        {
            return false;
        }

        var grid = art.Grid;
        var box = (area with { Region = clip }).Of(grid.X, grid.Y, grid.X + (grid.Width * grid.Texel), grid.Y + (grid.Height * grid.Texel));
        if (box.IsEmpty)
        {
            return true;
        }

        var node = words.Begin(DrawList.SoftNode);
        words.Long(Place(Blend.Normal, opacity, sigma, area.ToPainted, 1), (ulong)thing.Plan.Drawing);
        words.Int(thing.Plan.Drawing);
        words.Int((int)Math.Round(Math.Log2(grid.Texel)));
        words.Int(art.Rung);
        words.Int(art.Mix);
        words.Int(art.Step);
        words.Float(art.Rest(art.Rung));
        words.Float(art.Rest(art.Rung + 1));
        words.Grid(grid);
        words.End(node, box);
        return true;
    }

    /// <returns>Where its key is filled in.</returns>
    private int Place(Blend blend, double opacity, double sigma, in Homography toParent, int step)
    {
        words.Int((int)blend);
        words.Float(opacity);
        words.Float(sigma);
        var keyAt = words.Length;
        words.Int(0);
        words.Int(0);
        words.Matrix(toParent);
        words.Int(step);
        words.Float(sigma == 0 ? 0 : Softness.Rest(sigma, step));
        return keyAt;
    }

    /// <summary>Painted pixels are the picture's, scaled and shifted.</summary>
    private static Homography Framed(in Framing framing, in Homography toPicture)
    {
        if (framing is { Scale: 1, Left: 0, Top: 0 })
        {
            return toPicture;
        }

        return Homography.Of(new Affine(framing.Scale, 0, 0, framing.Scale, framing.Left, framing.Top)).Then(toPicture);
    }
}
