using Microsoft.AspNetCore.Hosting.Server;
using Microsoft.AspNetCore.Hosting.Server.Features;

namespace Fretsaw.Server.Safety;

/// <summary>
/// There is no sign-in: whoever reaches the server may do everything. So it does not start on an address that others can reach,
/// unless the settings name the hosts that it is to be called by.
/// </summary>
internal static class LoopbackOnly
{
    /// <exception cref="InvalidOperationException">The server listens to others, and nobody asked for it.</exception>
    public static void DemandLoopback(this WebApplication app, Places places)
    {
        var listens = app.Services.GetRequiredService<IServer>().Features.Get<IServerAddressesFeature>()?.Addresses ?? [];
        var open = listens.FirstOrDefault(address => !SameOriginOnly.IsLoopback(BindingAddress.Parse(address).Host));
        if (open is not null && places.Hosts.IsEmpty)
        {
            throw new InvalidOperationException($"{open} can be reached from other machines, and there is no sign-in. Listen on 127.0.0.1, or name the hosts it is to be called by in Fretsaw:Hosts.");
        }
    }
}
