using Fretsaw.Core.Films;
using Fretsaw.Formats.Sound;
using Fretsaw.Store;

namespace Fretsaw.Server.Safety;

/// <summary>What a request names by its id, or the answer that it is not there.</summary>
internal static class Finding
{
    /// <exception cref="NotThereException">The film has no such shot.</exception>
    public static Shot ShotNamed(this Film film, string id) =>
        film.Shots.FirstOrDefault(candidate => candidate.Id == id) ?? throw new NotThereException($"shot '{id}'");

    /// <summary>The samples of a sound, read as they lie in the database.</summary>
    /// <exception cref="NotThereException">Its recording is not there.</exception>
    public static WavFile Recording(this AssetStore assets, Sound sound) =>
        WavFile.Of(sound, assets.Open(sound.Asset) ?? throw new NotThereException($"recording '{sound.Name}'"));

    /// <exception cref="NotThereException">There is no such picture.</exception>
    public static byte[] Picture(this AssetStore assets, string id) => assets.Find(id) ?? throw new NotThereException($"picture '{id}'");
}
