using System.Runtime.CompilerServices;

namespace Fretsaw.Core.Films;

/// <summary>A part of an error's sentence, put together only when the rule is broken: a drag checks the film with every move.</summary>
[InterpolatedStringHandler]
internal ref struct Phrase
{
    private DefaultInterpolatedStringHandler parts;
    private readonly string? whole;

    /// <param name="holds">Whether the rule does.</param>
    /// <param name="wanted">Whether the parts are to be appended.</param>
    public Phrase(int literalLength, int formattedCount, bool holds, out bool wanted)
    {
        wanted = !holds;
        parts = wanted ? new DefaultInterpolatedStringHandler(literalLength, formattedCount) : default;
    }

    private Phrase(string whole) => this.whole = whole;

    public static implicit operator Phrase(string whole) => new(whole);

    public void AppendLiteral(string text) => parts.AppendLiteral(text);

    public void AppendFormatted<T>(T value) => parts.AppendFormatted(value);

    /// <summary>The words; only once.</summary>
    public override string ToString() => whole ?? parts.ToStringAndClear();
}
