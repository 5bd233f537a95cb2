using System.Reflection;
using System.Text;
using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;
using Fretsaw.Core.Asking;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Handling;
using Fretsaw.Core.Sessions;

namespace Fretsaw.Core.Tests;

/// <summary>
/// Edits, questions and wishes of every kind with members changed at random, always the same: what is read is done or refused with a
/// remedy, and what is done leaves a film that keeps the rules, can be drawn and can be put back.
/// </summary>
public class ChangedAtRandomTests
{
    private const int Times = 200;

    private static readonly Film Full = EditSamples.Full;
    private static readonly string Before = TestFilm.Text(Full);
    private static readonly RigCache Rigs = new();

    public static TheoryData<int> Edits => [.. Enumerable.Range(0, EditSamples.All.Length)];

    public static TheoryData<int> Questions => [.. Enumerable.Range(0, QuestionSamples.All.Length)];

    public static TheoryData<int> Wishes => [.. Enumerable.Range(0, WishSamples.All.Length)];

    [Fact]
    public void There_is_a_sample_of_every_kind()
    {
        Assert.Empty(Kinds<Question>().Except(QuestionSamples.All.Select(sample => sample.GetType())));
        Assert.Empty(Kinds<Wish>().Except(WishSamples.All.Select(sample => sample.GetType())));

        static IEnumerable<Type> Kinds<T>() => typeof(T).GetCustomAttributes<JsonDerivedTypeAttribute>().Select(kind => kind.DerivedType);
    }

    [Theory]
    [MemberData(nameof(Edits))]
    public void An_edit_is_made_whole_or_not_at_all(int sample)
    {
        var json = Encoding.UTF8.GetString(EditJson.Write(EditSamples.All[sample]));
        var made = 0;
        for (var seed = 0; seed < Times; seed++)
        {
            var changed = Mutations.Json(json, new Random(seed));
            if (Done(changed, () => EditJson.Read(Encoding.UTF8.GetBytes(changed)).Apply(Full)) is not { } after)
            {
                continue;
            }

            made++;
            var read = FilmJson.Read(FilmJson.Write(after), changed);
            FilmCheck.Check(read);
            Assert.Equal(TestFilm.Text(after), TestFilm.Text(read));
            Assert.Equal(Before, TestFilm.Text(EditJson.Read(EditJson.Write(Inverse.Of(Full, after))).Apply(after)));
            if (after.Shots.Length > 0)
            {
                Assert.NotNull(Done(changed, () => (object)new Session(after, Rigs).DrawFrame(new View(after.Shots[0].Id), 1)));
            }
        }

        Assert.True(made > 0, $"No change of {json} could be made.");
        Assert.Equal(Before, TestFilm.Text(Full));
    }

    [Theory]
    [MemberData(nameof(Questions))]
    public void A_question_is_answered_or_refused(int sample)
    {
        var question = QuestionSamples.All[sample];
        var session = new Session(Full, Rigs);
        var answer = JsonSerializer.Serialize(session.Ask(question), EngineJson.Default.Answer);
        Try(question, EngineJson.Default.Question, changed => JsonSerializer.Serialize(session.Ask(changed), EngineJson.Default.Answer));
        Assert.Equal(answer, JsonSerializer.Serialize(session.Ask(question), EngineJson.Default.Answer));
    }

    [Theory]
    [MemberData(nameof(Wishes))]
    public void A_wish_becomes_an_edit_or_is_refused(int sample)
    {
        var wish = WishSamples.All[sample];
        var session = new Session(Full, Rigs);
        Assert.NotEqual(Before, TestFilm.Text(session.Work(wish).Apply(Full)));
        Try(wish, EngineJson.Default.Wish, changed =>
        {
            var after = session.Work(changed).Apply(Full);
            FilmCheck.Check(FilmJson.Read(FilmJson.Write(after), "a wish"));
            return after;
        });
    }

    private static void Try<T>(T sample, JsonTypeInfo<T> type, Func<T, object> doIt)
        where T : class
    {
        var json = JsonSerializer.Serialize(sample, type);
        for (var seed = 0; seed < Times; seed++)
        {
            var changed = Mutations.Json(json, new Random(seed));
            Done(changed, () => JsonSerializer.Deserialize(changed, type) is { } read ? doIt(read) : null);
        }
    }

    /// <returns>Null when it was refused, as things are refused.</returns>
    private static T? Done<T>(string changed, Func<T?> doIt)
        where T : class
    {
        try
        {
            return doIt();
        }
        catch (FilmException refused)
        {
            Assert.NotEmpty(refused.Remedy);
        }
        catch (JsonException)
        {
            // No edit, question or wish at all: a host says so as of any text that is not understood.
        }
        catch (NotSupportedException unknown) when (unknown.Source == "System.Text.Json")
        {
            // Without a kind; said like the other.
        }
        catch (Exception problem)
        {
            Assert.Fail($"{problem.GetType().Name} for {changed}: {problem}");
        }

        return null;
    }
}
