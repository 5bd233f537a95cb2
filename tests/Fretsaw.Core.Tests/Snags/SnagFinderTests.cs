using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Snags;
using Fretsaw.Demo;

namespace Fretsaw.Core.Tests;

/// <summary>One pass for all checks, and what is remembered of it.</summary>
public class SnagFinderTests
{
    private static readonly Film Demo = DemoFilm.Build().Film;
    private static readonly Shot Horn = Demo.Shots[1];

    /// <summary>A film in which something is wrong: at its end the camera is trucked past the edge of the sky.</summary>
    private static readonly Film Wrong = new SetKeys(Horn.Id, 180, [new KeyValue(Address.OfCamera("truck"), 60)]).Apply(Demo);

    [Fact]
    public void The_demo_has_none() => Assert.Empty(SnagFinder.Find(Demo, Horn, new RigCache()));

    [Fact]
    public void What_is_wrong_is_found_where_it_is_and_goes_when_it_is_put_right()
    {
        var finder = new SnagFinder(new RigCache());
        var found = Find(finder, Wrong);
        Assert.Contains(found, snag => snag.At.Owner == "sky");
        Assert.Empty(Find(finder, Demo));
        Assert.Equal(found.Select(snag => snag.Says), Find(finder, Wrong).Select(snag => snag.Says));
    }

    [Fact]
    public void What_was_remembered_is_what_would_be_found_anew()
    {
        var finder = new SnagFinder(new RigCache());
        var film = Wrong;
        foreach (var edit in (Edit[])
        [
            new ChangeThing(Horn.Id, "boats") { X = 200 },
            new SetKeys(Horn.Id, 90, [new KeyValue(new Address("bramble", "bone-neck", "turn"), 80)]),
            new ChangeThing(Horn.Id, "sky") { X = 300 },
            new SetKeys(Horn.Id, 40, [new KeyValue(Address.OfCamera("truck"), 3)]),
        ])
        {
            film = edit.Apply(film);
            // What is remembered is told first.
            Assert.Equal(SnagFinder.Find(film, film.Shots[1], new RigCache()).Select(snag => snag.ToString()).Order(), Find(finder, film).Select(snag => snag.ToString()).Order());
        }
    }

    [Fact]
    public void Looking_is_cancelled()
    {
        using var stop = new CancellationTokenSource();
        stop.Cancel();
        Assert.Throws<OperationCanceledException>(() => new SnagFinder(new RigCache()).Find(Demo, Horn, stop.Token).ToList());
    }

    private static List<Snag> Find(SnagFinder finder, Film film) => [.. finder.Find(film, film.Shots[1], CancellationToken.None)];
}
