using System.Reflection;
using System.Text.RegularExpressions;
using Fretsaw.Core.Films;
using PropertyInfo = Fretsaw.Core.Films.PropertyInfo;

namespace Fretsaw.Core.Tests;

/// <summary>How the core speaks to a person: docs/glossary.md. What the page itself says is held by web/src/words/words.test.ts.</summary>
public partial class WordsTests
{
    /// <summary>What the trade or software in general has another word for.</summary>
    [GeneratedRegex(@"\b(saw blade|strip|choose|chosen|chose|(?<!area )kept|took|taken|take (out|off|away)|put on|bring|brought|rides?|riding|let go|carried|reach(es)?|prints?|printed|slow (start|stop)|stretch (across|down)|shift (across|down)|frames a second)\b|!", RegexOptions.IgnoreCase)]
    private static partial Regex Never();

    /// <summary>A title says what was done as a command would: not "Moved", not "Changed".</summary>
    [GeneratedRegex("^(Moved|Changed|Added|Removed|Renamed|Keyed|Deleted|Pasted|Set the|Made|Drew|Dropped)\\b")]
    private static partial Regex Past();

    [Fact]
    public void Titles_of_edits_are_commands_in_the_words_of_the_glossary() =>
        Assert.DoesNotContain(EditSamples.All.Select(edit => edit.Title), title => Never().IsMatch(title) || Past().IsMatch(title) || !char.IsUpper(title[0]));

    [Fact]
    public void Properties_are_nouns_in_the_words_of_the_glossary()
    {
        var told = typeof(Properties).GetFields(BindingFlags.Public | BindingFlags.Static).Select(field => field.GetValue(null)).OfType<PropertyInfo>()
            .Concat(Properties.OfCamera(new Film { Name = "Any" }))
            .Concat(Properties.Of(new Stand()));
        var titles = told.SelectMany(property => property.Choices.Select(choice => choice.Title).Prepend(property.Title)).ToArray();
        Assert.True(titles.Length > 30);
        Assert.DoesNotContain(titles, title => Never().IsMatch(title) || !char.IsUpper(title[0]));
    }

    [Fact]
    public void An_error_is_two_sentences_of_which_one_says_what_to_do()
    {
        Assert.Equal("Puppet 'Otter' has no lids. Select the dial that closes them.", new FilmException("puppet 'Otter'", "has no lids", "select the dial that closes them").Message);
        Assert.Equal("otter.svg is not a drawing. Import another.", new FilmException("otter.svg", "is not a drawing", "import another").Message);
    }

    /// <summary>The same cases as the page's, in web/src/words/words.test.ts.</summary>
    [Theory]
    [InlineData("Rotation", "rotation")]
    [InlineData("Scale X", "scale X")]
    [InlineData("X", "X")]
    public void A_title_in_a_sentence_keeps_its_letters(string title, string within) => Assert.Equal(within, Properties.InSentence(title));
}
