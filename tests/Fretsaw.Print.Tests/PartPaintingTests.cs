using System.Collections.Immutable;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Handling;
using Fretsaw.Core.Sessions;
using SkiaSharp;

namespace Fretsaw.Print.Tests;

/// <summary>What each way of painting a part puts into the picture, pixel by pixel where it matters.</summary>
public class PartPaintingTests
{
    private static readonly Colour Red = new(220, 30, 30);
    private static readonly Colour Blue = new(30, 60, 220);

    private static Drawing Box(string id, double x, double y, double width, double height, Colour colour, Stroke? stroke = null)
    {
        var path = FormattableString.Invariant($"M{x} {y}L{x + width} {y}L{x + width} {y + height}L{x} {y + height}Z");
        return new Drawing
        {
            Id = id,
            Bounds = new Box(x, y, width, height),
            Shapes = [new Shape { Path = path, Fill = new Paint { Colour = colour }, Stroke = stroke }],
            Outline = [[x, y, x + width, y, x + width, y + height, x, y + height]],
        };
    }

    private static SKBitmap Paint(Puppet puppet, ImmutableArray<Drawing> drawings, params (string Address, double Value)[] values)
    {
        var film = Film.Blank("Test") with { Width = 200, Height = 200, Backdrop = Colour.Black, Drawings = drawings, Puppets = [puppet] };
        var shot = film.Shots[0] with
        {
            Things = [new Thing { Id = "c", Name = "P", Body = new Cast(puppet.Id), Stand = new Stand { Distance = PicturePlane.DistanceMetres(film) } }],
            Tracks = [.. values.Select(value => Keyed(value.Address.Split('/'), value.Value)).OrderBy(track => track.Address)],
        };
        film = film with { Shots = [shot] };
        FilmCheck.Check(film);
        return SKBitmap.Decode(Still.Png(film, shot, 1, 200, 200, _ => []));
    }

    /// <summary>A swap is chosen by its number, for short.</summary>
    private static Track Keyed(string[] address, double value) => address[1] == "swap"
        ? new ChoiceTrack { Address = new Address("c", address[0], address[1]), Keys = [new ChoiceKey(1, value == 0 ? "" : $"s{value}")] }
        : new NumberTrack { Address = new Address("c", address[0], address[1]), Keys = [new NumberKey(1, value)] };

    private static void Shows(SKBitmap picture, int x, int y, Colour? colour)
    {
        var (got, wanted) = (picture.GetPixel(x, y), colour ?? Colour.Black);
        Assert.True(Math.Abs(got.Red - wanted.R) <= 2 && Math.Abs(got.Green - wanted.G) <= 2 && Math.Abs(got.Blue - wanted.B) <= 2, $"({x}, {y}) shows {got}, not {wanted}");
    }

    private static Part Part(string id, string drawing, Point pivot = default) => new() { Id = id, Name = id, Drawing = drawing, Pivot = pivot };

    [Fact]
    public void A_matte_keeps_what_lies_inside_or_outside_the_other_part()
    {
        ImmutableArray<Drawing> drawings = [Box("window", 50, 50, 60, 60, Blue), Box("curtain", 20, 70, 160, 20, Red)];
        Puppet With(bool outside) => new() { Id = "p", Name = "P", Parts = [Part("w", "window") with { Hidden = true }, Part("c", "curtain") with { Matte = new Matte("w", outside) }] };
        using var inside = Paint(With(false), drawings);
        Shows(inside, 80, 80, Red);
        Shows(inside, 30, 80, null);
        Shows(inside, 150, 80, null);
        using var outside = Paint(With(true), drawings);
        Shows(outside, 80, 80, null);
        Shows(outside, 30, 80, Red);
        Shows(outside, 150, 80, Red);
    }

    [Fact]
    public void A_matte_moves_with_its_part_and_is_cut_by_its_mesh()
    {
        ImmutableArray<Drawing> drawings = [Box("window", 50, 50, 60, 60, Blue), Box("curtain", 0, 70, 200, 20, Red)];
        var puppet = new Puppet { Id = "p", Name = "P", Parts = [Part("w", "window") with { Hidden = true }, Part("c", "curtain") with { Matte = new Matte("w") }] };
        using var moved = Paint(puppet, drawings, ("w/shiftX", 60));
        Shows(moved, 60, 80, null);
        Shows(moved, 150, 80, Red);
    }

    [Fact]
    public void A_swap_lies_pivot_on_pivot_and_nothing_shows_nothing()
    {
        ImmutableArray<Drawing> drawings = [Box("own", 90, 90, 20, 20, Red), Box("other", 0, 0, 40, 40, Blue)];
        var part = Part("m", "own", new Point(100, 100)) with
        {
            Swaps = [new Swap { Id = "s1", Name = "Other", Drawing = "other", Pivot = new Point(20, 20) }, new Swap { Id = "s2", Name = "Nothing" }],
        };
        var puppet = new Puppet { Id = "p", Name = "P", Parts = [part] };
        using var own = Paint(puppet, drawings);
        Shows(own, 100, 100, Red);
        Shows(own, 85, 100, null);
        using var other = Paint(puppet, drawings, ("m/swap", 1));
        Shows(other, 85, 100, Blue);
        Shows(other, 115, 115, Blue);
        Shows(other, 10, 10, null);
        using var nothing = Paint(puppet, drawings, ("m/swap", 2));
        Shows(nothing, 100, 100, null);
    }

    [Fact]
    public void A_limb_is_filled_along_its_bones_with_its_line_round_it()
    {
        var limb = new Limb("u", "l", 30, 30, 30);
        var (root, joint, end) = (new Point(40, 60), new Point(100, 60), new Point(100, 150));
        var drawing = Limbs.DrawingOf(limb, root, joint, end, "limb", new Paint { Colour = Red });
        drawing = drawing with { Shapes = [drawing.Shapes[0] with { Stroke = new Stroke { Width = 6, Paint = new Paint { Colour = Blue } } }] };
        var puppet = new Puppet
        {
            Id = "p",
            Name = "P",
            Parts = [Part("limb", "limb") with { Limb = limb }],
            Bones = [new Bone { Id = "u", Name = "u", Start = root, End = joint }, new Bone { Id = "l", Name = "l", Start = joint, End = end, RidesOn = "u" }],
        };
        using var rest = Paint(puppet, [drawing]);
        Shows(rest, 60, 60, Red);
        Shows(rest, 100, 120, Red);
        Shows(rest, 60, 44, Blue);
        Shows(rest, 60, 38, null);
        using var bent = Paint(puppet, [drawing], ("l/turn", -180), ("limb/widthEnd", 200));
        Shows(bent, 100, 30, Red);
        Shows(bent, 100, 120, null);
        Shows(bent, 118, 0, Red);
        using var shorter = Paint(puppet, [drawing], ("u/length", 50));
        Shows(shorter, 70, 120, Red);
        Shows(shorter, 112, 120, null);
    }

    [Fact]
    public void A_limb_gets_thinner_with_a_bone_that_keeps_its_area()
    {
        var limb = new Limb("u", "l", 40, 40, 40);
        var (root, joint, end) = (new Point(20, 100), new Point(70, 100), new Point(120, 100));
        Puppet With(bool keeps) => new()
        {
            Id = "p",
            Name = "P",
            Parts = [Part("limb", "limb") with { Limb = limb }],
            Bones = [new Bone { Id = "u", Name = "u", Start = root, End = joint, KeepsArea = keeps }, new Bone { Id = "l", Name = "l", Start = joint, End = end, RidesOn = "u", KeepsArea = keeps }],
        };
        var drawing = Limbs.DrawingOf(limb, root, joint, end, "limb", new Paint { Colour = Red });
        using var free = Paint(With(false), [drawing], ("u/length", 160), ("l/length", 160));
        Shows(free, 100, 116, Red);
        using var kept = Paint(With(true), [drawing], ("u/length", 160), ("l/length", 160));
        Shows(kept, 100, 110, Red);
        Shows(kept, 100, 116, null);
        using var rest = Paint(With(true), [drawing]);
        Shows(rest, 100, 116, Red);
    }

    [Fact]
    public void Forms_are_painted_with_the_part_s_own_paint_on_the_blended_outline()
    {
        ImmutableArray<Drawing> drawings = [Box("own", 50, 100, 40, 40, Red), Box("tall", 50, 20, 40, 120, Blue)];
        var puppet = new Puppet { Id = "p", Name = "P", Parts = [Part("f", "own") with { Forms = [new Form { Id = "up", Name = "Up", Drawing = "tall" }] }] };
        using var own = Paint(puppet, drawings);
        Shows(own, 70, 120, Red);
        Shows(own, 70, 80, null);
        using var half = Paint(puppet, drawings, ("up/amount", 50));
        Shows(half, 70, 70, Red);
        Shows(half, 70, 50, null);
        using var whole = Paint(puppet, drawings, ("up/amount", 100));
        Shows(whole, 70, 30, Red);
    }

    [Fact]
    public void A_layered_export_has_each_part_alone_at_its_place()
    {
        ImmutableArray<Drawing> drawings = [Box("a", 10, 10, 30, 30, Red), Box("b", 25, 25, 30, 30, Blue)];
        var puppet = new Puppet { Id = "p", Name = "P", Parts = [Part("Back", "a"), Part("Front", "b") with { Opacity = 0.5 }] };
        var film = Film.Blank("Test") with { Width = 200, Height = 200, Drawings = drawings, Puppets = [puppet] };
        var frame = new Session(film).FrameAt(new View(Puppet: "p"), 1);
        var layers = PuppetLayers.Of(frame, _ => [], default);
        Assert.Equal(["Back", "Front"], layers.BackToFront.Select(layer => layer.Name));
        Assert.Equal(0.5, layers.BackToFront[1].Opacity);
        using var front = SKBitmap.Decode(layers.BackToFront[1].Png);
        Assert.Equal(255, front.GetPixel(front.Width / 2, front.Height / 2).Alpha);
        Assert.True(layers.BackToFront[1].X > layers.BackToFront[0].X);
        using var merged = SKBitmap.Decode(layers.Merged);
        Assert.Equal((200, 200), (merged.Width, merged.Height));
        using var small = SKBitmap.Decode(layers.Thumbnail);
        Assert.True(Math.Max(small.Width, small.Height) <= 256);
    }

    /// <summary>A puppet painted at another scale than its own came back smaller, with soft edges.</summary>
    [Fact]
    public void Art_as_it_was_drawn_goes_out_in_its_own_pixels()
    {
        using var source = new SKBitmap(7, 5);
        source.Erase(SKColors.Teal);
        using var png = source.Encode(SKEncodedImageFormat.Png, 100);
        var bytes = png.ToArray();
        var raster = new Drawing { Id = "r", Bounds = new Box(-3, 4, 7, 5), Raster = new RasterArt { Asset = "a", X = -3, Y = 4, Width = 7, Height = 5 } };
        var fine = raster with { Bounds = new Box(20, 10, 3.5, 2.5), Raster = raster.Raster! with { X = 20, Y = 10, PixelSize = 0.5 } };
        var layers = DrawnLayers.Of([new("Back", raster, false, 1), new("Fine", fine, false, 1), new("Box", Box("b", 10, 10, 30, 20, Red), true, 0.5)], _ => bytes, default);
        Assert.Equal((40, 30), (layers.Width, layers.Height));
        Assert.Equal(bytes, layers.BackToFront[0].Png);
        Assert.Equal((-3, 4), (layers.BackToFront[0].X, layers.BackToFront[0].Y));
        Assert.Equal((20, 10, 4, 3), (layers.BackToFront[1].X, layers.BackToFront[1].Y, layers.BackToFront[1].Width, layers.BackToFront[1].Height));
        Assert.Equal((10, 10, true, 0.5), (layers.BackToFront[2].X, layers.BackToFront[2].Y, layers.BackToFront[2].Hidden, layers.BackToFront[2].Opacity));
        using var box = SKBitmap.Decode(layers.BackToFront[2].Png);
        Assert.Equal((255, 255), (box.GetPixel(0, 0).Alpha, box.GetPixel(29, 19).Alpha));
        using var merged = SKBitmap.Decode(layers.Merged);
        Assert.Equal((0, 255), (merged.GetPixel(12, 28).Alpha, merged.GetPixel(1, 6).Alpha));
    }
}
