using System.Collections.Immutable;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Handling;

/// <summary>
/// A limb, joint by joint: its bones, which take the parts that they are drawn on, limits by which its middle joints bend the way they
/// are drawn and no other, and a reach to its end.
/// </summary>
/// <param name="View">Of the puppet on the bench.</param>
/// <param name="Joints">From the root to the end, picture pixels; 3 to 12.</param>
/// <param name="NewId">The bones and the reach are named by it.</param>
public sealed record DrawLimb(View View, ImmutableArray<Point> Joints, string NewId) : Wish
{
    private const int MostJoints = 12;

    /// <summary>A first joint this near to the end of a bone begins there, picture pixels.</summary>
    private const double SnapPixels = 18;

    /// <summary>A joint that is drawn straighter than this says nothing of the way that it bends, degrees.</summary>
    private const double Straight = 3;

    /// <summary>How far joints of arms and legs bend, and how far past straight they give, degrees: common practice (from memory).</summary>
    private const double MostBent = 150;
    private const double PastStraight = 5;

    /// <summary>Id of the part that is chosen, which is taken before others that lie there.</summary>
    public string? Part { get; init; }

    public override Edit ToEdit(Film film, Func<View, double, Evaluator> frameAt)
    {
        FilmException.ThrowIf(Joints.IsDefault || Joints.Length is < 3 or > MostJoints, "limb", $"has {(Joints.IsDefault ? 0 : Joints.Length)} joints", $"press on 3 to {MostJoints} places, from its root to its end");
        var frame = frameAt(View, View.BenchFrame);
        var cast = Drag.FindCast(frame, View.BenchCast);
        var puppet = cast.Plan.Puppet;
        var toPicture = frame.Things[cast.Use.Index].ToPicture;
        var toPuppet = Drag.Inverse(toPicture);
        var joints = Joints.Select(joint => toPuppet.Map(joint).Rounded()).ToArray();
        FilmException.ThrowIf(joints.Zip(joints.Skip(1)).Any(pair => (pair.First - pair.Second).Length < 1), "limb", "has two joints at one place", "press on places that lie apart");

        var snap = SnapPixels / toPicture.Magnification(joints[0]);
        var before = puppet.Bones.OrderBy(bone => (bone.End - joints[0]).Length).FirstOrDefault(bone => (bone.End - joints[0]).Length <= snap);
        joints[0] = before?.End ?? joints[0];
        var taken = Enumerable.Range(0, joints.Length - 1).Select(i => BonesOnArt.Under(film, puppet, joints[i], joints[i + 1], Part)).ToList();
        var bones = new List<Bone>();
        for (var i = 0; i + 1 < joints.Length; i++)
        {
            bones.Add(new Bone
            {
                Id = $"{NewId}-{i + 1}",
                Name = NameOf(puppet, taken, i),
                Start = joints[i],
                End = joints[i + 1],
                RidesOn = i > 0 ? bones[i - 1].Id : before?.Id ?? BonesOnArt.CarrierOf(taken),
                KeepsArea = true,
                Limit = i > 0 ? LimitOf(joints[i] - joints[i - 1], joints[i + 1] - joints[i]) : null,
            });
        }

        var side = Point.Cross(joints[^1] - joints[0], joints[1] - joints[0]);
        var reach = new Reach
        {
            Id = $"{NewId}-reach",
            Name = taken.Find(part => part is not null) is { } part ? $"{part.Name}, end" : $"{bones[^1].Name} IK",
            Upper = bones[0].Id,
            Lower = bones[^1].Id,
            Bend = side >= 0 ? 1 : -1,
            Method = ReachMethod.Settled,
        };
        return new Together("Draw limb", [.. bones.Select(bone => new AddBone(puppet.Id, bone)), .. BonesOnArt.Take(puppet, [.. bones.Zip(taken)]), new AddReach(puppet.Id, reach), .. ShapePairs.Along(film, puppet, bones, reach)]);
    }

    /// <summary>After the part that it takes; numbered where it takes none, or several bones take one.</summary>
    private static string NameOf(Puppet puppet, List<Part?> taken, int index) => taken[index] is not { } part
        ? $"Bone {puppet.Bones.Length + index + 1}"
        : taken.Count(other => other == part) == 1 ? $"{part.Name} bone" : $"{part.Name} bone {taken.Take(index + 1).Count(other => other == part)}";

    /// <returns>Null for a joint that is drawn straight.</returns>
    private static TurnLimit? LimitOf(Point before, Point after)
    {
        var turned = Math.Atan2(Point.Cross(before, after), Point.Dot(before, after)) / Angles.RadiansPerDegree;
        var (straightens, bends) = (Math.Round(Math.Abs(turned) + PastStraight), Math.Round(Math.Max(0, MostBent - Math.Abs(turned))));
        return Math.Abs(turned) < Straight ? null : turned > 0 ? new TurnLimit(-straightens, bends) : new TurnLimit(-bends, straightens);
    }
}
