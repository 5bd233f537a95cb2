using System.CommandLine;
using Fretsaw.Core.Painting;

namespace Fretsaw.Cli;

/// <summary>For ./fretsaw types.</summary>
internal static class DrawListTypesCommand
{
    public static Command Build()
    {
        var command = new Command("draw-list-types", "Writes the browser's reader of draw lists") { Hidden = true };
        command.SetAction(_ => Console.Out.Write(DrawListTypeScript.Text()));
        return command;
    }
}
