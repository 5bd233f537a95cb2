using Fretsaw.Core.Films;
using Fretsaw.Store;

namespace Fretsaw.Server.Safety;

/// <summary>What a request names by its id, or the answer that it is not there.</summary>
internal static class Finding
{
    /// <exception cref="NotThereException">The film has no such shot.</exception>
    public static Shot ShotNamed(this Film film, string id) =>
        film.Shots.FirstOrDefault(candidate => candidate.Id == id) ?? throw new NotThereException($"shot '{id}'");

    /// <exception cref="NotThereException">There is no such picture.</exception>
    public static byte[] Picture(this AssetStore assets, string id) => assets.Find(id) ?? throw new NotThereException($"picture '{id}'");
}
