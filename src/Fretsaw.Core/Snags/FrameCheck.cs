using Fretsaw.Core.Engine;

namespace Fretsaw.Core.Snags;

/// <summary>A check that looks at every frame of a shot. All of them look at the same evaluated frame.</summary>
internal interface IFrameCheck
{
    /// <summary>What of the film its answer depends on: while these are the same, so is the answer.</summary>
    Inputs Inputs { get; }

    /// <summary>The puppets whose parts it looks at; where things stand is known of all.</summary>
    IEnumerable<ThingFrame> Posed { get; }

    void Visit(Evaluator frame);

    /// <summary>After the last frame.</summary>
    IEnumerable<Snag> Found();
}
