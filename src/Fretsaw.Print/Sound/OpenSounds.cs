using Fretsaw.Core.Sounding;

namespace Fretsaw.Print.Sound;

/// <summary>Recordings that are being read: each is opened once, and all are closed together.</summary>
public sealed class OpenSounds(Func<Core.Films.Sound, ISamples> open) : IDisposable
{
    private readonly Dictionary<string, ISamples> opened = new(StringComparer.Ordinal);

    public ISamples Of(Core.Films.Sound sound)
    {
        if (!opened.TryGetValue(sound.Asset, out var samples))
        {
            opened[sound.Asset] = samples = open(sound);
        }

        return samples;
    }

    public void Dispose()
    {
        foreach (var samples in opened.Values)
        {
            samples.Dispose();
        }
    }
}
