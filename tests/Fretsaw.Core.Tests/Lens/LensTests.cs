using CsCheck;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Lens;

namespace Fretsaw.Core.Tests;

public class LensTests
{
    /// <summary>The worked example of the design's mathematics: 50 mm, f/2.8, 0.030 mm, focused at 5 m.</summary>
    [Fact]
    public void The_sharp_zone_has_the_handbook_figures()
    {
        Assert.Equal(29.81, ThinLens.HyperfocalMetres(50, 2.8), 2);
        var (near, far) = ThinLens.SharpZone(5, 50, 2.8);
        Assert.Equal(4.287, near, 1e-3);
        Assert.Equal(5.998, far, 1e-3);
    }

    [Fact]
    public void At_the_ends_of_the_sharp_zone_the_blur_is_the_sharp_circle() => Gen.Select(Gen.Double[1, 20], Gen.Double[20, 135], Gen.Double[1.4, 16]).Sample((focus, lens, stop) =>
    {
        var (near, far) = ThinLens.SharpZone(focus, lens, stop);
        return Math.Abs(ThinLens.BlurCircleMm(near, focus, lens, stop) - 0.03) < 1e-6
            && (double.IsInfinity(far) || Math.Abs(ThinLens.BlurCircleMm(far, focus, lens, stop) - 0.03) < 1e-6)
            && ThinLens.BlurCircleMm(focus, focus, lens, stop) < 1e-12;
    });

    [Fact]
    public void Focused_beyond_the_hyperfocal_distance_the_zone_has_no_end() =>
        Assert.True(double.IsPositiveInfinity(ThinLens.SharpZone(40, 50, 2.8).FarMetres));

    [Fact]
    public void Twice_as_far_shifts_half_as_much() => Gen.Select(Gen.Double[0.5, 40], Gen.Double[-2, 2], Gen.Double[-400, 400]).Sample((distance, truck, x) =>
    {
        var film = Film.Blank("x");
        double Shift(double d) => At(film, truck).ToPicture(film, d).Map(new Point(x, 0)).X - At(film, 0).ToPicture(film, d).Map(new Point(x, 0)).X;
        return Math.Abs(Shift(distance) - (2 * Shift(2 * distance))) < 1e-6;
    });

    [Fact]
    public void The_picture_plane_at_rest_is_the_frame_itself()
    {
        var film = Film.Blank("x");
        var map = At(film, 0).ToPicture(film, PicturePlane.DistanceMetres(film));
        Assert.Equal(0, (map.Map(new Point(123, 456)) - new Point(123, 456)).Length, 1e-9);
        Assert.Equal(film.FrameWidthMetres, ThinLens.WidthSeenMetres(PicturePlane.DistanceMetres(film), film.RestLensMm), 1e-9);
    }

    [Fact]
    public void Rolling_the_camera_clockwise_turns_the_picture_anticlockwise()
    {
        var film = Film.Blank("x");
        var rolled = At(film, 0) with { RollDegrees = 90 };
        var p = rolled.ToPicture(film, PicturePlane.DistanceMetres(film)).Map(new Point(film.Width, film.Height / 2.0));
        Assert.Equal(film.Width / 2.0, p.X, 1e-6);
        Assert.True(p.Y < 0);
    }

    [Fact]
    public void Noise_has_the_rms_it_claims_and_no_mean()
    {
        var samples = Enumerable.Range(0, 400_000).Select(i => GradientNoise.At(i * 0.137, i % 50)).ToList();
        Assert.Equal(0, samples.Average(), 2);
        Assert.InRange(Math.Sqrt(samples.Average(n => n * n)) / GradientNoise.Rms, 0.97, 1.03);
        Assert.Equal(0, GradientNoise.At(17, 3));
    }

    [Fact]
    public void A_shake_is_as_strong_as_it_says_dies_to_5_percent_and_is_exactly_still_outside()
    {
        var shake = new Shake { Id = "s", Name = "s", StrengthPercent = 1.8, StartFrame = 50, DiesAwayFrames = 20 };
        Assert.Equal(1, Unrest.Envelope(shake, 50));
        Assert.Equal(0.05, Unrest.Envelope(shake, 70), 1e-12);
        Assert.Equal(default, Unrest.At([shake], 49.99, 24, 1920));
        Assert.Equal(default, Unrest.At([shake], 70.01, 24, 1920));

        var steady = shake with { StartFrame = 1, DiesAwayFrames = 100_000 };
        var rms = Enumerable.Range(0, 40).Average(seed => Math.Sqrt(Enumerable.Range(1, 3000).Average(frame =>
            Math.Pow(Unrest.At([steady with { Seed = seed }], frame, 24, 1920).X / Unrest.Envelope(steady, frame), 2))));
        Assert.InRange(rms / (0.018 * 1920), 0.95, 1.05);
    }

    /// <summary>Over seeds, at every frame, also where pace and frame rate share a beat: as strong as the envelope says.</summary>
    [Theory]
    [InlineData(7)]
    [InlineData(12)]
    [InlineData(24)]
    [InlineData(2.5)]
    public void A_shake_is_as_strong_at_every_frame(double pace)
    {
        const int Seeds = 8000;
        var shake = new Shake { Id = "s", Name = "s", StrengthPercent = 1, PaceHz = pace, DiesAwayFrames = 20, Noise = ShakeNoise.Band };
        foreach (var frame in new[] { 1, 2, 5, 13, 21 })
        {
            var rms = Math.Sqrt(Enumerable.Range(0, Seeds).Average(seed => Math.Pow(Unrest.At([shake with { Seed = seed }], frame, 24, 100).X, 2)));
            Assert.InRange(rms / Unrest.Envelope(shake, frame), 0.95, 1.05);
        }
    }

    /// <summary>Outside check: the power by MathNet.Numerics' Fourier transform, taken often enough that nothing folds over.</summary>
    [Theory]
    [InlineData(7)]
    [InlineData(3)]
    [InlineData(11)]
    public void A_shakes_power_lies_about_its_pace(double pace)
    {
        const int Samples = 4096;
        const double Rate = 96;
        var power = new double[Samples / 2];
        for (var seed = 0; seed < 40; seed++)
        {
            var values = Enumerable.Range(0, Samples).Select(i => new System.Numerics.Complex(BandNoise.At(i / Rate, pace, seed), 0)).ToArray();
            MathNet.Numerics.IntegralTransforms.Fourier.Forward(values);
            for (var i = 0; i < power.Length; i++)
            {
                power[i] += values[i].Magnitude * values[i].Magnitude;
            }
        }

        var (all, step) = (power.Sum(), Rate / Samples);
        Assert.Equal(pace, power.Select((p, i) => p * i * step).Sum() / all, 0.02 * pace);
        var smooth = Enumerable.Range(0, power.Length).Select(i => power[Math.Max(0, i - 20)..Math.Min(power.Length, i + 21)].Average()).ToList();
        Assert.Equal(pace, smooth.IndexOf(smooth.Max()) * step, 0.15 * pace);
        var below = power.Take((int)(pace / step)).Sum() / all;
        Assert.InRange(below, 0.45, 0.55);
    }

    [Fact]
    public void Shakes_of_two_seeds_and_of_two_axes_have_nothing_in_common()
    {
        var shake = new Shake { Id = "s", Name = "s", StrengthPercent = 1, RollDegrees = 1, DiesAwayFrames = 100_000, Noise = ShakeNoise.Band };
        Unrest Of(int seed, int frame) => Unrest.At([shake with { Seed = seed }], frame, 24, 100);
        double Common(Func<int, double> a, Func<int, double> b) => Enumerable.Range(1, 4000).Average(frame => a(frame) * b(frame));
        Assert.InRange(Common(frame => Of(1, frame).X, frame => Of(2, frame).X), -0.15, 0.15);
        Assert.InRange(Common(frame => Of(1, frame).X, frame => Of(1, frame).Y), -0.15, 0.15);
        Assert.InRange(Common(frame => Of(1, frame).X, frame => Of(1, frame).RollDegrees), -0.15, 0.15);
    }

    private static CameraState At(Film film, double truck) => new(truck, 0, 0, 0, 0, 0, film.RestLensMm, 8, 3, default);
}
