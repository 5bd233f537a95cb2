using System.Collections.Immutable;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Films;

/// <summary>
/// The whole document: what is kept, undone, sent and printed. Immutable; an edit makes a new film that shares
/// everything it did not touch, so "did this change?" is a comparison of references.
/// </summary>
/// <remarks>
/// Conventions: the stage unit is one pixel of the frame at the picture plane, x right, y down, origin at the
/// frame's top left corner at rest. Degrees, clockwise positive. Frames are whole and counted from 1.
/// </remarks>
public sealed record Film
{
    public const int CurrentVersion = 2;

    /// <summary>The version of the film format; see docs/film-format.md.</summary>
    public int Version { get; init; } = CurrentVersion;

    public required string Name { get; init; }

    /// <summary>Frames a second, (0, 120].</summary>
    public double FrameRate { get; init; } = 24;

    /// <summary>Frame size in pixels, [16, 8192] each.</summary>
    public int Width { get; init; } = 1920;

    public int Height { get; init; } = 1080;

    /// <summary>How many metres of the world the frame's width shows at the picture plane, (0, 1000].</summary>
    public double FrameWidthMetres { get; init; } = 2.4;

    /// <summary>
    /// The focal length in mm with which the picture plane is exactly one frame wide. It fixes the picture plane's
    /// distance: <see cref="FrameWidthMetres"/> · <see cref="RestLensMm"/> / 36 mm.
    /// </summary>
    public double RestLensMm { get; init; } = 50;

    /// <summary>What shows where no art is; left out of prints with alpha.</summary>
    public Colour Backdrop { get; init; } = new(0xEF, 0xE9, 0xDD, 0xFF);

    public ImmutableArray<Drawing> Drawings { get; init; } = [];

    public ImmutableArray<Puppet> Puppets { get; init; } = [];

    public ImmutableArray<Shot> Shots { get; init; } = [];

    /// <summary>Charts that are kept by name.</summary>
    public ImmutableArray<KeptChart> Charts { get; init; } = [];

    /// <summary>Poses and actions that are kept by name.</summary>
    public ImmutableArray<Kept> Kept { get; init; } = [];

    /// <summary>What there is to be heard.</summary>
    public ImmutableArray<Sound> Sounds { get; init; } = [];

    /// <summary>The box of all of a puppet's art at rest, puppet pixels.</summary>
    public Box BoxOf(Puppet puppet)
    {
        var drawings = Drawings.ToDictionary(drawing => drawing.Id, StringComparer.Ordinal);
        return puppet.Parts.Where(part => part.Drawing is not null).Aggregate(default(Box), (box, part) => box.With(drawings[part.Drawing!].Bounds));
    }

    /// <summary>A film with one empty shot, ready to work in.</summary>
    public static Film Blank(string name) => new()
    {
        Name = name,
        Shots = [new Shot { Id = "shot-1", Name = "Shot 1", Length = 96 }],
    };
}
