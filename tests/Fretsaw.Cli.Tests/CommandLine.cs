using System.Diagnostics;

namespace Fretsaw.Cli.Tests;

/// <summary>The program as a person runs it, in a folder of its own that goes with the test.</summary>
public sealed class CommandLine : IDisposable
{
    private static readonly string Program = Path.Combine(AppContext.BaseDirectory, "fretsaw.dll");

    public string Folder { get; } = Directory.CreateTempSubdirectory("fretsaw-cli-").FullName;

    public sealed record Outcome(int Code, string Out, string Error);

    public string PathOf(string name) => Path.Combine(Folder, name);

    public async Task<Outcome> Run(params string[] arguments)
    {
        using var process = Process.Start(new ProcessStartInfo("dotnet", [Program, .. arguments])
        {
            WorkingDirectory = Folder,
            RedirectStandardOutput = true,
            RedirectStandardError = true,
        })!;
        var cancel = TestContext.Current.CancellationToken;
        var (told, complained) = (process.StandardOutput.ReadToEndAsync(cancel), process.StandardError.ReadToEndAsync(cancel));
        await process.WaitForExitAsync(cancel);
        return new Outcome(process.ExitCode, await told, await complained);
    }

    public void Dispose() => Directory.Delete(Folder, recursive: true);
}
