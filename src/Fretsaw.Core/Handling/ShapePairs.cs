using System.Collections.Immutable;
using Fretsaw.Core.Art;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Handling;

/// <summary>
/// Left and right of a puppet that is drawn from the front, found by what they look like: parts whose outlines are each other's mirror image
/// about one upright line through the puppet, and the bones, reaches and pins that lie so. What has another side already, by its name or by hand, is left.
/// </summary>
public static class ShapePairs
{
    /// <summary>Shared area by united area of an outline and the other, mirrored: hand-drawn sides differ a little.</summary>
    private const double LeastAlike = 0.8;

    /// <summary>How far the line may lie beside the puppet's middle, as a part of its width.</summary>
    private const double OffMiddle = 0.2;

    /// <summary>How far a pair's own line may lie beside the common one, as a part of the puppet's width.</summary>
    private const double OffLine = 0.03;

    /// <summary>How far a bone's end may lie beside the other's, mirrored, as a part of its length.</summary>
    private const double OffBone = 0.15;

    /// <summary>More are no puppet that is drawn by hand.</summary>
    private const int MostParts = 400;

    /// <returns>Pairs that the puppet does not have yet; no thing twice.</returns>
    public static ImmutableArray<MirrorPair> Of(Puppet puppet, ImmutableArray<Drawing> drawings)
    {
        var (known, arts) = (Mirroring.Of(puppet), drawings.ToDictionary(drawing => drawing.Id, StringComparer.Ordinal));
        var art = puppet.Parts.Where(part => part.Drawing is not null && part.Limb is null).Select(part => (Part: part, Art: arts[part.Drawing!])).Where(one => !one.Art.Outline.IsEmpty).ToList();
        if (art.Count > MostParts)
        {
            return [];
        }

        var box = art.Aggregate(default(Box), (all, one) => all.With(one.Art.Bounds));
        var pairs = Parts([.. art.Where(one => known[one.Part.Id] == one.Part.Id)], box);
        var lines = pairs.Select(pair => pair.Line).Concat(LinesOf(puppet, known, arts)).ToList();
        var found = pairs.Select(pair => pair.Pair).ToList();
        if (lines.Count == 0)
        {
            return [];
        }

        var line = lines.Average();
        found.AddRange(Bones(puppet, puppet.Bones, line, known));
        var sides = Both(known, found);
        found.AddRange(Reaches(puppet, puppet.Reaches, sides, known));
        found.AddRange(Pins(puppet, line, sides, known));
        return [.. found];
    }

    /// <summary>Pairs of new bones and their reach with what there is.</summary>
    /// <param name="puppet">Before they are added.</param>
    public static IEnumerable<PairThings> Along(Film film, Puppet puppet, IReadOnlyList<Bone> bones, Reach? reach = null)
    {
        var after = puppet with { Bones = puppet.Bones.AddRange(bones), Reaches = reach is null ? puppet.Reaches : puppet.Reaches.Add(reach) };
        var (known, arts) = (Mirroring.Of(after), film.Drawings.ToDictionary(drawing => drawing.Id, StringComparer.Ordinal));
        var lines = LinesOf(after, known, arts).ToList();
        if (lines.Count == 0)
        {
            return [];
        }

        var found = Bones(after, bones, lines.Average(), known).ToList();
        found.AddRange(Reaches(after, reach is null ? [] : [reach], Both(known, found), known));
        return found.Select(pair => new PairThings(puppet.Id, pair.One) { Other = pair.Other });
    }

    private static List<(MirrorPair Pair, double Line)> Parts(List<(Part Part, Drawing Art)> art, Box box)
    {
        var alike = new List<(MirrorPair Pair, double Line, double Alike)>();
        for (var i = 0; i < art.Count; i++)
        {
            for (var j = i + 1; j < art.Count; j++)
            {
                var line = (art[i].Art.Bounds.Centre.X + art[j].Art.Bounds.Centre.X) / 2;
                if (MayBe(art[i].Art.Bounds, art[j].Art.Bounds) && Math.Abs(line - box.Centre.X) <= OffMiddle * box.Width
                    && Outlines.Likeness(Mirrored(art[i].Art.Outline, line), art[j].Art.Outline) is >= LeastAlike and var likeness)
                {
                    alike.Add((new MirrorPair(art[i].Part.Id, art[j].Part.Id), line, likeness));
                }
            }
        }

        if (alike.Count == 0)
        {
            return [];
        }

        // The line that most of them have in common.
        var common = alike.MaxBy(one => alike.Where(other => Math.Abs(other.Line - one.Line) <= OffLine * box.Width).Sum(other => other.Alike)).Line;
        var taken = new HashSet<string>(StringComparer.Ordinal);
        return
        [
            .. alike.Where(one => Math.Abs(one.Line - common) <= OffLine * box.Width).OrderByDescending(one => one.Alike)
                .Where(one => !taken.Contains(one.Pair.One) && !taken.Contains(one.Pair.Other) && taken.Add(one.Pair.One) && taken.Add(one.Pair.Other))
                .Select(one => (one.Pair, one.Line)),
        ];
    }

    /// <summary>As large as each other, as high up, and beside each other.</summary>
    private static bool MayBe(Box one, Box other) =>
        Alike(one.Width, other.Width) && Alike(one.Height, other.Height) && Math.Abs(one.Centre.Y - other.Centre.Y) <= OffBone * one.Height && Math.Abs(one.Centre.X - other.Centre.X) > 0.25 * one.Width;

    private static bool Alike(double one, double other) => Math.Abs(one - other) <= OffBone * Math.Max(one, other);

    private static ImmutableArray<ImmutableArray<double>> Mirrored(ImmutableArray<ImmutableArray<double>> rings, double line) =>
        [.. rings.Select(ring => ring.Select((number, i) => i % 2 == 0 ? (2 * line) - number : number).ToImmutableArray())];

    /// <summary>Where the mirror stands of the pairs of parts that are known.</summary>
    private static IEnumerable<double> LinesOf(Puppet puppet, IReadOnlyDictionary<string, string> known, Dictionary<string, Drawing> arts)
    {
        var parts = puppet.Parts.Where(part => part.Drawing is not null).ToDictionary(part => part.Id, part => arts[part.Drawing!].Bounds, StringComparer.Ordinal);
        return parts.Where(part => string.CompareOrdinal(part.Key, known[part.Key]) < 0 && parts.ContainsKey(known[part.Key]) && MayBe(part.Value, parts[known[part.Key]]))
            .Select(part => (part.Value.Centre.X + parts[known[part.Key]].Centre.X) / 2);
    }

    private static IEnumerable<MirrorPair> Bones(Puppet puppet, IReadOnlyList<Bone> bones, double line, IReadOnlyDictionary<string, string> known)
    {
        var taken = new HashSet<string>(StringComparer.Ordinal);
        foreach (var bone in bones.Where(bone => known[bone.Id] == bone.Id))
        {
            var other = puppet.Bones.FirstOrDefault(one => one.Id != bone.Id && known[one.Id] == one.Id && !taken.Contains(one.Id) && !taken.Contains(bone.Id)
                && Near(one.Start, bone.Start, bone) && Near(one.End, bone.End, bone) && Math.Abs(one.Start.X - bone.Start.X) + Math.Abs(one.End.X - bone.End.X) > OffBone * (bone.End - bone.Start).Length);
            if (other is not null)
            {
                taken.Add(bone.Id);
                taken.Add(other.Id);
                yield return new MirrorPair(bone.Id, other.Id);
            }
        }

        bool Near(Point at, Point of, Bone bone) => (at - new Point((2 * line) - of.X, of.Y)).Length <= OffBone * (bone.End - bone.Start).Length;
    }

    private static Dictionary<string, string> Both(IReadOnlyDictionary<string, string> known, IEnumerable<MirrorPair> found)
    {
        var sides = known.ToDictionary(one => one.Key, one => one.Value, StringComparer.Ordinal);
        foreach (var pair in found)
        {
            (sides[pair.One], sides[pair.Other]) = (pair.Other, pair.One);
        }

        return sides;
    }

    /// <summary>Those whose bones are each other's other side.</summary>
    private static IEnumerable<MirrorPair> Reaches(Puppet puppet, IEnumerable<Reach> reaches, Dictionary<string, string> sides, IReadOnlyDictionary<string, string> known)
    {
        var taken = new HashSet<string>(StringComparer.Ordinal);
        foreach (var reach in reaches.Where(reach => known[reach.Id] == reach.Id && !taken.Contains(reach.Id)))
        {
            if (puppet.Reaches.FirstOrDefault(one => one.Id != reach.Id && known[one.Id] == one.Id && one.Upper == sides[reach.Upper] && one.Lower == sides[reach.Lower]) is { } other)
            {
                taken.Add(other.Id);
                yield return new MirrorPair(reach.Id, other.Id);
            }
        }
    }

    /// <summary>Those of a part and its other side, or both of one part, that lie so.</summary>
    private static IEnumerable<MirrorPair> Pins(Puppet puppet, double line, Dictionary<string, string> sides, IReadOnlyDictionary<string, string> known)
    {
        var taken = new HashSet<string>(StringComparer.Ordinal);
        foreach (var part in puppet.Parts)
        {
            var others = puppet.Parts.First(one => one.Id == sides[part.Id]).Pins;
            foreach (var pin in part.Pins.Where(pin => known[pin.Id] == pin.Id && !taken.Contains(pin.Id)))
            {
                var mirrored = new Point((2 * line) - pin.At.X, pin.At.Y);
                var off = OffBone * Math.Abs(pin.At.X - line) * 2;
                if (others.Where(one => one.Id != pin.Id && known[one.Id] == one.Id && !taken.Contains(one.Id)).MinBy(one => (one.At - mirrored).Length) is { } other && (other.At - mirrored).Length <= off)
                {
                    taken.Add(pin.Id);
                    taken.Add(other.Id);
                    yield return new MirrorPair(pin.Id, other.Id);
                }
            }
        }
    }
}
