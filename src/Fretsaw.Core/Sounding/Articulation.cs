using Fretsaw.Core.Films;

namespace Fretsaw.Core.Sounding;

/// <summary>
/// Which mouth a sound of speech has, by where lips and tongue are: consonants by their place, vowels by their height and rounding in
/// the chart of the International Phonetic Association (2015; from memory).
/// </summary>
public static class Articulation
{
    private const string StressAndLength = "ˈˌːˑ.'ʰʲʷˠ̩̯̃͡‿ ";

    /// <param name="ipa">One sound; a diphthong, or an affricate, has two mouths in a row.</param>
    /// <returns>At least one.</returns>
    public static IReadOnlyList<Mouth> Of(string ipa)
    {
        var mouths = new List<Mouth>();
        foreach (var sign in ipa.Where(sign => !StressAndLength.Contains(sign, StringComparison.Ordinal)))
        {
            if (OfSign(sign) is { } mouth && (mouths.Count == 0 || mouths[^1] != mouth))
            {
                mouths.Add(mouth);
            }
        }

        return mouths.Count > 0 ? mouths : [Mouth.Rest];
    }

    private static Mouth? OfSign(char sign) => sign switch
    {
        'm' or 'b' or 'p' or 'ɓ' or 'ʙ' => Mouth.Shut,
        'f' or 'v' or 'ɱ' or 'ʋ' => Mouth.Teeth,
        'l' or 'n' or 't' or 'd' or 'θ' or 'ð' or 'ɾ' or 'ɫ' or 'ɬ' or 'ɮ' or 'ʈ' or 'ɖ' or 'ɳ' or 'ɭ' => Mouth.Tongue,
        's' or 'z' or 'i' or 'ɪ' or 'e' or 'j' or 'ɨ' or 'ᵻ' or 'ç' or 'ɕ' or 'ʑ' => Mouth.Wide,
        'w' or 'u' or 'ʊ' or 'y' or 'ʏ' or 'ʍ' or 'ɥ' or 'ɸ' or 'β' or 'ʃ' or 'ʒ' or 'ʉ' or 'ɹ' => Mouth.Narrow,
        'o' or 'ɔ' or 'ɒ' or 'ø' or 'œ' or 'ɵ' or 'ɞ' => Mouth.Round,
        'a' or 'ɑ' or 'æ' or 'ɐ' or 'ʌ' or 'ä' => Mouth.Open,
        'ɛ' or 'ə' or 'ɜ' or 'ɘ' or 'ɚ' or 'ɝ' or 'ɤ' or 'ɯ' or 'k' or 'ɡ' or 'g' or 'ŋ' or 'h' or 'x' or 'ɣ' or 'r' or 'ʁ' or 'ʀ' or 'q' or 'c' or 'ɟ' or 'χ' or 'ħ' or 'ʔ' => Mouth.Half,
        '_' or '|' => Mouth.Rest,
        _ => null,
    };
}
