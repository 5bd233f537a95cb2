using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Server.Safety;
using Fretsaw.Store;

namespace Fretsaw.Server.Films;

/// <summary>Where a film stands: what the undo and redo buttons would do.</summary>
/// <param name="Shelved">The newest edit changed a puppet that is on the shelf, so that other films have something to fetch.</param>
public sealed record FilmState(string Id, long Seq, string? Undo, string? Redo, bool Shelved = false);

/// <summary>
/// A film in memory, one writer at a time. Undo and redo are edits like any other; the two stacks are read off the
/// log, so they are the same after a restart.
/// </summary>
public sealed class OpenFilm
{
    private readonly Lock gate = new();
    private readonly FilmStore store;
    private readonly ShelfStore shelf;
    private readonly Stack<LogLine> done = new();
    private readonly Stack<LogLine> undone = new();
    private readonly RigCache rigs = new();
    private Film film;
    private long seq;

    public OpenFilm(FilmStore store, ShelfStore shelf, string id)
    {
        (this.store, this.shelf, Id) = (store, shelf, id);
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
                CatchUp();
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
            CatchUp();
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
            CatchUp();
            return done.TryPeek(out var last) ? Append("undo", last.Title, store.Find(Id, last.Seq).Inverse) : State();
        }
    }

    public FilmState Redo()
    {
        lock (gate)
        {
            CatchUp();
            return undone.TryPeek(out var last) ? Append("redo", last.Title, store.Find(Id, last.Seq).Inverse) : State();
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

    private FilmState Append(string kind, string title, Edit edit, (string Shelf, long Version)? takes = null)
    {
        var after = edit.Apply(film);
        var logged = new LoggedEdit(seq + 1, kind, title, edit, Inverse.Of(film, after));
        store.Append(Id, logged, film, after, takes);
        var shelved = takes is null && after.Puppets.Any(puppet => puppet.Shelf is not null && !film.Puppets.Contains(puppet));
        (film, seq) = (after, logged.Seq);
        Stack(new LogLine(logged.Seq, kind, title));
        return State() with { Shelved = shelved };
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
