using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Puppets;

/// <summary>
/// A damped spring that follows a driver d, x″ = ω²(d − x) − 2ζω·x′, taken exactly over a step in which the driver moves
/// evenly. With v = d′ the steady answer is d − (2ζ/ω)·v; what is left of it, y = x − that, dies away as
/// y″ + 2ζω·y′ + ω²·y = 0, whose step is a matrix known once and for all. No step is too long for it, unlike for
/// stepwise integration.
/// </summary>
public readonly struct Spring
{
    /// <summary>A frame's spring looks back until no more than this part of an old jolt is left.</summary>
    public const double Forgotten = 0.001;

    private readonly double yy;
    private readonly double yv;
    private readonly double vy;
    private readonly double vv;
    private readonly double behind;
    private readonly double step;

    /// <param name="stepSeconds">&gt; 0</param>
    public Spring(FollowThrough follow, double stepSeconds)
    {
        var (omega, zeta) = (2 * Math.PI * follow.StiffnessHz, follow.Damping);
        step = stepSeconds;
        behind = 2 * zeta / omega;
        var decay = Math.Exp(-zeta * omega * stepSeconds);

        // c and s are cos and sin/ω_d below critical damping, cosh and sinh/ω_d above, 1 and t at it.
        var (c, s) = (1.0, stepSeconds);
        var squared = omega * omega * (1 - (zeta * zeta));
        if (squared > 1e-9)
        {
            var damped = Math.Sqrt(squared);
            (c, s) = (Math.Cos(damped * stepSeconds), Math.Sin(damped * stepSeconds) / damped);
        }
        else if (squared < -1e-9)
        {
            var damped = Math.Sqrt(-squared);
            (c, s) = (Math.Cosh(damped * stepSeconds), Math.Sinh(damped * stepSeconds) / damped);
        }

        yy = decay * (c + (zeta * omega * s));
        yv = decay * s;
        vy = -decay * omega * omega * s;
        vv = decay * (c - (zeta * omega * s));
    }

    /// <summary>How many frames back a frame's answer depends on.</summary>
    public static int MemoryFrames(FollowThrough follow, double frameRate)
    {
        var (omega, zeta) = (2 * Math.PI * follow.StiffnessHz, follow.Damping);

        // Above critical damping the slow one of the two decays counts.
        var slowest = zeta <= 1 ? zeta * omega : omega * (zeta - Math.Sqrt((zeta * zeta) - 1));
        var seconds = -Math.Log(Forgotten) / slowest;
        return (int)Math.Ceiling((seconds * frameRate) + follow.LagFrames) + 1;
    }

    /// <summary>One step on, in place.</summary>
    /// <param name="from">The driver at the beginning of the step.</param>
    /// <param name="to">And at its end.</param>
    public void Step(ref Point place, ref Point speed, Point from, Point to)
    {
        var drive = (to - from) * (1 / step);
        var y = place - (from - (drive * behind));
        var v = speed - drive;
        place = to - (drive * behind) + (y * yy) + (v * yv);
        speed = drive + (y * vy) + (v * vv);
    }
}
