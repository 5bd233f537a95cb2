using System.Diagnostics;
using Fretsaw.Print;

namespace Fretsaw.Bench;

/// <summary>A print of twice the usual size, in a process of its own, so that its memory is nobody else's.</summary>
internal static class LargePrint
{
    /// <summary>Starts the process and returns what it says.</summary>
    public static string Measured(string folder)
    {
        using var process = Process.Start(new ProcessStartInfo(Environment.ProcessPath!, ["large", folder]) { RedirectStandardOutput = true })!;
        var said = process.StandardOutput.ReadToEnd();
        process.WaitForExit();
        return process.ExitCode == 0 ? said.Trim() : throw new InvalidOperationException($"The large print failed: {said}");
    }

    public static async Task Print(string folder)
    {
        var bundle = HornFirst.Build();
        var order = new PrintOrder(bundle.Film, bundle.Film.Shots[0], 1, 192, 3840, 2160, PrintFormat.Mp4);
        var memory = new List<long>();
        await using var sink = FrameSinks.For(order, Path.Combine(folder, "large.mp4"), bundle.Recording);
        var watched = new DirectProgress(progress =>
        {
            if (progress.Done % 48 == 0)
            {
                memory.Add(Process.GetCurrentProcess().WorkingSet64 >> 20);
            }
        });
        await Printer.Print(order, asset => bundle.Assets[asset], sink, 2, watched, CancellationToken.None);
        Console.WriteLine($"{string.Join(", ", memory)}, {Process.GetCurrentProcess().PeakWorkingSet64 >> 20} MB");
    }
}
