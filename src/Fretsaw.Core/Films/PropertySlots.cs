namespace Fretsaw.Core.Films;

/// <summary>The numbers of a thing's stand; the order is that of <see cref="Properties.Of(Stand)"/>.</summary>
public static class StandSlots
{
    public const int Distance = 0;
    public const int X = 1;
    public const int Y = 2;
    public const int Size = 3;
    public const int Turn = 4;
    public const int Opacity = 5;
    public const int FacesCamera = 6;
}

/// <summary>The numbers of the camera; the order is that of <see cref="Properties.OfCamera"/>.</summary>
public static class CameraSlots
{
    public const int Truck = 0;
    public const int Boom = 1;
    public const int Dolly = 2;
    public const int Pan = 3;
    public const int Tilt = 4;
    public const int Roll = 5;
    public const int Lens = 6;
    public const int Stop = 7;
    public const int Focus = 8;
}
