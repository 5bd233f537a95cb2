using Fretsaw.Core.Edits;
using Fretsaw.Demo;
using Fretsaw.Formats.Bundle;

namespace Fretsaw.Bench;

/// <summary>The demo with the shot of the horn first: what is measured of the first shot stays comparable from run to run.</summary>
internal static class HornFirst
{
    public static FilmBundle Build()
    {
        var (film, pictures) = DemoFilm.Build();
        return new FilmBundle(new MoveShot(DemoFilm.ShotId, 0).Apply(film), pictures);
    }
}
