using System.Xml.Linq;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using SkiaSharp;

namespace Fretsaw.Formats.Svg.Painted;

/// <summary>
/// A filter element as SkiaSharp's image filters (Filter Effects Module Level 1). Primitives work in linear light unless
/// color-interpolation-filters says otherwise, and each is cut to its own region or the filter's.
/// </summary>
internal sealed class SvgFilter
{
    /// <summary>More primitives than this are nobody's drawing.</summary>
    private const int MaxPrimitives = 64;

    /// <summary>Of what is made thicker or thinner, px: its work grows with it.</summary>
    private const float MostRadius = 60;

    private static readonly HashSet<string> Known = new(StringComparer.Ordinal)
    {
        "feGaussianBlur", "feOffset", "feFlood", "feMerge", "feBlend", "feComposite", "feColorMatrix", "feComponentTransfer", "feMorphology", "feDropShadow", "feTurbulence", "feDisplacementMap",
    };

    private static readonly float[] AlphaOnly = [0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 1, 0];

    private readonly SvgSheet sheet;
    private readonly XElement filter;
    private readonly SKRect region;
    private readonly Dictionary<string, SKImageFilter?> results = new(StringComparer.Ordinal);

    /// <summary>Of the primitive before; null for what the element itself paints.</summary>
    private SKImageFilter? last;

    private SvgFilter(SvgSheet sheet, XElement filter, SKRect region) => (this.sheet, this.filter, this.region) = (sheet, filter, region);

    /// <summary>All of its primitives are known, and it has some.</summary>
    public static bool CanPaint(XElement filter)
    {
        var primitives = Primitives(filter).ToList();
        return primitives.Count is > 0 and <= MaxPrimitives && primitives.TrueForAll(one => Known.Contains(one.Name.LocalName))
            && filter.Attribute("primitiveUnits")?.Value != "objectBoundingBox";
    }

    /// <summary>Where a filter (§7.3) or a mask (CSS Masking 1 §6) paints, in the element's pixels.</summary>
    /// <param name="units">The attribute that says what its numbers are of.</param>
    /// <param name="box">Of what the element paints.</param>
    public static Box RegionOf(XElement effect, string units, Box box, Box view)
    {
        var ofBox = effect.Attribute(units)?.Value != "userSpaceOnUse";
        var (w, h) = ofBox ? (1.0, 1.0) : (view.Width, view.Height);
        var (x, y) = (Number("x", w, -0.1 * w), Number("y", h, -0.1 * h));
        var (width, height) = (Number("width", w, 1.2 * w), Number("height", h, 1.2 * h));
        return ofBox
            ? new Box(box.X + (x * box.Width), box.Y + (y * box.Height), width * box.Width, height * box.Height)
            : new Box(x, y, width, height);

        double Number(string name, double percentOf, double otherwise) => SvgNumbers.Length(effect.Attribute(name)?.Value, percentOf) ?? otherwise;
    }

    /// <returns>Null for a filter that does nothing.</returns>
    public static SKImageFilter? Of(XElement filter, SvgSheet sheet, Box region)
    {
        var built = new SvgFilter(sheet, filter, new SKRect((float)region.X, (float)region.Y, (float)region.Right, (float)region.Bottom));
        foreach (var primitive in Primitives(filter))
        {
            built.last = built.Add(primitive);
            if (primitive.Attribute("result")?.Value is { } name)
            {
                built.results[name] = built.last;
            }
        }

        return built.last;
    }

    private static IEnumerable<XElement> Primitives(XElement filter) => filter.Elements().Where(child => child.Name.LocalName.StartsWith("fe", StringComparison.Ordinal));

    private SKImageFilter? Add(XElement primitive)
    {
        var name = primitive.Name.LocalName;
        var crop = CropOf(primitive);
        // Neither moves nor fills with a colour of its own: light makes no difference to them.
        var linear = name is not ("feOffset" or "feFlood") && IsLinear(primitive);
        var one = linear ? InLinear(In(primitive, "in")) : In(primitive, "in");
        var made = name switch
        {
            "feGaussianBlur" => Blur(primitive, one, crop),
            "feOffset" => SKImageFilter.CreateOffset(Number(primitive, "dx"), Number(primitive, "dy"), one, crop),
            "feFlood" => Flood(primitive, crop),
            "feMerge" => Merge(primitive, linear, crop),
            "feBlend" => SKImageFilter.CreateBlendMode(BlendOf(primitive.Attribute("mode")?.Value), Second(primitive, linear), one, crop),
            "feComposite" => Composite(primitive, Second(primitive, linear), one, crop),
            "feColorMatrix" => SKImageFilter.CreateColorFilter(SKColorFilter.CreateColorMatrix(SvgColourMatrix.Of(primitive)), one, crop),
            "feComponentTransfer" => SKImageFilter.CreateColorFilter(Transfer(primitive), one, crop),
            "feMorphology" => Morphology(primitive, one, crop),
            "feDropShadow" => Shadow(primitive, one, linear, crop),
            "feTurbulence" => Turbulence(primitive, crop),
            _ => SKImageFilter.CreateDisplacementMapEffect(
                ChannelOf(primitive, "xChannelSelector"), ChannelOf(primitive, "yChannelSelector"), Number(primitive, "scale"), Second(primitive, linear) ?? SKImageFilter.CreateOffset(0, 0), one, crop),
        };
        return linear ? SKImageFilter.CreateColorFilter(SKColorFilter.CreateLinearToSrgbGamma(), made) : made;
    }

    /// <summary>Its blend mode by the names of Compositing and Blending Level 1.</summary>
    public static SKBlendMode BlendOf(string? mode) => mode switch
    {
        "multiply" => SKBlendMode.Multiply,
        "screen" => SKBlendMode.Screen,
        "overlay" => SKBlendMode.Overlay,
        "darken" => SKBlendMode.Darken,
        "lighten" => SKBlendMode.Lighten,
        "color-dodge" => SKBlendMode.ColorDodge,
        "color-burn" => SKBlendMode.ColorBurn,
        "hard-light" => SKBlendMode.HardLight,
        "soft-light" => SKBlendMode.SoftLight,
        "difference" => SKBlendMode.Difference,
        "exclusion" => SKBlendMode.Exclusion,
        "hue" => SKBlendMode.Hue,
        "saturation" => SKBlendMode.Saturation,
        "color" => SKBlendMode.Color,
        "luminosity" => SKBlendMode.Luminosity,
        "plus-lighter" => SKBlendMode.Plus,
        _ => SKBlendMode.SrcOver,
    };

    private SKImageFilter? In(XElement primitive, string attribute)
    {
        var name = primitive.Attribute(attribute)?.Value.Trim();
        return name switch
        {
            null or "" => last,
            "SourceGraphic" => null,
            "SourceAlpha" => SKImageFilter.CreateColorFilter(SKColorFilter.CreateColorMatrix(AlphaOnly)),
            "BackgroundImage" or "BackgroundAlpha" or "FillPaint" or "StrokePaint" => SKImageFilter.CreateEmpty(),
            // §9.2: a name that is not there counts as if none was given.
            _ => results.TryGetValue(name, out var known) ? known : last,
        };
    }

    private SKImageFilter? Second(XElement primitive, bool linear) => linear ? InLinear(In(primitive, "in2")) : In(primitive, "in2");

    private static SKImageFilter InLinear(SKImageFilter? input) => SKImageFilter.CreateColorFilter(SKColorFilter.CreateSrgbToLinearGamma(), input);

    private bool IsLinear(XElement primitive) =>
        (Property(primitive, "color-interpolation-filters") ?? filter.AncestorsAndSelf().Select(at => Property(at, "color-interpolation-filters")).FirstOrDefault(value => value is not null)) != "sRGB";

    private string? Property(XElement element, string name) => sheet.Of(element).Where(one => one.Name == name).Select(one => one.Value.Trim()).LastOrDefault();

    private SKRect CropOf(XElement primitive)
    {
        var own = region;
        if (SvgNumbers.Length(primitive.Attribute("x")?.Value, region.Width) is { } x)
        {
            own = SKRect.Create((float)x, own.Top, own.Width, own.Height);
        }

        if (SvgNumbers.Length(primitive.Attribute("y")?.Value, region.Height) is { } y)
        {
            own = SKRect.Create(own.Left, (float)y, own.Width, own.Height);
        }

        var width = SvgNumbers.Length(primitive.Attribute("width")?.Value, region.Width) ?? own.Width;
        var height = SvgNumbers.Length(primitive.Attribute("height")?.Value, region.Height) ?? own.Height;
        return SKRect.Create(own.Left, own.Top, (float)width, (float)height);
    }

    private static SKImageFilter Blur(XElement primitive, SKImageFilter? input, SKRect crop)
    {
        var (x, y) = Pair(primitive, "stdDeviation", 0);
        return x <= 0 && y <= 0 ? SKImageFilter.CreateOffset(0, 0, input, crop) : SKImageFilter.CreateBlur(Math.Max(0, x), Math.Max(0, y), input, crop);
    }

    private SKImageFilter Flood(XElement primitive, SKRect crop) =>
        SKImageFilter.CreateColorFilter(SKColorFilter.CreateBlendMode(FloodOf(primitive), SKBlendMode.Src), null, crop);

    private SKColor FloodOf(XElement primitive)
    {
        var text = Property(primitive, "flood-color") ?? "black";
        var colour = SvgColours.Parse(text.Equals("currentColor", StringComparison.OrdinalIgnoreCase) ? "black" : text) ?? Colour.Black;
        return new SKColor(colour.WithAlpha(SvgNumbers.Length(Property(primitive, "flood-opacity"), 1) ?? 1).Argb);
    }

    private SKImageFilter Merge(XElement primitive, bool linear, SKRect crop)
    {
        var inputs = primitive.Elements().Where(child => child.Name.LocalName == "feMergeNode").Select(node => linear ? InLinear(In(node, "in")) : In(node, "in"))
            // A merge's list may hold no "what the element paints", which stands for itself unmoved.
            .Select(input => input ?? SKImageFilter.CreateOffset(0, 0)).ToArray();
        return SKImageFilter.CreateMerge(inputs, crop);
    }

    private static SKImageFilter Composite(XElement primitive, SKImageFilter? second, SKImageFilter? first, SKRect crop) => primitive.Attribute("operator")?.Value switch
    {
        "arithmetic" => SKImageFilter.CreateArithmetic(Number(primitive, "k1"), Number(primitive, "k2"), Number(primitive, "k3"), Number(primitive, "k4"), true, second, first, crop),
        "in" => SKImageFilter.CreateBlendMode(SKBlendMode.SrcIn, second, first, crop),
        "out" => SKImageFilter.CreateBlendMode(SKBlendMode.SrcOut, second, first, crop),
        "atop" => SKImageFilter.CreateBlendMode(SKBlendMode.SrcATop, second, first, crop),
        "xor" => SKImageFilter.CreateBlendMode(SKBlendMode.Xor, second, first, crop),
        "lighter" => SKImageFilter.CreateBlendMode(SKBlendMode.Plus, second, first, crop),
        _ => SKImageFilter.CreateBlendMode(SKBlendMode.SrcOver, second, first, crop),
    };

    private static SKColorFilter Transfer(XElement primitive)
    {
        byte[] Of(string name) => SvgTransfer.Table(primitive.Elements().LastOrDefault(child => child.Name.LocalName == name));
        return SKColorFilter.CreateTable(Of("feFuncA"), Of("feFuncR"), Of("feFuncG"), Of("feFuncB"));
    }

    private static SKImageFilter Morphology(XElement primitive, SKImageFilter? input, SKRect crop)
    {
        var (x, y) = Pair(primitive, "radius", 0);
        return x <= 0 && y <= 0 ? SKImageFilter.CreateOffset(0, 0, input, crop)
            : primitive.Attribute("operator")?.Value == "dilate" ? SKImageFilter.CreateDilate(Math.Clamp(x, 0, MostRadius), Math.Clamp(y, 0, MostRadius), input, crop)
            : SKImageFilter.CreateErode(Math.Clamp(x, 0, MostRadius), Math.Clamp(y, 0, MostRadius), input, crop);
    }

    private SKImageFilter Shadow(XElement primitive, SKImageFilter? input, bool linear, SKRect crop)
    {
        var (x, y) = Pair(primitive, "stdDeviation", 2);
        var shadow = SKImageFilter.CreateDropShadowOnly(Number(primitive, "dx", 2), Number(primitive, "dy", 2), Math.Max(0, x), Math.Max(0, y), FloodOf(primitive), input, crop);
        return SKImageFilter.CreateMerge([linear ? InLinear(shadow) : shadow, input ?? SKImageFilter.CreateOffset(0, 0)], crop);
    }

    private static SKImageFilter Turbulence(XElement primitive, SKRect crop)
    {
        var (x, y) = Pair(primitive, "baseFrequency", 0);
        var octaves = (int)Math.Clamp(Number(primitive, "numOctaves", 1), 1, 8);
        var seed = Number(primitive, "seed");
        var noise = primitive.Attribute("type")?.Value == "fractalNoise"
            ? SKShader.CreatePerlinNoiseFractalNoise(x, y, octaves, seed)
            : SKShader.CreatePerlinNoiseTurbulence(x, y, octaves, seed);
        return SKImageFilter.CreateShader(noise, false, crop);
    }

    private static SKColorChannel ChannelOf(XElement primitive, string attribute) => primitive.Attribute(attribute)?.Value switch
    {
        "R" => SKColorChannel.R,
        "G" => SKColorChannel.G,
        "B" => SKColorChannel.B,
        _ => SKColorChannel.A,
    };

    private static float Number(XElement primitive, string name, double otherwise = 0)
    {
        var number = SvgNumbers.Length(primitive.Attribute(name)?.Value) ?? otherwise;
        return (float)Math.Clamp(double.IsFinite(number) ? number : otherwise, -1e5, 1e5);
    }

    /// <summary>One number for both sides, or one for each.</summary>
    private static (float X, float Y) Pair(XElement primitive, string name, double otherwise)
    {
        var numbers = SvgNumbers.List(primitive.Attribute(name)?.Value ?? "");
        var x = (float)Math.Clamp(numbers.Count > 0 && double.IsFinite(numbers[0]) ? numbers[0] : otherwise, 0, 1000);
        return (x, numbers.Count > 1 && double.IsFinite(numbers[1]) ? (float)Math.Clamp(numbers[1], 0, 1000) : x);
    }
}
