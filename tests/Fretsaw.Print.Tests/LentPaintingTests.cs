using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using SkiaSharp;

namespace Fretsaw.Print.Tests;

/// <summary>What a puppet hands to another is painted as if it were the other's own: before or behind what carries it, and as soft.</summary>
public class LentPaintingTests
{
    private static Drawing Box(string id, double x, double y, double width, double height, Colour colour) => new()
    {
        Id = id,
        Bounds = new Box(x, y, width, height),
        Shapes = [new Shape { Path = FormattableString.Invariant($"M{x} {y}L{x + width} {y}L{x + width} {y + height}L{x} {y + height}Z"), Fill = new Paint { Colour = colour } }],
        Outline = [[x, y, x + width, y, x + width, y + height, x, y + height]],
    };

    private static Part Part(string id, string? on = null) => new() { Id = id, Name = id, Drawing = id, RidesOn = on };

    private static byte[] Painted(Puppet giver, Puppet taker, Lent? lent, double distance, double stop)
    {
        var film = Film.Blank("Test") with
        {
            Width = 200,
            Height = 200,
            Backdrop = Colour.Black,
            Drawings = [Box("chest", 20, 20, 90, 120, new Colour(30, 60, 220)), Box("ball", 50, 60, 60, 30, new Colour(220, 30, 30)), Box("trunk", 60, 40, 80, 100, new Colour(40, 160, 60)), Box("palm", 70, 50, 40, 40, new Colour(230, 200, 60))],
            Puppets = [giver, taker],
        };
        var shot = film.Shots[0] with
        {
            Things =
            [
                new Thing { Id = "c", Name = "C", Body = new Cast("p") { Lent = lent is null ? [] : [lent] }, Stand = new Stand { Distance = PicturePlane.DistanceMetres(film) * 1.5 } },
                new Thing { Id = "d", Name = "D", Body = new Cast("q"), Stand = new Stand { Distance = distance * PicturePlane.DistanceMetres(film) } },
            ],
            Tracks =
            [
                .. lent is null ? [] : (Track[])[new ChoiceTrack { Address = new Address("c", "ball", "ridesOn"), Keys = [new ChoiceKey(1, lent.Id)] }],
                new NumberTrack { Address = Address.OfCamera("stop"), Keys = [new NumberKey(1, stop)] },
                new NumberTrack { Address = new Address("d", "palm", "turn"), Keys = [new NumberKey(1, 25)] },
            ],
        };
        shot = shot with { Tracks = [.. shot.Tracks.OrderBy(track => track.Address)] };
        film = film with { Shots = [shot] };
        FilmCheck.Check(film);
        using var bitmap = SKBitmap.Decode(Still.Png(film, shot, 1, 200, 200, _ => []));
        return bitmap.Bytes;
    }

    [Theory]
    [InlineData(false, 1, 8)]
    [InlineData(true, 1, 8)]
    [InlineData(false, 0.4, 1)]
    public void It_looks_as_if_it_were_the_others_own(bool behind, double distance, double stop)
    {
        var own = Part("ball", "palm");
        var taker = new Puppet { Id = "q", Name = "Q", Parts = [Part("trunk"), Part("palm")] };
        var ball = Part("ball") with { AlsoRidesOn = [Address.Stand] };
        var lent = Painted(new Puppet { Id = "p", Name = "P", Parts = [Part("chest"), ball] }, taker, new Lent("to-palm", "ball", "d", "palm", behind), distance, stop);
        Part[] order = behind ? [Part("trunk"), own, Part("palm")] : [Part("trunk"), Part("palm"), own];
        var always = Painted(new Puppet { Id = "p", Name = "P", Parts = [Part("chest")] }, taker with { Parts = [.. order] }, null, distance, stop);
        Assert.InRange(Likeness.OfWorstTile(always, lent, 200, 200), 45, double.PositiveInfinity);

        // The test sees what it is about: the other order is another picture.
        Part[] wrong = behind ? [Part("trunk"), Part("palm"), own] : [Part("trunk"), own, Part("palm")];
        var other = Painted(new Puppet { Id = "p", Name = "P", Parts = [Part("chest")] }, taker with { Parts = [.. wrong] }, null, distance, stop);
        Assert.InRange(Likeness.OfWorstTile(other, lent, 200, 200), 0, 30);
    }
}
