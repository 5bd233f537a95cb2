using System.CommandLine;
using Fretsaw.Core.Films;
using Fretsaw.Demo;
using Fretsaw.Formats.Bundle;

namespace Fretsaw.Cli;

/// <summary>What the commands share: the film argument and the shot option.</summary>
internal static class Films
{
    public static Argument<string> Argument() => new("FILM") { Description = "A .fretsaw file, or the word demo" };

    public static Option<string> ShotOption() => new("--shot") { Description = "Name or id of the shot; the first one when left out" };

    public static FilmBundle Open(string film)
    {
        if (film == "demo")
        {
            return DemoFilm.Build();
        }

        if (!File.Exists(film))
        {
            throw new FilmException(film, "does not exist", "give a .fretsaw file or the word demo");
        }

        using var stream = File.OpenRead(film);
        return FilmBundle.Read(stream, Path.GetFileName(film));
    }

    public static Shot FindShot(Film film, string? name) => film.Shots.FirstOrDefault(shot => name is null || shot.Id == name || shot.Name == name)
        ?? throw new FilmException($"shot '{name}'", "is not in the film", film.Shots.IsEmpty ? "the film has no shots" : $"its shots are {string.Join(", ", film.Shots.Select(shot => $"'{shot.Name}'"))}");
}
