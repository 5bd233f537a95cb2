using Fretsaw.Core.Films;
using Fretsaw.Store;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.Mvc;

namespace Fretsaw.Server.Safety;

/// <summary>The one error shape (RFC 9457): where, what, and what to do.</summary>
internal sealed class ProblemWriter(IProblemDetailsService problems) : IExceptionHandler
{
    public ValueTask<bool> TryHandleAsync(HttpContext context, Exception exception, CancellationToken cancel)
    {
        var problem = exception switch
        {
            FilmException film => Of(film),
            NotThereException missing => new ProblemDetails { Status = StatusCodes.Status404NotFound, Title = "Not there", Detail = missing.Message },
            BehindException behind => Of(behind),
            _ when DiskFull.Is(exception) => new ProblemDetails { Status = StatusCodes.Status507InsufficientStorage, Title = "The disk is full", Detail = "There is no room to save this. What was saved before is still there. Make room on the disk and try again." },
            NotSupportedException { Source: "System.Text.Json" } kind => new ProblemDetails { Status = StatusCodes.Status400BadRequest, Title = "Not understood", Detail = $"The request cannot be read: {kind.Message}" },
            BadHttpRequestException bad => new ProblemDetails { Status = bad.StatusCode, Title = "Not understood", Detail = Reason(bad) },
            _ => null,
        };
        if (problem is null)
        {
            return ValueTask.FromResult(false);
        }

        context.Response.StatusCode = problem.Status!.Value;
        return problems.TryWriteAsync(new ProblemDetailsContext { HttpContext = context, ProblemDetails = problem, Exception = exception });
    }

    private static string Reason(BadHttpRequestException bad) => bad.InnerException is System.Text.Json.JsonException json
        ? $"The request cannot be read at {json.Path}: {json.Message.Split(" Path: ")[0]}"
        : bad.Message;

    private static ProblemDetails Of(FilmException film)
    {
        var problem = new ProblemDetails { Status = StatusCodes.Status422UnprocessableEntity, Title = "That cannot be done", Detail = film.Message };
        problem.Extensions["place"] = film.Place;
        problem.Extensions["remedy"] = film.Remedy;
        return problem;
    }

    private static ProblemDetails Of(BehindException behind)
    {
        var problem = new ProblemDetails { Status = StatusCodes.Status409Conflict, Title = "Changed meanwhile", Detail = behind.Message };
        problem.Extensions["seq"] = behind.Seq;
        return problem;
    }
}

/// <summary>Something that is asked for is not on the server.</summary>
public sealed class NotThereException(string what) : Exception($"There is no {what}.");

/// <summary>The sender has not seen the film's newest edits.</summary>
public sealed class BehindException(long seq) : Exception($"The film was changed elsewhere. Fetch the edits up to {seq} and try again.")
{
    public long Seq { get; } = seq;
}
