using System.CommandLine;
using Fretsaw.Cli;
using Fretsaw.Core.Films;

var root = new RootCommand("Fretsaw from the command line: FILM is a .fretsaw file or the word demo.")
{
    PrintCommand.Build(),
    InspectCommand.Build(),
    ImportCommand.Build(),
    SnagsCommand.Build(),
    ExportCommand.Build(),
    DrawListTypesCommand.Build(),
    PaintListsCommand.Build(),
};
root.Subcommands.Add(CliPageCommand.Build(root));

try
{
    return await root.Parse(args).InvokeAsync(new InvocationConfiguration { EnableDefaultExceptionHandler = false });
}
catch (Exception problem) when (problem is FilmException or IOException or UnauthorizedAccessException)
{
    await Console.Error.WriteLineAsync($"fretsaw: {problem.Message.ReplaceLineEndings(" ")}");
    return 1;
}
catch (OperationCanceledException)
{
    await Console.Error.WriteLineAsync("fretsaw: stopped; nothing was left behind");
    return 130;
}
