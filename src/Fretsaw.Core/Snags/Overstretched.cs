using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Snags;

/// <summary>
/// Art that is drawn much larger or smaller than it is: its area leaves 90 to 110 %. What dials say is rigged to be so, as a head that turns
/// or a lid that shuts; of a part it can be set to be meant.
/// </summary>
internal sealed class Overstretched : IFrameCheck
{
    private const double Least = 0.9;
    private const double Most = 1.1;

    private readonly Plan plan;
    private readonly ThingFrame thing;
    private readonly (double Times, int Frame)[] worst;
    private readonly double[] restAreas;

    public Overstretched(Plan plan, ThingFrame thing)
    {
        (this.plan, this.thing) = (plan, thing);
        worst = new (double Times, int Frame)[thing.Cast!.Plan.Parts.Length];
        restAreas = [.. thing.Cast.Meshes.Select(mesh => mesh is null ? 0 : Area(mesh.Mesh, mesh.Mesh.X, mesh.Mesh.Y))];
        Inputs = new Inputs($"stretch {thing.Plan.Thing.Id}", [.. Inputs.OfPose(plan, thing.Plan)]);
    }

    public Inputs Inputs { get; }

    public IEnumerable<ThingFrame> Posed => [thing];

    public void Visit(Evaluator frame)
    {
        var cast = thing.Cast!;
        foreach (var part in cast.Plan.Painted)
        {
            // A limb's art is made for its bones.
            if (part.Limb is not null || part.Part.StretchesFreely)
            {
                continue;
            }

            var times = Math.Abs(cast.Worlds[part.Node].Determinant) / ByDials(frame, part);
            if (cast.Meshes[part.Index] is { } mesh && restAreas[part.Index] > 0)
            {
                times *= Area(mesh.Mesh, mesh.X, mesh.Y) / restAreas[part.Index];
            }

            if (IsOff(times) && Off(times) > Off(worst[part.Index].Times))
            {
                worst[part.Index] = (times, (int)frame.Frame);
            }
        }
    }

    /// <summary>What of a part's area comes from dials, on itself and on what carries it.</summary>
    private double ByDials(Evaluator frame, PartPlan part)
    {
        var driven = frame.DrivenOf(thing.Cast!);
        var (first, times) = (thing.Plan.PuppetSlot, 1.0);
        for (var node = part.Node; node >= 0; node = thing.Cast!.Skeleton.CarrierIndexOf(node))
        {
            var plan = thing.Cast!.Plan.Nodes[node];
            if (!plan.IsBone)
            {
                // Turn and shift come first.
                var stretch = plan.Slot + 3;
                var keyed = frame.Values[first + stretch] * frame.Values[first + stretch + 1];
                var shown = driven[stretch] * driven[stretch + 1];
                times *= keyed == 0 || shown == 0 ? 1 : Math.Abs(shown / keyed);
            }
        }

        return times;
    }

    /// <summary>How far it is from as it was drawn, half as far off as twice.</summary>
    private static double Off(double times) => times == 0 ? 0 : Math.Abs(Math.Log(Math.Max(1e-6, times)));

    private static double Area(Mesh mesh, double[] x, double[] y)
    {
        var (area, corners) = (0.0, mesh.Triangles);
        for (var t = 0; t < corners.Length; t += 3)
        {
            area += Math.Abs(Mesh.DoubleArea(x, y, corners[t], corners[t + 1], corners[t + 2]));
        }

        return area;
    }

    public IEnumerable<Snag> Found()
    {
        // Everything that a scaled head carries is scaled with it: that is one thing to mend.
        var evaluator = new Evaluator(plan);
        foreach (var together in thing.Cast!.Plan.Painted.Where(part => worst[part.Index].Times != 0).GroupBy(part => CauseOf(evaluator, part)))
        {
            var part = together.FirstOrDefault(part => part.Part.Id == together.Key) ?? together.MaxBy(part => Off(worst[part.Index].Times))!;
            var (times, frame) = worst[part.Index];
            var (percent, others) = (Math.Round(times * 100), together.Count() - 1);
            var mend = Mend(part) ?? ByBones(part, frame);
            var along = others == 0 ? "" : others == 1 ? ", and one part with it" : $", and {others} parts with it";
            yield return new Snag(
                "stretch", "act", frame, new Address(thing.Plan.Thing.Id, part.Part.Id, ""), ThingKind.Part, percent, "%",
                FormattableString.Invariant($"{part.Part.Name} of {thing.Plan.Thing.Name} is drawn at {percent} % of its area at frame {frame}{along}."),
                mend, mend is null ? null : "Keep the area where it is stretched");
        }
    }

    /// <summary>What stretches a part where it is worst: the outermost of itself and what carries it that is stretched by itself.</summary>
    private string CauseOf(Evaluator evaluator, PartPlan part)
    {
        evaluator.Evaluate(worst[part.Index].Frame);
        var cast = evaluator.Things[thing.Plan.Index].Cast!;
        var (cause, root) = (part.Part.Id, part.Node);
        for (var node = part.Node; node >= 0; node = cast.Skeleton.CarrierIndexOf(node))
        {
            root = node;
            cause = IsOff(Math.Abs(cast.Worlds[node].Determinant / cast.Skeleton.CarrierOf(node).Determinant)) ? cast.Plan.Nodes[node].Id : cause;
        }

        return IsOff(Math.Abs(cast.Skeleton.CarrierOf(root).Determinant)) ? Address.Body : cause;
    }

    private static bool IsOff(double times) => times is < Least or > Most;

    /// <summary>
    /// Of what stretches the part, itself or what carries it, every key of a stretch becomes one of a squash of the same proportions,
    /// which keeps the area between keys too.
    /// </summary>
    private Together? Mend(PartPlan part)
    {
        var owner = thing.Plan.Thing.Id;
        var evaluator = new Evaluator(plan);
        foreach (var carrier in CarriersOf(part).Append(Address.Body))
        {
            Address Of(PropertyInfo property) => new(owner, carrier, property.Name);
            var (across, down, squash) = (Of(Properties.StretchX), Of(Properties.StretchY), Of(Properties.Squash));
            var frames = plan.Shot.Tracks.Where(track => track.Address == down || track.Address == across).SelectMany(track => track.AllKeys).Select(key => key.Frame).Distinct().Order();
            var edits = new List<Edit>();
            foreach (var frame in frames)
            {
                var (x, y) = (At(across, frame), At(down, frame));
                if (Math.Abs((Math.Abs(x * y) / 10_000) - 1) > 0.01 && Math.Abs(x) > 1 && Math.Abs(y) > 1)
                {
                    var squashed = Math.Clamp(At(squash, frame) * Math.Sqrt(Math.Abs(x / y)), Properties.Squash.Min, Properties.Squash.Max);
                    edits.Add(new SetKeys(plan.Shot.Id, frame, [new KeyValue(across, Math.Sign(x) * 100), new KeyValue(down, Math.Sign(y) * 100), new KeyValue(squash, Math.Round(squashed, 2))]));
                }
            }

            if (edits.Count > 0)
            {
                return new Together("Keep the area", edits);
            }
        }

        return null;

        // What is keyed behind the shot's end still says how it goes there.
        double At(Address address, int frame)
        {
            if (frame <= plan.Shot.Length)
            {
                evaluator.EvaluateStage(frame);
                return evaluator.Values[plan.Slots.Find(address)];
            }

            var property = plan.Slots.PropertyOf(plan.Slots.Find(address));
            var track = plan.Shot.Tracks.FirstOrDefault(track => track.Address == address);
            return track is null ? property.Default : TrackRuns.Sampled(track, property, TrackRuns.CardsOf(plan.Shot, address))(frame).X;
        }
    }

    /// <summary>Bones that have grown at a frame and take the part along, or bend it, keep their area from now on.</summary>
    private Together? ByBones(PartPlan part, int frame)
    {
        var evaluator = new Evaluator(plan);
        evaluator.Evaluate(frame);
        var cast = evaluator.Things[thing.Plan.Index].Cast!;
        var bones = NodesOf(part).Concat(part.Mesh?.Bones ?? []).Distinct().Where(node => cast.Plan.Nodes[node] is { IsBone: true, KeepsArea: false } && HasGrown(cast, node));
        var edits = bones.Select(bone => new ChangeBone(cast.Plan.Puppet.Id, cast.Plan.Nodes[bone].Id) { KeepsArea = true }).ToList();
        return edits.Count == 0 ? null : new Together("Keep the area", [.. edits]);
    }

    private static bool HasGrown(CastFrame cast, int bone) =>
        Math.Abs(Math.Abs(cast.Worlds[bone].Determinant / cast.Skeleton.CarrierOf(bone).Determinant) - 1) > 0.01;

    private IEnumerable<string> CarriersOf(PartPlan part) => NodesOf(part).Select(node => thing.Cast!.Plan.Nodes[node]).Where(node => !node.IsBone).Select(node => node.Id);

    /// <summary>The part's node, and what carries it at rest.</summary>
    private IEnumerable<int> NodesOf(PartPlan part)
    {
        for (var node = part.Node; node >= 0; node = thing.Cast!.Plan.Nodes[node].Carrier)
        {
            yield return node;
        }
    }
}
