using System.CommandLine;
using System.Text;

namespace Fretsaw.Cli;

/// <summary>Writes docs/cli.md from the commands themselves: a page that another hand wrote would go false.</summary>
internal static class CliPageCommand
{
    public static Command Build(RootCommand root)
    {
        var command = new Command("cli-page", "Writes docs/cli.md") { Hidden = true };
        command.SetAction(_ => Console.Out.Write(PageOf(root)));
        return command;
    }

    private static string PageOf(RootCommand root)
    {
        var page = new StringBuilder();
        page.Append("# Command line\n\nWritten by `./fretsaw types` from the commands' own help. ").Append(root.Description).Append('\n');
        foreach (var command in root.Subcommands.Where(command => !command.Hidden))
        {
            var arguments = string.Concat(command.Arguments.Select(argument => $" {argument.Name}"));
            page.Append($"\n## ./fretsaw {command.Name}{arguments}\n\n{command.Description}.");
            page.Append(command.Aliases.Count == 0 ? "\n" : $" Also called `{string.Join("`, `", command.Aliases)}`.\n");
            page.Append("\n| Argument or option | What it is |\n| --- | --- |\n");
            foreach (var argument in command.Arguments)
            {
                page.Append($"| `{argument.Name}` | {argument.Description} |\n");
            }

            foreach (var option in command.Options)
            {
                page.Append($"| `{option.Name}`{(option.Required ? ", required" : "")} | {option.Description} |\n");
            }
        }

        return page.ToString();
    }
}
