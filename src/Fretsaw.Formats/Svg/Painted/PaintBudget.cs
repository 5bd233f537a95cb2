using Fretsaw.Core.Films;

namespace Fretsaw.Formats.Svg.Painted;

/// <summary>What painting the parts of one file may take: layers count by their pixels, since a few kilobytes can ask for thousands of them.</summary>
internal sealed class PaintBudget(string file)
{
    /// <summary>Pixels of pictures that are kept.</summary>
    private const double MostKept = 60_000_000;

    /// <summary>A part is never painted coarser than this for want of room.</summary>
    private const double Least = 40_000;

    /// <summary>Pixels of layers: seconds of work.</summary>
    private const double MostLayers = 2_000_000_000;

    /// <summary>What the smallest layer counts.</summary>
    private const double ALayer = 100_000;

    private double kept;
    private double layers;

    /// <summary>How many pixels the next part may have.</summary>
    /// <exception cref="FilmException">There is no room left.</exception>
    public double Room()
    {
        var room = (MostKept - kept) / 4;
        FilmException.ThrowIf(room < Least, file, "has too many parts with filters, patterns or soft masks", "merge some, or import them as layers of an OpenRaster file");
        return room;
    }

    public void Keep(double pixels) => kept += pixels;

    /// <exception cref="FilmException">The file's layers together are out of all measure.</exception>
    public void Spend(double pixels)
    {
        layers += Math.Max(ALayer, pixels);
        FilmException.ThrowIf(layers > MostLayers, file, "lays too many filters, patterns and masks over each other", "simplify the drawing, or import it as layers of an OpenRaster file");
    }
}
