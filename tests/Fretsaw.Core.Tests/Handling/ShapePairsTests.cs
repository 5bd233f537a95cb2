using System.Collections.Immutable;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Handling;

namespace Fretsaw.Core.Tests;

/// <summary>Left and right of a puppet from the front, whatever its parts are called.</summary>
public class ShapePairsTests
{
    /// <summary>A body 100 wide in the middle at 200, an ear leaning out on either side, a tail without a fellow, and two buttons one above the other.</summary>
    private static readonly ImmutableArray<Drawing> Drawings =
    [
        TestFilm.Box("trunk", 150, 100, 100, 200),
        TestFilm.Outline("ear-a", [120, 40, 150, 100, 165, 100, 150, 40]),
        TestFilm.Outline("ear-b", [281, 40, 250, 101, 236, 100, 250, 41]),
        TestFilm.Box("tail", 250, 250, 60, 15),
        TestFilm.Box("top", 195, 150, 10, 10),
        TestFilm.Box("low", 195, 180, 10, 10),
    ];

    private static readonly Puppet Hare = new() { Id = "p", Name = "P", Parts = [.. Drawings.Select(drawing => TestFilm.Part(drawing.Id, drawing.Id, drawing.Bounds.Centre))] };

    [Fact]
    public void Parts_that_are_mirror_images_are_pairs_and_nothing_else_is() =>
        Assert.Equal([new MirrorPair("ear-a", "ear-b")], ShapePairs.Of(Hare, Drawings));

    [Fact]
    public void What_is_paired_already_is_left()
    {
        Assert.Empty(ShapePairs.Of(Hare with { Pairs = [new MirrorPair("ear-a", "ear-b")] }, Drawings));
        var named = Hare with { Parts = [.. Hare.Parts.Select(part => part with { Name = part.Id switch { "ear-a" => "Left ear", "ear-b" => "Right ear", _ => part.Name } })] };
        Assert.Empty(ShapePairs.Of(named, Drawings));
    }

    [Fact]
    public void Bones_reaches_and_pins_follow()
    {
        var puppet = Hare with
        {
            Parts = [.. Hare.Parts.Select(part => part.Id switch
            {
                "ear-a" => part with { Mesh = new MeshSettings(), Pins = [new Pin { Id = "tip-a", Name = "A", At = new Point(135, 45) }] },
                "ear-b" => part with { Mesh = new MeshSettings(), Pins = [new Pin { Id = "tip-b", Name = "B", At = new Point(265, 46) }, new Pin { Id = "root-b", Name = "C", At = new Point(244, 95) }] },
                _ => part,
            })],
            Bones =
            [
                TestFilm.Bone("a1", 160, 150, 110, 200), TestFilm.Bone("a2", 110, 200, 100, 260, "a1"),
                TestFilm.Bone("b1", 241, 151, 290, 200), TestFilm.Bone("b2", 290, 200, 301, 259, "b1"),
                TestFilm.Bone("spine", 200, 290, 200, 110),
            ],
            Reaches = [new Reach { Id = "ra", Name = "One", Upper = "a1", Lower = "a2" }, new Reach { Id = "rb", Name = "Two", Upper = "b1", Lower = "b2" }],
        };
        Assert.Equal(
            new[] { ("a1", "b1"), ("a2", "b2"), ("ear-a", "ear-b"), ("ra", "rb"), ("tip-a", "tip-b") },
            ShapePairs.Of(puppet, Drawings).Select(pair => (pair.One, pair.Other)).Order());
    }

    [Fact]
    public void The_second_limb_that_is_drawn_is_paired_with_the_first()
    {
        var film = TestFilm.Of(Hare with { Pairs = [new MirrorPair("ear-a", "ear-b")] }, Drawings);
        var first = new Bone { Id = "a", Name = "A", Start = new Point(160, 150), End = new Point(110, 200) };
        film = new AddBone("p", first).Apply(film);
        var second = new Bone { Id = "b", Name = "B", Start = new Point(240, 150), End = new Point(290, 200) };
        Assert.Equal([new PairThings("p", "b") { Other = "a" }], ShapePairs.Along(film, film.Puppets[0], [second]));
        Assert.Empty(ShapePairs.Along(film, film.Puppets[0], [second with { End = new Point(290, 100) }]));
    }

    [Fact]
    public void A_puppet_of_very_many_parts_is_not_looked_through()
    {
        var boxes = Enumerable.Range(0, 401).Select(i => TestFilm.Box($"d{i}", 10 * i, 0, 8, 8)).ToImmutableArray();
        Assert.Empty(ShapePairs.Of(new Puppet { Id = "p", Name = "P", Parts = [.. boxes.Select(box => TestFilm.Part(box.Id, box.Id))] }, boxes));
    }
}
