using Fretsaw.Core.Films;

namespace Fretsaw.Core.Edits;

/// <summary>Adds a dial, or puts a changed one in the place of the old.</summary>
public sealed record PutDial(string PuppetId, Dial Dial, string Says = "Change dial") : Edit
{
    public override string Title => Says;

    protected internal override Film Change(Film film) => film.WithPuppet(PuppetId, puppet => puppet with
    {
        Dials = puppet.Dials.Put(Dial),
    });
}

public sealed record RemoveDial(string PuppetId, string DialId) : Edit
{
    public override string Title => "Delete dial";

    protected internal override Film Change(Film film) => Unused.Forget(
        film.WithPuppet(PuppetId, puppet => puppet with { Dials = puppet.Dials.Without(DialId, "dial") }), PuppetId);
}
