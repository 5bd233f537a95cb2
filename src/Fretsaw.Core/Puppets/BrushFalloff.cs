namespace Fretsaw.Core.Puppets;

/// <summary>How strongly a round brush works at a distance from its middle.</summary>
public static class BrushFalloff
{
    /// <summary>1 in the core, 0 from the radius on, and between them the smoothstep 3t² − 2t³, flat at both ends.</summary>
    /// <param name="distance">≥ 0</param>
    /// <param name="radius">&gt; 0, in the same unit.</param>
    /// <param name="softness">[0, 1]: the part of the radius over which it fades.</param>
    public static double At(double distance, double radius, double softness)
    {
        var core = radius * (1 - softness);
        if (distance <= core)
        {
            return 1;
        }

        if (distance >= radius)
        {
            return 0;
        }

        var t = (radius - distance) / (radius - core);
        return t * t * (3 - (2 * t));
    }
}
