using System.Collections.Immutable;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Bench;

/// <summary>
/// A puppet for measuring: 30 parts, 20 bones in five chains, 25 pins on five parts and five parts bent by four bones each,
/// all of it keyed. Half the vertices are pinned, half are bent.
/// </summary>
internal static class HeavyPuppet
{
    public const string ShotId = "shot";
    public const string PuppetId = "heavy";
    public const string WidePart = "wide";

    private const int Chains = 5;
    private const int BonesAChain = 4;
    private const double Length = 600;

    /// <param name="vertices">About how many, all meshed parts together.</param>
    public static Film Build(int vertices)
    {
        // A strip of even triangles with side s has about area / (s² · √3 / 2) vertices, and some more along its edge.
        var side = Math.Sqrt(68 * (Length + 8) / (vertices / (2.0 * Chains) * Math.Sqrt(3) / 2)) * 1.065;
        var parts = new List<Part>();
        var bones = new List<Bone>();
        var drawings = new List<Drawing>();
        for (var chain = 0; chain < Chains; chain++)
        {
            var x = 60 + (chain * 160.0);
            ImmutableArray<string> ids = [.. Enumerable.Range(0, BonesAChain).Select(bone => $"bone-{chain}-{bone}")];
            for (var bone = 0; bone < BonesAChain; bone++)
            {
                var (from, to) = (Length * bone / BonesAChain, Length * (bone + 1) / BonesAChain);
                bones.Add(new Bone { Id = ids[bone], Name = ids[bone], Start = new Point(x, from), End = new Point(x, to), RidesOn = bone == 0 ? null : ids[bone - 1] });
                drawings.Add(Strip($"button-{chain}-{bone}", x - 6, from + 60, 12, 12));
                parts.Add(new Part { Id = $"button-{chain}-{bone}", Name = "Button", Drawing = $"button-{chain}-{bone}", RidesOn = ids[bone] });
            }

            drawings.Add(Strip($"bent-{chain}", x - 30, 0, 60, Length));
            drawings.Add(Strip($"pinned-{chain}", x + 50, 0, 60, Length));
            var mesh = new MeshSettings { TriangleSide = side, Method = PinMethod.Settled };
            parts.Add(new Part { Id = $"bent-{chain}", Name = "Bent", Drawing = $"bent-{chain}", Mesh = mesh, Bend = new BoneBend { Bones = ids } });
            parts.Add(new Part
            {
                Id = $"pinned-{chain}",
                Name = "Pinned",
                Drawing = $"pinned-{chain}",
                Mesh = mesh,
                Pins = [.. Enumerable.Range(0, 5).Select(pin => new Pin { Id = $"pin-{chain}-{pin}", Name = "Pin", At = new Point(x + 80, 20 + (pin * 140)) })],
            });
        }

        return Filmed(new Puppet { Id = PuppetId, Name = "Heavy", Parts = [.. parts], Bones = [.. bones], Origin = new Point(400, 600) }, [.. drawings]);
    }

    /// <summary>A puppet with one part of 1,000 × 1,000 px, an outline of 400 points, and no mesh yet.</summary>
    public static Film Wide()
    {
        var ring = Enumerable.Range(0, 400).SelectMany(i =>
        {
            var (sin, cos) = Math.SinCos(i * Math.Tau / 400);
            var radius = 470 + (30 * Math.Sin(i * 9 * Math.Tau / 400));
            return new[] { 500 + (radius * cos), 500 + (radius * sin) };
        });
        var drawing = Outlined("wide", [.. ring]);
        return Filmed(new Puppet { Id = PuppetId, Name = "Wide", Parts = [new Part { Id = WidePart, Name = "Wide", Drawing = "wide" }] }, [drawing]);
    }

    private static Film Filmed(Puppet puppet, ImmutableArray<Drawing> drawings)
    {
        var film = Film.Blank("Heavy") with
        {
            Drawings = drawings,
            Puppets = [puppet],
            Shots = [new Shot { Id = ShotId, Name = "Shot", Length = 96, Things = [Cast(puppet, "c", 960)], Tracks = [.. Acted(puppet, "c", 96, 9).OrderBy(track => track.Address)] }],
        };
        FilmCheck.Check(film);
        return film;
    }

    public static Thing Cast(Puppet puppet, string id, double x) =>
        new() { Id = id, Name = puppet.Name, Body = new Cast(puppet.Id), Stand = new Stand { Distance = 3, X = x, Y = 900 } };

    /// <summary>A track for every bone and for every pin but the uppermost of a part, with so many keys over the length each.</summary>
    public static IEnumerable<Track> Acted(Puppet puppet, string owner, int length, int keys)
    {
        var pins = puppet.Parts.SelectMany(part => part.Pins).Where(pin => !pin.Id.EndsWith("-0", StringComparison.Ordinal));
        return pins.Select(Track (pin, i) => Swing(new Address(owner, pin.Id, "shiftX"), 40, i))
            .Concat(puppet.Bones.Select(Track (bone, i) => Swing(new Address(owner, bone.Id, "turn"), 15, i)));

        NumberTrack Swing(Address address, double most, int turn) => new()
        {
            Address = address,
            Keys = [.. Enumerable.Range(0, keys).Select(i => new NumberKey(1 + (i * length / keys), most * Math.Sin(i + turn)))],
        };
    }

    private static Drawing Strip(string id, double x, double y, double width, double height) =>
        Outlined(id, [x, y, x + width, y, x + width, y + height, x, y + height]);

    private static Drawing Outlined(string id, double[] ring)
    {
        var path = new PathData();
        path.MoveTo(new Point(ring[0], ring[1]));
        for (var i = 2; i < ring.Length; i += 2)
        {
            path.LineTo(new Point(ring[i], ring[i + 1]));
        }

        path.Close();
        var (xs, ys) = (ring.Where((_, i) => i % 2 == 0).ToList(), ring.Where((_, i) => i % 2 == 1).ToList());
        return new Drawing
        {
            Id = id,
            Bounds = Box.Around(xs.Min(), ys.Min(), xs.Max(), ys.Max()),
            Shapes = [new Shape { Path = path.ToString(), Fill = new Paint { Colour = new Colour(20, 96, 107) } }],
            Outline = [[.. ring]],
        };
    }
}
