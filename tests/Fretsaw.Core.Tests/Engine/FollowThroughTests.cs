using System.Collections.Immutable;
using CsCheck;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Painting;
using Fretsaw.Core.Puppets;
using Fretsaw.Core.Sessions;

namespace Fretsaw.Core.Tests;

public class FollowThroughTests
{
    private static readonly Drawing Strip = TestFilm.Box("strip", 0, 0, 40, 300);

    /// <summary>Outside check: x″ = ω²(d − x) − 2ζωx′ taken in a hundred thousand small steps of Runge and Kutta's method (1901).</summary>
    [Theory]
    [InlineData(2, 0.2)]
    [InlineData(3, 1)]
    [InlineData(1.5, 1.8)]
    public void A_step_of_the_spring_is_that_of_many_small_steps(double hertz, double damping)
    {
        var follow = new FollowThrough { StiffnessHz = hertz, Damping = damping };
        const double Seconds = 0.25;
        var (place, speed) = (new Point(3, -2), new Point(-40, 10));
        var (from, to) = (new Point(0, 0), new Point(30, 12));
        var (x, v) = (place.X, speed.X);
        const int Steps = 100_000;
        var (h, omega) = (Seconds / Steps, 2 * Math.PI * hertz);
        for (var i = 0; i < Steps; i++)
        {
            double Pull(double t, double at, double going) => (omega * omega * ((30 * t / Seconds) - at)) - (2 * damping * omega * going);
            var t = i * h;
            var (k1, l1) = (v, Pull(t, x, v));
            var (k2, l2) = (v + (h / 2 * l1), Pull(t + (h / 2), x + (h / 2 * k1), v + (h / 2 * l1)));
            var (k3, l3) = (v + (h / 2 * l2), Pull(t + (h / 2), x + (h / 2 * k2), v + (h / 2 * l2)));
            var (k4, l4) = (v + (h * l3), Pull(t + h, x + (h * k3), v + (h * l3)));
            x += h / 6 * (k1 + (2 * k2) + (2 * k3) + k4);
            v += h / 6 * (l1 + (2 * l2) + (2 * l3) + l4);
        }

        new Spring(follow, Seconds).Step(ref place, ref speed, from, to);
        Assert.Equal(x, place.X, 1e-7);
        Assert.Equal(v, speed.X, 1e-6);
    }

    private static Film Tailed(FollowThrough? follow, params (int, double)[] shift)
    {
        var bones = new[] { TestFilm.Bone("root", 20, 0, 20, 100), TestFilm.Bone("tip", 20, 100, 20, 300, "root") with { FollowThrough = follow } };
        var puppet = new Puppet { Id = "p", Name = "P", Parts = [TestFilm.Part("part", "strip") with { RidesOn = "tip" }], Bones = [.. bones] };
        return TestFilm.Of(puppet, [Strip], TestFilm.Keyed("body", "shiftX", shift));
    }

    private static double Tip(Film film, double frame)
    {
        var at = TestFilm.At(film, frame);
        return at.Cast[0].ToStage.Map(at.World("tip").Map(new Point(20, 300))).X;
    }

    [Fact]
    public void What_follows_through_starts_settled_lags_swings_over_and_settles()
    {
        var (plain, follows) = (Tailed(null, (1, 0), (25, 0), (31, 200)), Tailed(new FollowThrough { StiffnessHz = 2, Damping = 0.25 }, (1, 0), (25, 0), (31, 200)));
        Assert.Equal(Tip(plain, 1), Tip(follows, 1), 1e-9);
        Assert.Equal(Tip(plain, 24), Tip(follows, 24), 1e-9);
        Assert.True(Tip(follows, 29) < Tip(plain, 29) - 20, "it lags");
        Assert.True(Enumerable.Range(31, 20).Any(frame => Tip(follows, frame) > Tip(plain, frame) + 10), "it swings over");
        Assert.Equal(Tip(plain, 96), Tip(follows, 96), 0.5);
    }

    [Fact]
    public void A_frame_is_the_same_whatever_was_asked_before()
    {
        var film = Tailed(new FollowThrough { LagFrames = 1.5 }, (1, 0), (20, 150), (40, -50));
        var used = new Evaluator(PlanCompiler.Compile(film, film.Shots[0], new RigCache()));
        Gen.Int[2, 192].Array[1, 6].Sample(frames =>
        {
            foreach (var half in frames)
            {
                used.Evaluate(half / 2.0);
                var fresh = TestFilm.At(film, half / 2.0);
                if (!used.Cast[0].Worlds.AsSpan().SequenceEqual(fresh.Cast[0].Worlds))
                {
                    return false;
                }
            }

            return true;
        }, iter: 20, threads: 1);
    }

    [Fact]
    public void What_springs_remember_is_forgotten_with_any_key_that_moves_them()
    {
        var tailed = Tailed(new FollowThrough { StiffnessHz = 2, Damping = 0.25 }, (1, 0), (20, 150), (40, -50));
        var puppet = tailed.Puppets[0];
        ImmutableArray<Pin> pins =
        [
            new() { Id = "plain", Name = "Plain", At = new Point(20, 20) },
            new() { Id = "late", Name = "Late", At = new Point(20, 280), FollowThrough = new FollowThrough() },
        ];
        var film = tailed with { Puppets = [puppet with { Parts = [puppet.Parts[0] with { Pins = pins }] }] };
        var session = new Session(film);
        var (view, writer) = (new View(TestFilm.ShotId), new DrawListWriter());
        Gen.Select(Gen.OneOfConst("plain/shiftX", "late/shiftX", "root/turn", "body/shiftX", "tip/followThrough"), Gen.Int[1, 60], Gen.Int[0, 90]).Sample((name, at, value) =>
        {
            var edit = TestFilm.Key(at, (name.Split('/')[0], name.Split('/')[1], value));
            session.Preview(edit);
            var changed = edit.Apply(film);
            var fresh = new Evaluator(PlanCompiler.Compile(changed, changed.Shots[0], new RigCache()));
            fresh.Evaluate(50);
            var expected = writer.Write(fresh).ToArray();
            return writer.Write(session.FrameAt(view, 50)).AsSpan().SequenceEqual(expected);
        }, iter: 60, threads: 1);
    }

    /// <summary>A spring of half a hertz swings for twenty seconds: no frame may let it fall back to where it would be at rest.</summary>
    [Fact]
    public void A_soft_spring_goes_on_as_long_as_it_swings()
    {
        var soft = new FollowThrough { StiffnessHz = 0.5, Damping = 0.1 };
        var (plain, follows) = (Tailed(null, (1, 0), (25, 0), (31, 200)), Tailed(soft, (1, 0), (25, 0), (31, 200)));
        var length = 400;
        var (still, swinging) = (Longer(plain), Longer(follows));
        double[] behind = [.. Enumerable.Range(1, length).Select(frame => Tip(swinging, frame) - Tip(still, frame))];

        // From when the driver stands, the free swing of a damped oscillator: y″ + 2ζω·y′ + ω²·y = 0, taken on frame by frame.
        var (omega, zeta, h) = (2 * Math.PI * soft.StiffnessHz, soft.Damping, 1 / 24.0);
        var damped = omega * Math.Sqrt(1 - (zeta * zeta));
        for (var frame = 60; frame + 2 <= length; frame++)
        {
            // Of three frames in line the last follows from the two before: y₂ = 2·e^(−ζωh)·cos(ω_d·h)·y₁ − e^(−2ζωh)·y₀.
            var (a, b) = (2 * Math.Exp(-zeta * omega * h) * Math.Cos(damped * h), Math.Exp(-2 * zeta * omega * h));
            var expected = (a * Bent(behind[frame - 1])) - (b * Bent(behind[frame - 2]));
            Assert.Equal(expected, Bent(behind[frame]), 0.004 * 200);
        }

        Assert.InRange(Enumerable.Range(150, 40).Max(frame => Math.Abs(behind[frame])), 10, 200);
        Assert.InRange(Enumerable.Range(350, 40).Max(frame => Math.Abs(behind[frame])), 0.1, 20);

        // What turns the bone is an angle; for what it swings at the end the arm is long enough.
        static double Bent(double x) => 200 * Math.Asin(Math.Clamp(x / 200, -1, 1));
        Film Longer(Film film) => film with { Shots = [film.Shots[0] with { Length = length }] };
    }

    [Fact]
    public void A_lag_starts_it_late_and_the_amount_can_be_keyed_away()
    {
        var stiff = new FollowThrough { StiffnessHz = 12, Damping = 1 };
        (int, double)[] move = [(1, 0), (20, 0), (40, 200)];
        Assert.True(Tip(Tailed(stiff with { LagFrames = 6 }, move), 30) < Tip(Tailed(stiff, move), 30) - 10);
        var film = Tailed(stiff with { LagFrames = 6 }, move);
        var still = film with { Shots = [film.Shots[0] with { Tracks = [.. film.Shots[0].Tracks.Add(TestFilm.Keyed("tip", "followThrough", (1, 0))).OrderBy(track => track.Address)] }] };
        Assert.Equal(Tip(Tailed(null, move), 30), Tip(still, 30), 1e-9);
    }

    [Fact]
    public void Evaluating_with_springs_allocates_nothing()
    {
        var film = Tailed(new FollowThrough(), (1, 0), (20, 150), (40, -50));
        var frame = new Evaluator(PlanCompiler.Compile(film, film.Shots[0], new RigCache()));
        for (var i = 1; i <= 96; i++)
        {
            frame.Evaluate(i);
        }

        var before = GC.GetAllocatedBytesForCurrentThread();
        for (var i = 1; i <= 96; i++)
        {
            frame.Evaluate(i);
        }

        Assert.Equal(before, GC.GetAllocatedBytesForCurrentThread());
    }

    [Fact]
    public void A_strand_sways_from_its_held_root_and_travels_down()
    {
        var sway = new Sway { Root = new Point(20, 0), AlongDegrees = 90, WavelengthPx = 200, HeightPx = 30, SpeedHz = 1 };
        var part = TestFilm.Part("p", "strip") with { Mesh = new MeshSettings { TriangleSide = 14 }, Sway = sway };
        var film = TestFilm.Of(new Puppet { Id = "pup", Name = "P", Parts = [part] }, [Strip]);
        var end = Enumerable.Range(1, 48).Select(frame => Mesh(film, frame).Carry(new Point(20, 299)).X - 20).ToList();
        Assert.InRange(end.Max(), 27, 30.1);
        Assert.InRange(end.Min(), -30.1, -27);
        Assert.All(Enumerable.Range(1, 48), frame => Assert.Equal(20, Mesh(film, frame).Carry(new Point(20, 0)).X, 0.4));

        // A quarter wave farther down the same phase comes a quarter of a second later: 24 frames a second, 1 Hz.
        double Phase(double y, double frame) => (Mesh(film, frame).Carry(new Point(20, y)).X - 20) / y;
        Assert.Equal(Phase(150, 5), Phase(200, 11), 2);
    }

    [Fact]
    public void The_wind_makes_it_stronger_only_where_it_obeys()
    {
        var sway = new Sway { Root = new Point(20, 0), HeightPx = 10 };
        double Width(bool obeys, double wind)
        {
            var part = TestFilm.Part("p", "strip") with { Mesh = new MeshSettings(), Sway = sway with { ObeysWind = obeys } };
            var film = TestFilm.Of(new Puppet { Id = "pup", Name = "P", Parts = [part] }, [Strip], TestFilm.Keyed(new Address(Address.Wind, Address.Air, "strength"), (1, wind)));
            return Enumerable.Range(1, 48).Max(frame => Math.Abs(Mesh(film, frame).Carry(new Point(20, 299)).X - 20));
        }

        Assert.Equal(2, Width(true, 200) / Width(true, 100), 1);
        Assert.Equal(Width(false, 100), Width(false, 0), 1e-6);
        Assert.Equal(0, Width(true, 0), 1e-6);
    }

    private static MeshFrame Mesh(Film film, double frame) => TestFilm.At(film, frame).Cast[0].Meshes[0]!;
}
