using System.Text;
using System.Text.Json;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Tests;

/// <summary>Every kind of edit that logs of format 1 hold in words of their own, and what it is today.</summary>
public class Format1EditsTests
{
    private static readonly Film Full = FullFilm.Build();

    private static Edit Read(string json) => Format1Edits.Read(Encoding.UTF8.GetBytes(json), Full);

    private static Film Made(string json) => Read(json).Apply(Full);

    private static Thing Flat(Film film) => film.Shots[0].Things.First(thing => thing.Id == "flat");

    [Fact]
    public void A_flat_or_puppet_that_was_put_on_the_stage_is_a_thing_there()
    {
        var flat = Made("""{"kind":"addFlat","shotId":"s","flat":{"id":"hill","name":"Hill","drawing":"own","label":"Leaf","distance":9,"x":4,"y":5,"scale":1.5,"hidden":true}}""").Shots[0].Things.First(thing => thing.Id == "hill");
        Assert.Equal(new Picture("own"), flat.Body);
        Assert.Equal((9.0, 4.0, 5.0, 150.0), (flat.Stand.Distance, flat.Stand.X, flat.Stand.Y, flat.Stand.SizePercent));
        Assert.True(flat.Hidden);
        Assert.Equal(Label.Leaf, flat.Label);

        var cast = Made("""{"kind":"addCast","shotId":"s","member":{"id":"twin","name":"Twin","puppet":"pup","distance":2,"x":7,"y":8,"scale":0.25}}""").Shots[0].Things.First(thing => thing.Id == "twin");
        Assert.Equal(new Cast("pup"), cast.Body);
        Assert.Equal((2.0, 25.0), (cast.Stand.Distance, cast.Stand.SizePercent));
    }

    [Theory]
    [InlineData("changeFlat", "flatId", "flat")]
    [InlineData("changeCast", "castId", "use")]
    public void What_stood_there_is_changed_and_its_scale_is_a_size(string kind, string id, string thing)
    {
        var after = Made($$"""{"kind":"{{kind}}","shotId":"s","{{id}}":"{{thing}}","name":"New","x":12,"scale":0.4}""").Shots[0].Things.First(one => one.Id == thing);
        Assert.Equal(("New", 12.0, 40.0), (after.Name, after.Stand.X, after.Stand.SizePercent));
    }

    [Theory]
    [InlineData("removeFlat", "flatId", "flat")]
    [InlineData("removeCast", "castId", "use")]
    public void What_stood_there_is_taken_away(string kind, string id, string thing) =>
        Assert.DoesNotContain(Made($$"""{"kind":"{{kind}}","shotId":"s","{{id}}":"{{thing}}"}""").Shots[0].Things, one => one.Id == thing);

    [Fact]
    public void A_flat_that_was_moved_in_its_list_is_moved() =>
        Assert.Equal(["use", "flat"], Made("""{"kind":"moveFlat","shotId":"s","flatId":"flat","to":1}""").Shots[0].Things.Select(thing => thing.Id));

    [Fact]
    public void Keys_name_their_values_by_texts_and_choices_by_numbers()
    {
        var edit = Assert.IsType<SetKeys>(Read("""
            {"kind":"setKeys","shotId":"s","frame":12,"says":"Posed","values":[
             {"address":"use/up/turn","value":30},{"address":"use/mouth/swap","value":1},{"address":"use/reach/planted","value":1},
             {"address":"use/pinned/follow","value":80},{"address":"use/mouth/swap","value":99}]}
            """));
        Assert.Equal("Posed", edit.Says);
        Assert.Equal((new Address("use", "up", "turn"), 30.0), (edit.Values[0].Address, edit.Values[0].Value));
        Assert.Equal("wide", edit.Values[1].Choice);
        Assert.Equal(Properties.OnStage, edit.Values[2].Choice);
        Assert.Equal(new Address("use", "pinned", "followThrough"), edit.Values[3].Address);

        // A swap that was not there any more was the last there was.
        Assert.Equal("wide", edit.Values[4].Choice);
    }

    [Theory]
    [InlineData("Even")]
    [InlineData("SlowStart")]
    [InlineData("SlowStop")]
    [InlineData("Both")]
    [InlineData("Hold")]
    public void A_chart_is_a_gap(string chart)
    {
        var expected = chart switch { "Even" => Gap.Even, "SlowStart" => Gap.SlowStart, "SlowStop" => Gap.SlowStop, "Hold" => Gap.Hold, _ => Gap.Both };
        var edit = Assert.IsType<SetGap>(Read($$"""{"kind":"setGap","shotId":"s","frame":1,"chart":"{{chart}}","addresses":["use/up/turn"]}"""));
        Assert.Equal(expected, edit.Gap);
        Assert.Equal([new Address("use", "up", "turn")], edit.Addresses.ToArray());
    }

    [Fact]
    public void Keys_are_moved_taken_out_and_held_by_their_addresses()
    {
        Assert.Equal(new Address("use", "up", "turn"), Assert.IsType<MoveKeys>(Read("""{"kind":"moveKeys","shotId":"s","from":1,"to":4,"addresses":["use/up/turn"]}""")).Addresses[0]);
        Assert.Equal("use", Assert.IsType<RemoveKeys>(Read("""{"kind":"removeKeys","shotId":"s","frame":1,"addresses":[],"owner":"use"}""")).Owner);
        Assert.Equal(Address.OfCamera("roll"), Assert.IsType<HoldHere>(Read("""{"kind":"holdHere","shotId":"s","frame":9,"addresses":["camera/view/roll"]}""")).Addresses[0]);
    }

    [Fact]
    public void A_shot_comes_with_its_flats_its_cast_and_its_channels()
    {
        var shot = Made("""
            {"kind":"addShot","shot":{"id":"two","name":"Two","length":50,"flats":[{"id":"same","name":"Hill","drawing":"own"}],"cast":[{"id":"same","name":"Pup","puppet":"pup"}],
             "channels":[{"id":"same/body/shiftX","keys":[{"frame":1,"value":3,"gap":"Even"},{"frame":9,"value":4}]},{"id":"same/body/shiftY","keys":[{"frame":1,"value":0,"gap":"Even"},{"frame":9,"value":1}]},
                         {"id":"same/mouth/swap","keys":[{"frame":1,"value":1}]}]}}
            """).Shots[1];
        Assert.Equal(["same-2", "same"], shot.Things.Select(thing => thing.Id));
        var place = Assert.IsType<PlaceTrack>(shot.Tracks.First(track => track.Address == new Address("same", "body", "shift")));
        Assert.Equal(new Place(4, 1, 0), place.Keys[1].At);
        Assert.Equal("wide", Assert.IsType<ChoiceTrack>(shot.Tracks.First(track => track.Address.Property == "swap")).Keys[0].Id);
        Assert.Equal(Gap.Even, Assert.Single(shot.Cards, card => card.Frame == 1).Gap);
    }

    [Fact]
    public void A_dial_s_stations_choose_by_id()
    {
        var edit = Assert.IsType<PutDial>(Read("""{"kind":"putDial","puppetId":"pup","dial":{"id":"dial","name":"Dial","stations":[{"across":100,"down":0,"values":[{"thing":"mouth","property":"swap","value":1},{"thing":"up","property":"turn","value":9}]}]}}"""));
        Assert.Equal("wide", edit.Dial.Stations[0].Values[0].Choice);
        Assert.Equal(9, edit.Dial.Stations[0].Values[1].Value);
    }

    [Fact]
    public void Edits_together_are_each_read_on_the_film_that_the_ones_before_left()
    {
        var after = Made("""
            {"kind":"together","says":"Both","edits":[
             {"kind":"addCast","shotId":"s","member":{"id":"twin","name":"Twin","puppet":"pup"}},
             {"kind":"setKeys","shotId":"s","frame":1,"values":[{"address":"twin/mouth/swap","value":1}]}]}
            """);
        Assert.Equal("wide", Assert.IsType<ChoiceTrack>(after.Shots[0].Tracks.First(track => track.Address.Owner == "twin")).Keys[0].Id);
    }

    [Fact]
    public void What_was_then_as_it_is_now_is_read_as_it_stands() => Assert.Equal("Two", Made("""{"kind":"changeFilm","name":"Two","later":1}""").Name);

    [Theory]
    [InlineData("[]")]
    [InlineData("7")]
    [InlineData("{}")]
    [InlineData("""{"kind":"unheardOf"}""")]
    [InlineData("""{"kind":"addFlat","shotId":"s"}""")]
    [InlineData("""{"kind":"addShot"}""")]
    public void What_is_no_edit_of_then_is_refused(string json) => Assert.ThrowsAny<JsonException>(() => Read(json));

    [Theory]
    [InlineData("use/up")]
    [InlineData("use//turn")]
    [InlineData("a/b/c/d")]
    public void What_is_no_address_is_refused_with_a_remedy(string address) => Assert.Contains("owner/thing/property", Assert.Throws<FilmException>(
        () => Read($$"""{"kind":"setKeys","shotId":"s","frame":1,"values":[{"address":"{{address}}","value":1}]}""")).Message, StringComparison.Ordinal);
}
