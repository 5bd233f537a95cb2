using System.Collections.Immutable;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Handling;

namespace Fretsaw.Formats.Layers;

/// <summary>One layer or group of an art file, in painting order: what becomes a part.</summary>
/// <param name="Inside">Index of the group it stands in, −1 for none; a group comes before what is in it.</param>
/// <param name="Drawing">Null for a group without art of its own.</param>
public sealed record ArtLayer(string Name, int Inside, Drawing? Drawing, bool Hidden, double Opacity);

/// <summary>What an art file holds, whatever its format.</summary>
/// <param name="Assets">Pictures by the SHA-256 of their bytes.</param>
public sealed record LayeredArt(ImmutableArray<ArtLayer> Layers, IReadOnlyDictionary<string, byte[]> Assets, ArtReport Report)
{
    /// <summary>At which frame of a shot it was posed so, as "frame 24"; null for art at rest, as far as the file tells.</summary>
    public string? Posed { get; init; }

    public static readonly IReadOnlyDictionary<string, byte[]> NoAssets = new Dictionary<string, byte[]>();

    /// <summary>Layers as parts that ride on the group they stand in, left and right paired where they look it.</summary>
    /// <param name="idPrefix">Starts all ids, so that they are new to the film.</param>
    public (Puppet Puppet, ImmutableArray<Drawing> Drawings) ToPuppet(string file, string idPrefix)
    {
        var parts = Layers.Select((layer, i) => new Part
        {
            Id = IdOf(idPrefix, i),
            Name = layer.Name,
            Label = (Label)(TopOf(i) % 6),
            Drawing = layer.Drawing?.Id,
            Pivot = Rounded(BoxOf(i).Centre),
            RidesOn = layer.Inside < 0 ? null : IdOf(idPrefix, layer.Inside),
            Hidden = layer.Hidden,
            Opacity = layer.Opacity,
        });
        var box = Layers.Aggregate(default(Box), (sum, layer) => sum.With(layer.Drawing?.Bounds ?? default));
        var puppet = new Puppet
        {
            Id = $"{idPrefix}-puppet",
            Name = NameOf(file),
            Origin = Rounded(new Point(box.Centre.X, box.Bottom)),
            Parts = [.. parts],
        };
        ImmutableArray<Drawing> drawings = [.. Layers.Where(layer => layer.Drawing is not null).Select(layer => layer.Drawing!)];
        return (puppet with { Pairs = ShapePairs.Of(puppet, drawings) }, drawings);
    }

    /// <summary>A file's name as a thing's: without its ending, its dashes as spaces, with a capital.</summary>
    public static string NameOf(string file)
    {
        var name = Names.Usable(Path.GetFileNameWithoutExtension(file).Replace('_', ' ').Replace('-', ' ')).Trim();
        return name.Length == 0 ? "Drawing" : char.ToUpperInvariant(name[0]) + name[1..];
    }

    private static string IdOf(string prefix, int layer) => $"{prefix}-p{layer + 1}";

    /// <summary>Which top-level group a layer belongs to: label colours go by it.</summary>
    private int TopOf(int layer)
    {
        while (Layers[layer].Inside >= 0)
        {
            layer = Layers[layer].Inside;
        }

        return Layers.Take(layer).Count(other => other.Inside < 0);
    }

    /// <summary>The box of a layer's art; a group without any has that of all it holds, about whose middle it then turns.</summary>
    private Box BoxOf(int layer) => Layers[layer].Drawing?.Bounds
        ?? Enumerable.Range(0, Layers.Length).Where(other => Layers[other].Inside == layer).Aggregate(default(Box), (sum, other) => sum.With(BoxOf(other)));

    private static Point Rounded(Point p) => new(Math.Round(p.X, 1), Math.Round(p.Y, 1));
}
