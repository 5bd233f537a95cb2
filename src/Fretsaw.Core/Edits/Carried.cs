using Fretsaw.Core.Films;

namespace Fretsaw.Core.Edits;

/// <summary>What a part rides on when one of its carriers goes.</summary>
internal static class Carried
{
    /// <param name="instead">What carried that carrier; null for the whole body.</param>
    public static Part Without(Part part, string carrier, string? instead)
    {
        var let = part.RidesOn == carrier ? part with { RidesOn = instead } : part;
        return let.AlsoRidesOn.Contains(carrier) ? let with { AlsoRidesOn = let.AlsoRidesOn.Remove(carrier) } : let;
    }
}
