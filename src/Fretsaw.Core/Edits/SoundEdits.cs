using Fretsaw.Core.Films;

namespace Fretsaw.Core.Edits;

/// <summary>Brings a sound into the film.</summary>
/// <param name="ShotId">Where it comes to stand on the strip.</param>
/// <param name="Use">Of the sound.</param>
public sealed record AddSound(Sound Sound, string ShotId, SoundUse Use) : Edit
{
    public override string Title => $"Import {Sound.Name}";

    protected internal override Film Change(Film film) =>
        (film with { Sounds = film.Sounds.Add(Sound) }).WithShot(ShotId, shot => shot with { Sounds = shot.Sounds.Add(Use) });
}

public sealed record RenameSound(string SoundId, string Name) : Edit
{
    public override string Title => $"Rename to {Name}";

    protected internal override Film Change(Film film) => film with { Sounds = film.Sounds.With(SoundId, "sound", sound => sound with { Name = Name }) };
}

/// <summary>Takes a sound out of the film and off every strip.</summary>
public sealed record RemoveSound(string SoundId) : Edit
{
    public override string Title => "Delete sound from film";

    protected internal override Film Change(Film film) => film with
    {
        Sounds = film.Sounds.Without(SoundId, "sound"),
        Shots = [.. film.Shots.Select(shot => shot.Sounds.Any(use => use.Sound == SoundId) ? shot with { Sounds = shot.Sounds.RemoveAll(use => use.Sound == SoundId) } : shot)],
    };
}

/// <summary>Puts a stretch of one of the film's sounds on a strip.</summary>
/// <param name="Use">With an id new to the shot's sounds.</param>
public sealed record PlaceSound(string ShotId, SoundUse Use) : Edit
{
    public override string Title => "Place sound";

    protected internal override Film Change(Film film) => film.WithShot(ShotId, shot => shot with { Sounds = shot.Sounds.Add(Use) });
}

/// <summary>Changes where a sound stands and how it is heard; what is null stays.</summary>
public sealed record ChangeSoundUse(
    string ShotId, string UseId, int? Start = null, int? Length = null, double? FromSeconds = null, double? GainDb = null, int? FadeIn = null, int? FadeOut = null,
    bool? Again = null, bool? Muted = null) : Edit
{
    public override string Title => Start is not null && Length is null ? "Move sound" : "Change sound";

    protected internal override Film Change(Film film) => film.WithShot(ShotId, shot => shot with
    {
        Sounds = shot.Sounds.With(UseId, "sound on the timeline", use => use with
        {
            Start = Start ?? use.Start,
            Length = Length ?? use.Length,
            FromSeconds = FromSeconds ?? use.FromSeconds,
            GainDb = GainDb ?? use.GainDb,
            FadeIn = FadeIn ?? use.FadeIn,
            FadeOut = FadeOut ?? use.FadeOut,
            Again = Again ?? use.Again,
            Muted = Muted ?? use.Muted,
        }),
    });
}

/// <summary>Trims the start of a sound to another frame: what was heard at each frame that is left stays there.</summary>
/// <param name="Start">Before its end, and not before its sound begins.</param>
public sealed record TrimSound(string ShotId, string UseId, int Start) : Edit
{
    public override string Title => "Trim sound";

    protected internal override Film Change(Film film) => film.WithShot(ShotId, shot => shot with
    {
        Sounds = shot.Sounds.With(UseId, "sound on the timeline", use =>
        {
            var least = use.Start - (int)Math.Floor((use.FromSeconds * film.FrameRate) + 1e-9);
            var start = Math.Clamp(Start, Math.Min(least, use.End()), use.End());
            return use with { Start = start, Length = use.End() - start + 1, FromSeconds = Math.Max(0, use.FromSeconds + ((start - use.Start) / film.FrameRate)) };
        }),
    });
}

/// <summary>Cuts a sound in two at a frame, which becomes the first of the second piece. Nothing is heard otherwise than before.</summary>
/// <param name="NewId">Of the second piece, new to the shot's sounds.</param>
public sealed record SplitSound(string ShotId, string UseId, int Frame, string NewId) : Edit
{
    public override string Title => "Split sound";

    protected internal override Film Change(Film film) => film.WithShot(ShotId, shot =>
    {
        var use = shot.Sounds.Find(UseId, "sound on the timeline");
        FilmException.ThrowIf(Frame <= use.Start || Frame > use.End(), $"frame {Frame}", "is not within the sound", $"split it at {use.Start + 1} to {use.End()}");
        var sound = film.Sounds.Find(use.Sound, "sound");
        FilmException.ThrowIf(use.Again && (Frame - use.Start) / film.FrameRate > sound.Seconds - use.FromSeconds, $"frame {Frame}", "is in a repeat of the sound", "split it in its first round, or switch Loop off");
        var first = use with { Length = Frame - use.Start, FadeOut = 0, Again = false };
        var second = use with { Id = NewId, Start = Frame, Length = use.End() - Frame + 1, FromSeconds = use.FromSeconds + ((Frame - use.Start) / film.FrameRate), FadeIn = 0 };
        return shot with { Sounds = shot.Sounds.With(UseId, "sound on the timeline", _ => first).Add(second) };
    });
}

public sealed record RemoveSoundUse(string ShotId, string UseId) : Edit
{
    public override string Title => "Delete sound from timeline";

    protected internal override Film Change(Film film) => film.WithShot(ShotId, shot => shot with { Sounds = shot.Sounds.Without(UseId, "sound on the timeline") });
}
