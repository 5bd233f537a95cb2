using System.Collections.Immutable;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Formats.Svg;

namespace Fretsaw.Demo;

/// <summary>What Pip is acted by: the parts by their names.</summary>
internal sealed record PipRig(string Puppet, ImmutableDictionary<string, string> Parts)
{
    public const string Blink = "pip-blink";

    public string this[string part] => Parts[part];
}

/// <summary>A small storm petrel of a few parts, turned at their pivots.</summary>
internal static class PipRecipe
{
    public static Film Rig(Film film, out PipRig rig)
    {
        var (puppet, drawings, _) = SvgFile.ReadPuppet(DemoFilm.Art("pip.svg"), "pip.svg", "pip");
        film = new AddPuppet(puppet with { Name = "Pip", Origin = new Point(150, 228) }, drawings).Apply(film);
        var parts = puppet.Parts.ToImmutableDictionary(part => part.Name, part => part.Id);
        rig = new PipRig(puppet.Id, parts);
        (string Part, double X, double Y)[] pivots =
        [
            ("Body", 150, 192), ("Head", 212, 112), ("Wing", 186, 124), ("Tail", 92, 160), ("Beak, upper", 264, 92), ("Beak, lower", 264, 100), ("Eye", 246, 74), ("Lid", 246, 68), ("Legs", 150, 226),
        ];
        film = pivots.Aggregate(film, (current, pivot) => new ChangePart(puppet.Id, parts[pivot.Part]) { Pivot = new Point(pivot.X, pivot.Y) }.Apply(current));

        // The lid lies up in the feathers until it is drawn down over the eye.
        var open = new Station(0, 0, [new StationValue(parts["Lid"], "stretchY", 8), new StationValue(parts["Lid"], "shiftY", -12)]);
        var shut = new Station(100, 0, [new StationValue(parts["Lid"], "stretchY", 230), new StationValue(parts["Lid"], "shiftY", 2)]);
        return new PutDial(puppet.Id, new Dial { Id = PipRig.Blink, Name = "Blink", Stations = [open, shut] }).Apply(film);
    }
}
