using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Print.Sheets;
using SkiaSharp;

namespace Fretsaw.Print.Tests;

/// <summary>Outside check: gradients of our own beside those of SkiaSharp, a general-purpose library.</summary>
public sealed unsafe class GradientFillTests
{
    private const int Width = 90;
    private const int Height = 70;

    public static TheoryData<int> Seeds => [.. Enumerable.Range(1, 40)];

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Looks_as_the_library_paints_it(int seed)
    {
        var random = new Random(seed);
        var shape = Shape(random);
        var map = Affine.Translate(40, 30) * Affine.RotateRadians(random.NextDouble()) * Affine.Scale(0.8 + random.NextDouble(), 0.8);

        var (ours, theirs) = Painted(shape, map);
        var gradient = shape.Fill!.Gradient!;
        var toWay = (map * gradient.Matrix * Affine.Scale(gradient.Kind == GradientKind.Linear ? gradient.X2 : gradient.R, 1)).TryInvert(out var inverse) ? inverse : throw new InvalidOperationException();
        var compared = 0;
        for (var y = 0; y < Height; y++)
        {
            for (var x = 0; x < Width; x++)
            {
                // Where two stops meet at one place, or the gradient begins anew, it may be this side or that by a rounding.
                if (IsOnAnEdge(gradient, toWay.Map(new Point(x + 0.5, y + 0.5))))
                {
                    continue;
                }

                compared++;
                for (var c = 0; c < 4; c++)
                {
                    var at = (4 * ((y * Width) + x)) + c;
                    Assert.True(Math.Abs(ours[at] - theirs[at]) <= 3, $"{gradient.Kind} {gradient.Spread} at {x}, {y}, channel {c}: {ours[at]} beside {theirs[at]}");
                }
            }
        }

        Assert.True(compared > Width * Height / 2, $"only {compared} pixels were compared");
    }

    [Fact]
    public void A_stop_at_the_place_of_another_is_a_hard_edge()
    {
        var (black, white) = (new Colour(0, 0, 0, 255), new Colour(255, 255, 255, 255));
        var gradient = new Gradient { X2 = 80, Stops = [new(0, black), new(0.5, black), new(0.5, white), new(1, white)] };
        var (pixels, _) = Painted(new Shape { Path = "M0 0H80V60H0Z", Fill = new Paint { Gradient = gradient } }, Affine.Identity);
        Assert.Equal((0, 255), (pixels[4 * 39], pixels[4 * 40]));
    }

    [Fact]
    public void What_the_kernel_does_not_know_is_left_to_the_library()
    {
        var stops = Enumerable.Range(0, 9).Select(i => new GradientStop(i / 8.0, new Colour((byte)(i * 30), 0, 0, 255)));
        var shape = new Shape { Path = "M0 0H80V60H0Z", Fill = new Paint { Gradient = new Gradient { X2 = 80, Stops = [.. stops] } } };
        Assert.Null(GradientFill.Of(shape));
        var (ours, theirs) = Painted(shape, Affine.Identity);
        Assert.Equal(theirs, ours);
    }

    private static Shape Shape(Random random)
    {
        var gradient = Noise.Gradient(random);
        gradient = gradient with
        {
            X2 = gradient.Kind == GradientKind.Linear ? 30 : 0,
            R = 25,
            Matrix = Affine.RotateRadians(random.NextDouble() * 6) * Affine.Scale(1, 1.4),
        };
        return new Shape { Path = "M-30 -25L42 -20L36 30C10 44 -8 10 -34 28Z", Opacity = random.Next(2) == 0 ? 1 : 0.6, Fill = new Paint { Gradient = gradient } };
    }

    private static bool IsOnAnEdge(Gradient gradient, Point at)
    {
        const double Near = 0.03;
        var t = gradient.Kind == GradientKind.Linear ? at.X : Math.Sqrt((at.X * at.X) + (at.Y * at.Y));
        var turn = gradient.Spread == Spread.Reflect ? 2 : 1;
        var within = gradient.Spread == Spread.Pad ? t : t - (turn * Math.Floor(t / turn));
        return gradient.Stops.Zip(gradient.Stops.Skip(1)).Any(pair => pair.First.Offset == pair.Second.Offset && IsNear(pair.First.Offset))
            || (gradient.Spread == Spread.Repeat && (within < Near || within > 1 - Near));

        bool IsNear(double offset) => Math.Abs(within - offset) < Near || (gradient.Spread == Spread.Reflect && Math.Abs(2 - within - offset) < Near);
    }

    /// <summary>On something that is there already.</summary>
    private static (byte[] Ours, byte[] Theirs) Painted(Shape shape, in Affine map)
    {
        using var art = new DrawingArt(new Drawing { Id = "one", Bounds = new Box(-50, -50, 150, 150), Shapes = [shape] }, _ => []);
        using var mask = new Mask();
        using var ours = Ground();
        ours.Canvas.SetMatrix(ShapePainter.Matrix(map));
        art.Paint(ours.Canvas, new Ground(ours, ours.Box(), mask), map);
        using var theirs = Ground();
        theirs.Canvas.SetMatrix(ShapePainter.Matrix(map));
        art.Paint(theirs.Canvas);
        var (a, b) = (new byte[Width * Height * 4], new byte[Width * Height * 4]);
        ours.CopyTo(a, straight: false);
        theirs.CopyTo(b, straight: false);
        return (a, b);
    }

    private static Sheet Ground()
    {
        var sheet = new Sheet(Width, Height);
        sheet.Clear();
        sheet.Canvas.Clear(new SKColor(30, 90, 160, 128));
        return sheet;
    }
}
