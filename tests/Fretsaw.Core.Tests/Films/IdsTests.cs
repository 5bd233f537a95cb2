using CsCheck;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Tests;

public class IdsTests
{
    [Fact]
    public void Whatever_a_name_is_an_id_can_be_made_of_it() => Gen.String.Sample(text =>
    {
        var id = Ids.Of(text);
        Assert.True(Ids.IsValid(id));
        Assert.Equal(id, Ids.Of(id));
        var suffixed = Ids.With(id, "copy-2");
        Assert.True(Ids.IsValid(suffixed));
        Assert.EndsWith("-copy-2", suffixed, StringComparison.Ordinal);
    });

    [Fact]
    public void A_free_id_is_the_id_itself_or_the_first_number_that_is_free() => Gen.Select(Gen.Int[0, 30], Gen.Int[1, Ids.MaxLength]).Sample((taken, length) =>
    {
        var id = new string('n', length);
        var seen = new HashSet<string>();
        for (var i = 0; i <= taken; i++)
        {
            var free = Ids.Free(id, candidate => !seen.Contains(candidate));
            Assert.True(Ids.IsValid(free) && seen.Add(free));
            Assert.Equal(i == 0, free == id);
        }
    });

    [Theory]
    [InlineData("a", true)]
    [InlineData("Pin-2_b.c", true)]
    [InlineData("", false)]
    [InlineData(null, false)]
    [InlineData("a/b", false)]
    [InlineData("ä", false)]
    [InlineData("a b", false)]
    [InlineData("a\u0000", false)]
    public void The_rule_is_letters_digits_and_three_signs(string? id, bool valid) => Assert.Equal(valid, Ids.IsValid(id));

    [Fact]
    public void The_longest_has_64_letters()
    {
        Assert.True(Ids.IsValid(new string('x', 64)));
        Assert.False(Ids.IsValid(new string('x', 65)));
    }
}
