using Dapper;
using Fretsaw.Core.Edits;

namespace Fretsaw.Store;

/// <param name="Kind">Pose, Action or Expression.</param>
public sealed record KeptLine(string Id, string Name, string Kind);

/// <summary>
/// Poses, actions and expressions that any film may take. What is kept holds all of itself and knows no puppet, so a film that took it
/// has its own, and changes nothing here.
/// </summary>
public sealed class KeptShelf(Database database)
{
    public IReadOnlyList<KeptLine> List()
    {
        using var connection = database.Open();
        return [.. connection.Query<KeptLine>("SELECT id, name, kind FROM kept_shelf ORDER BY name, id")];
    }

    /// <returns>Null when it is not on the shelf.</returns>
    public Keep? Find(string id)
    {
        using var connection = database.Open();
        return connection.QueryFirstOrDefault<byte[]>("SELECT edit FROM kept_shelf WHERE id = @id", new { id }) is { } edit ? (Keep)EditJson.Read(edit) : null;
    }

    /// <summary>Puts it there, in the place of one with its id.</summary>
    public void Put(Keep edit)
    {
        using var connection = database.Open();
        connection.Execute(
            "INSERT INTO kept_shelf (id, name, kind, edit) VALUES (@Id, @Name, @kind, @json) ON CONFLICT (id) DO UPDATE SET name = excluded.name, kind = excluded.kind, edit = excluded.edit",
            new { edit.Kept.Id, edit.Kept.Name, kind = edit.Kept.Kind.ToString(), json = EditJson.Write(edit) });
    }

    public bool Remove(string id)
    {
        using var connection = database.Open();
        return connection.Execute("DELETE FROM kept_shelf WHERE id = @id", new { id }) > 0;
    }
}
