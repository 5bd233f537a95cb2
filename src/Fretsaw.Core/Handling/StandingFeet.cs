using Fretsaw.Core.Engine;

namespace Fretsaw.Core.Handling;

/// <summary>
/// Which chains bear a puppet: those that are planted, and those that stand on the ground without being told to. A chain stands when its
/// sole is as low as any at rest, and is so where it is now.
/// </summary>
internal static class StandingFeet
{
    /// <summary>Of the puppet's height, how much higher than the lowest a sole may be that still touches the ground.</summary>
    private const double Touches = 0.03;

    /// <returns>By chain: it is held by the ground, and it has been told to.</returns>
    public static (bool Bears, bool Planted)[] Of(Evaluator stood, CastFrame cast)
    {
        var drawings = stood.Plan.Film.Drawings;
        var values = stood.DrivenOf(cast);
        var count = cast.Plan.Reaches.Length;
        var (found, rest, now) = (new (bool, bool)[count], new double[count], new double[count]);
        for (var i = 0; i < count; i++)
        {
            rest[i] = Balance.RestSoleOf(drawings, cast, i).Down;
            now[i] = Balance.SoleOf(stood, cast, i).Down;
            var planted = values[cast.Plan.Reaches[i].Slot + 2] > 0.5;
            found[i] = (planted, planted);
        }

        var height = cast.Plan.RestBox.Height;
        var lowest = cast.Plan.RestBox.Y + height;
        var larger = Math.Sqrt(Math.Abs(cast.Skeleton.Ground.Determinant));
        var ground = double.NegativeInfinity;
        for (var i = 0; i < count; i++)
        {
            if (lowest - rest[i] <= Touches * height || found[i].Item2)
            {
                ground = Math.Max(ground, now[i]);
            }
        }

        for (var i = 0; i < count; i++)
        {
            found[i].Item1 |= lowest - rest[i] <= Touches * height && ground - now[i] <= Touches * height * larger;
        }

        return found;
    }
}
