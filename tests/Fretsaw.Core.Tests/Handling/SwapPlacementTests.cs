using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Handling;

namespace Fretsaw.Core.Tests;

public class SwapPlacementTests
{
    private static readonly Film Face = TestFilm.Of(
        new Puppet { Id = "p", Name = "P", Parts = [TestFilm.Part("mouth", "shut", new Point(30, 45))] }, [TestFilm.Box("shut", 20, 40, 20, 10)]);

    [Theory]
    [InlineData(22, 38, 30, 45)]
    [InlineData(520, 340, 530, 345)]
    public void A_drawing_stays_over_the_part_or_its_middle_is_laid_over_its_middle(double x, double y, double pivotX, double pivotY)
    {
        var edit = SwapPlacement.Brought(Face, "p", "mouth", TestFilm.Box("open", x, y, 20, 10), "wide");
        var swap = TestFilm.Made(Face, edit).Puppets[0].Parts[0].Swaps[0];
        Assert.Equal((new Point(pivotX, pivotY), "open"), (swap.Pivot, swap.Drawing));
        Assert.Throws<FilmException>(() => SwapPlacement.Brought(Face, "p", "nose", TestFilm.Box("open", x, y, 20, 10), "wide"));
    }
}
