using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Snags;

/// <summary>Runs every check over a shot.</summary>
public static class SnagFinder
{
    public static IEnumerable<Snag> Find(Film film, Shot shot, RigCache rigs) =>
    [
        .. CreepingChannel.Find(film, shot),
        .. ArtPastEdge.Find(PlanCompiler.Compile(film, shot, rigs)),
        .. UncoveredMesh.Find(film, shot, rigs),
    ];
}
