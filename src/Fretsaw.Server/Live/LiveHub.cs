using Microsoft.AspNetCore.SignalR;

namespace Fretsaw.Server.Live;

/// <summary>
/// Tells tabs what happens to the film they show: "changed" with its state, "print" with a print's line, "reading" with how
/// far an art file has been read; and tells all of them that a puppet of the shelf has changed.
/// </summary>
public sealed class LiveHub : Hub
{
    public const string Changed = "changed";
    public const string Print = "print";
    public const string Reading = "reading";
    public const string Shelf = "shelf";

    public Task Watch(string filmId) => Groups.AddToGroupAsync(Context.ConnectionId, filmId);

    public Task Leave(string filmId) => Groups.RemoveFromGroupAsync(Context.ConnectionId, filmId);
}
