using Fretsaw.Core.Asking;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Handling;
using Fretsaw.Core.Painting;

namespace Fretsaw.Core.Sessions;

/// <summary>
/// The engine's face to an interface: a film that is open, with at most one gesture under way. One thread.
/// A gesture is provisional: while it lasts every frame and answer shows the film as the gesture would leave it, and
/// its end yields the one edit that makes it so.
/// </summary>
/// <param name="rigs">Meshes that outlive the session; its own when null.</param>
/// <param name="cancel">Whoever asks has gone: frames are finished no more.</param>
public sealed class Session(Film film, RigCache? rigs = null, CancellationToken cancel = default)
{
    private readonly RigCache rigs = rigs ?? new RigCache();
    private const int MostViews = 24;

    private readonly DrawListWriter writer = new();
    private readonly FilmOutline outline = new();
    private readonly Dictionary<View, Seen> frames = [];

    private Film shown = film;
    private Drag? drag;
    private Gesture? gesture;
    private Edit? provisional;
    private KeysInPlace? inPlace;

    /// <summary>The picture that the pointer is seen in → the picture of the gesture's frame; null where they are one.</summary>
    private Homography? throughLens;
    private Seen? lastSeen;
    private Shot? tried;
    private Shot? triedBefore;
    private bool drafting;

    /// <summary>The film without what a gesture under way would change.</summary>
    public Film Film { get; private set; } = film;

    /// <summary>Applies an edit that came from elsewhere or that a gesture or wish yielded, as whoever keeps the film does (<see cref="Repeats.Applied"/>).</summary>
    /// <returns>What it changed of the film's <see cref="FilmOutline"/>.</returns>
    public FilmChange Apply(Edit edit)
    {
        var before = Film;
        (_, Film) = Repeats.Applied(before, edit);
        shown = Film;
        return outline.Between(before, Film);
    }

    /// <summary>The film without what those do without who only list and name it.</summary>
    public Film Outline() => outline.Of(Film);

    /// <summary>Puts a shot, as it is elsewhere after the same edits, in the place of one that was opened without its keys.</summary>
    public void ReadShot(Shot shot)
    {
        Film = Film with { Shots = [.. Film.Shots.Select(one => one.Id == shot.Id ? shot : one)] };
        shown = Film;
    }

    /// <summary>The draw list of a frame; valid until the next call.</summary>
    /// <param name="look">Pixel for pixel when null.</param>
    /// <param name="draft">See <see cref="Evaluator.IsDraft"/>. What is asked next is asked of the frame as it was drawn.</param>
    public ArraySegment<byte> DrawFrame(View view, double frame, Look? look = null, bool draft = false)
    {
        drafting = draft;
        var seen = FrameAt(view, frame);
        return look is { } given ? writer.Write(seen, given) : writer.Write(seen);
    }

    public Answer Ask(Question question) => Answering.Answer(question, shown, rigs, FrameAt);

    public Edit Work(Wish wish)
    {
        drafting = false;
        return wish.ToEdit(Film, FrameAt);
    }

    /// <summary>Starts a gesture; one that was under way is dropped.</summary>
    public void Begin(Gesture begun)
    {
        Cancel();

        // What is tried is one pose: keyed anywhere else, it would leave the frame that stations are read from as it was.
        begun = begun.Trying ? begun with { Frame = View.BenchFrame } : begun;

        // Its own evaluator: the drag reads the frame as it stood at the press until it ends.
        var stood = new Evaluator(Compile(begun.View));
        throughLens = Lenses.Between(begun, stood);
        stood.Evaluate(begun.Frame);
        drag = Drag.Begin(throughLens is { } lens ? begun with { From = lens.Map(begun.From) } : begun, stood);
        gesture = begun;
        triedBefore = tried;
    }

    /// <param name="to">Where the pointer is, in the gesture's units.</param>
    public void Move(Point to)
    {
        if (drag is null || gesture is null)
        {
            return;
        }

        to = throughLens?.Map(to) ?? to;
        if (inPlace is { } keys && keys.TryMove(to))
        {
            return;
        }

        var edit = drag.ToEdit(to);
        if (gesture.Trying)
        {
            tried = Try(edit, triedBefore ?? gesture.View.Resolve(Film));
            return;
        }

        (provisional, shown) = Repeats.Applied(Film, edit);
        inPlace = drag.Pose is null ? null : KeysInPlace.Find(drag.Pose, FrameAt(gesture.View, gesture.Frame), to);
    }

    /// <summary>Shows an edit without making it, until the next edit, gesture or cancel: a number being scrubbed.</summary>
    public void Preview(Edit edit) => shown = edit.Apply(Film);

    /// <summary>Tries an edit of keys on a puppet on the bench: a dial that is turned there.</summary>
    public void Try(View bench, Edit edit)
    {
        tried = Try(edit, tried is not null && Lying(tried) == bench.Puppet ? tried : bench.Resolve(Film));
    }

    /// <summary>Puts everything that is tried back to rest but where the dials stand: what was posed is a station now.</summary>
    public void KeepOnlyDials()
    {
        var puppet = Film.Puppets.FirstOrDefault(candidate => candidate.Id == Lying(tried));
        tried = tried is null || puppet is null ? null : tried with
        {
            Tracks = tried.Tracks.RemoveAll(track => puppet.Dials.All(dial => dial.Id != track.Address.Thing)),
        };
    }

    /// <summary>The puppet on a bench.</summary>
    private static string? Lying(Shot? bench) => (bench?.Things[0].Body as Cast)?.Puppet;

    /// <summary>Ends the gesture.</summary>
    /// <returns>The edit to make, which is not applied yet; null when nothing moved, or when it was only tried.</returns>
    public Edit? End()
    {
        var edit = inPlace?.ToEdit() ?? provisional;
        (drag, gesture, provisional, triedBefore, inPlace) = (null, null, null, null, null);
        return edit;
    }

    /// <summary>Drops the gesture and everything it showed.</summary>
    public void Cancel()
    {
        tried = gesture is { Trying: true } ? triedBefore : tried;
        End();
        shown = Film;
    }

    /// <summary>Puts a tried puppet back to rest.</summary>
    public void StopTrying() => tried = null;

    /// <summary>The evaluated frame of a view; asked for again with the very same view, nothing is allocated.</summary>
    public Evaluator FrameAt(View view, double frame)
    {
        if (lastSeen is { } last && ReferenceEquals(last.View, view) && ReferenceEquals(last.Film, shown) && ReferenceEquals(last.Tried, tried))
        {
            last.Frame.IsDraft = drafting;
            last.Frame.Evaluate(frame, cancel);
            return last.Frame;
        }

        // A bench that is made wider is the same view: what it showed before is not kept beside it.
        var key = view with { Aspect = null };
        if (!frames.TryGetValue(key, out var seen) || seen.View != view || !ReferenceEquals(seen.Film, shown) || !ReferenceEquals(seen.Tried, tried))
        {
            frames[key] = seen = See(view, seen?.View == view ? seen : null);
            Trim();
        }

        lastSeen = seen;
        seen.Frame.IsDraft = drafting;
        seen.Frame.Evaluate(frame, cancel);
        return seen.Frame;
    }

    /// <summary>A session that has looked at many views keeps the frames of the last few.</summary>
    private void Trim()
    {
        foreach (var old in frames.Keys.Take(Math.Max(0, frames.Count - MostViews)).ToList())
        {
            frames.Remove(old);
        }
    }

    /// <summary>What a view showed last.</summary>
    /// <param name="Shot">Of the film, or made for the bench, without what is tried.</param>
    private sealed record Seen(View View, Film Film, Shot? Tried, Shot Shot, Evaluator Frame);

    /// <summary>Compiles what a view shows; where only keys are new, everything else goes on as it was.</summary>
    private Seen See(View view, Seen? last)
    {
        var film = view.Framed(shown);
        var shot = ReferenceEquals(last?.Film, shown) ? last.Shot : view.Resolve(film);
        var keyed = WithTried(view, shot);
        if (last?.Frame.Plan.WithKeysOf(film, keyed) is { } plan)
        {
            last.Frame.Use(plan);
            return new Seen(view, shown, tried, shot, last.Frame);
        }

        var onBench = view.Shot is null || view.Cast is not null;
        return new Seen(view, shown, tried, shot, new Evaluator(PlanCompiler.Compile(film, keyed, rigs, backdrop: !onBench, view.Blocked, cancel)));
    }

    private Plan Compile(View view) => PlanCompiler.Compile(view.Framed(shown), WithTried(view, view.Resolve(view.Framed(shown))), rigs, blocked: view.Blocked);

    /// <summary>A puppet on the bench shows what is being tried on it.</summary>
    private Shot WithTried(View view, Shot shot) =>
        view.Shot is null && tried is not null && Lying(tried) == view.Puppet ? shot with { Tracks = tried.Tracks, Cards = tried.Cards } : shot;

    /// <summary>An edit of keys, applied to the bench's own shot and to nothing else.</summary>
    private Shot Try(Edit edit, Shot bench)
    {
        var with = Film with { Shots = Film.Shots.Add(bench) };
        return edit.Apply(with).Shots[^1];
    }
}
