using System.Xml.Linq;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Formats.Svg.Painted;

/// <summary>feColorMatrix as twenty numbers, by rows (Filter Effects Module Level 1 §9.6, which has the three others' matrices).</summary>
internal static class SvgColourMatrix
{
    private static readonly float[] Unchanged = [1, 0, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0, 1, 0];

    public static float[] Of(XElement primitive)
    {
        var values = SvgNumbers.List(primitive.Attribute("values")?.Value ?? "").Select(value => (float)Math.Clamp(double.IsFinite(value) ? value : 0, -1e4, 1e4)).ToArray();
        return primitive.Attribute("type")?.Value switch
        {
            "saturate" => values.Length == 0 ? Unchanged : Saturate(values[0]),
            "hueRotate" => values.Length == 0 ? Unchanged : Turned(values[0]),
            "luminanceToAlpha" => [0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0.2125f, 0.7154f, 0.0721f, 0, 0],
            _ => values.Length == 20 ? values : Unchanged,
        };
    }

    private static float[] Saturate(float s) =>
    [
        0.213f + (0.787f * s), 0.715f - (0.715f * s), 0.072f - (0.072f * s), 0, 0,
        0.213f - (0.213f * s), 0.715f + (0.285f * s), 0.072f - (0.072f * s), 0, 0,
        0.213f - (0.213f * s), 0.715f - (0.715f * s), 0.072f + (0.928f * s), 0, 0,
        0, 0, 0, 1, 0,
    ];

    private static float[] Turned(float degrees)
    {
        var (sin, cos) = ((float)Math.Sin(degrees * Angles.RadiansPerDegree), (float)Math.Cos(degrees * Angles.RadiansPerDegree));
        return
        [
            0.213f + (cos * 0.787f) - (sin * 0.213f), 0.715f - (cos * 0.715f) - (sin * 0.715f), 0.072f - (cos * 0.072f) + (sin * 0.928f), 0, 0,
            0.213f - (cos * 0.213f) + (sin * 0.143f), 0.715f + (cos * 0.285f) + (sin * 0.140f), 0.072f - (cos * 0.072f) - (sin * 0.283f), 0, 0,
            0.213f - (cos * 0.213f) - (sin * 0.787f), 0.715f - (cos * 0.715f) + (sin * 0.715f), 0.072f + (cos * 0.928f) + (sin * 0.072f), 0, 0,
            0, 0, 0, 1, 0,
        ];
    }
}
