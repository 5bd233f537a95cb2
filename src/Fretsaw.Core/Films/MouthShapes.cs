namespace Fretsaw.Core.Films;

/// <summary>Which mouth stands in for one that a chart does not have: the nearest in how open and how wide it is.</summary>
public static class MouthShapes
{
    /// <returns>Null for <see cref="Mouth.Keyed"/>, and where the chart has nothing.</returns>
    public static MouthShape? Nearest(MouthChart chart, Mouth mouth)
    {
        if (mouth == Mouth.Keyed)
        {
            return null;
        }

        foreach (var candidate in InsteadOf(mouth).Prepend(mouth))
        {
            foreach (var shape in chart.Shapes)
            {
                if (shape.Mouth == candidate)
                {
                    return shape;
                }
            }
        }

        return null;
    }

    private static Mouth[] InsteadOf(Mouth mouth) => mouth switch
    {
        Mouth.Rest => [Mouth.Shut, Mouth.Teeth, Mouth.Narrow, Mouth.Half, Mouth.Tongue, Mouth.Wide, Mouth.Round, Mouth.Open],
        Mouth.Shut => [Mouth.Rest, Mouth.Teeth, Mouth.Narrow, Mouth.Half, Mouth.Tongue, Mouth.Wide, Mouth.Round, Mouth.Open],
        Mouth.Teeth => [Mouth.Shut, Mouth.Rest, Mouth.Half, Mouth.Tongue, Mouth.Narrow, Mouth.Wide, Mouth.Round, Mouth.Open],
        Mouth.Tongue => [Mouth.Half, Mouth.Wide, Mouth.Open, Mouth.Narrow, Mouth.Round, Mouth.Teeth, Mouth.Rest, Mouth.Shut],
        Mouth.Wide => [Mouth.Half, Mouth.Tongue, Mouth.Open, Mouth.Round, Mouth.Narrow, Mouth.Teeth, Mouth.Rest, Mouth.Shut],
        Mouth.Half => [Mouth.Tongue, Mouth.Wide, Mouth.Open, Mouth.Round, Mouth.Narrow, Mouth.Teeth, Mouth.Rest, Mouth.Shut],
        Mouth.Open => [Mouth.Half, Mouth.Wide, Mouth.Round, Mouth.Tongue, Mouth.Narrow, Mouth.Teeth, Mouth.Rest, Mouth.Shut],
        Mouth.Round => [Mouth.Open, Mouth.Narrow, Mouth.Half, Mouth.Tongue, Mouth.Wide, Mouth.Teeth, Mouth.Rest, Mouth.Shut],
        Mouth.Narrow => [Mouth.Round, Mouth.Half, Mouth.Tongue, Mouth.Wide, Mouth.Open, Mouth.Teeth, Mouth.Rest, Mouth.Shut],
        _ => [],
    };
}
