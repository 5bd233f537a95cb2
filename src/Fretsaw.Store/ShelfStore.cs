using System.Data;
using Dapper;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;

namespace Fretsaw.Store;

/// <param name="Films">Names of the films that use it.</param>
public sealed record ShelfLine(string Id, string Name, long Version, IReadOnlyList<string> Films);

/// <summary>A puppet as the shelf has it.</summary>
public sealed record ShelfPuppet(TakeFromShelf Edit, long Version);

/// <summary>
/// Puppets that several films use. A film that changes its copy writes the shelf in the transaction of its own edit; the
/// other films take the new version when they are next asked for.
/// </summary>
public sealed class ShelfStore(Database database)
{
    public IReadOnlyList<ShelfLine> List()
    {
        using var connection = database.Open();
        var uses = connection.Query<(string Shelf, string Name)>("SELECT shelf, name FROM shelf_uses JOIN films ON films.id = film ORDER BY name").ToLookup(use => use.Shelf, use => use.Name);
        return [.. connection.Query<(string Id, string Name, long Version)>("SELECT id, name, version FROM shelf ORDER BY name, id")
            .Select(line => new ShelfLine(line.Id, line.Name, line.Version, [.. uses[line.Id]]))];
    }

    /// <returns>Null when it is not on the shelf.</returns>
    public ShelfPuppet? Find(string shelf)
    {
        using var connection = database.Open();
        var row = connection.QueryFirstOrDefault<Row>("SELECT version, edit, format FROM shelf WHERE id = @shelf", new { shelf });
        return row is null ? null : new ShelfPuppet(row.Format == 1 ? Format1Films.Shelved(row.Edit) : (TakeFromShelf)EditJson.Read(row.Edit), row.Version);
    }

    /// <summary>Ids of the puppets of which the film has an older version than the shelf.</summary>
    public IReadOnlyList<string> Behind(string film)
    {
        using var connection = database.Open();
        return [.. connection.Query<string>(
            "SELECT shelf.id FROM shelf JOIN shelf_uses ON shelf = shelf.id WHERE film = @film AND shelf_uses.version < shelf.version ORDER BY shelf.id", new { film })];
    }

    /// <summary>Ids of the films that use a puppet.</summary>
    public IReadOnlyList<string> FilmsWith(string shelf)
    {
        using var connection = database.Open();
        return [.. connection.Query<string>("SELECT film FROM shelf_uses WHERE shelf = @shelf ORDER BY film", new { shelf })];
    }

    public bool Remove(string shelf)
    {
        using var connection = database.Open();
        return connection.Execute("DELETE FROM shelf WHERE id = @shelf", new { shelf }) > 0;
    }

    /// <summary>Notes what a film's puppets say of the shelf, and gives the shelf what the film has changed.</summary>
    /// <param name="takes">What the film has just taken from the shelf, which changes nothing there.</param>
    internal static void Note(IDbConnection connection, IDbTransaction transaction, string film, Film before, Film after, (string Shelf, long Version)? takes)
    {
        foreach (var left in before.Puppets.Where(puppet => puppet.Shelf is not null && after.Puppets.All(other => other.Shelf != puppet.Shelf)))
        {
            connection.Execute("DELETE FROM shelf_uses WHERE shelf = @Shelf AND film = @film", new { left.Shelf, film }, transaction);
        }

        foreach (var puppet in after.Puppets.Where(puppet => puppet.Shelf is not null && !before.Puppets.Contains(puppet)))
        {
            var version = takes is { } taken && taken.Shelf == puppet.Shelf
                ? taken.Version
                : connection.QuerySingle<long>(
                    """
                    INSERT INTO shelf (id, name, version, edit, format) VALUES (@Shelf, @Name, 1, @edit, 2)
                    ON CONFLICT (id) DO UPDATE SET name = excluded.name, edit = excluded.edit, version = version + 1, format = 2 RETURNING version
                    """,
                    new { puppet.Shelf, puppet.Name, edit = EditJson.Write(TakeFromShelf.Of(after, puppet)) },
                    transaction);
            Use(connection, transaction, film, puppet.Shelf!, version);
        }
    }

    /// <summary>A film that is new here: what is on the shelf already stays as it is, and the film takes it.</summary>
    internal static void Welcome(IDbConnection connection, IDbTransaction transaction, string film, Film with)
    {
        foreach (var puppet in with.Puppets.Where(puppet => puppet.Shelf is not null))
        {
            var added = connection.Execute(
                "INSERT INTO shelf (id, name, version, edit, format) VALUES (@Shelf, @Name, 1, @edit, 2) ON CONFLICT DO NOTHING",
                new { puppet.Shelf, puppet.Name, edit = EditJson.Write(TakeFromShelf.Of(with, puppet)) },
                transaction);
            Use(connection, transaction, film, puppet.Shelf!, added);
        }
    }

    private static void Use(IDbConnection connection, IDbTransaction transaction, string film, string shelf, long version) => connection.Execute(
        "INSERT INTO shelf_uses (shelf, film, version) VALUES (@shelf, @film, @version) ON CONFLICT DO UPDATE SET version = excluded.version",
        new { shelf, film, version },
        transaction);

    private sealed record Row(long Version, byte[] Edit, long Format);
}
