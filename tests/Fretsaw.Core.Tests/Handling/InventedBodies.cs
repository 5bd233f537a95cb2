using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Tests.Handling;

/// <summary>Bodies to pull at: on two, four and six legs, on none, and one with a tail. Every limb is two bones with a part each.</summary>
internal static class InventedBodies
{
    public static readonly string[] All = ["two legs", "four legs", "six legs", "no legs", "a tail"];

    public static Film Of(string name, bool planted = true)
    {
        var body = new Body();
        switch (name)
        {
            case "two legs":
                body.Trunk("spine", 0, -200, 0, -280, null, 34);
                body.Trunk("chest", 0, -280, 0, -350, "spine", 44);
                body.Trunk("head", 0, -362, 0, -420, "chest", 40);
                body.Limb("left-hand", "chest", -24, -345, -45, -275, -40, -205, 12, 1);
                body.Limb("right-hand", "chest", 24, -345, 45, -275, 40, -205, 12, -1);
                body.Leg("left-foot", null, -16, -200, -22, -100, -26, 0, 18, -1);
                body.Leg("right-foot", null, 16, -200, 22, -100, 26, 0, 18, 1);
                body.Part("hips", -28, -215, 56, 40, null);
                break;
            case "four legs":
                body.Trunk("back", -90, -150, 60, -160, null, 60);
                body.Trunk("neck", 90, -165, 130, -220, "back", 30);
                body.Trunk("head", 130, -220, 185, -225, "neck", 34);
                body.Leg("near-hind", null, -90, -140, -105, -70, -90, 0, 16, 1);
                body.Leg("far-hind", null, -70, -140, -85, -70, -70, 0, 16, 1);
                body.Leg("near-fore", "back", 70, -140, 62, -70, 72, 0, 16, 1);
                body.Leg("far-fore", "back", 92, -140, 84, -70, 94, 0, 16, 1);
                body.Part("rump", -115, -175, 60, 55, null);
                break;
            case "six legs":
                body.Trunk("middle", -20, -90, 60, -92, null, 46);
                body.Trunk("front", 60, -92, 120, -100, "middle", 36);
                for (var i = 0; i < 3; i++)
                {
                    var (x, on) = (-60 + (70 * i), i == 0 ? null : i == 1 ? "middle" : "front");
                    body.Leg($"near-{i}", on, x, -80, x - 30, -60, x - 40, 0, 8, -1);
                    body.Leg($"far-{i}", on, x + 16, -80, x + 46, -60, x + 56, 0, 8, 1);
                }

                body.Part("abdomen", -130, -120, 110, 60, null);
                break;
            case "no legs":
                body.Part("cloud", -120, -60, 240, 120, null);
                body.Trunk("neck", 0, -60, 0, -130, null, 30);
                body.Trunk("face", 0, -130, 0, -200, "neck", 60);
                body.Limb("left-hand", "neck", -15, -110, -70, -80, -120, -110, 10, 1);
                body.Limb("right-hand", "neck", 15, -110, 70, -80, 120, -110, 10, -1);
                break;
            default:
                body.Part("hips", -40, -190, 80, 60, null);
                body.Trunk("spine", 0, -180, 10, -270, null, 50);
                body.Trunk("head", 10, -275, 30, -340, "spine", 60);
                body.Limb("left-hand", "spine", -14, -262, -50, -200, -46, -140, 12, 1);
                body.Limb("right-hand", "spine", 34, -262, 66, -200, 70, -140, 12, -1);
                body.Trunk("tail", -30, -150, -100, -140, null, 22);
                body.Trunk("tail-2", -100, -140, -160, -100, "tail", 16);
                body.Trunk("tail-3", -160, -100, -210, -60, "tail-2", 10);
                body.Leg("left-foot", null, -20, -150, -40, -80, -28, 0, 22, 1);
                body.Leg("right-foot", null, 20, -150, 2, -80, 16, 0, 22, 1);
                break;
        }

        return body.Film(planted);
    }

    private sealed class Body
    {
        private readonly List<Part> parts = [];
        private readonly List<Bone> bones = [];
        private readonly List<Reach> reaches = [];
        private readonly List<Drawing> drawings = [];
        private readonly List<string> feet = [];

        public void Part(string id, double x, double y, double width, double height, string? on)
        {
            drawings.Add(TestFilm.Box($"{id}-art", x, y, width, height));
            parts.Add(TestFilm.Part($"{id}-part", $"{id}-art") with { RidesOn = on });
        }

        public void Trunk(string id, double x, double y, double endX, double endY, string? on, double width)
        {
            bones.Add(TestFilm.Bone(id, x, y, endX, endY, on));
            Along(id, new Point(x, y), new Point(endX, endY), width);
        }

        public void Limb(string id, string? on, double x, double y, double middleX, double middleY, double endX, double endY, double width, int bend)
        {
            Trunk($"{id}-upper", x, y, middleX, middleY, on, width);
            Trunk($"{id}-lower", middleX, middleY, endX, endY, $"{id}-upper", width * 0.8);
            reaches.Add(new Reach { Id = id, Name = id, Upper = $"{id}-upper", Lower = $"{id}-lower", Method = ReachMethod.Settled, Bend = bend });
        }

        public void Leg(string id, string? on, double x, double y, double middleX, double middleY, double endX, double endY, double width, int bend)
        {
            Limb(id, on, x, y, middleX, middleY, endX, endY, width, bend);
            Part($"{id}-boot", endX - (0.7 * width), endY - 8, 2 * width, 8, $"{id}-lower");
            feet.Add(id);
        }

        public Film Film(bool planted) => TestFilm.Of(
            new Puppet { Id = "p", Name = "P", Parts = [.. parts], Bones = [.. bones], Reaches = [.. reaches] }, [.. drawings],
            [.. feet.Where(_ => planted).Select(foot => TestFilm.Chosen(foot, "planted", (1, Properties.OnStage)))]);

        private void Along(string id, Point from, Point to, double width)
        {
            var across = new Point(from.Y - to.Y, to.X - from.X) * (width / 2 / (to - from).Length);
            drawings.Add(TestFilm.Outline($"{id}-art", [.. new[] { from + across, to + across, to - across, from - across }.SelectMany(at => new[] { at.X, at.Y })]));
            parts.Add(TestFilm.Part($"{id}-part", $"{id}-art") with { RidesOn = id });
        }
    }
}
