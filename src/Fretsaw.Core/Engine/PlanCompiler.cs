using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Engine;

/// <summary>Film and shot → plan.</summary>
public static class PlanCompiler
{
    public static Plan Compile(Film film, Shot shot, RigCache rigs, bool backdrop = true)
    {
        var slots = new SlotTable(new ChannelTable(shot.Channels));
        var drawings = new Dictionary<string, int>(StringComparer.Ordinal);
        for (var i = 0; i < film.Drawings.Length; i++)
        {
            drawings[film.Drawings[i].Id] = i;
        }

        var camera = slots.Add(Address.Camera, Address.View, Properties.OfCamera(film));
        var wind = slots.Add(Address.Wind, Address.Air, Properties.Of(shot.Wind));
        var puppets = film.Puppets.ToDictionary(puppet => puppet.Id, StringComparer.Ordinal);
        var cast = shot.Cast.Select(member => new CastCompiler(film, member, puppets[member.Puppet], slots, drawings, rigs).Compile()).ToArray();
        var flats = shot.Flats
            .Select(flat => new FlatPlan(flat, drawings[flat.Drawing], new Affine(flat.Scale, 0, 0, flat.Scale, flat.X, flat.Y)))
            .ToArray();
        return new Plan
        {
            Film = film,
            Shot = shot,
            Slots = slots,
            CameraSlot = camera,
            WindSlot = wind,
            Cast = cast,
            Flats = flats,
            Layers = Layers(flats, cast),
            Backdrop = backdrop ? film.Backdrop : default,
        };
    }

    private static LayerPlan[] Layers(FlatPlan[] flats, CastPlan[] cast) =>
    [
        .. flats.Select((flat, index) => (flat.Flat.Hidden, Layer: new LayerPlan(true, index, flat.Flat.Distance)))
            .Concat(cast.Select((member, index) => (member.Member.Hidden, Layer: new LayerPlan(false, index, member.Member.Distance))))
            .Where(entry => !entry.Hidden)
            .Select(entry => entry.Layer)
            .OrderByDescending(layer => layer.Distance),
    ];
}
