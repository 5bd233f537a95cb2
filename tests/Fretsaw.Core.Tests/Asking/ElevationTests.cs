using CsCheck;
using Fretsaw.Core.Asking;
using Fretsaw.Core.Films;
using Fretsaw.Core.Lens;
using Fretsaw.Core.Sessions;

namespace Fretsaw.Core.Tests;

/// <summary>The stage from the side, of a film whose frame is 2.4 m wide at the picture plane.</summary>
public class ElevationTests
{
    private static Film Stage(double dolly, double boom, params double[] distances)
    {
        var film = Film.Blank("Side") with { Drawings = [TestFilm.Box("box", 0, 0, 200, 100)] };
        var things = distances.Select((distance, i) => new Thing
        {
            Id = $"t{i}",
            Name = $"T{i}",
            Body = new Picture("box"),
            Stand = new Stand { Distance = distance, X = 300, Y = 400 },
        });
        return film with
        {
            Shots = [new Shot
            {
                Id = TestFilm.ShotId,
                Name = "S",
                Things = [.. things],
                Tracks = [TestFilm.Keyed(Address.OfCamera("boom"), (1, boom)), TestFilm.Keyed(Address.OfCamera("dolly"), (1, dolly)), TestFilm.Keyed(Address.OfCamera("focus"), (1, 4)), TestFilm.Keyed(Address.OfCamera("lens"), (1, 50)), TestFilm.Keyed(Address.OfCamera("stop"), (1, 2.8))],
                Cards = [new Card(Address.Camera, 1)],
            }],
        };
    }

    private static ElevationAnswer Of(Film film) => (ElevationAnswer)new Session(film).Ask(new ElevationQuestion(TestFilm.ShotId, 1));

    [Fact]
    public void Things_stand_in_order_from_near_to_far_and_are_nearer_by_the_dolly() => Gen.Select(Gen.Double[0.5, 60].Array[1, 6], Gen.Double[-3, 0.3], Gen.Double[-1, 1]).Sample((distances, dolly, boom) =>
    {
        var answer = Of(Stage(dolly, boom, distances));
        Assert.Equal(distances.Length, answer.Standers.Length);
        Assert.Equal(answer.Standers.Select(one => one.Depth).Order(), answer.Standers.Select(one => one.Depth));
        foreach (var one in answer.Standers)
        {
            Assert.Equal(distances[int.Parse(one.Thing[1..], System.Globalization.CultureInfo.InvariantCulture)] - dolly, one.Depth, 1e-9);
        }
    });

    /// <summary>Outside check: the circle of an out-of-focus point, c = |d − s|/d · f²/(N·(s − f)), from any optics handbook (from memory).</summary>
    [Fact]
    public void Circles_are_the_handbook_s_and_softness_a_quarter_of_them()
    {
        var film = Stage(0, 0, 2, 4, 9);
        foreach (var one in Of(film).Standers)
        {
            var millimetres = Math.Abs(one.Depth - 4) / one.Depth * 50 * 50 / (2.8 * (4000 - 50));
            Assert.Equal(millimetres / 36 * film.Width, one.CirclePixels, 1);
            Assert.Equal(one.CirclePixels / 4, one.Sigma, 1);
        }
    }

    /// <summary>Worked by hand: with f = 50 mm, N = 2.8, c₀ = 0.03 mm, H = f²/(N·c₀) + f = 29.81 m; near = s(H − f)/(H + s − 2f), far = s(H − f)/(H − s).</summary>
    [Fact]
    public void The_sharp_zone_lies_round_the_focus()
    {
        var answer = Of(Stage(0, 0, 3));
        Assert.Equal(4, answer.Focus);
        Assert.Equal(3.531, answer.Near, 2);
        Assert.Equal(4.612, answer.Far!.Value, 2);
        Assert.Equal(ThinLens.SharpZone(4, 50, 2.8).FarMetres, answer.Far!.Value, 1e-9);
    }

    [Fact]
    public void Heights_are_metres_below_the_axis_which_the_boom_lifts()
    {
        var film = Stage(0, 0, 3);
        var (low, high) = (Of(film).Standers[0], Of(Stage(0, 0.5, 3)).Standers[0]);
        var metres = film.FrameWidthMetres / film.Width;
        Assert.Equal(100 * metres, low.Bottom - low.Top, 1e-9);
        Assert.Equal(low.Top + 0.5, high.Top, 1e-9);
        Assert.Equal((400 - (film.Height / 2.0)) * metres, low.Top + (PivotShare(film) * metres), 1e-6);
    }

    /// <summary>How far below a picture's top edge the place is that stands on the stage.</summary>
    private static double PivotShare(Film film)
    {
        var frame = TestFilm.At(film, 1);
        var box = frame.Things[0].OnStage.Map(film.Drawings[0].Bounds);
        return 400 - box.Y;
    }

    [Fact]
    public void What_is_hidden_does_not_stand_there()
    {
        var film = Stage(0, 0, 2, 5);
        var hidden = film with { Shots = [film.Shots[0] with { Things = [film.Shots[0].Things[0] with { Hidden = true }, film.Shots[0].Things[1]] }] };
        Assert.Equal(["t1"], Of(hidden).Standers.Select(one => one.Thing));
    }
}
