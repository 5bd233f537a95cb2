using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Server.Safety;
using Fretsaw.Store;

namespace Fretsaw.Server.Films;

/// <summary>Where a film stands: what the undo and redo buttons would do.</summary>
public sealed record FilmState(string Id, long Seq, string? Undo, string? Redo);

/// <summary>
/// A film in memory, one writer at a time. Undo and redo are edits like any other; the two stacks are read off the
/// log, so they are the same after a restart.
/// </summary>
public sealed class OpenFilm
{
    private readonly Lock gate = new();
    private readonly FilmStore store;
    private readonly Stack<LogLine> done = new();
    private readonly Stack<LogLine> undone = new();
    private readonly RigCache rigs = new();
    private Film film;
    private long seq;

    public OpenFilm(FilmStore store, string id)
    {
        (this.store, Id) = (store, id);
        (film, seq) = store.Load(id) ?? throw new NotThereException($"film '{id}'");
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
                return (film, State());
            }
        }
    }

    /// <summary>The core's face on the film as it stands, for one request.</summary>
    public Session NewSession() => new(Now.Film, rigs);

    /// <param name="baseSeq">The newest edit the sender knows; null for edits that the server itself makes.</param>
    /// <exception cref="BehindException">The sender has missed edits.</exception>
    /// <exception cref="FilmException">The edit cannot be applied.</exception>
    public FilmState Apply(Edit edit, long? baseSeq)
    {
        lock (gate)
        {
            if (baseSeq is { } known && known != seq)
            {
                throw new BehindException(seq);
            }

            return Append("edit", edit.Title, edit);
        }
    }

    public FilmState Undo()
    {
        lock (gate)
        {
            return done.TryPeek(out var last) ? Append("undo", last.Title, store.Find(Id, last.Seq).Inverse) : State();
        }
    }

    public FilmState Redo()
    {
        lock (gate)
        {
            return undone.TryPeek(out var last) ? Append("redo", last.Title, store.Find(Id, last.Seq).Inverse) : State();
        }
    }

    private FilmState Append(string kind, string title, Edit edit)
    {
        var after = edit.Apply(film);
        var logged = new LoggedEdit(seq + 1, kind, title, edit, Inverse.Of(film, after));
        store.Append(Id, logged, after);
        (film, seq) = (after, logged.Seq);
        Stack(new LogLine(logged.Seq, kind, title));
        return State();
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
