using System.Collections.Immutable;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Edits;

/// <summary>Adds strokes of a brush to a knead; a knead that is not there yet is made, and with it the mesh of a part that has none.</summary>
public sealed record KneadMesh(string PuppetId, string PartId, string KneadId, ImmutableArray<KneadStroke> Strokes) : Edit
{
    public override string Title => "Knead";

    protected internal override Film Change(Film film) => film.WithPart(PuppetId, PartId, part => part with
    {
        Kneads = part.Kneads.Any(knead => knead.Id == KneadId)
            ? part.Kneads.With(KneadId, "knead", knead => knead with { Strokes = knead.Strokes.AddRange(Strokes) })
            : part.Kneads.Add(new Knead { Id = KneadId, Name = $"Knead {part.Kneads.Length + 1}", Strokes = Strokes }),
        Mesh = part.Mesh ?? Meshes.For(film, part),
    });
}

/// <summary>Adds strokes of the weight brush to a part that is bent by bones.</summary>
public sealed record PaintWeights(string PuppetId, string PartId, ImmutableArray<WeightStroke> Strokes) : Edit
{
    public override string Title => "Paint weights";

    protected internal override Film Change(Film film) => film.WithPart(PuppetId, PartId, part => part with
    {
        Bend = (part.Bend ?? throw new FilmException($"part '{part.Name}'", "is not bent by bones", "bend it by bones first")) is var bend
            ? bend with { Strokes = bend.Strokes.AddRange(Strokes) }
            : null,
    });
}
