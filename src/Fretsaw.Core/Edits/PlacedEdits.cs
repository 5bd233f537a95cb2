using System.Collections.Immutable;
using Fretsaw.Core.Acting;
using Fretsaw.Core.Films;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Edits;

/// <summary>Places a kept action on a puppet's strip.</summary>
/// <param name="Placed">With an id new to the shot's placed actions.</param>
public sealed record PlaceAction(string ShotId, Placed Placed) : Edit
{
    public override string Title => "Place action";

    protected internal override Film Change(Film film) => film.WithShot(ShotId, shot =>
    {
        FilmException.ThrowIf(shot.PuppetOf(film, Placed.Owner) is null, $"'{Placed.Owner}'", "is not a puppet on the stage", "place the action on one that is");
        return shot with { Placed = shot.Placed.Add(Placed) };
    });
}

/// <summary>Changes how an action is placed; what is null stays.</summary>
public sealed record ChangePlaced(
    string ShotId, string PlacedId, int? Start = null, int? Length = null, int? From = null, int? To = null, double? SpeedPercent = null, bool? Reversed = null,
    double? StrengthPercent = null, int? FadeIn = null, int? FadeOut = null, double? BeginX = null, double? BeginY = null, KeysOnTop? Keys = null, Travel? Travel = null, bool? GoesOn = null,
    ImmutableArray<string>? Without = null) : Edit
{
    /// <summary>"" for as it was kept.</summary>
    public string? Mirror { get; init; }

    public override string Title => Start is not null && Length is null ? "Move action" : "Change action";

    protected internal override Film Change(Film film) => film.WithShot(ShotId, shot => shot with
    {
        Placed = shot.Placed.With(PlacedId, "placed action", placed => placed with
        {
            Start = Start ?? placed.Start,
            Length = Length ?? placed.Length,
            From = From ?? placed.From,
            To = To ?? placed.To,
            SpeedPercent = SpeedPercent ?? placed.SpeedPercent,
            Reversed = Reversed ?? placed.Reversed,
            StrengthPercent = StrengthPercent ?? placed.StrengthPercent,
            FadeIn = FadeIn ?? placed.FadeIn,
            FadeOut = FadeOut ?? placed.FadeOut,
            BeginX = BeginX ?? placed.BeginX,
            BeginY = BeginY ?? placed.BeginY,
            Keys = Keys ?? placed.Keys,
            Travel = Travel ?? placed.Travel,
            GoesOn = GoesOn ?? placed.GoesOn,
            Without = Without ?? placed.Without,
            Mirror = Mirror is null ? placed.Mirror : Mirror.Length == 0 ? null : Enum.TryParse<Mirror>(Mirror, out var mirror) ? mirror
                : throw new FilmException("placed action", $"has an unknown mirror, '{Mirror}'", "use one of the listed ones"),
        }),
    });
}

public sealed record RemovePlaced(string ShotId, string PlacedId) : Edit
{
    public override string Title => "Delete action";

    protected internal override Film Change(Film film) => film.WithShot(ShotId, shot => shot with { Placed = shot.Placed.Without(PlacedId, "placed action") });
}

/// <summary>Puts plain keys in the place of a placed action: the puppet goes on looking the same at every frame of the shot.</summary>
public sealed record TurnIntoKeys(string ShotId, string PlacedId) : Edit
{
    public override string Title => "Turn action into keys";

    protected internal override Film Change(Film film) => film.WithShot(ShotId, shot =>
    {
        var placed = shot.Placed.Find(PlacedId, "placed action");
        var puppet = shot.PuppetOf(film, placed.Owner) ?? throw new FilmException($"'{placed.Owner}'", "is not a puppet on the stage", "delete the action");
        var kept = film.Kept.Find(placed.Action, "pose or action");
        var seen = new Sampler(film, shot, placed.Owner);
        var after = shot with { Placed = [.. shot.Placed.Where(other => other != placed).Select(other => Freed(other, placed, seen))] };
        var posed = new Dictionary<int, int>();
        var values = ActionValues.Of(film, puppet, placed.Owner, kept, HowToAct.Of(placed));
        foreach (var one in values.GroupBy(value => TrackOf(shot, value)))
        {
            var seenValue = new SeenValue(one.Key, one.First().Property, seen, new Sampler(film, after, placed.Owner));
            var empty = shot.Tracks.Find(one.Key)?.WithKeys([]) ?? seenValue.Empty(one.Key);
            var own = OwnKeys(kept, placed, [.. one], empty);
            var tried = Tried(shot, placed, empty, own);
            var fitted = SameFrames.Fit(empty, tried, 1, shot.Length, seenValue, track => seenValue.Shown(new Sampler(film, after with { Tracks = after.Tracks.With(track) }, placed.Owner)));
            after = after with { Tracks = after.Tracks.With(fitted) };
            foreach (var key in own)
            {
                posed[key.Frame] = posed.GetValueOrDefault(key.Frame) + 1;
            }
        }

        return Cards(after, placed.Owner, posed);
    });

    /// <summary>One that begins after the action, and over it, goes on beginning where it did and coming as it did.</summary>
    private static Placed Freed(Placed other, Placed placed, Sampler seen) =>
        other.Owner == placed.Owner && other.Start >= placed.Start && seen.Laid.SelectMany(value => value.Actions).FirstOrDefault(action => action.Placed == other) is { } action
            ? other with { GoesOn = false, BeginX = action.Begins.X, BeginY = action.Begins.Y, FadeIn = (int)action.FadeIn }
            : other;

    /// <summary>The track that has, or would have, the value.</summary>
    private static Address TrackOf(Shot shot, ActionValue value) =>
        value.Property.Place is { } place && shot.Tracks.Find(value.Address) is null && (value.Kept is PlaceTrack || shot.Tracks.Find(value.Address with { Property = place.Name }) is not null)
            ? value.Address with { Property = place.Name }
            : value.Address;

    /// <summary>The action's own keys where they come to stand on whole frames of the shot.</summary>
    private static List<Key> OwnKeys(Kept kept, Placed placed, ActionValue[] values, Track empty)
    {
        var (clock, like) = (new ActionClock(placed, kept), values[0].Kept);
        var keys = new List<Key>();
        if (placed.Reversed || placed.SpeedPercent != 100 || placed.FadeIn > 0 || placed.FadeOut > 0 || like.GetType() != empty.GetType())
        {
            return keys;
        }

        for (var start = placed.Start; start < placed.End() || start == placed.Start; start += Math.Max(1, clock.Round))
        {
            keys.AddRange(like.AllKeys.Where(key => key.Frame >= clock.From && key.Frame <= clock.To)
                .Select(key => Scaled(key, values) with { Frame = start + key.Frame - clock.From }).Where(key => key.Frame >= 1 && key.Frame <= placed.End()));
            if (clock.Round == 0)
            {
                break;
            }
        }

        return keys;
    }

    /// <summary>Handles are as long as the way is far.</summary>
    private static Key Scaled(Key key, ActionValue[] values)
    {
        if (key is not PlaceKey place)
        {
            return key;
        }

        for (var axis = 0; axis < values.Length; axis++)
        {
            place = place with { In = place.In.With(axis, place.In.Along(axis) * values[axis].Times), Out = place.Out.With(axis, place.Out.Along(axis) * values[axis].Times) };
        }

        return place;
    }

    /// <summary>The keys that stand there, those of the action, and what makes it come and hold as it does.</summary>
    private static IEnumerable<Key> Tried(Shot shot, Placed placed, Track empty, List<Key> own)
    {
        var there = shot.Tracks.Find(empty.Address)?.AllKeys ?? [];
        var edges = new[] { placed.Start - 1, placed.Start, placed.End() }.Where(frame => frame >= 1 && frame <= shot.Length).Distinct().Select(frame => Tracks.KeyFor(empty, frame, Gap.Hold));
        return there.Concat(edges).Concat(own).GroupBy(key => key.Frame).Select(group => group.Last());
    }

    /// <summary>A frame at which a third of the action's values, or more, had a key of their own is a card.</summary>
    private static Shot Cards(Shot shot, string owner, Dictionary<int, int> posed) =>
        posed.Where(pair => 3 * pair.Value >= posed.Values.Max() && shot.CardAt(owner, pair.Key) is null).Select(pair => pair.Key).Order()
            .Aggregate(shot, (current, frame) => current.WithCard(new Card(owner, frame)));
}
