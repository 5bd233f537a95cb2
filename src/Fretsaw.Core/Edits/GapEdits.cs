using System.Collections.Immutable;
using Fretsaw.Core.Films;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Edits;

/// <summary>Chooses what lies between the keys at a frame and the next: of an owner for its card, else for each of the tracks by itself.</summary>
public sealed record SetGap(string ShotId, int Frame, Gap Gap, ImmutableArray<Address> Addresses, string? Owner = null) : Edit
{
    public override string Title => "Set chart";

    internal override bool IsOfKeysAlone => true;

    protected internal override Film Change(Film film) => film.WithShot(ShotId, shot => Gaps.Changed(shot, Frame, Addresses, Owner, _ => Gap));
}

/// <summary>Changes some of what lies there, and leaves the rest as it stands by then: two quick changes do not undo each other.</summary>
public sealed record ChangeGap(string ShotId, int Frame, ImmutableArray<Address> Addresses, string? Owner = null) : Edit
{
    public Ease? Ease { get; init; }

    public bool? Held { get; init; }

    public int? Every { get; init; }

    public Stagger? Stagger { get; init; }

    public bool WithoutStagger { get; init; }

    public override string Title => this switch
    {
        { Every: not null } => "Change frame steps",
        { Stagger: not null } or { WithoutStagger: true } => "Change stagger",
        { Ease: null, Held: not null } => Held.Value ? "Hold" : "Release hold",
        _ => "Change chart",
    };

    protected internal override Film Change(Film film) => film.WithShot(ShotId, shot => Gaps.Changed(shot, Frame, Addresses, Owner, gap => gap with
    {
        Ease = Ease ?? gap.Ease,
        Held = Held ?? gap.Held,
        Every = Every ?? gap.Every,
        Stagger = WithoutStagger ? null : Stagger ?? gap.Stagger,
    }));
}

internal static class Gaps
{
    /// <param name="change">To be the same when it is done twice.</param>
    public static Shot Changed(Shot shot, int frame, ImmutableArray<Address> addresses, string? owner, Func<Gap, Gap> change)
    {
        if (owner is not null && shot.Tracks.Any(track => track.Address.Owner == owner && track.Address.HasCards && track.AllKeys.Any(key => key.Frame == frame)))
        {
            var card = shot.CardAt(owner, frame) ?? new Card(owner, frame);
            shot = shot.WithCard(card with { Gap = change(card.Gap) });
        }

        return Tracks.OnKeysAt(shot, owner, addresses, frame, (key, cards) => Tracks.WithGap(key, change(TrackRuns.GapOf(key, cards)), cards));
    }
}
