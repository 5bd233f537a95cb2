using System.Collections.Concurrent;
using Fretsaw.Core.Films;
using Fretsaw.Print;
using Fretsaw.Server.Live;
using Fretsaw.Server.Safety;
using Fretsaw.Store;
using Microsoft.AspNetCore.SignalR;

namespace Fretsaw.Server.Prints;

/// <summary>
/// Prints one order after the other. Orders live in the database: after a restart the queue goes on, and a print
/// that was under way begins again from the film as it was ordered.
/// </summary>
public sealed class PrintQueue(
    PrintStore prints, FilmStore films, AssetStore assets, Places places, IHubContext<LiveHub> live, ILogger<PrintQueue> log) : BackgroundService
{
    /// <summary>Progress is sent at most this often, so that a fast print does not flood a slow tab.</summary>
    private static readonly TimeSpan ProgressEvery = TimeSpan.FromMilliseconds(150);

    private readonly SemaphoreSlim bell = new(0);
    private static readonly TimeSpan TryAgainAfter = TimeSpan.FromSeconds(5);

    private readonly ConcurrentDictionary<string, CancellationTokenSource> running = new(StringComparer.Ordinal);
    private readonly ConcurrentDictionary<string, long> painted = new(StringComparer.Ordinal);
    private bool hasBegun;

    /// <summary>Why nothing is printed for the moment; null while the queue goes on.</summary>
    private volatile string? holdup;

    public void Add(PrintLine print)
    {
        prints.Add(print);
        bell.Release();
    }

    /// <summary>A line as it is now: how far a print has come is not written down with every frame, and why it waits cannot be.</summary>
    public PrintLine Now(PrintLine print) =>
        print.State is not ("waiting" or "running") ? print
        : holdup is { } why ? print with { State = "waiting", Message = why }
        : painted.TryGetValue(print.Id, out var done) && print.State == "running" ? print with { Done = done }
        : print;

    /// <summary>Stops a film's prints and removes their files; the lines go with the film.</summary>
    public async Task Forget(string film)
    {
        await Stop(film);
        foreach (var print in prints.List(film))
        {
            File.Delete(places.PrintFile(print.Id, print.Format));
        }
    }

    /// <summary>Stops all prints of a film that wait or run.</summary>
    public async Task Stop(string film)
    {
        foreach (var print in prints.List(film))
        {
            await Cancel(print.Id);
        }
    }

    /// <summary>Stops a print that waits or runs; nothing of it is left.</summary>
    public async Task Cancel(string id)
    {
        var print = prints.Find(id) ?? throw new NotThereException($"render '{id}'");
        if (prints.Set(id, "cancelled", print.Done))
        {
            if (running.TryGetValue(id, out var stop))
            {
                await stop.CancelAsync();
            }

            await Tell(id);
        }
    }

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        while (!stoppingToken.IsCancellationRequested)
        {
            try
            {
                await RunAll(stoppingToken);
                await bell.WaitAsync(stoppingToken);
            }
            catch (Exception problem) when (!stoppingToken.IsCancellationRequested)
            {
                // The database cannot be written, say because the disk is full: the queue goes on when it can be again.
                log.LogWarning(problem, "The render queue waits");
                hasBegun = false;
                holdup = DiskFull.Is(problem) ? "Waits until there is room on the disk again." : "Waits until the renders can be saved again; the log of the server says more.";
                await TellWaiting();
                await bell.WaitAsync(TryAgainAfter, stoppingToken);
            }
        }
    }

    private async Task RunAll(CancellationToken stopping)
    {
        if (!hasBegun)
        {
            prints.RunningWaitAgain();
            hasBegun = true;
            holdup = null;
        }

        while (prints.NextWaiting() is { } next)
        {
            await Run(next, stopping);
        }
    }

    private async Task Run(PrintLine print, CancellationToken stopping)
    {
        using var stop = CancellationTokenSource.CreateLinkedTokenSource(stopping);
        running[print.Id] = stop;
        try
        {
            if (prints.Set(print.Id, "running", 0))
            {
                await Tell(print.Id);
                await Paint(print, stop.Token);
                prints.Set(print.Id, "done", print.To - print.From + 1);
            }
        }
        catch (OperationCanceledException) when (!stopping.IsCancellationRequested)
        {
            // Cancelled by a person; its line says so already.
        }
        catch (Exception problem) when (problem is not OperationCanceledException)
        {
            log.LogWarning(problem, "Render {Print} failed", print.Id);
            prints.Set(print.Id, "failed", 0, problem switch
            {
                FilmException => problem.Message,
                _ when DiskFull.Is(problem) => "The disk is full. Make room and render again.",
                _ => "The render failed. The log of the server says why.",
            });
        }
        finally
        {
            running.TryRemove(print.Id, out _);
            painted.TryRemove(print.Id, out _);
            await Tell(print.Id);
        }
    }

    private async Task Paint(PrintLine print, CancellationToken stop)
    {
        var film = (films.Load(print.Film, print.Seq) ?? throw new FilmException($"film '{print.Film}'", "is gone", "render another")).Film;
        var shot = film.Shots.FirstOrDefault(candidate => candidate.Id == print.Shot) ?? throw new FilmException($"shot '{print.Shot}'", "is not in the film", "select another shot");
        var order = new PrintOrder(film, shot, (int)print.From, (int)print.To, (int)print.Width, (int)print.Height, FormatOf(print.Format), print.Effort == Smallest);
        await using var sink = FrameSinks.For(order, places.PrintFile(print.Id, print.Format), assets.Recording);
        var last = DateTime.MinValue;
        await Printer.Print(order, asset => assets.Find(asset) ?? throw new FilmException($"picture '{asset}'", "is missing", "import its artwork again"), sink, Environment.ProcessorCount, new DirectProgress(progress =>
        {
            painted[print.Id] = progress.Done;
            if (DateTime.UtcNow - last >= ProgressEvery)
            {
                last = DateTime.UtcNow;
                _ = live.Clients.Group(print.Film).SendAsync(LiveHub.Print, print with { State = "running", Done = progress.Done }, CancellationToken.None);
            }
        }), stop);
    }

    private async Task Tell(string id)
    {
        if (prints.Find(id) is { } now)
        {
            await live.Clients.Group(now.Film).SendAsync(LiveHub.Print, Now(now));
        }
    }

    private async Task TellWaiting()
    {
        try
        {
            foreach (var print in prints.Waiting())
            {
                await Tell(print.Id);
            }
        }
        catch (Exception problem)
        {
            log.LogWarning(problem, "Those who wait for renders could not be told");
        }
    }

    /// <summary>The effort of a print whose file is to be as small as it can be.</summary>
    public const string Smallest = "smallest";

    public static PrintFormat FormatOf(string format) => format switch
    {
        "mp4" => PrintFormat.Mp4,
        "webm" => PrintFormat.WebM,
        "png" => PrintFormat.Png,
        _ => throw new FilmException($"format '{format}'", "cannot be rendered", "use mp4, webm or png"),
    };
}
