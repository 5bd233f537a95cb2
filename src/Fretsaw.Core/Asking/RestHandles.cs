using System.Collections.Immutable;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Asking;

/// <summary>What of a rig lies on the art and can be taken hold of on the bench, beside pins, bones and pivots.</summary>
internal static class RestHandles
{
    /// <summary>The arrow of a sway is this part of its wavelength long, so that it stays on the strand.</summary>
    private const double SwayArrow = 0.25;

    /// <param name="toPicture">The part's rest space → picture pixels.</param>
    public static void Add(string owner, PartPlan plan, Homography toPicture, ImmutableArray<RestHandle>.Builder into)
    {
        var part = plan.Part;
        foreach (var patch in part.Patches)
        {
            Put(RestHandleKind.Patch, patch.Id, 0, patch.At, patch.At + new Point(patch.Radius, 0));
        }

        if (part.Sway is { } sway)
        {
            var way = Affine.RotateRadians(sway.AlongDegrees * Angles.RadiansPerDegree).MapVector(new Point(sway.WavelengthPx * SwayArrow, 0));
            Put(RestHandleKind.Sway, part.Id, 0, sway.Root, sway.Root + way);
        }

        if (plan.Forms is not { } forms)
        {
            return;
        }

        foreach (var fit in forms.Set.Fits)
        {
            Put(RestHandleKind.FormStart, fit.Form, fit.Shape, fit.StartAt, fit.Onward);
        }

        foreach (var ring in forms.Set.Rings.Where(ring => ring.Closed).DistinctBy(ring => ring.Shape))
        {
            Put(RestHandleKind.OwnStart, part.Id, ring.Shape, ring.Places[0], ring.Places[Puppets.FormSet.Onward(ring.Places.Length)]);
        }

        void Put(RestHandleKind kind, string thing, int shape, Point at, Point toward) =>
            into.Add(new RestHandle(kind, owner, part.Id, thing, shape, toPicture.Map(at), toPicture.Map(toward)));
    }
}
