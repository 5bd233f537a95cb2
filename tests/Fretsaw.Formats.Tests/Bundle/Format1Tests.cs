using System.IO.Compression;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Painting;
using Fretsaw.Core.Timing;
using Fretsaw.Formats.Bundle;

namespace Fretsaw.Formats.Tests;

/// <summary>
/// Films that the program wrote when its format was 1, and the draw lists (version 2) it made of them then: the demo as it was, and a film of
/// what the demo lacks (a flat and a puppet with one id at one distance, numbers of a place keyed apart, dials that choose, ids of 150
/// characters).
/// </summary>
public class Format1Tests
{
    private static readonly string Folder = Path.Combine(AppContext.BaseDirectory, "Bundle", "format-1");

    /// <summary>Two thousandths of a jolt were forgotten then; the demo's is some sixty pixels.</summary>
    private const float ForgottenPx = 0.15f;

    private static Film Open(string name)
    {
        using var file = File.OpenRead(Path.Combine(Folder, $"{name}.fretsaw"));
        return FilmBundle.Read(file, name).Film;
    }

    [Theory]
    [InlineData("format-1-demo", 18)]
    [InlineData("format-1-odds", 12)]
    public void Every_frame_shows_what_it_showed_then_number_by_number(string name, int frames)
    {
        var film = Open(name);
        using var lists = ZipFile.OpenRead(Path.Combine(Folder, $"{name}-lists.zip"));
        Assert.Equal(frames, lists.Entries.Count);
        var (writer, evaluators) = (new DrawListWriter(), new Dictionary<string, Evaluator>());
        foreach (var entry in lists.Entries)
        {
            var dash = entry.Name.LastIndexOf('-');
            var (shot, frame) = (entry.Name[..dash], int.Parse(entry.Name[(dash + 1)..], System.Globalization.CultureInfo.InvariantCulture));
            if (!evaluators.TryGetValue(shot, out var evaluator))
            {
                evaluators[shot] = evaluator = new Evaluator(PlanCompiler.Compile(film, film.Shots.First(one => one.Id == shot), new RigCache()));
            }

            using var stream = entry.Open();
            using var then = new MemoryStream();
            stream.CopyTo(then);
            evaluator.Evaluate(frame);
            ShowsTheSame(film, PaintedLayer.OfVersion2(then.ToArray()), PaintedLayer.OfVersion3(writer.Write(evaluator)), $"{name}, {entry.Name}");
        }
    }

    /// <summary>
    /// The list's version is another, and leaves out what lies outside the picture; every other number is the same bits, but of what a
    /// spring carries, which remembers longer than it did.
    /// </summary>
    private static void ShowsTheSame(Film film, List<PaintedLayer> then, List<PaintedLayer> now, string at)
    {
        var next = 0;
        foreach (var layer in then)
        {
            if (next == now.Count || !IsLaidAs(layer, now[next]))
            {
                Assert.True(layer.Items.TrueForAll(item => layer.IsOutside(item, film)), $"{at}: a layer is gone");
                continue;
            }

            var (items, found) = (now[next++].Items, 0);
            foreach (var item in layer.Items)
            {
                if (found < items.Count && (items[found].IsSameAs(item) || (Sprung(film).Contains(item.Drawing) && items[found].IsNear(item, ForgottenPx))))
                {
                    found++;
                }
                else
                {
                    Assert.True(layer.IsOutside(item, film), $"{at}: an item is painted otherwise");
                }
            }

            Assert.Equal(items.Count, found);
        }

        Assert.Equal(now.Count, next);
    }

    /// <summary>Drawings of parts with a follow-through of their own.</summary>
    private static HashSet<int> Sprung(Film film) =>
        [.. film.Puppets.SelectMany(puppet => puppet.Parts).Where(part => part.FollowThrough is not null).Select(part => film.Drawings.ToList().FindIndex(drawing => drawing.Id == part.Drawing))];

    /// <summary>In the same place, as solid, and as soft, but for what was too little to see.</summary>
    private static bool IsLaidAs(PaintedLayer then, PaintedLayer now) =>
        now.Place.AsSpan()[..10].SequenceEqual(then.Place.AsSpan()[..10]) && now.Place[10] == (then.Place[10] < Softness.Least ? 0 : then.Place[10])
        && now.Items.Count > 0;

    [Fact]
    public void What_was_keyed_as_one_is_a_place_and_what_was_not_stays_apart()
    {
        var shot = Open("format-1-odds").Shots[0];
        Assert.IsType<PlaceTrack>(Track("bramble", "scarf-tip", "shift"));
        Assert.IsType<NumberTrack>(Track("second", "body", "shiftX"));
        Assert.IsType<NumberTrack>(Track("camera", "view", "boom"));
        Assert.IsType<NumberTrack>(Track("camera", "view", "truck"));

        Track Track(string owner, string thing, string property) => shot.Tracks.First(track => track.Address == new Address(owner, thing, property));
    }

    [Fact]
    public void Swaps_are_chosen_by_id_in_keys_and_on_dials()
    {
        var film = Open("format-1-odds");
        var mouth = film.Puppets[0].Parts.First(part => part.Swaps.Length > 0);
        var keys = ((ChoiceTrack)film.Shots[0].Tracks.First(track => track.Address == new Address("bramble", mouth.Id, "swap"))).Keys;
        Assert.Equal(["", mouth.Swaps[0].Id, ""], keys.Select(key => key.Id));
        var driven = film.Puppets[0].Dials.First(dial => dial.Id == "dial-odd").Stations[0].Values;
        Assert.Equal(mouth.Swaps[0].Id, driven.First(value => value.Property == "swap").Choice);
        Assert.Equal(Properties.OnStage, driven.First(value => value.Property == "planted").Choice);
    }

    [Fact]
    public void Cards_stand_where_poses_stood_with_the_gap_that_most_of_their_keys_had()
    {
        var cards = Open("format-1-demo").Shots[0].Cards.Where(card => card.Owner == "bramble").ToList();
        Assert.Contains(cards, card => card is { Frame: 64, Gap.Held: true });
        Assert.Equal(Gap.SlowStop, cards.First(card => card.Frame == 85).Gap);
        Assert.DoesNotContain(cards, card => card.Frame == 26);
    }

    [Fact]
    public void Ids_that_break_today_s_rule_get_new_ones_wherever_they_are_named()
    {
        var film = Open("format-1-odds");
        var copy = film.Puppets[0].Parts[^1];
        Assert.True(Ids.IsValid(copy.Id));
        Assert.Contains(film.Drawings, drawing => drawing.Id == copy.Drawing);
        Assert.Contains(film.Shots[0].Tracks, track => track.Address == new Address("second", copy.Id, "turn"));
        var ids = film.Shots[0].Things.Select(thing => thing.Id).ToList();
        Assert.Equal(ids.Distinct(), ids);
        Assert.Equal(["bramble-2", "bramble"], film.Shots[0].Things.Where(thing => thing.Stand.Distance == 3.3).Select(thing => thing.Id));
    }

    [Fact]
    public void Written_again_it_is_of_today_s_format_and_paints_the_same()
    {
        var film = Open("format-1-odds");
        var again = FilmJson.Read(FilmJson.Write(film), "again");
        Assert.Equal(Film.CurrentVersion, again.Version);
        byte[] List(Film of)
        {
            var evaluator = new Evaluator(PlanCompiler.Compile(of, of.Shots[0], new RigCache()));
            evaluator.Evaluate(70);
            return [.. new DrawListWriter().Write(evaluator)];
        }

        Assert.Equal(List(film), List(again));
    }
}
