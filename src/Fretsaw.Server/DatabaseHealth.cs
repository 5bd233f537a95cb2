using Fretsaw.Store;
using Microsoft.Extensions.Diagnostics.HealthChecks;

namespace Fretsaw.Server;

/// <summary>The server is well when its films can be listed.</summary>
internal sealed class DatabaseHealth(FilmStore films) : IHealthCheck
{
    public Task<HealthCheckResult> CheckHealthAsync(HealthCheckContext context, CancellationToken cancellationToken = default)
    {
        films.List();
        return Task.FromResult(HealthCheckResult.Healthy());
    }
}
