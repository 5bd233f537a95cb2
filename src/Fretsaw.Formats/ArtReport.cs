namespace Fretsaw.Formats;

/// <summary>What became of an art file.</summary>
/// <param name="Parts">How many parts came in.</param>
/// <param name="Notes">What was changed or left out, in the order of the file.</param>
public sealed record ArtReport(int Parts, int Shapes, IReadOnlyList<ArtNote> Notes);

/// <param name="Place">Line and element: "line 12, &lt;text&gt; 'label'".</param>
public sealed record ArtNote(string Place, string What);
