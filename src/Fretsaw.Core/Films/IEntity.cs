namespace Fretsaw.Core.Films;

/// <summary>Anything in a list of the film that is told from its neighbours by something that stays.</summary>
public interface IKeyed<TKey>
    where TKey : notnull
{
    TKey Key { get; }
}

/// <summary>Anything in a film that an edit can name. Where its id must be unique is said by <see cref="Ids"/>.</summary>
public interface IEntity : IKeyed<string>
{
    string Id { get; }

    string IKeyed<string>.Key => Id;
}
