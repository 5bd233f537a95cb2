using System.Collections.Immutable;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Edits;

/// <param name="Drawings">Its pictures, which are not in the film yet.</param>
public sealed record AddReference(string ShotId, Reference Reference, ImmutableArray<Drawing> Drawings) : Edit
{
    public override string Title => $"Import reference {Reference.Name}";

    protected internal override Film Change(Film film)
    {
        var after = film.WithShot(ShotId, shot => shot with { References = shot.References.Add(Reference) });
        return after with { Drawings = after.Drawings.AddRange(Drawings) };
    }
}

public sealed record ChangeReference(string ShotId, string ReferenceId) : Edit
{
    public string? Name { get; init; }

    public double? Rate { get; init; }

    public int? Start { get; init; }

    public int? First { get; init; }

    public int? Last { get; init; }

    public ReferenceEnd? AtEnd { get; init; }

    public bool? Over { get; init; }

    public bool? Hidden { get; init; }

    public double? OpacityPercent { get; init; }

    public double? X { get; init; }

    public double? Y { get; init; }

    public double? SizePercent { get; init; }

    public override string Title => Name is null ? "Change reference" : "Rename reference";

    protected internal override Film Change(Film film) => film.WithShot(ShotId, shot => shot with
    {
        References = shot.References.With(ReferenceId, "reference", one => one with
        {
            Name = Name ?? one.Name,
            Rate = Rate ?? one.Rate,
            Start = Start ?? one.Start,
            First = First ?? one.First,
            Last = Last ?? one.Last,
            AtEnd = AtEnd ?? one.AtEnd,
            Over = Over ?? one.Over,
            Hidden = Hidden ?? one.Hidden,
            OpacityPercent = OpacityPercent ?? one.OpacityPercent,
            X = X ?? one.X,
            Y = Y ?? one.Y,
            SizePercent = SizePercent ?? one.SizePercent,
        }),
    });
}

/// <summary>Takes a reference away, and the pictures that nothing else shows.</summary>
public sealed record RemoveReference(string ShotId, string ReferenceId) : Edit
{
    public override string Title => "Delete reference";

    protected internal override Film Change(Film film)
    {
        var gone = film.Shots.Find(ShotId, "shot").References.Find(ReferenceId, "reference");
        return Unused.DropDrawings(film.WithShot(ShotId, shot => shot with { References = shot.References.Remove(gone) }), gone.Pictures);
    }
}
