using CsCheck;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Snags;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Tests.Snags;

/// <summary>Whatever a person keys: a mend that is offered, pressed, takes its snag away.</summary>
public class EveryMendTests
{
    private static readonly (string Thing, string Property, double Least, double Most)[] Values =
    [
        ("body", "shiftX", -160, 160), ("body", "turn", -25, 25), ("trunk", "stretchX", 60, 160), ("trunk", "stretchY", 60, 160), ("trunk", "turn", -60, 60),
        ("leg", "shiftX", -60, 60), ("leg", "shiftY", -60, 20), ("hat", "turn", -90, 90), ("hat", "shiftX", -90, 90), ("shin", "length", 70, 150),
    ];

    private static readonly Gen<Film> Messes =
        from tracks in Gen.Select(Gen.Int[0, Values.Length - 1], Gen.Int[1, 60].Array[2, 5], Gen.Double[0, 1].Array[5], Gen.Int[0, 7], Gen.Bool).Array[2, 5]
        from planted in Gen.Int[0, 30]
        from loose in Gen.Int[0, 60]
        select Film(tracks, planted, loose);

    private static Film Film((int Value, int[] Frames, double[] At, int Going, bool InStep)[] said, int planted, int loose)
    {
        var tracks = said.DistinctBy(one => one.Value).Select(one =>
        {
            var (thing, property, least, most) = Values[one.Value];
            var keyed = TestFilm.Keyed(thing, property, [.. (one.InStep ? said[0].Frames : one.Frames).Distinct().Order().Select((frame, i) => (frame, Math.Round(least + (one.At[i] * (most - least)))))]);
            return keyed with { After = one.Going == 0 ? Beyond.Again : one.Going == 1 ? Beyond.ToAndFro : Beyond.Stand };
        }).ToList();
        if (planted is > 0 and < 20)
        {
            tracks.Add(TestFilm.Chosen("leg", "planted", (planted, Properties.OnStage)));
        }

        if (loose is > 1 and < 40)
        {
            tracks.Add(TestFilm.Chosen("hat", "ridesOn", (1, ""), (loose, Address.Stand)));
        }

        var film = PosedSnagsTests.With([.. tracks]);
        return film with { Shots = [film.Shots[0] with { Length = 48 }] };
    }

    private static List<Snag> Of(Film film) => [.. SnagFinder.Find(film, film.Shots[0], new RigCache(), new SnagsAsked(Blocking: true, InStep: true))];

    [Fact]
    public void It_takes_its_snag_away()
    {
        var pressed = new HashSet<string>();
        Messes.Sample(film =>
        {
            foreach (var snag in Of(film).Where(snag => snag.Mend is not null))
            {
                lock (pressed)
                {
                    pressed.Add(snag.Check);
                }

                var left = Of(TestFilm.Made(film, snag.Mend!)).Find(one => MendTrial.IsSame(one, snag));
                Assert.True(left is null, $"{snag.Says} → {snag.MendSays}: {left?.Says}");
            }
        }, iter: 300, threads: 2);
        Assert.Equal("", string.Join(", ", new[] { "balance", "creeping", "handOver", "inStep", "kink", "leftOut", "loop", "outside", "slide", "stretch" }.Except(pressed)));
    }
}
