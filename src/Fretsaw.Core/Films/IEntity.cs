namespace Fretsaw.Core.Films;

/// <summary>Anything in a film that an edit can name. Ids are unique within their film.</summary>
public interface IEntity
{
    /// <summary>Letters, digits, '-', '_' and '.'; 1–64 characters. Channels also use '/'.</summary>
    string Id { get; }
}
