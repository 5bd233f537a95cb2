using Fretsaw.Core.Sounding;

namespace Fretsaw.Print.Sound;

/// <summary>What is heard of the frames that a print has, as long as their pictures last.</summary>
internal sealed class PrintSound(PrintOrder order, Func<Core.Films.Sound, ISamples> sounds)
{
    public void Write(Stream stream, CancellationToken cancel)
    {
        var rate = order.Film.FrameRate;
        using var opened = new OpenSounds(sounds);
        var (first, last) = (SoundMix.SamplesIn(order.From - 1, rate, MixFile.PrintRate), SoundMix.SamplesIn(order.To, rate, MixFile.PrintRate));
        MixFile.Write(stream, new SoundMix(order.Film, order.Shot, opened.Of, MixFile.PrintRate), MixFile.PrintRate, first, last - first, cancel);
    }
}
