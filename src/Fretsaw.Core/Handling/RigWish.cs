using System.Collections.Immutable;
using Fretsaw.Core.Art;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Handling;

/// <summary>A mesh of about so many triangles.</summary>
public sealed record MeshOf(string Puppet, string Part, int Triangles) : Wish
{
    /// <summary>The count goes with 1 / side²; borders spoil that a little, so it is measured and set right this often.</summary>
    private const int Corrections = 3;

    public override Edit ToEdit(Film film, Func<View, double, Evaluator> frameAt)
    {
        FilmCheck.Range(Triangles, 4, 20_000, "mesh", "number of triangles", "");
        var part = film.Puppets.Find(Puppet, "puppet").Parts.Find(Part, "part");
        var settings = part.Mesh ?? Meshes.For(film, part);
        var outline = film.Drawings.Find(part.Drawing!, "drawing").Outline;
        for (var i = 0; i < Corrections; i++)
        {
            var got = Math.Max(1, MeshBuilder.Build(outline, settings).TriangleCount);
            settings = settings with { TriangleSide = Math.Clamp(Math.Round(settings.TriangleSide * Math.Sqrt((double)got / Triangles), 2), 2, 500) };
        }

        return new ChangePart(Puppet, Part) { MeshTriangleSide = settings.TriangleSide, MeshMargin = settings.Margin };
    }
}

/// <summary>A tapered limb along a bone and the bone that carries it, painted over everything that is there.</summary>
public sealed record MakeLimb(string Puppet, string LowerBone, string NewPart, string NewDrawing, Colour Fill) : Wish
{
    private const double RootPart = 0.42;
    private const double JointPart = 0.32;
    private const double EndPart = 0.24;

    public override Edit ToEdit(Film film, Func<View, double, Evaluator> frameAt)
    {
        var puppet = film.Puppets.Find(Puppet, "puppet");
        var (upper, lower) = Bones.Pair(puppet, LowerBone);
        var length = ((lower.Start - upper.Start).Length + (lower.End - lower.Start).Length) / 2;
        var limb = new Limb(upper.Id, lower.Id, Math.Round(length * RootPart, 1), Math.Round(length * JointPart, 1), Math.Round(length * EndPart, 1));
        var drawing = Limbs.DrawingOf(limb, upper.Start, lower.Start, lower.End, NewDrawing, new Paint { Colour = Fill });
        var part = new Part
        {
            Id = NewPart,
            Name = $"{upper.Name}, limb",
            Drawing = drawing.Id,
            Pivot = upper.Start,
            RidesOn = upper.RidesOn,
            Limb = limb,
        };
        return new AddPart(Puppet, part, [drawing], puppet.Parts.Length);
    }
}

/// <summary>A reach over a chain that ends with a bone; it bends the way the bones are drawn.</summary>
/// <param name="Length">How many bones; 2 for an arm or leg.</param>
public sealed record MakeReach(string Puppet, string LowerBone, string NewId, int Length = 2) : Wish
{
    public override Edit ToEdit(Film film, Func<View, double, Evaluator> frameAt)
    {
        var puppet = film.Puppets.Find(Puppet, "puppet");
        var lower = puppet.Bones.Find(LowerBone, "bone");
        var upper = lower;
        for (var i = 1; i < Math.Max(2, Length); i++)
        {
            upper = Bones.CarrierOf(puppet, upper);
        }

        var second = Bones.SecondOf(puppet, upper, lower);
        var side = Point.Cross(lower.End - upper.Start, second.Start - upper.Start);
        return new AddReach(Puppet, new Reach { Id = NewId, Name = $"{lower.Name} IK", Upper = upper.Id, Lower = lower.Id, Bend = side >= 0 ? 1 : -1, Method = ReachMethod.Settled });
    }
}

/// <summary>Other parts' art becomes drawings that show instead of this part's, and the parts themselves go.</summary>
public sealed record GatherSwaps(string Puppet, string Part, ImmutableArray<string> Others) : Wish
{
    public override Edit ToEdit(Film film, Func<View, double, Evaluator> frameAt) => Gathering.Of(film, Puppet, Part, Others, other => new PutOnPart(Puppet, Part)
    {
        Swap = new Swap { Id = $"swap-{other.Id}", Name = other.Name, Drawing = other.Drawing, Pivot = other.Pivot },
    }, "Gather swaps");
}

/// <summary>Other parts' outlines become forms that this part's is blended with, and the parts themselves go.</summary>
public sealed record GatherForms(string Puppet, string Part, ImmutableArray<string> Others) : Wish
{
    public override Edit ToEdit(Film film, Func<View, double, Evaluator> frameAt) => Gathering.Of(film, Puppet, Part, Others, other => new PutOnPart(Puppet, Part)
    {
        Form = new Form { Id = $"form-{other.Id}", Name = other.Name, Drawing = other.Drawing! },
    }, "Gather forms");
}

internal static class Gathering
{
    /// <summary>The part that takes comes first, so that the drawings are never without a user.</summary>
    public static Edit Of(Film film, string puppetId, string partId, ImmutableArray<string> others, Func<Part, Edit> take, string says)
    {
        var puppet = film.Puppets.Find(puppetId, "puppet");
        var taken = others.Where(id => id != partId).Select(id => puppet.Parts.Find(id, "part")).ToList();
        var bare = taken.Find(part => part.Drawing is null);
        FilmException.ThrowIf(taken.Count == 0, $"part '{puppet.Parts.Find(partId, "part").Name}'", "was given nothing to gather", "select other parts of the puppet too");
        FilmException.ThrowIf(bare is not null, $"part '{bare?.Name}'", "has no drawing of its own", "select the parts attached to it");
        return new Together(says, [.. taken.Select(take), .. taken.Select(part => new RemovePart(puppetId, part.Id))]);
    }
}

internal static class Bones
{
    public static Bone CarrierOf(Puppet puppet, Bone bone) => puppet.Bones.FirstOrDefault(other => other.Id == bone.RidesOn)
        ?? throw new FilmException($"bone '{bone.Name}'", "is not attached to a bone", "draw it from the end of another bone");

    public static (Bone Upper, Bone Lower) Pair(Puppet puppet, string lowerBone)
    {
        var lower = puppet.Bones.Find(lowerBone, "bone");
        return (CarrierOf(puppet, lower), lower);
    }

    public static Bone SecondOf(Puppet puppet, Bone upper, Bone lower)
    {
        var at = lower;
        while (at.RidesOn != upper.Id)
        {
            at = CarrierOf(puppet, at);
        }

        return at;
    }
}
