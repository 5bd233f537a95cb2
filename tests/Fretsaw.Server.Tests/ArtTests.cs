using System.IO.Compression;
using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;

namespace Fretsaw.Server.Tests;

/// <summary>Art in, again, and out over the wire.</summary>
public sealed class ArtTests : IDisposable
{
    private const string Face = """<svg xmlns="http://www.w3.org/2000/svg" width="100" height="100"><g id="head"><rect width="80" height="80" fill="#f00"/></g><g id="nose"><rect x="30" y="30" width="10" height="10" fill="#00f"/></g></svg>""";

    private readonly TestServer server = new();

    public void Dispose() => server.Dispose();

    [Fact]
    public async Task Art_that_comes_in_again_keeps_the_rig_and_is_one_undo_step()
    {
        var brought = await Send("puppets", "face.svg", Encoding.UTF8.GetBytes(Face));
        var puppet = brought.GetProperty("thing").GetString()!;
        var part = (await Puppet(puppet)).GetProperty("parts")[1];
        var redrawn = Encoding.UTF8.GetBytes(Face.Replace("#00f", "#0f0", StringComparison.Ordinal).Replace("""<g id="nose">""", """<g id="hat"><rect x="90" y="0" width="9" height="9"/></g><g id="nose">""", StringComparison.Ordinal));
        var plan = await Send($"puppets/{puppet}/redraw-plan", "face.svg", redrawn);
        Assert.Equal(2, plan.GetProperty("matches").GetArrayLength());
        Assert.Equal("hat", plan.GetProperty("newLayers")[0].GetString());

        await Send($"puppets/{puppet}/redraw?alike=false&added=false", "face.svg", redrawn);
        var after = (await Puppet(puppet)).GetProperty("parts");
        Assert.Equal(2, after.GetArrayLength());
        Assert.Equal(part.GetProperty("id").GetString(), after[1].GetProperty("id").GetString());
        Assert.NotEqual(part.GetProperty("drawing").GetString(), after[1].GetProperty("drawing").GetString());
        await server.Http.PostAsync("/api/films/demo/undo", null);
        Assert.Equal(part.GetProperty("drawing").GetString(), (await Puppet(puppet)).GetProperty("parts")[1].GetProperty("drawing").GetString());
    }

    [Theory]
    [InlineData("shots/fog-horn/cast/bramble/frames/95.svg", "anything.svg", "frame 95")]
    [InlineData("shots/fog-horn/cast/bramble/frames/95.ora", "Bramble frame 95.ora", "frame 95")]
    [InlineData("puppets/bramble-puppet/rest.svg", "Bramble at rest.svg", null)]
    public async Task Art_that_shows_a_pose_is_told_before_it_is_taken_for_rest_art(string path, string file, string? posed)
    {
        var bytes = await server.Http.GetByteArrayAsync($"/api/films/demo/{path}");
        var plan = await Send("puppets/bramble-puppet/redraw-plan", file, bytes);
        Assert.Equal(posed, plan.TryGetProperty("posed", out var says) ? says.GetString() : null);
    }

    [Fact]
    public async Task A_frame_of_a_puppet_goes_out_in_layers_and_comes_in_again()
    {
        var bytes = await server.Http.GetByteArrayAsync("/api/films/demo/shots/fog-horn/cast/bramble/frames/95.ora");
        using var zip = new ZipArchive(new MemoryStream(bytes));
        Assert.Equal("mimetype", zip.Entries[0].FullName);
        var brought = await Send("puppets", "bramble.ora", bytes);
        var back = await Puppet(brought.GetProperty("thing").GetString()!);
        var names = back.GetProperty("parts").EnumerateArray().Select(one => one.GetProperty("name").GetString()).ToList();
        Assert.Contains("Scarf tail", names);
        Assert.Contains("Muzzle", names);
        var asset = (await server.Film()).GetProperty("drawings").EnumerateArray().Last().GetProperty("raster").GetProperty("asset").GetString();
        Assert.Equal(HttpStatusCode.OK, (await server.Http.GetAsync($"/api/assets/{asset}")).StatusCode);
    }

    [Fact]
    public async Task Broken_art_is_a_problem_that_names_the_file_and_changes_nothing()
    {
        var answer = await server.Http.PostAsync("/api/films/demo/puppets", TestServer.Form("torn.ora", [.. "PK"u8, 1, 2, 3]));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
        Assert.Contains("torn.ora", await answer.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        Assert.Equal(0, (await server.Http.GetFromJsonAsync<JsonElement>("/api/films/demo")).GetProperty("seq").GetInt64());
    }

    [Fact]
    public async Task The_film_s_text_tells_the_number_of_its_newest_edit()
    {
        Assert.Equal("0", (await server.Http.GetAsync("/api/films/demo/film.json")).Headers.GetValues("Film-Seq").Single());
        await Send("puppets", "face.svg", Encoding.UTF8.GetBytes(Face));
        Assert.Equal("1", (await server.Http.GetAsync("/api/films/demo/film.json")).Headers.GetValues("Film-Seq").Single());
    }

    [Fact]
    public async Task The_server_draws_a_frame_s_list_for_pages_whose_engine_still_starts()
    {
        var list = await server.Http.GetByteArrayAsync("/api/films/demo/draw-list?shot=fog-horn&frame=46");
        Assert.Equal("FSDL", Encoding.ASCII.GetString(list, 0, 4));
        Assert.Equal(1920, BitConverter.ToInt32(list, 8));
        var near = await server.Http.GetByteArrayAsync("/api/films/demo/draw-list?shot=fog-horn&frame=46&width=480&height=270&zoom=8&x=200&y=-30&beyond=true");
        Assert.Equal(480, BitConverter.ToInt32(near, 8));
        Assert.NotEqual(list[36..], near[36..]);
        var wide = await server.Http.GetByteArrayAsync("/api/films/demo/draw-list?puppet=bramble-puppet&aspect=1&frame=1");
        Assert.Equal(1080, BitConverter.ToInt32(wide, 8));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await server.Http.GetAsync("/api/films/demo/draw-list?shot=nowhere&frame=1")).StatusCode);
    }

    [Fact]
    public async Task A_raster_puppet_goes_out_as_svg_with_its_pictures_where_they_lie()
    {
        var png = await server.Http.GetByteArrayAsync("/api/films/demo/shots/fog-horn/frames/1.png?width=64");
        using var zip = new MemoryStream();
        using (var archive = new ZipArchive(zip, ZipArchiveMode.Create, leaveOpen: true))
        {
            using var entry = archive.CreateEntry("1 back.png").Open();
            await entry.WriteAsync(png, TestContext.Current.CancellationToken);
        }

        var brought = await Send("puppets", "still.zip", zip.ToArray());
        var puppet = brought.GetProperty("thing").GetString()!;
        var text = await server.Http.GetStringAsync($"/api/films/demo/puppets/{puppet}/rest.svg");
        var svg = System.Xml.Linq.XDocument.Parse(text);
        var image = svg.Descendants().Single(element => element.Name.LocalName == "image");
        Assert.StartsWith("data:image/png;base64,", image.Attribute("href")!.Value, StringComparison.Ordinal);
        var matrix = image.Attribute("transform")!.Value["matrix(".Length..^1].Split(' ').Select(number => double.Parse(number, System.Globalization.CultureInfo.InvariantCulture)).ToArray();
        Assert.Equal(64, matrix[0] * (int)image.Attribute("width")!, 0.2);
        Assert.Equal(0, matrix[4], 0.2);
        Assert.Equal(HttpStatusCode.NotFound, (await server.Http.GetAsync("/api/films/demo/puppets/bramble-puppet/rest.txt")).StatusCode);

        // Touched up and brought back: the picture takes its part's place again.
        await Send($"puppets/{puppet}/redraw?alike=false&added=false", "still.svg", Encoding.UTF8.GetBytes(text));
        var part = Assert.Single((await Puppet(puppet)).GetProperty("parts").EnumerateArray());
        var drawing = (await server.Film()).GetProperty("drawings").EnumerateArray().Single(one => one.GetProperty("id").GetString() == part.GetProperty("drawing").GetString());
        Assert.Equal(64, drawing.GetProperty("bounds").GetProperty("width").GetDouble(), 1.0);
        Assert.Equal(HttpStatusCode.OK, (await server.Http.GetAsync($"/api/assets/{drawing.GetProperty("raster").GetProperty("asset").GetString()}")).StatusCode);
    }

    [Fact]
    public async Task A_puppet_that_goes_out_as_svg_comes_back_with_what_rides_on_what_and_its_name_says_when()
    {
        var own = await server.Http.GetAsync("/api/films/demo/puppets/bramble-puppet/rest.svg");
        Assert.EndsWith(" at rest.svg", own.Content.Headers.ContentDisposition!.FileNameStar, StringComparison.Ordinal);
        var posed = await server.Http.GetAsync("/api/films/demo/shots/fog-horn/cast/bramble/frames/40.svg");
        Assert.EndsWith(" frame 40.svg", posed.Content.Headers.ContentDisposition!.FileNameStar, StringComparison.Ordinal);

        var brought = await Send("puppets", "back.svg", await own.Content.ReadAsByteArrayAsync(TestContext.Current.CancellationToken));
        var (parts, back) = (Riding(await Puppet("bramble-puppet")), Riding(await Puppet(brought.GetProperty("thing").GetString()!)));
        Assert.Equal(parts, back.Where(part => parts.ContainsKey(part.Key)).ToDictionary());
        Assert.All(back.Keys.Except(parts.Keys), swap => Assert.Contains(": ", swap, StringComparison.Ordinal));

        // By names; what rides on a bone rides on the body in a drawing.
        static Dictionary<string, string?> Riding(JsonElement puppet)
        {
            var parts = puppet.GetProperty("parts").EnumerateArray().ToList();
            string? NameOf(string? id) => parts.Where(part => part.GetProperty("id").GetString() == id).Select(part => part.GetProperty("name").GetString()).FirstOrDefault();
            return parts.ToDictionary(part => part.GetProperty("name").GetString()!, part => part.TryGetProperty("ridesOn", out var on) ? NameOf(on.GetString()) : null);
        }
    }

    /// <summary>Bramble is kneaded, pinned and swaying, has swaps, forms and limbs.</summary>
    [Fact]
    public async Task What_goes_out_at_rest_and_comes_back_untouched_is_the_same_drawing()
    {
        var before = await server.Film();
        var rest = await server.Http.GetByteArrayAsync("/api/films/demo/puppets/bramble-puppet/rest.svg");
        var plan = await Send("puppets/bramble-puppet/redraw-plan", "Bramble at rest.svg", rest);
        Assert.Equal(0, plan.GetProperty("newLayers").GetArrayLength());
        Assert.Equal(0, plan.GetProperty("missingParts").GetArrayLength());
        Assert.All(plan.GetProperty("matches").EnumerateArray(), match => Assert.True(match.GetProperty("byName").GetBoolean()));

        await Send("puppets/bramble-puppet/redraw?alike=false&added=false", "Bramble at rest.svg", rest);
        var after = await server.Film();
        var (was, now) = (Drawn(before), Drawn(after));
        Assert.Equal(was.Count, now.Count);
        foreach (var (shapes, again) in was.Zip(now))
        {
            Assert.Equal(shapes.Select(shape => shape.Path), again.Select(shape => shape.Path));
            Assert.All(shapes.Zip(again), pair => Assert.All(pair.First.Matrix.Zip(pair.Second.Matrix), number => Assert.Equal(number.First, number.Second, 1e-4)));
        }

        // Where pins, pivots, bones and strokes sit has not moved.
        Assert.Equal(Rig(before), Rig(after));

        List<List<(string Path, double[] Matrix)>> Drawn(JsonElement film)
        {
            var drawings = film.GetProperty("drawings").EnumerateArray().ToDictionary(one => one.GetProperty("id").GetString()!);
            return [.. Ids(Bramble(film)).Select(id => drawings[id].GetProperty("shapes").EnumerateArray().Select(shape => (shape.GetProperty("path").GetString()!, Matrix(shape))).ToList())];
        }

        static double[] Matrix(JsonElement shape) =>
            shape.TryGetProperty("matrix", out var matrix) ? [.. matrix.EnumerateObject().Select(number => number.Value.GetDouble())] : [1, 0, 0, 1, 0, 0];

        static string Rig(JsonElement film)
        {
            var text = Bramble(film).GetRawText();
            return Ids(Bramble(film)).Distinct().Aggregate(text, (all, id) => all.Replace($"\"drawing\":\"{id}\"", "\"drawing\"", StringComparison.Ordinal));
        }

        // Of limbs not: they follow from their bones.
        static IEnumerable<string> Ids(JsonElement puppet) => puppet.GetProperty("parts").EnumerateArray().Where(part => !part.TryGetProperty("limb", out _)).SelectMany(part =>
            new[] { part }.Concat(Inside(part, "swaps")).Concat(Inside(part, "forms")).Where(one => one.TryGetProperty("drawing", out _)).Select(one => one.GetProperty("drawing").GetString()!));

        static IEnumerable<JsonElement> Inside(JsonElement part, string list) => part.TryGetProperty(list, out var within) ? within.EnumerateArray() : [];

        static JsonElement Bramble(JsonElement film) => film.GetProperty("puppets").EnumerateArray().First(puppet => puppet.GetProperty("id").GetString() == "bramble-puppet");
    }

    private Task<JsonElement> Send(string path, string name, byte[] bytes) => server.Upload($"/api/films/demo/{path}", name, bytes);

    private async Task<JsonElement> Puppet(string id) =>
        (await server.Film()).GetProperty("puppets").EnumerateArray().First(puppet => puppet.GetProperty("id").GetString() == id);
}
