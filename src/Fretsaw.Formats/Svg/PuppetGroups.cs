using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Painting;
using Fretsaw.Formats.Layers;

namespace Fretsaw.Formats.Svg;

/// <summary>A puppet's parts as the groups of a layered SVG.</summary>
public static class PuppetGroups
{
    /// <summary>A puppet at a frame, bent as it is there.</summary>
    /// <param name="frame">The puppet alone on the bench, evaluated.</param>
    /// <param name="picture">Paints a part that is raster art; null when it shows nothing.</param>
    public static IReadOnlyList<SvgLayer> Posed(Evaluator frame, Func<PartPlan, SvgPicture?> picture)
    {
        var writer = new DrawListWriter();
        var puppet = frame.Cast[0].Plan.Puppet;
        var plans = frame.Cast[0].Plan.Parts.ToDictionary(part => part.Part.Id, StringComparer.Ordinal);
        var painted = new Queue<Part>(frame.Cast[0].PartsInOrder.Select(part => part.Part));
        // A part without art keeps its place between the others, wherever they go.
        return [.. puppet.Parts.Select(own => plans.ContainsKey(own.Id) ? painted.Dequeue() : own).Select(own =>
        {
            if (!plans.TryGetValue(own.Id, out var part))
            {
                return Layer(puppet, own, []);
            }

            var shapes = PosedArt.Of(writer.WritePart(frame, frame.Cast[0], part), frame.Plan.Film.Drawings);
            return Layer(puppet, own, shapes ?? [], shapes is null ? picture(part) : null);
        })];
    }

    /// <summary>A puppet as it was drawn; swaps and forms lie hidden behind their part's own drawing.</summary>
    /// <param name="rest">The puppet at rest on the bench, evaluated.</param>
    /// <param name="asset">A picture's bytes by its name.</param>
    public static IReadOnlyList<SvgLayer> AtRest(Evaluator rest, Func<string, byte[]> asset)
    {
        var puppet = rest.Cast[0].Plan.Puppet;
        return [.. RestArt.Of(rest).Select(layer => Layer(puppet, layer.Part, layer.Drawing?.Shapes ?? [], layer.Drawing?.Raster is { } raster ? Picture(raster, asset) : null) with
        {
            Name = layer.Name,
            Id = layer.Within == 0 ? IdOf(puppet, layer.Part) : $"{IdOf(puppet, layer.Part)}-{layer.Within}",
            Hidden = layer.Hidden,
        })];
    }

    private static SvgPicture Picture(RasterArt raster, Func<string, byte[]> asset) =>
        new(asset(raster.Asset), raster.Width, raster.Height, Affine.Translate(raster.X, raster.Y) * Affine.Scale(raster.PixelSize, raster.PixelSize));

    private static SvgLayer Layer(Puppet puppet, Part part, IReadOnlyList<Shape> shapes, SvgPicture? picture = null) => new(
        part.Name, IdOf(puppet, part), puppet.Parts.FirstOrDefault(other => other.Id == part.RidesOn) is { } carrier ? IdOf(puppet, carrier) : null, part.Opacity, part.Hidden, shapes, picture);

    private static string IdOf(Puppet puppet, Part part) => $"part-{puppet.Parts.IndexOf(part) + 1}";
}
