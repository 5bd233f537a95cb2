using System.Reflection;
using System.Text.Json.Serialization;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Sessions;
using Fretsaw.Core.Snags;

namespace Fretsaw.Core.Tests;

/// <summary>What holds for every kind of edit; whoever adds one and gives no sample of it is told.</summary>
public class EveryEditTests
{
    private static readonly Film Full = EditSamples.Full;
    private static readonly Edit[] Samples = EditSamples.All;

    public static TheoryData<int> All => [.. Enumerable.Range(0, Samples.Length)];

    [Fact]
    public void There_is_a_sample_of_every_kind() => Assert.Empty(
        typeof(Edit).GetCustomAttributes<JsonDerivedTypeAttribute>().Select(kind => kind.DerivedType).Except(Samples.Select(sample => sample.GetType())));

    [Theory]
    [MemberData(nameof(All))]
    public void It_changes_something_and_keeps_the_rules(int sample)
    {
        var after = Samples[sample].Apply(Full);
        Assert.NotEqual(TestFilm.Text(Full), TestFilm.Text(after));
        FilmCheck.Check(FilmJson.Read(FilmJson.Write(after), "test"));
        Assert.NotEmpty(Samples[sample].Title);
    }

    /// <summary>Whatever a remembered snag depends on, an edit that touches it makes it be looked for again.</summary>
    [Theory]
    [MemberData(nameof(All))]
    public void What_was_remembered_of_snags_is_what_is_found_anew(int sample)
    {
        var (rigs, after) = (new RigCache(), Samples[sample].Apply(Full));
        var finder = new SnagFinder(rigs);
        foreach (var shot in Full.Shots)
        {
            _ = finder.Find(Full, shot, CancellationToken.None).Count();
        }

        foreach (var shot in after.Shots)
        {
            var remembered = finder.Find(after, shot, CancellationToken.None).Select(snag => snag.ToString()).Order();
            Assert.Equal(new SnagFinder(rigs).Find(after, shot, CancellationToken.None).Select(snag => snag.ToString()).Order(), remembered);
        }
    }

    [Theory]
    [MemberData(nameof(All))]
    public void It_means_the_same_when_it_has_been_written(int sample) =>
        Assert.Equal(TestFilm.Text(Samples[sample].Apply(Full)), TestFilm.Text(EditJson.Read(EditJson.Write(Samples[sample])).Apply(Full)));

    [Theory]
    [MemberData(nameof(All))]
    public void It_is_undone_and_done_again(int sample)
    {
        var after = Samples[sample].Apply(Full);
        var undo = EditJson.Read(EditJson.Write(Inverse.Of(Full, after)));
        var back = undo.Apply(after);
        Assert.Equal(TestFilm.Text(Full), TestFilm.Text(back));
        Assert.Equal(TestFilm.Text(after), TestFilm.Text(EditJson.Read(EditJson.Write(Inverse.Of(after, back))).Apply(back)));
    }

    [Theory]
    [MemberData(nameof(All))]
    public void What_lies_between_names_no_more_than_what_differs(int sample)
    {
        var after = Samples[sample].Apply(Full);
        var between = FilmChange.Between(Full, after);
        Assert.Equal(TestFilm.Text(after), TestFilm.Text(between.Apply(Full)));
        Assert.Equal(TestFilm.Text(Full), TestFilm.Text(FilmChange.Between(Full, Full).Apply(Full)));
        if (after.Drawings == Full.Drawings)
        {
            Assert.Null(between.Drawings);
        }

        if (after.Puppets == Full.Puppets)
        {
            Assert.Null(between.Puppets);
            Assert.Empty(between.InPuppets);
        }
    }

    /// <summary>What was made for the film before is kept where it is good, and nowhere else.</summary>
    [Theory]
    [MemberData(nameof(All))]
    public void It_is_painted_as_if_the_film_had_been_opened_anew(int sample)
    {
        var rigs = new RigCache();
        Painted(Full, rigs);
        var after = Samples[sample].Apply(Full);
        var opened = FilmJson.Read(FilmJson.Write(after), "test");
        Assert.Equal(Painted(opened, new RigCache()), Painted(after, rigs));
        Assert.Equal(Painted(Full, new RigCache()), Painted(Full, rigs));
    }

    /// <summary>Two frames of the shot and of each puppet on its bench, every part of it showing.</summary>
    private static List<byte[]> Painted(Film film, RigCache rigs)
    {
        var shown = film with { Puppets = [.. film.Puppets.Select(puppet => puppet with { Parts = [.. puppet.Parts.Select(part => part with { Hidden = false })] })] };
        var session = new Session(shown, rigs);
        View[] views = [.. shown.Shots.Select(shot => new View(shot.Id)), .. shown.Puppets.Select(puppet => new View(Puppet: puppet.Id))];
        return [.. views.SelectMany(view => new[] { 1.0, 6.5 }.Where(frame => frame == 1 || view.Shot == "s").Select(frame => session.DrawFrame(view, frame).ToArray()))];
    }

    [Theory]
    [MemberData(nameof(All))]
    public void It_leaves_the_film_it_was_given_as_it_is(int sample)
    {
        var before = TestFilm.Text(Full);
        Samples[sample].Apply(Full);
        Assert.Equal(before, TestFilm.Text(Full));
    }
}
