using System.CommandLine;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Handling;
using Fretsaw.Core.Sessions;
using Fretsaw.Core.Snags;
using Fretsaw.Formats.Bundle;
using Fretsaw.Formats.Layers;

namespace Fretsaw.Cli;

/// <summary>fretsaw import ART --out FILM.fretsaw: a new film with the drawing as a puppet on its first shot's stage.</summary>
internal static class ImportCommand
{
    public static Command Build()
    {
        var art = new Argument<string>("ART") { Description = "A layered drawing: SVG, OpenRaster, a zip or folder of PNG layers" };
        var path = new Option<string>("--out") { Description = "The .fretsaw film to write", Required = true };
        var command = new Command("import", "Makes a film of a layered drawing; what was left out is told on stderr") { art, path };
        command.SetAction(result =>
        {
            var file = result.GetRequiredValue(art);
            var layers = Directory.Exists(file)
                ? PngLayers.Read([.. Directory.GetFiles(file).Select(name => (Path.GetFileName(name), File.ReadAllBytes(name)))], file, "art")
                : ArtFile.Read(File.ReadAllBytes(file), Path.GetFileName(file), "art");
            var (puppet, drawings) = layers.ToPuppet(Path.GetFileName(file), "art");
            var film = new AddPuppet(puppet, drawings).Apply(Film.Blank(puppet.Name));
            film = new PutOnStage(film.Shots[0].Id, puppet.Id, "cast-1").ToEdit(film, (_, _) => throw new InvalidOperationException()).Apply(film);
            new FilmBundle(film, layers.Assets).Save(result.GetRequiredValue(path));
            foreach (var note in layers.Report.Notes)
            {
                Console.Error.WriteLine($"{file}, {note.Place}: {note.What}");
            }

            return 0;
        });
        return command;
    }
}

/// <summary>fretsaw snags FILM [--shot NAME] → a JSON list on stdout.</summary>
internal static class SnagsCommand
{
    public static Command Build()
    {
        var film = Films.Argument();
        var shot = Films.ShotOption();
        var command = new Command("snags", "Lists what is measurably wrong, as JSON") { film, shot };
        command.SetAction(result =>
        {
            var opened = Films.Open(result.GetRequiredValue(film)).Film;
            var rigs = new RigCache();
            var shots = result.GetValue(shot) is { } name ? [Films.FindShot(opened, name)] : opened.Shots.AsEnumerable();
            Json.Write<IReadOnlyList<Snag>>([.. shots.SelectMany(one => SnagFinder.Find(opened, one, rigs))], EngineJson.Default.IReadOnlyListSnag);
            return 0;
        });
        return command;
    }
}

/// <summary>fretsaw export FILM --out FILM.fretsaw: writes the film as a bundle; with demo, a copy of the demo to play with.</summary>
internal static class ExportCommand
{
    public static Command Build()
    {
        var film = Films.Argument();
        var path = new Option<string>("--out") { Description = "The .fretsaw film to write", Required = true };
        var command = new Command("export", "Writes a film as a bundle") { film, path };
        command.SetAction(result =>
        {
            Films.Open(result.GetRequiredValue(film)).Save(result.GetRequiredValue(path));
            return 0;
        });
        return command;
    }
}
