using Dapper;

namespace Fretsaw.Store;

/// <param name="Seq">The film is printed as it was after this edit.</param>
/// <param name="Effort">quick, or smallest: the smallest file, however long it takes.</param>
/// <param name="State">waiting, running, done, failed or cancelled.</param>
/// <param name="Done">Frames written.</param>
public sealed record PrintLine(
    string Id, string Film, long Seq, string Shot, string Format, long From, long To, long Width, long Height,
    string Effort, string State, long Done, string? Message, string Created);

/// <summary>The print queue. A print that ran when the server died waits again.</summary>
public sealed class PrintStore(Database database, TimeProvider clock)
{
    private const string Columns = "id, film, seq, shot, format, \"from\", \"to\", width, height, effort, state, done, message, created";

    public void Add(PrintLine print)
    {
        using var connection = database.Open();
        connection.Execute(
            $"INSERT INTO prints ({Columns}) VALUES (@Id, @Film, @Seq, @Shot, @Format, @From, @To, @Width, @Height, @Effort, @State, @Done, @Message, @at)",
            new { print.Id, print.Film, print.Seq, print.Shot, print.Format, print.From, print.To, print.Width, print.Height, print.Effort, print.State, print.Done, print.Message, at = clock.GetUtcNow().ToString("O") });
    }

    public IReadOnlyList<PrintLine> List(string film)
    {
        using var connection = database.Open();
        return [.. connection.Query<PrintLine>($"SELECT {Columns} FROM prints WHERE film = @film ORDER BY created DESC", new { film })];
    }

    public PrintLine? Find(string id)
    {
        using var connection = database.Open();
        return connection.QueryFirstOrDefault<PrintLine>($"SELECT {Columns} FROM prints WHERE id = @id", new { id });
    }

    public PrintLine? NextWaiting()
    {
        using var connection = database.Open();
        return connection.QueryFirstOrDefault<PrintLine>($"SELECT {Columns} FROM prints WHERE state = 'waiting' ORDER BY created LIMIT 1");
    }

    /// <summary>All that are not over.</summary>
    public IReadOnlyList<PrintLine> Waiting()
    {
        using var connection = database.Open();
        return [.. connection.Query<PrintLine>($"SELECT {Columns} FROM prints WHERE state IN ('waiting', 'running') ORDER BY created")];
    }

    public void RunningWaitAgain()
    {
        using var connection = database.Open();
        connection.Execute("UPDATE prints SET state = 'waiting', done = 0 WHERE state = 'running'");
    }

    /// <returns>False when the print is over already: what is done, failed or cancelled stays so.</returns>
    public bool Set(string id, string state, long done, string? message = null)
    {
        using var connection = database.Open();
        return connection.Execute(
            "UPDATE prints SET state = @state, done = @done, message = @message WHERE id = @id AND state IN ('waiting', 'running')",
            new { id, state, done, message }) > 0;
    }

    public bool Delete(string id)
    {
        using var connection = database.Open();
        return connection.Execute("DELETE FROM prints WHERE id = @id", new { id }) > 0;
    }
}
