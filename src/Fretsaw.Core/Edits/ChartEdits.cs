using Fretsaw.Core.Films;

namespace Fretsaw.Core.Edits;

/// <summary>Keeps a chart by name, in the place of the one with its id.</summary>
public sealed record KeepChart(KeptChart Chart) : Edit
{
    public override string Title => $"Save chart {Chart.Name}";

    protected internal override Film Change(Film film) =>
        film with { Charts = film.Charts.Put(Chart) };
}

/// <summary>Keeps a chart no longer; gaps that were given it stay as they are.</summary>
public sealed record RemoveChart(string ChartId) : Edit
{
    public override string Title => "Delete saved chart";

    protected internal override Film Change(Film film) => film with { Charts = film.Charts.Without(ChartId, "chart") };
}
