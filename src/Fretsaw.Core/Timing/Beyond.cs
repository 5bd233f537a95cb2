namespace Fretsaw.Core.Timing;

/// <summary>What a track does before its first key and after its last.</summary>
public enum Beyond
{
    /// <summary>Stands still.</summary>
    Stand,

    /// <summary>The same again, from the start: a loop closes where the last key equals the first.</summary>
    Again,

    /// <summary>Back the way it came, and again.</summary>
    ToAndFro,

    /// <summary>The same again, on by the difference between the last key and the first: a walk goes on walking.</summary>
    Onward,
}
