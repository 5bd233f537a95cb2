using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Snags;

/// <summary>Runs every check over a shot.</summary>
public static class SnagFinder
{
    public static IEnumerable<Snag> Find(Film film, Shot shot, RigCache rigs)
    {
        var plan = PlanCompiler.Compile(film, shot, rigs);
        var puppets = plan.Cast.Select(cast => cast.Puppet).Distinct().ToList();
        return
        [
            .. CreepingChannel.Find(film, shot),
            .. ArtPastEdge.Find(plan),
            .. UncoveredMesh.Find(film, shot, rigs),
            .. FlippedMesh.Find(plan),
            .. SoftArt.Find(plan),
            .. puppets.SelectMany(puppet => PulledAlong.Find(film, puppet, rigs)),
            .. puppets.SelectMany(puppet => TwistedForm.Find(film, puppet, rigs)),
        ];
    }
}
