namespace Fretsaw.Core.Films;

/// <summary>A kept expression is keyed on a puppet under its own id, so it cannot be on one that has a control of that id.</summary>
public static class ExpressionNames
{
    /// <returns>The expressions that some puppet of the film cannot have because of their ids, with that puppet.</returns>
    public static IEnumerable<(Kept Expression, Puppet Puppet)> Hidden(Film film) =>
        from kept in film.Kept
        where kept.IsExpression
        from puppet in film.Puppets
        where puppet.Parts.Any(part => part.Id == kept.Id) || Properties.Named([.. Properties.OfPuppet(puppet).Where(entry => entry.Thing == kept.Id).SelectMany(entry => entry.Table)], Properties.Amount.Name) is not null
        select (kept, puppet);
}
