using System.Collections.Immutable;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Edits;

/// <summary>In every Change… edit, what is null stays as it is.</summary>
public sealed record ChangeFilm : Edit
{
    public string? Name { get; init; }

    public double? FrameRate { get; init; }

    public int? Width { get; init; }

    public int? Height { get; init; }

    public double? FrameWidthMetres { get; init; }

    public double? RestLensMm { get; init; }

    public Colour? Backdrop { get; init; }

    public override string Title => Name is null ? "Change film settings" : "Rename film";

    protected internal override Film Change(Film film) => film with
    {
        Name = Name ?? film.Name,
        FrameRate = FrameRate ?? film.FrameRate,
        Width = Width ?? film.Width,
        Height = Height ?? film.Height,
        FrameWidthMetres = FrameWidthMetres ?? film.FrameWidthMetres,
        RestLensMm = RestLensMm ?? film.RestLensMm,
        Backdrop = Backdrop ?? film.Backdrop,
    };
}

/// <summary>Brings a puppet and its drawings into the film and, if a shot is named, onto its stage.</summary>
public sealed record AddPuppet(Puppet Puppet, ImmutableArray<Drawing> Drawings) : Edit
{
    public override string Title => $"Import {Puppet.Name}";

    protected internal override Film Change(Film film) => film with
    {
        Puppets = film.Puppets.Add(Puppet),
        Drawings = film.Drawings.AddRange(Drawings),
    };
}

public sealed record ChangePuppet(string PuppetId) : Edit
{
    public string? Name { get; init; }

    public Geometry.Point? Origin { get; init; }

    public double? BodySharePercent { get; init; }

    public ImmutableArray<PadFeature>? FacePad { get; init; }

    public ImmutableArray<DeviceLink>? Device { get; init; }

    /// <summary>A new name on the shelf puts it there; "" makes the puppet this film's own.</summary>
    public string? Shelf { get; init; }

    public override string Title => Name is not null ? "Rename puppet"
        : Origin is not null ? "Move ground point"
        : BodySharePercent is not null ? "Change share of body"
        : Device is not null ? "Change face device links"
        : FacePad is not null ? "Change face pad"
        : Shelf is { Length: > 0 } ? "Put puppet on shelf"
        : "Detach puppet from shelf";

    protected internal override Film Change(Film film) => film.WithPuppet(PuppetId, puppet => puppet with
    {
        Name = Name ?? puppet.Name,
        Origin = Origin ?? puppet.Origin,
        BodySharePercent = BodySharePercent ?? puppet.BodySharePercent,
        FacePad = FacePad ?? puppet.FacePad,
        Device = Device ?? puppet.Device,
        Shelf = Shelf.Or(puppet.Shelf),
    });
}

/// <summary>Makes two things of a puppet each other's other side.</summary>
public sealed record PairThings(string PuppetId, string One) : Edit
{
    /// <summary>The thing itself for none; null to go by the names again.</summary>
    public string? Other { get; init; }

    public override string Title => "Set opposite";

    protected internal override Film Change(Film film) => film.WithPuppet(PuppetId, puppet =>
    {
        var things = Names.InPuppet(puppet).Select(named => named.Id).ToHashSet(StringComparer.Ordinal);
        foreach (var id in (string?[])[One, Other])
        {
            FilmException.ThrowIf(id is not null && !things.Contains(id), $"'{id}'", "is not part of the puppet", "select one that is");
        }

        var others = puppet.Pairs.RemoveAll(pair => pair.One == One || pair.Other == One || pair.One == Other || pair.Other == Other);
        return puppet with { Pairs = Other is null ? others : others.Add(new MirrorPair(One, Other)) };
    });
}

/// <summary>Takes the puppet out of the film, out of every shot, and its keys and drawings with it.</summary>
public sealed record RemovePuppet(string PuppetId) : Edit
{
    public override string Title => "Delete puppet";

    protected internal override Film Change(Film film)
    {
        var puppet = film.Puppets.Find(PuppetId, "puppet");
        var shots = film.Shots.Select(shot => shot.Things
            .Where(thing => thing.Body is Cast cast && cast.Puppet == PuppetId)
            .Aggregate(shot, (current, thing) => Stage.Without(current, thing.Id)));
        return Unused.DropDrawings(
            film with { Puppets = film.Puppets.Remove(puppet), Shots = [.. shots] },
            puppet.Parts.SelectMany(Unused.DrawingsOf));
    }
}
