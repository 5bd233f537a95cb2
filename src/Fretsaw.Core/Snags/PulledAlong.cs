using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Snags;

/// <summary>A place that ought to stand still is dragged along when a pin near it is pulled.</summary>
public static class PulledAlong
{
    /// <summary>Moving less than this part of the pull is give, not dragging.</summary>
    private const double Give = 0.05;

    public static IEnumerable<Snag> Find(Film film, Puppet puppet, RigCache rigs)
    {
        foreach (var part in puppet.Parts.Where(part => part.Mesh is not null && part.Pins.Any(pin => pin.Hold == PinHold.Watch)))
        {
            var drawing = film.Drawings.First(candidate => candidate.Id == part.Drawing);
            if (rigs.SystemOf(drawing, part) is not { Pins.Length: > 1 } system)
            {
                continue;
            }

            var pulls = Enumerable.Range(0, system.Pins.Length).Select(pin => (Pin: system.Pins[pin], Reach: rigs.ReachOf(system, pin))).ToList();
            foreach (var still in part.Pins.Where(pin => pin.Hold == PinHold.Watch))
            {
                var (t, a, b, c) = system.Mesh.Locate(still.At);
                var (i, j, k) = (system.Mesh.Triangles[3 * t], system.Mesh.Triangles[(3 * t) + 1], system.Mesh.Triangles[(3 * t) + 2]);
                var worst = pulls.MaxBy(pull => Moved(pull.Reach.Moves));
                var moved = Math.Round(Moved(worst.Reach.Moves), 1);
                if (moved > Give * worst.Reach.PulledPx)
                {
                    yield return new Snag(
                        "pulled", "rig", null, new Address("", still.Id, ""), ThingKind.Pin, moved, "px",
                        FormattableString.Invariant($"Nothing holds {still.Name}: dragging {Names.OfThing(puppet, worst.Pin.Id)} by {worst.Reach.PulledPx:0} px moves it {moved} px."),
                        new ChangePin(puppet.Id, part.Id, still.Id) { Hold = PinHold.Place }, $"Pin {still.Name}");
                }

                double Moved(double[] moves) => (a * moves[i]) + (b * moves[j]) + (c * moves[k]);
            }
        }
    }
}
