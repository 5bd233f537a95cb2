using Fretsaw.Core.Films;

namespace Fretsaw.Core.Acting;

/// <summary>On what each value of a shot is drawn: the narrowest that is said of it.</summary>
internal sealed class StepTable
{
    private readonly Dictionary<(string Owner, string Thing), int> said = [];
    private readonly double? roughRate;
    private readonly double frameRate;

    /// <summary>What is said of a part is said of what sits on it, unless that has a step of its own.</summary>
    public StepTable(Film film, Shot shot)
    {
        (roughRate, frameRate) = (shot.RoughRate, film.FrameRate);
        foreach (var step in shot.Steps)
        {
            var part = step.Thing == "" ? null : shot.PuppetOf(film, step.Owner)?.Parts.FirstOrDefault(one => one.Id == step.Thing);
            foreach (var sits in part is null ? [] : part.Pins.Select(pin => pin.Id).Concat(part.Kneads.Select(knead => knead.Id)).Concat(part.Forms.Select(form => form.Id)))
            {
                said.TryAdd((step.Owner, sits), step.Every);
            }

            said[(step.Owner, step.Thing)] = step.Every;
        }
    }

    /// <summary>The frame whose drawing stands of a value at a frame: what is said of it, on top of a rough pass.</summary>
    public double Drawn(Address address, double frame) => Stepping.Drawn(Stepping.Drawn(frame, roughRate, frameRate), Of(address));

    public int Of(Address address) => said.Count > 0 && said.TryGetValue((address.Owner, address.Thing), out var every) ? every : Of(address.Owner);

    /// <summary>Of an owner as a whole, with its sway and follow-through; the camera is drawn on ones whatever is said of the shot.</summary>
    public int Of(string owner) =>
        said.Count == 0 ? 1
        : said.TryGetValue((owner, ""), out var own) ? own
        : owner != Address.Camera && said.TryGetValue(("", ""), out var all) ? all
        : 1;
}
