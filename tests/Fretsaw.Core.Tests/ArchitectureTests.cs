using System.Runtime.CompilerServices;
using System.Text.RegularExpressions;
using Fretsaw.Core.Sessions;

namespace Fretsaw.Core.Tests;

public partial class ArchitectureTests
{
    /// <summary>From the foundations up: a folder may use those of the floors below its own, and those that stand before it on its own.</summary>
    private static readonly string[][] Floors =
    [
        ["Geometry", "Timing"], ["Films"], ["Art", "Acting", "Sounding"], ["Edits"], ["Puppets", "Lens"], ["Engine"], ["Painting"], ["Handling", "Snags", "Asking"], ["Sessions"],
    ];

    [Fact]
    public void The_core_knows_only_the_runtime_and_the_geometry_library()
    {
        var known = typeof(Session).Assembly.GetReferencedAssemblies().Select(name => name.Name!).ToList();
        Assert.All(known, name => Assert.True(name.StartsWith("System.", StringComparison.Ordinal) || name == "NetTopologySuite", name));
    }

    [Fact]
    public void No_folder_of_the_core_uses_one_above_it()
    {
        var order = Floors.SelectMany(floor => floor).ToList();
        var core = Path.Combine(Root, "src", "Fretsaw.Core");
        var folders = Directory.GetDirectories(core).Select(folder => Path.GetFileName(folder)!).Where(name => name is not ("bin" or "obj")).ToList();
        Assert.Equal(order.Order(), folders.Order());
        foreach (var file in folders.SelectMany(folder => Directory.GetFiles(Path.Combine(core, folder), "*.cs", SearchOption.AllDirectories).Select(file => (folder, file))))
        {
            foreach (Match match in Uses().Matches(File.ReadAllText(file.file)))
            {
                var used = match.Groups[1].Value;
                Assert.True(order.IndexOf(used) <= order.IndexOf(file.folder), $"{file.file} uses {used}");
            }
        }
    }

    /// <summary>Who looks a room up in the document finds it on its floor.</summary>
    [Fact]
    public void The_table_of_rooms_stands_in_the_order_of_the_floors()
    {
        var table = Rows().Matches(File.ReadAllText(Path.Combine(Root, "docs", "architecture.md"))).Select(match => match.Groups[1].Value);
        Assert.Equal(Floors.SelectMany(floor => floor), table);
    }

    private static string Root => Path.Combine(Path.GetDirectoryName(Here())!, "..", "..");

    private static string Here([CallerFilePath] string path = "") => path;

    [GeneratedRegex(@"Fretsaw\.Core\.(\w+)")]
    private static partial Regex Uses();

    [GeneratedRegex(@"^\| `src/Fretsaw\.Core/(\w+)`", RegexOptions.Multiline)]
    private static partial Regex Rows();
}
