using CsCheck;
using Fretsaw.Core.Engine;

namespace Fretsaw.Core.Tests;

public class RecentTests
{
    /// <summary>Held against a plain list, the most lately used first.</summary>
    [Fact]
    public void The_last_used_are_kept_and_the_others_made_anew() => Gen.Select(Gen.Int[1, 5], Gen.Int[0, 8].List[1, 60]).Sample((most, asked) =>
    {
        var (recent, made, byUse) = (new Recent<int, string>(most), 0, new List<int>());
        foreach (var key in asked)
        {
            var isKept = byUse.Remove(key);
            byUse.Insert(0, key);
            byUse = [.. byUse.Take(most)];
            var before = made;
            Assert.Equal($"{key}", recent.GetOrAdd(key, k =>
            {
                made++;
                return $"{k}";
            }));
            Assert.Equal(isKept ? before : before + 1, made);
        }
    });

    [Fact]
    public void What_is_put_again_is_what_is_found()
    {
        var recent = new Recent<string, int>(2);
        Assert.False(recent.TryGet("a", out _));
        recent.Put("a", 1);
        recent.Put("a", 2);
        recent.Put("b", 3);
        Assert.True(recent.TryGet("a", out var found));
        Assert.Equal(2, found);
        recent.Put("c", 4);
        Assert.False(recent.TryGet("b", out _));
    }

    [Fact]
    public void Several_may_ask_at_once() => Parallel.For(0, 8, seed =>
    {
        var recent = Shared;
        var random = new Random(seed);
        for (var i = 0; i < 5000; i++)
        {
            var key = random.Next(40);
            Assert.Equal(key * key, recent.GetOrAdd(key, k => k * k));
        }
    });

    private static readonly Recent<int, int> Shared = new(16);
}
