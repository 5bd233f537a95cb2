using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Sessions;
using Fretsaw.Core.Snags;
using Fretsaw.Formats.Bundle;
using Fretsaw.Server.Safety;
using Fretsaw.Store;

namespace Fretsaw.Server.Films;

/// <summary>Where a film stands: what the undo and redo buttons would do.</summary>
/// <param name="Shelved">The newest edit changed a puppet that is on the shelf, so that other films have something to fetch.</param>
public sealed record FilmState(string Id, long Seq, string? Undo, string? Redo, bool Shelved = false);

/// <summary>What was done, for who asked: nothing need be fetched after it.</summary>
/// <param name="Edits">
/// Those that the sender has not made itself, in order. The state's number is the last of them, or there are more: they are fetched after
/// the last one here.
/// </param>
public sealed record Made(FilmState State, IReadOnlyList<SentEdit> Edits);

/// <summary>
/// A film in memory, one writer at a time. Undo and redo are edits like any other; the two stacks are read off the
/// log, so they are the same after a restart.
/// </summary>
public sealed class OpenFilm
{
    private const int MostMissed = 500;
    private const long MostMissedBytes = 8 << 20;

    private readonly Lock gate = new();
    private readonly FilmStore store;
    private readonly ShelfStore shelf;
    private readonly AssetStore assets;
    private readonly Stack<LogLine> done = new();
    private readonly Stack<LogLine> undone = new();
    private readonly RigCache rigs = new();
    private readonly SnagFinder snags;
    private readonly FilmOutline outline = new();
    private readonly ILogger log;
    private Film film;
    private long seq;
    private Snapped snapped;
    private Task snapping = Task.CompletedTask;

    public OpenFilm(FilmStore store, ShelfStore shelf, AssetStore assets, string id, ILogger log)
    {
        (this.store, this.shelf, this.assets, this.log, Id, snags) = (store, shelf, assets, log, id, new SnagFinder(rigs));
        var loaded = store.Load(id) ?? throw new NotThereException($"film '{id}'");
        (film, seq, snapped) = (loaded.Film, loaded.Seq, loaded.Snapshot);
        foreach (var line in store.Log(id))
        {
            Stack(line);
        }
    }

    public string Id { get; }

    public (Film Film, FilmState State) Now
    {
        get
        {
            lock (gate)
            {
                CatchUp();
                return (film, State());
            }
        }
    }

    /// <summary>The core's face on the film as it stands, for one request, and no longer than that.</summary>
    public Session NewSession(CancellationToken cancel) => new(Now.Film, rigs, cancel);

    /// <summary>What is wrong with a shot, as it is found; what earlier edits have not touched is remembered.</summary>
    public IEnumerable<Snag> Snags(string shot, SnagsAsked asked, CancellationToken cancel)
    {
        var now = Now.Film;
        return snags.Find(now, now.ShotNamed(shot), cancel, asked);
    }

    /// <param name="baseSeq">The newest edit the sender knows; null for edits that the server itself makes.</param>
    /// <exception cref="BehindException">The sender has missed edits.</exception>
    /// <exception cref="FilmException">The edit cannot be applied.</exception>
    public FilmState Apply(Edit edit, long? baseSeq)
    {
        lock (gate)
        {
            CatchUp();
            Demand(baseSeq);
            var (kept, after) = Repeats.Applied(film, edit);
            return Append("edit", edit.Title, kept, after);
        }
    }

    /// <param name="baseSeq">The newest edit the sender knows; null for one who keeps no film.</param>
    /// <exception cref="BehindException">The sender has missed edits.</exception>
    public Made Undo(long? baseSeq) => Again("undo", done, baseSeq);

    public Made Redo(long? baseSeq) => Again("redo", undone, baseSeq);

    /// <summary>The edits that a sender who knows the film up to a number has missed, and where the film stands.</summary>
    public Made Since(long after)
    {
        lock (gate)
        {
            CatchUp();
            return new Made(State(), Missed(after));
        }
    }

    /// <summary>What an edit changed, as the core of a page tells it when it applies the edit itself.</summary>
    /// <exception cref="NotThereException">There is no such edit, or it is too long ago.</exception>
    public FilmChange ChangeBy(long edit)
    {
        lock (gate)
        {
            if (edit < 1 || edit > seq || seq - edit > MostMissed)
            {
                throw new NotThereException($"a recent edit {edit} of film '{Id}'");
            }

            var after = film;
            for (var later = seq; later > edit; later--)
            {
                after = Before(after, later);
            }

            return outline.Between(Before(after, edit), after);
        }
    }

    private Film Before(Film after, long edit) => store.Find(Id, edit).Inverse.Apply(after);

    private Made Again(string kind, Stack<LogLine> from, long? baseSeq)
    {
        lock (gate)
        {
            CatchUp();
            Demand(baseSeq);
            var state = from.TryPeek(out var last) ? Append(kind, last.Title, store.Find(Id, last.Seq).Inverse) : State();
            return new Made(state, Missed(baseSeq ?? seq));
        }
    }

    private List<SentEdit> Missed(long after) => after >= seq ? [] : [.. store.EditsAfter(Id, after, MostMissed, MostMissedBytes).Select(edit => new SentEdit(edit.Seq, edit.Edit))];

    /// <summary>Who has not seen the newest edit would take back somebody else's.</summary>
    private void Demand(long? baseSeq)
    {
        if (baseSeq is { } known && known != seq)
        {
            throw new BehindException(seq);
        }
    }

    /// <summary>Takes a puppet from the shelf, new or newer.</summary>
    public FilmState Take(ShelfPuppet puppet)
    {
        lock (gate)
        {
            return Append("edit", puppet.Edit.Title, puppet.Edit, (puppet.Edit.Puppet.Shelf!, puppet.Version));
        }
    }

    /// <summary>Whoever asks for the film sees what other films have made of the puppets it shares with them.</summary>
    private void CatchUp()
    {
        if (!film.Puppets.Any(puppet => puppet.Shelf is not null))
        {
            return;
        }

        foreach (var id in shelf.Behind(Id))
        {
            Take(shelf.Find(id)!);
        }
    }

    private FilmState Append(string kind, string title, Edit edit, (string Shelf, long Version)? takes = null) => Append(kind, title, edit, edit.Apply(film), takes);

    /// <param name="after">What the edit makes of the film.</param>
    private FilmState Append(string kind, string title, Edit edit, Film after, (string Shelf, long Version)? takes = null)
    {
        DemandFiles(after);
        DemandExpressions(after);
        var logged = new LoggedEdit(seq + 1, kind, title, edit, Inverse.Of(film, after));
        store.Append(Id, logged, film, after, takes);
        var shelved = takes is null && after.Puppets.Any(puppet => puppet.Shelf is not null && !film.Puppets.Contains(puppet));
        (film, seq) = (after, logged.Seq);
        Stack(new LogLine(logged.Seq, kind, title));
        SnapWhenDue();
        return State() with { Shelved = shelved };
    }

    /// <summary>A film that names a file which is not there could neither be painted nor heard, and would say so only when it is printed.</summary>
    private void DemandFiles(Film after)
    {
        if (after.Drawings == film.Drawings && after.Sounds == film.Sounds)
        {
            return;
        }

        var known = FilmBundle.Named(film).ToHashSet(StringComparer.Ordinal);
        var missing = assets.Missing(FilmBundle.Named(after).Where(asset => !known.Contains(asset)));
        if (missing.Count > 0)
        {
            throw new FilmException("edit", $"names the file {missing[0]}, which is not here", "send the picture or the recording first");
        }
    }

    /// <summary>An expression that a puppet could not have for its id would be missing there without a word.</summary>
    private void DemandExpressions(Film after)
    {
        if (after.Kept == film.Kept && after.Puppets == film.Puppets)
        {
            return;
        }

        var known = ExpressionNames.Hidden(film).Select(one => (one.Expression.Id, one.Puppet.Id)).ToHashSet();
        foreach (var (expression, puppet) in ExpressionNames.Hidden(after))
        {
            FilmException.ThrowIf(!known.Contains((expression.Id, puppet.Id)), $"expression '{expression.Name}'", $"has the id of a control of '{puppet.Name}'", "give it another id");
        }
    }

    /// <summary>One snapshot at a time, beside the edits; one that fails is tried again after the next edit.</summary>
    private void SnapWhenDue()
    {
        if (!snapping.IsCompleted || !FilmStore.IsSnapshotDue(snapped, seq))
        {
            return;
        }

        var (now, at, last) = (film, seq, snapped);
        snapping = Task.Run(() =>
        {
            try
            {
                snapped = store.Snap(Id, now, at, last);
            }
            catch (Exception problem)
            {
                log.LogWarning(problem, "A snapshot of film {Film} could not be written; its log holds everything.", Id);
            }
        });
    }

    private void Stack(LogLine line)
    {
        switch (line.Kind)
        {
            case "undo":
                done.Pop();
                undone.Push(line);
                break;
            case "redo":
                undone.Pop();
                done.Push(line);
                break;
            default:
                undone.Clear();
                done.Push(line);
                break;
        }
    }

    private FilmState State() => new(
        Id, seq, done.TryPeek(out var undo) ? undo.Title : null, undone.TryPeek(out var redo) ? redo.Title : null);
}
