using System.Text;
using System.Text.RegularExpressions;
using Dapper;

namespace Fretsaw.Store;

/// <summary>
/// Clears away what no film needs: pictures of films that were deleted or never came to be, and files of prints likewise. Run
/// while nobody works, since a picture is kept a moment before the edit that names it.
/// </summary>
public static partial class Leftovers
{
    private const string EveryText =
        "SELECT json FROM snapshots UNION ALL SELECT json FROM snapshot_pieces UNION ALL SELECT edit FROM edits UNION ALL SELECT inverse FROM edits UNION ALL SELECT edit FROM shelf";

    /// <param name="prints">The folder of prints; it need not be there.</param>
    /// <returns>How many pictures and files went.</returns>
    public static (int Pictures, int Files) Clear(Database database, string prints)
    {
        using var connection = database.Open();
        var lost = connection.Query<string>("SELECT id FROM assets").ToHashSet(StringComparer.Ordinal);
        if (lost.Count > 0)
        {
            foreach (var text in connection.Query<byte[]>(EveryText, buffered: false))
            {
                lost.ExceptWith(AssetPattern().Matches(Encoding.Latin1.GetString(Packed.Back(text))).Select(match => match.Groups[1].Value));
                if (lost.Count == 0)
                {
                    // Mostly after the snapshots, which hold all drawings of today: a start does not read the whole log.
                    break;
                }
            }

            connection.Execute("DELETE FROM assets WHERE id = @id", lost.Select(id => new { id }));
        }

        var kept = connection.Query<string>("SELECT id FROM prints WHERE state = 'done'").ToHashSet(StringComparer.Ordinal);
        var files = Directory.Exists(prints) ? Directory.GetFiles(prints).Where(file => !kept.Contains(Path.GetFileNameWithoutExtension(file))).ToList() : [];
        files.ForEach(File.Delete);
        return (lost.Count, files.Count);
    }

    [GeneratedRegex("\"(?:asset|peaks)\":\"([0-9a-f]{64})\"")]
    private static partial Regex AssetPattern();
}
