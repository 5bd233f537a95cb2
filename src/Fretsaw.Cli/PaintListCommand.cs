using System.CommandLine;
using Fretsaw.Core.Painting;
using Fretsaw.Print;

namespace Fretsaw.Cli;

/// <summary>Paints a draw list as prints do: for the test that compares the two painters on lists that no film asks for yet.</summary>
internal static class PaintListCommand
{
    public static Command Build()
    {
        var film = Films.Argument();
        var list = new Option<FileInfo>("--list") { Description = "The draw list", Required = true };
        var path = new Option<string>("--out") { Description = "The PNG to write", Required = true };
        var command = new Command("paint-list", "Paints a draw list with a film's drawings") { film, list, path };
        command.Hidden = true;
        command.SetAction(result =>
        {
            var bundle = Films.Open(result.GetRequiredValue(film));
            var bytes = File.ReadAllBytes(result.GetRequiredValue(list).FullName);
            var head = new DrawListReader(bytes);
            using var art = new ArtStore(bundle.Film, asset => bundle.Assets[asset]);
            using var painter = new SheetPainter(art, head.Width, head.Height);
            painter.Paint(bytes);
            File.WriteAllBytes(result.GetRequiredValue(path), painter.ToPng());
        });
        return command;
    }
}
