using System.Text;
using CsCheck;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Timing;
using Fretsaw.Demo;

namespace Fretsaw.Core.Tests;

public class EditTests
{
    private static readonly Film Demo = DemoFilm.Build().Film;
    private static readonly Puppet Bramble = Demo.Puppets[0];
    private static readonly Shot Horn = Demo.Shots[1];

    private static readonly Gen<Edit> AnyEdit = Gen.OneOf<Edit>(
        Gen.Select(Gen.Int[0, Bramble.Parts.Length - 1], Gen.Int[0, 30], (part, to) => (Edit)new MovePart(Bramble.Id, Bramble.Parts[part].Id, to)),
        Gen.Select(Gen.Int[0, Bramble.Parts.Length - 1], Gen.Double[-500, 500], (part, x) => (Edit)new ChangePart(Bramble.Id, Bramble.Parts[part].Id) { Pivot = new Point(x, -x), Hidden = x > 0 }),
        Gen.Select(Gen.Int[1, 192], Gen.Double[-90, 90], (frame, turn) => (Edit)new SetKeys(Horn.Id, frame, [new KeyValue(new Address("bramble", "bone-neck", "turn"), turn), new KeyValue(new Address("bramble", "body", "turn"), turn)])),
        Gen.Int[1, 192].Select(frame => (Edit)new HoldHere(Horn.Id, frame, [], "bramble")),
        Gen.Int[1, 192].Select(frame => (Edit)new RemoveKeys(Horn.Id, frame, [], "camera")),
        Gen.Select(Gen.Int[1, 192], Gen.Int[1, 192], (from, to) => (Edit)new MoveKeys(Horn.Id, from, to, [], "bramble")),
        Gen.Int[0, Horn.Things.Length - 1].Select(thing => (Edit)new RemoveThing(Horn.Id, Horn.Things[thing].Id)),
        Gen.Int[0, Bramble.Bones.Length - 1].Select(bone => (Edit)new RemoveBone(Bramble.Id, Bramble.Bones[bone].Id)),
        Gen.Const((Edit)new RemovePuppet(Bramble.Id)),
        Gen.Const((Edit)new RemoveShot(Horn.Id)),
        Gen.Double[0.1, 50].Select(metres => (Edit)new ChangeFilm { Name = "Other", FrameWidthMetres = metres }));

    [Fact]
    public void Every_edit_is_taken_back_by_its_inverse_and_the_inverse_by_its_own() => AnyEdit.Sample(edit =>
    {
        var after = edit.Apply(Demo);
        var inverse = Inverse.Of(Demo, after);
        var back = inverse.Apply(after);
        return Same(back, Demo) && Same(Inverse.Of(after, back).Apply(back), after);
    }, iter: 300);

    [Fact]
    public void A_chain_of_edits_is_undone_link_by_link_through_the_written_form() => AnyEdit.Array[1, 6].Sample(edits =>
    {
        var (film, undo) = (Demo, new Stack<byte[]>());
        foreach (var edit in edits)
        {
            Film after;
            try
            {
                after = EditJson.Read(EditJson.Write(edit)).Apply(film);
            }
            catch (FilmException)
            {
                continue; // An earlier edit took away what this one names.
            }

            undo.Push(EditJson.Write(Inverse.Of(film, after)));
            film = after;
        }

        return Same(undo.Aggregate(film, (current, written) => EditJson.Read(written).Apply(current)), Demo);
    }, iter: 100);

    [Fact]
    public void Undoing_one_edit_leaves_what_another_did_elsewhere()
    {
        var turned = new SetKeys(Horn.Id, 50, [new KeyValue(new Address("bramble", "bone-neck", "turn"), 33)]).Apply(Demo);
        var undo = Inverse.Of(Demo, turned);
        var moved = new ChangeThing(Horn.Id, "boats") { X = 7 }.Apply(turned);
        var back = undo.Apply(moved);
        Assert.Equal(7, back.Shots[1].Things.First(thing => thing.Id == "boats").Stand.X);
        Assert.Equal(Neck(Horn), Neck(back.Shots[1]));

        static IEnumerable<Key> Neck(Shot shot) => shot.Tracks.First(track => track.Address == new Address("bramble", "bone-neck", "turn")).AllKeys;
    }

    [Fact]
    public void A_first_key_does_not_change_the_poses_that_are_there()
    {
        var film = new SetKeys(Horn.Id, 90, [new KeyValue(new Address("bramble", "body", "stretchX"), 140)]).Apply(Demo);
        var keys = ((NumberTrack)film.Shots[1].Tracks.First(track => track.Address == new Address("bramble", "body", "stretchX"))).Keys;
        Assert.Equal(100, keys.First(key => key.Frame == 1).Value);
        Assert.Equal(100, keys.First(key => key.Frame == 125).Value);
        Assert.Equal(140, keys.First(key => key.Frame == 90).Value);
    }

    [Fact]
    public void A_first_focus_mark_makes_no_camera_marks_and_the_other_way_round()
    {
        var bare = Demo with { Shots = [Horn with { Tracks = [], Cards = [] }] };
        var (truck, focus) = (Address.OfCamera("truck"), Address.OfCamera(Address.Focus));
        var marked = new SetKeys(Horn.Id, 90, [new KeyValue(truck, 1)]).Apply(new SetKeys(Horn.Id, 10, [new KeyValue(focus, 2)]).Apply(bare));
        var pulled = new SetKeys(Horn.Id, 10, [new KeyValue(focus, 2)]).Apply(new SetKeys(Horn.Id, 90, [new KeyValue(truck, 1)]).Apply(bare));
        Assert.Equal([10, 90], marked.Shots[0].Tracks.SelectMany(track => track.AllKeys).Select(key => key.Frame).Order());
        Assert.Equal([10, 90], pulled.Shots[0].Tracks.SelectMany(track => track.AllKeys).Select(key => key.Frame).Order());
    }

    [Fact]
    public void Holding_here_repeats_the_key_before_and_starts_its_movement_now()
    {
        var address = new Address("bramble", "body", "turn");
        var film = Demo with { Shots = [Horn with { Cards = [], Tracks = [new NumberTrack { Address = address, Keys = [new(1, 10) { Gap = Gap.SlowStop }, new(97, 50)] }] }] };
        var held = ((NumberTrack)new HoldHere(Horn.Id, 49, [address]).Apply(film).Shots[0].Tracks[0]).Keys;
        Assert.Equal([new NumberKey(1, 10) { Gap = Gap.SlowStop with { Held = true } }, new NumberKey(49, 10) { Gap = Gap.SlowStop }, new NumberKey(97, 50)], held.AsEnumerable());
    }

    [Theory]
    [InlineData("""{"kind":"setKeys","shotId":"fog-horn","frame":0,"values":[{"address":{"owner":"bramble","thing":"body","property":"turn"},"value":1}]}""")]
    [InlineData("""{"kind":"setKeys","shotId":"fog-horn","frame":5,"values":[{"address":{"owner":"bramble","thing":"body","property":"tumble"},"value":1}]}""")]
    [InlineData("""{"kind":"setKeys","shotId":"fog-horn","frame":5,"values":[{"address":{"owner":"bramble","thing":"body","property":"turn"},"value":1e99}]}""")]
    [InlineData("""{"kind":"changePart","puppetId":"bramble-puppet","partId":"bramble-p3","ridesOn":"bramble-p3"}""")]
    [InlineData("""{"kind":"changeThing","shotId":"fog-horn","thingId":"nowhere","x":1}""")]
    [InlineData("""{"kind":"unheard","x":1}""")]
    [InlineData("""{"kind":"addBone","puppetId":"bramble-puppet","bone":{"id":"b","name":"b","start":{"x":0,"y":0},"end":{"x":0,"y":0}}}""")]
    public void A_bad_edit_is_refused_with_a_remedy(string written)
    {
        var problem = Assert.Throws<FilmException>(() => EditJson.Read(Encoding.UTF8.GetBytes(written)).Apply(Demo));
        Assert.NotEmpty(problem.Remedy);
    }

    [Fact]
    public void A_film_survives_writing_and_reading()
    {
        var written = FilmJson.Write(Demo);
        Assert.Equal(written, FilmJson.Write(FilmJson.Read(written, "test")));
    }

    [Theory]
    [InlineData("{}")]
    [InlineData("[1]")]
    [InlineData("""{"version":3,"name":"x"}""")]
    [InlineData("""{"version":"2","name":"x"}""")]
    [InlineData("""{"version":1,"name":"x","width":100000}""")]
    [InlineData("""{"version":2,"name":"x","width":100000}""")]
    [InlineData("""{"version":2,"name":"x","shots":[null]}""")]
    [InlineData("""{"version":2,"name":null}""")]
    [InlineData("""{"version":1,"name":"x","shots":[{"id":"s"}]}""")]
    [InlineData("""{"version":1,"name":"x","name":"y"}""")]
    [InlineData("""{"version":1,"name":"x","frameRate":NaN}""")]
    [InlineData("""{"version":1,"name":"x","shots":null}""")]
    public void A_broken_film_is_refused(string written) =>
        Assert.Throws<FilmException>(() => FilmJson.Read(Encoding.UTF8.GetBytes(written), "film.json"));

    private static bool Same(Film a, Film b) => FilmJson.Write(a).AsSpan().SequenceEqual(FilmJson.Write(b));
}
