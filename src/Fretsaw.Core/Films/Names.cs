namespace Fretsaw.Core.Films;

/// <summary>What people call the things that addresses name.</summary>
public static class Names
{
    /// <returns>The name of the thing; the id when it is gone.</returns>
    public static string Of(Film film, Shot shot, Address address)
    {
        if (address.Owner == Address.Camera)
        {
            return "Camera";
        }

        var member = shot.Cast.FirstOrDefault(candidate => candidate.Id == address.Owner);
        var puppet = film.Puppets.FirstOrDefault(candidate => candidate.Id == member?.Puppet);
        return puppet is null ? address.Thing : address.Thing == Address.Body ? "Whole body" : OfThing(puppet, address.Thing);
    }

    public static string OfThing(Puppet puppet, string id) =>
        puppet.Parts.FirstOrDefault(part => part.Id == id)?.Name
        ?? puppet.Bones.FirstOrDefault(bone => bone.Id == id)?.Name
        ?? puppet.Reaches.FirstOrDefault(reach => reach.Id == id)?.Name
        ?? puppet.Parts.SelectMany(part => part.Pins).FirstOrDefault(pin => pin.Id == id)?.Name
        ?? id;
}
