using Fretsaw.Core.Engine;
using Fretsaw.Core.Painting;

namespace Fretsaw.Server.Films;

/// <summary>Which picture a draw list is asked for: what is looked at, when, how large and from how near.</summary>
/// <param name="Width">Pixel for pixel when left out.</param>
internal sealed record FrameAsked(
    double Frame, string? Shot, string? Puppet, string? Cast, double? Aspect, int? Width, int? Height, double? Zoom, double? X, double? Y, bool? Beyond,
    bool? Sharp, string? Only, LookRest? Rest, bool? Blocked, string? Aside, bool? References)
{
    internal View View => new(Shot, Puppet, Cast, Aspect, Blocked ?? false, Aside);

    internal Look? Look => Width is { } width && Height is { } height ? new Look(width, height, Zoom ?? 1, X ?? 0, Y ?? 0, Beyond ?? false, Sharp ?? false, Only, Rest ?? LookRest.Shown, References ?? false) : null;
}
