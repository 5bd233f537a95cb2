using System.Collections.Immutable;
using Fretsaw.Core.Films;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Acting;

/// <summary>How what is kept is put on a puppet.</summary>
/// <param name="Strength">1 for as it was kept.</param>
/// <param name="Mirror">Null for as it was kept.</param>
/// <param name="Without">Kept controls that are left out.</param>
/// <param name="Chooses">What is chosen comes too.</param>
/// <param name="Carries">The body is carried by the feet, also where nothing is kept of its place.</param>
internal readonly record struct HowToAct(double Strength, bool Chooses, Mirror? Mirror, ImmutableArray<string> Without, bool Carries = false)
{
    /// <summary>Less than half a pose has nothing of what it chooses, %.</summary>
    public const double ChoosesFrom = 50;

    public static HowToAct Of(Placed placed) => new(placed.StrengthPercent / 100, placed.StrengthPercent >= ChoosesFrom, placed.Mirror, placed.Without, placed.Travel == Travel.ByFeet && !placed.Without.Contains(Address.Body));
}

/// <summary>What is kept, number by number, as it comes out on a puppet whose controls fit.</summary>
internal static class ActionValues
{
    /// <param name="owner">The thing on the stage that the puppet is.</param>
    /// <param name="held">Nothing moves between keys, whatever their gaps say.</param>
    public static IReadOnlyList<ActionValue> Of(Film film, Puppet puppet, string owner, Kept kept, HowToAct how, bool held = false)
    {
        var tables = Properties.OfPuppet(puppet).DistinctBy(entry => entry.Thing).ToDictionary(entry => entry.Thing, entry => entry.Table, StringComparer.Ordinal);
        var fits = Fitting.Of(kept, puppet).Where(fit => fit.Thing is not null && !how.Without.Contains(fit.Control.Thing)).ToDictionary(fit => fit.Control.Thing, StringComparer.Ordinal);
        var sides = how.Mirror == Mirror.Sides ? Mirroring.Of(puppet) : null;
        var values = new List<ActionValue>();
        foreach (var track in kept.Tracks.Where(track => !track.AllKeys.IsEmpty))
        {
            if (!fits.TryGetValue(track.Address.Thing, out var fit))
            {
                continue;
            }

            var thing = sides?.GetValueOrDefault(fit.Thing!) ?? fit.Thing!;
            var table = tables.GetValueOrDefault(thing, []);
            var isPad = puppet.Dials.Any(dial => dial.Id == thing && dial.IsPad);
            foreach (var (name, at) in Numbers(track, held))
            {
                var address = new Address(owner, thing, name);
                if (Properties.Named(table, name) is not { } property || (property.Jumps && !how.Chooses) || property.Jumps != track is ChoiceTrack)
                {
                    continue;
                }

                var shown = property.Jumps ? Chosen((ChoiceTrack)track, fit.Control, property) : at;
                values.Add(new ActionValue(address, property, track, shown, how.Strength * Scale(film, puppet, fit.Control, thing, property) * (how.Mirror is null ? 1 : Side(address, isPad))));
            }
        }

        if (how.Carries && values.Exists(value => value.Property.Place == Properties.Shift && puppet.Reaches.Any(reach => reach.Id == value.Address.Thing)))
        {
            values.AddRange(BodyAtRest(owner, [.. values.Where(value => value.Address.Thing == Address.Body).Select(value => value.Property.Name)]));
        }

        return values;
    }

    /// <summary>The numbers of the body's place of which nothing is kept.</summary>
    private static IEnumerable<ActionValue> BodyAtRest(string owner, HashSet<string> kept)
    {
        var isWhole = !Properties.Shift.Axes.Any(kept.Contains);
        foreach (var property in (PropertyInfo[])[Properties.ShiftX, Properties.ShiftY])
        {
            if (!kept.Contains(property.Name))
            {
                var address = new Address(owner, Address.Body, property.Name);
                Track none = isWhole ? new PlaceTrack { Address = address with { Property = Properties.Shift.Name } } : new NumberTrack { Address = address };
                yield return new ActionValue(address, property, none, _ => property.Default, 1);
            }
        }
    }

    private static double Scale(Film film, Puppet puppet, KeptControl control, string thing, PropertyInfo property) =>
        property.Place == Properties.Shift && control.Size > 0 && ControlSizes.Of(film, puppet, thing) is > 0 and var size ? size / control.Size : 1;

    /// <summary>As <see cref="Mirroring.Turned"/> has it for a key.</summary>
    private static double Side(Address address, bool isPad) => ((NumberKey)Mirroring.Turned(new NumberKey(1, 1), address, isPad)).Value;

    private static IEnumerable<(string Property, Func<double, double> At)> Numbers(Track track, bool held)
    {
        switch (track)
        {
            case NumberTrack numbers:
                return [(track.Address.Property, TrackRuns.Of(numbers, TrackRuns.NoCards, held).At)];
            case PlaceTrack places when Properties.FindPlace(track.Address) is { } place:
                var run = TrackRuns.Of(places, TrackRuns.NoCards, held);
                return place.Axes.Select((axis, i) => (axis, (Func<double, double>)(frame => run.At(frame).Along(i))));
            default:
                return [(track.Address.Property, _ => 0)];
        }
    }

    /// <summary>Choices by their ids, else by their names; what is not there to choose stands as at rest.</summary>
    private static Func<double, double> Chosen(ChoiceTrack track, KeptControl control, PropertyInfo property)
    {
        var chosen = track.Keys.Select(key => NumberOf(key.Id)).ToArray();
        var run = new ChoiceRun(new KeyTimes([.. track.Keys.Select(key => (double)key.Frame)], track.Before, track.After), chosen);
        return frame => run.At(frame);

        int NumberOf(string id)
        {
            if (property.Choices.Any(choice => choice.Id == id))
            {
                return property.NumberOf(id);
            }

            var name = control.Choices.FirstOrDefault(choice => choice.Property == property.Name && choice.Id == id)?.Name;
            return property.Choices.FirstOrDefault(choice => string.Equals(choice.Title, name, StringComparison.OrdinalIgnoreCase)) is { Id: not null } other ? property.NumberOf(other.Id) : 0;
        }
    }
}
