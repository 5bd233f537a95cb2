using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Films;

/// <summary>A chart under a name, to be put into any gap of the film; it scales to the gap's length.</summary>
public sealed record KeptChart : IEntity
{
    public required string Id { get; init; }

    public required string Name { get; init; }

    public Gap Gap { get; init; } = Gap.Both;
}
