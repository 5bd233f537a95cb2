using System.Globalization;
using Fretsaw.Core.Films;

namespace Fretsaw.Bench;

/// <summary>A film for measuring: shots of 2,000 frames with four uses of the heavy puppet and 20,000 keys each, and a card wherever keys are.</summary>
internal static class LongFilm
{
    public const int ShotLength = 2000;

    private const int Uses = 4;
    private const int KeysATrack = 125;
    private const int AskedVertices = 6000;

    public static Film Build(int shots)
    {
        var heavy = HeavyPuppet.Build(AskedVertices);
        var puppet = heavy.Puppets[0];
        string[] uses = [.. Enumerable.Range(0, Uses).Select(use => $"use-{use}")];
        var film = heavy with
        {
            Name = $"Long, {shots} shots",
            Shots =
            [
                .. Enumerable.Range(0, shots).Select(number => new Shot
                {
                    Id = $"shot-{number}",
                    Name = (number + 1).ToString(CultureInfo.InvariantCulture),
                    Length = ShotLength,
                    Things = [.. uses.Select((use, i) => HeavyPuppet.Cast(puppet, use, 300 + (i * 440)))],
                    Tracks = [.. uses.SelectMany(use => HeavyPuppet.Acted(puppet, use, ShotLength, KeysATrack)).OrderBy(track => track.Address)],
                    Cards = [.. uses.SelectMany(use => Enumerable.Range(0, KeysATrack).Select(i => new Card(use, 1 + (i * ShotLength / KeysATrack))))],
                }),
            ],
        };
        FilmCheck.Check(film);
        return film;
    }
}
