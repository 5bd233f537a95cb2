using Fretsaw.Demo;
using Fretsaw.Store;

namespace Fretsaw.Server;

/// <summary>Puts "Evening Rounds" among the films when it is not there; a changed one is left as it is, and so is one that was taken away.</summary>
internal static class DemoSeed
{
    public const string FilmId = "demo";

    public static void Plant(IServiceProvider services)
    {
        var films = services.GetRequiredService<FilmStore>();
        if (!films.Has(FilmId))
        {
            var demo = DemoFilm.Build();
            services.GetRequiredService<AssetStore>().PutAll(demo.Assets);
            films.Create(FilmId, demo.Film);
        }
    }
}
