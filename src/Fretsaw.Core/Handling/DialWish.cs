using System.Collections.Immutable;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Puppets;

namespace Fretsaw.Core.Handling;

/// <summary>
/// "This is how it looks here": the puppet as it is being tried on the bench becomes the station at where its dial stands. What
/// the dial adds there already counts along, what other dials add does not, so that the picture stays as it is.
/// </summary>
public sealed record SetStation(string Puppet, string Dial) : Wish
{
    private const double Negligible = 1e-6;

    public override Edit ToEdit(Film film, Func<View, double, Evaluator> frameAt)
    {
        var dial = film.Puppets.Find(Puppet, "puppet").Dials.Find(Dial, "dial");
        var frame = frameAt(new View(Puppet: Puppet), View.BenchFrame);
        var slots = frame.Plan.Slots;
        var (across, down) = (Tried(Properties.Across), dial.IsPad ? Tried(Properties.Down) : 0);
        var values = ImmutableArray.CreateBuilder<StationValue>();
        var added = Added(dial, across, down);
        for (var slot = 0; slot < slots.Count; slot++)
        {
            var address = slots.AddressOf(slot);
            if (address.Owner != View.BenchCast || address.Thing == Address.Stand || frame.Cast[0].Plan.Puppet.Dials.Any(other => other.Id == address.Thing))
            {
                continue;
            }

            var rest = slots.PropertyOf(slot).Default;
            var value = frame.Values[slot] + (slots.Jumps(slot) ? 0 : added.GetValueOrDefault((address.Thing, address.Property)));
            if (Math.Abs(value - rest) > Negligible)
            {
                values.Add(slots.Jumps(slot)
                    ? new StationValue(address.Thing, address.Property) { Choice = slots.PropertyOf(slot).IdOf(value) }
                    : new StationValue(address.Thing, address.Property, Math.Round(value, 4)));
            }
        }

        FilmException.ThrowIf(
            across == 0 && down == 0 && values.Count > 0, $"dial '{dial.Name}'", "is at 0, where the puppet is at rest",
            "turn it to another value, press “Try it” and pose the puppet again");
        var station = new Station(across, down, values.ToImmutable());
        var others = dial.Stations.RemoveAll(other => other.Across == across && other.Down == down);
        return new PutDial(Puppet, dial with { Stations = others.Add(station) }, "Set look of dial");

        double Tried(PropertyInfo property) => Math.Round(frame.Values[slots.Find(new Address(View.BenchCast, Dial, property.Name))], 2);

        Dictionary<(string Thing, string Property), double> Added(Dial of, double x, double y)
        {
            var mix = DialMix.Of(of);
            Span<double> weights = stackalloc double[mix.Count];
            mix.Mix(x, y, weights);
            var sums = new Dictionary<(string, string), double>();
            for (var s = 0; s < of.Stations.Length; s++)
            {
                foreach (var value in of.Stations[s].Values)
                {
                    var slot = slots.Find(new Address(View.BenchCast, value.Thing, value.Property));
                    var offset = slot < 0 || slots.Jumps(slot) ? 0 : value.Value - slots.PropertyOf(slot).Default;
                    sums[(value.Thing, value.Property)] = sums.GetValueOrDefault((value.Thing, value.Property)) + (weights[s] * offset);
                }
            }

            return sums;
        }
    }
}

/// <summary>How far in front of the middle of the head a feature lies.</summary>
/// <param name="Depth">As a part of the head's radius, [−1, 1].</param>
/// <param name="Inside">Shown only where the head is: what is drawn on the head, as eyes are, goes round its edge and not beyond it.</param>
public sealed record FeatureDepth(string Part, double Depth, bool Inside = false);

/// <summary>A pad that turns a head: nine stations, the features moved by <see cref="HeadTurn"/>, each to be set right by hand.</summary>
/// <param name="Head">The part whose art is the head.</param>
public sealed record MakeHeadTurn(string Puppet, string Head, ImmutableArray<FeatureDepth> Features, string NewId, double YawDegrees = 35, double PitchDegrees = 25) : Wish
{
    /// <summary>What has gone round so far, as a part of the head's radius, passes behind it: an ear, and not an eye near the edge.</summary>
    private const double FarSide = -0.15;

    public override Edit ToEdit(Film film, Func<View, double, Evaluator> frameAt)
    {
        FilmCheck.Range(YawDegrees, 1, 80, "head turn", "yaw", "°");
        FilmCheck.Range(PitchDegrees, 1, 80, "head turn", "pitch", "°");
        var puppet = film.Puppets.Find(Puppet, "puppet");
        var head = puppet.Parts.Find(Head, "part");
        var box = film.Drawings.Find(head.Drawing ?? throw new FilmException($"part '{head.Name}'", "has no drawing", "select the part that the head is drawn on"), "drawing").Bounds;
        var features = Features.Select(feature => (Part: puppet.Parts.Find(feature.Part, "part"), feature.Depth)).ToList();
        var stations = ImmutableArray.CreateBuilder<Station>();
        foreach (var across in (double[])[-100, 0, 100])
        {
            foreach (var down in (double[])[-100, 0, 100])
            {
                stations.Add(new Station(across, down, [.. features.SelectMany(feature => Values(film, puppet, feature.Part, feature.Depth, box, across, down))]));
            }
        }

        var pad = new Dial { Id = NewId, Name = $"{head.Name} turn", IsPad = true, Blend = DialBlend.Smooth, Stations = stations.ToImmutable() };
        var mattes = Features.Where(feature => feature.Inside).Select(feature => new ChangePart(Puppet, feature.Part) { Matte = new Matte(Head) });
        var behind = stations.SelectMany(station => station.Values).Where(value => value.Property == Properties.Lies.Name).Select(value => value.Thing).Distinct()
            .Select(id => puppet.Parts.Find(id, "part")).Where(part => !part.MayLieBehind.Contains(Head)).Select(part => new ChangePart(Puppet, part.Id) { MayLieBehind = part.MayLieBehind.Add(Head) });
        return new Together("Make head turn", [.. behind, new PutDial(Puppet, pad), .. mattes]);
    }

    private IEnumerable<StationValue> Values(Film film, Puppet puppet, Part part, double depth, Box head, double across, double down)
    {
        if (across == 0 && down == 0)
        {
            yield break;
        }

        var middle = part.Drawing is null ? part.Pivot : film.Drawings.Find(part.Drawing, "drawing").Bounds.Centre;
        var turned = HeadTurn.Turn(
            new HeadTurn.Feature(middle - head.Centre, depth), head.Width / 2, head.Height / 2,
            across / 100 * YawDegrees, down / 100 * PitchDegrees);
        (PropertyInfo Property, double Value)[] values =
        [
            (Properties.ShiftX, turned.Shift.X), (Properties.ShiftY, turned.Shift.Y),
            (Properties.StretchX, 100 * turned.StretchX), (Properties.StretchY, 100 * turned.StretchY),
        ];
        foreach (var (property, value) in values)
        {
            if (Math.Abs(value - property.Default) > 0.01)
            {
                yield return new StationValue(part.Id, property.Name, Math.Round(value, 2));
            }
        }

        if (turned.Depth < FarSide && puppet.Parts.IndexOf(part) > puppet.Parts.IndexOf(puppet.Parts.Find(Head, "part")))
        {
            yield return new StationValue(part.Id, Properties.Lies.Name) { Choice = Head };
        }
    }
}
