using System.IO.Compression;
using Fretsaw.Core.Films;
using Fretsaw.Demo;
using Fretsaw.Formats.Bundle;
using Fretsaw.Formats.Png;
using SkiaSharp;

namespace Fretsaw.Formats.Tests;

public class FilmBundleTests
{
    [Fact]
    public void A_bundle_with_a_picture_survives_writing_and_reading()
    {
        var png = Picture();
        var drawing = PngFile.ReadFlat(png, "moon.png", "moon").Drawing;
        var (film, pictures) = DemoFilm.Build();
        var bundle = new FilmBundle(film with { Drawings = film.Drawings.Add(drawing) }, new Dictionary<string, byte[]>(pictures) { [AssetId.Of(png)] = png });
        using var stream = new MemoryStream();
        bundle.Write(stream);
        stream.Position = 0;
        var read = FilmBundle.Read(stream, "a.fretsaw");
        Assert.Equal(FilmJson.Write(bundle.Film), FilmJson.Write(read.Film));
        Assert.Equal(png, read.Assets[AssetId.Of(png)]);
    }

    [Fact]
    public void A_film_that_cannot_be_written_whole_leaves_the_one_before_as_it_is()
    {
        var folder = Directory.CreateTempSubdirectory("fretsaw-bundle").FullName;
        var path = Path.Combine(folder, "film.fretsaw");
        var (film, pictures) = DemoFilm.Build();
        new FilmBundle(film, pictures).Save(path);
        var good = File.ReadAllBytes(path);
        var drawing = PngFile.ReadFlat(Picture(), "moon.png", "moon").Drawing;

        // Its picture is missing, which shows when half of it is written.
        Assert.ThrowsAny<Exception>(() => new FilmBundle(film with { Drawings = film.Drawings.Add(drawing) }, pictures).Save(path));
        Assert.Equal(good, File.ReadAllBytes(path));
        Assert.Equal([path], Directory.GetFiles(folder));
        Directory.Delete(folder, recursive: true);
    }

    [Fact]
    public void A_picture_gets_an_outline_round_its_opaque_area()
    {
        var drawing = PngFile.ReadFlat(Picture(), "moon.png", "moon").Drawing;
        Assert.Equal((64, 48), (drawing.Raster!.Width, drawing.Raster.Height));
        Assert.True(Core.Art.Outlines.Holds(drawing.Outline, new Core.Geometry.Point(32, 24)));
        Assert.False(Core.Art.Outlines.Holds(drawing.Outline, new Core.Geometry.Point(2, 2)));
    }

    [Fact]
    public void What_is_no_bundle_is_refused()
    {
        Assert.Throws<FilmException>(() => FilmBundle.Read(new MemoryStream([1, 2, 3]), "x"));
        using var empty = new MemoryStream();
        using (new ZipArchive(empty, ZipArchiveMode.Create, leaveOpen: true))
        {
        }

        empty.Position = 0;
        Assert.Contains("film.json", Assert.Throws<FilmException>(() => FilmBundle.Read(empty, "x")).Message, StringComparison.Ordinal);
        Assert.Throws<FilmException>(() => PngFile.ReadFlat([1, 2, 3], "x.png", "x"));
    }

    private static byte[] Picture()
    {
        using var surface = SKSurface.Create(new SKImageInfo(64, 48));
        surface.Canvas.Clear(SKColors.Transparent);
        using var paint = new SKPaint { Color = SKColors.Gold };
        surface.Canvas.DrawCircle(32, 24, 18, paint);
        using var image = surface.Snapshot();
        return image.Encode(SKEncodedImageFormat.Png, 100).ToArray();
    }
}
