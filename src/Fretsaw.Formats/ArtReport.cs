namespace Fretsaw.Formats;

/// <summary>What became of an art file.</summary>
/// <param name="Names">The parts that came in, in painting order.</param>
/// <param name="Shapes">Of vector art.</param>
/// <param name="Pictures">Of raster art, each trimmed to what is not clear and kept in its place.</param>
/// <param name="Notes">What was changed or left out, in the order of the file.</param>
public sealed record ArtReport(IReadOnlyList<string> Names, int Shapes, int Pictures, IReadOnlyList<ArtNote> Notes);

public enum ArtFate
{
    /// <summary>It came in, but not as the file has it.</summary>
    Changed,

    LeftOut,
}

/// <param name="Place">Line and element: "line 12, &lt;text&gt; 'label'".</param>
public sealed record ArtNote(string Place, ArtFate Fate, string What);
