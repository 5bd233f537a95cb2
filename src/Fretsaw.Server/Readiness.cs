using Fretsaw.Store;

namespace Fretsaw.Server;

/// <summary>What is done before the first request is taken.</summary>
internal static class Readiness
{
    /// <exception cref="InvalidOperationException">The data cannot be used: another server has them, or a newer program wrote them.</exception>
    public static void MakeReady(this WebApplication app, Places places)
    {
        var database = app.Services.GetRequiredService<Database>();
        try
        {
            app.Services.GetRequiredService<FilmStore>().Purge();
            var (pictures, files) = Leftovers.Clear(database, places.Prints);
            if (pictures + files > 0)
            {
                app.Logger.LogInformation("Cleared away {Pictures} pictures and {Files} files that no film needs", pictures, files);
            }

            if (places.Demo)
            {
                DemoSeed.Plant(app.Services);
            }
        }
        catch (Exception problem) when (DiskFull.Is(problem))
        {
            app.Logger.LogWarning(problem, "The disk is full: films can be viewed, and nothing new can be saved");
        }
    }
}
