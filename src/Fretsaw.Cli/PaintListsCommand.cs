using System.CommandLine;
using Fretsaw.Core.Painting;
using Fretsaw.Print;

namespace Fretsaw.Cli;

/// <summary>Paints draw lists as prints do: for the test that compares the two painters on lists that no film asks for yet.</summary>
internal static class PaintListsCommand
{
    public static Command Build()
    {
        var film = Films.Argument();
        var lists = new Argument<FileInfo[]>("lists") { Description = "The draw lists; the picture of each is written beside it, as PNG", Arity = ArgumentArity.OneOrMore };
        var command = new Command("paint-lists", "Paints draw lists with a film's drawings") { film, lists };
        command.Hidden = true;
        command.SetAction(result =>
        {
            var bundle = Films.Open(result.GetRequiredValue(film));
            using var art = new ArtStore(bundle.Film, asset => bundle.Assets[asset]);
            foreach (var list in result.GetRequiredValue(lists))
            {
                var bytes = File.ReadAllBytes(list.FullName);
                var head = new DrawListReader(bytes);
                using var painter = new SheetPainter(art, head.Width, head.Height);
                painter.Paint(bytes);
                File.WriteAllBytes(Path.ChangeExtension(list.FullName, ".png"), painter.ToPng());
            }
        });
        return command;
    }
}
