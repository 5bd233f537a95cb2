using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Sounding;

namespace Fretsaw.Core.Handling;

/// <summary>First mouth cues for all that is heard of a sound: by the sounds of speech that are known of it, or by its loudness.</summary>
/// <param name="Owner">Id of the puppet on the stage that speaks.</param>
/// <param name="Use">Id of the sound on the strip.</param>
public sealed record FillCues(string Shot, string Owner, string Use, bool ByLoudness) : Wish
{
    public override Edit ToEdit(Film film, Func<View, double, Evaluator> frameAt)
    {
        var shot = film.Shots.Find(Shot, "shot");
        var use = shot.Sounds.Find(Use, "sound on the timeline");
        var sound = film.Sounds.Find(use.Sound, "sound");
        FilmException.ThrowIf(!ByLoudness && sound.Timed.IsEmpty, $"'{sound.Name}'", "has no timed sounds of speech", "fill by loudness, or read a file of cues");
        var cues = ByLoudness ? CueFill.ByLoudness(use, sound, film.FrameRate) : CueFill.BySounds(use, sound, film.FrameRate);
        var spoken = cues.Select(cue => new FrameCue(cue.Frame, cue.Mouth)).ToList();
        if (spoken.Count == 0 || spoken[0].Frame > use.Start)
        {
            spoken.Insert(0, new FrameCue(use.Start, Mouth.Rest));
        }

        return new PutCues(Shot, Owner, use.Start, use.End(), [.. spoken]);
    }
}
