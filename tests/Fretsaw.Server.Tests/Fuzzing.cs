using System.Diagnostics;
using System.Globalization;

namespace Fretsaw.Server.Tests;

/// <summary>Always the same changes at random, unless FRETSAW_FUZZ_MINUTES asks for others for so long.</summary>
internal static class Fuzzing
{
    public const int Times = 200;

    /// <summary>Far more than anything here takes, on a slow machine too.</summary>
    private static readonly TimeSpan Soon = TimeSpan.FromSeconds(30);

    public static async Task Run(Func<Random, Task> once)
    {
        var minutes = double.Parse(Environment.GetEnvironmentVariable("FRETSAW_FUZZ_MINUTES") ?? "0", CultureInfo.InvariantCulture);
        var (watch, first) = (Stopwatch.StartNew(), minutes > 0 ? Environment.TickCount : 1);
        for (var i = 0; i < Times || watch.Elapsed.TotalMinutes < minutes; i++)
        {
            try
            {
                await once(new Random(first + i));
            }
            catch (Exception problem) when (problem is not Xunit.Sdk.XunitException)
            {
                throw new InvalidOperationException($"Seed {first + i}", problem);
            }
        }
    }

    /// <summary>The answer, which is no fault of the server's and comes soon; a refusal says what is wrong (RFC 9457).</summary>
    public static async Task<HttpResponseMessage> Answered(string what, Task<HttpResponseMessage> request)
    {
        var watch = Stopwatch.StartNew();
        var answer = await request;
        var asked = $"{(int)answer.StatusCode} after {watch.Elapsed} for {what[..Math.Min(what.Length, 4000)]}";
        Assert.True((int)answer.StatusCode < 500 && watch.Elapsed < Soon, asked);
        if ((int)answer.StatusCode >= 400)
        {
            Assert.True(answer.Content.Headers.ContentType?.MediaType == "application/problem+json", asked);
        }

        return answer;
    }
}
