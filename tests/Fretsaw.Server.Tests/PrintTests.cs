using System.Buffers.Binary;
using System.IO.Compression;
using System.Net;
using System.Net.Http.Json;
using System.Text.Json;

namespace Fretsaw.Server.Tests;

/// <summary>Prints as they are ordered, waited for, fetched and stopped.</summary>
public sealed class PrintTests : IDisposable
{
    private const string Shot = "fog-horn";

    private readonly TestServer server = new();

    public void Dispose() => server.Dispose();

    [Fact]
    public async Task Ordered_frames_come_as_pictures_of_the_size_that_was_asked_for()
    {
        var print = await server.Printed(await Order(from: 5, to: 7));
        Assert.Equal(3, print.GetProperty("done").GetInt32());
        using var zip = await Fetch(print);
        Assert.Equal(3, zip.Entries.Count);
        Assert.All(zip.Entries, entry => Assert.Equal((64, 36), SizeOf(Bytes(entry))));
        Assert.Equal(3, zip.Entries.Select(entry => Convert.ToHexString(Bytes(entry))).Distinct().Count());
    }

    [Fact]
    public async Task The_same_frames_are_the_same_bytes_each_time()
    {
        using var first = await Fetch(await server.Printed(await Order(from: 40, to: 43)));
        using var again = await Fetch(await server.Printed(await Order(from: 42, to: 43)));
        Assert.Equal(Bytes(first.Entries[2]), Bytes(again.Entries[0]));
        Assert.Equal(Bytes(first.Entries[3]), Bytes(again.Entries[1]));
    }

    [Fact]
    public async Task A_print_shows_the_film_as_it_was_when_it_was_ordered()
    {
        var ordered = await Order(from: 1, to: 1);
        await server.Edit("demo", """{"kind":"changeFilm","backdrop":"#ff00ff"}""");
        await server.Edit("demo", $$"""{"kind":"removeThing","shotId":"{{Shot}}","thingId":"boats"}""");
        using var before = await Fetch(await server.Printed(ordered));
        using var after = await Fetch(await server.Printed(await Order(from: 1, to: 1)));
        Assert.NotEqual(Bytes(before.Entries[0]), Bytes(after.Entries[0]));
        await server.Post("/api/films/demo/undo");
        await server.Post("/api/films/demo/undo");
        using var back = await Fetch(await server.Printed(await Order(from: 1, to: 1)));
        Assert.Equal(Bytes(before.Entries[0]), Bytes(back.Entries[0]));
    }

    [Fact]
    public async Task A_print_that_is_stopped_leaves_no_file_and_the_next_one_goes_on()
    {
        // The first is at work while the second waits: each is stopped where it is.
        var (works, waits) = (Id(await Order(from: 1, to: 90)), Id(await Order(from: 1, to: 90)));
        foreach (var print in (string[])[waits, works])
        {
            var stopped = await server.Post($"/api/prints/{print}/cancel");
            Assert.Equal("cancelled", stopped.GetProperty("state").GetString());
            Assert.Equal(HttpStatusCode.NotFound, (await server.Http.GetAsync($"/api/prints/{print}/file")).StatusCode);
        }

        await server.Printed(await Order(from: 1, to: 1));
        Assert.DoesNotContain(Directory.GetFiles(Path.Combine(server.Folder, "prints")), file => file.Contains(works, StringComparison.Ordinal) || file.Contains(waits, StringComparison.Ordinal));
    }

    [Fact]
    public async Task Prints_are_listed_with_their_film_and_go_with_it()
    {
        var bundle = await server.Http.GetByteArrayAsync("/api/films/demo/bundle");
        var film = (await server.Upload("/api/films/bundle", "copy.fretsaw", bundle)).GetProperty("id").GetString()!;
        var print = await server.Printed(await Order(film, 1, 1));
        Assert.Equal(Id(print), Assert.Single((await server.Get($"/api/films/{film}/prints")).EnumerateArray()).GetProperty("id").GetString());
        Assert.Empty((await server.Get("/api/films/demo/prints")).EnumerateArray());
        await server.Http.DeleteAsync($"/api/films/{film}");
        Assert.Equal(HttpStatusCode.NotFound, (await server.Http.GetAsync($"/api/prints/{Id(print)}/file")).StatusCode);
        Assert.Empty(Directory.GetFiles(Path.Combine(server.Folder, "prints")));
    }

    [Theory]
    [InlineData("""{"shot":"fog-horn","format":"png","from":9,"to":4}""")]
    [InlineData("""{"shot":"fog-horn","format":"png","from":0}""")]
    [InlineData("""{"shot":"fog-horn","format":"png","to":100000}""")]
    [InlineData("""{"shot":"fog-horn","format":"png","width":0}""")]
    [InlineData("""{"shot":"fog-horn","format":"png","width":100000,"height":100000}""")]
    [InlineData("""{"shot":"fog-horn","format":"gif"}""")]
    [InlineData("""{"shot":"nowhere","format":"png"}""")]
    public async Task What_cannot_be_printed_is_refused_and_does_not_stand_in_the_list(string order)
    {
        var answer = await server.Http.PostAsync("/api/films/demo/prints", new StringContent(order, System.Text.Encoding.UTF8, "application/json"));
        Assert.True(answer.StatusCode is HttpStatusCode.UnprocessableEntity or HttpStatusCode.NotFound, $"{answer.StatusCode}");
        Assert.NotEmpty((await answer.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("detail").GetString()!);
        Assert.Empty((await server.Get("/api/films/demo/prints")).EnumerateArray());
    }

    private Task<JsonElement> Order(int from, int to) => Order("demo", from, to);

    private async Task<JsonElement> Order(string film, int from, int to)
    {
        var answer = await server.Http.PostAsJsonAsync($"/api/films/{film}/prints", new { shot = Shot, format = "png", from, to, width = 64, height = 36 });
        Assert.True(answer.IsSuccessStatusCode, await answer.Content.ReadAsStringAsync());
        return await answer.Content.ReadFromJsonAsync<JsonElement>();
    }

    private async Task<ZipArchive> Fetch(JsonElement print) => new(new MemoryStream(await server.Http.GetByteArrayAsync($"/api/prints/{Id(print)}/file")));

    private static string Id(JsonElement print) => print.GetProperty("id").GetString()!;

    private static byte[] Bytes(ZipArchiveEntry entry)
    {
        using var stream = entry.Open();
        using var copy = new MemoryStream();
        stream.CopyTo(copy);
        return copy.ToArray();
    }

    /// <summary>From the PNG's own header (W3C PNG, §11.2.1).</summary>
    private static (int Width, int Height) SizeOf(byte[] png) => (BinaryPrimitives.ReadInt32BigEndian(png.AsSpan(16)), BinaryPrimitives.ReadInt32BigEndian(png.AsSpan(20)));
}
