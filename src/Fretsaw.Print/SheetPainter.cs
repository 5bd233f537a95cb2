using Fretsaw.Core.Geometry;
using Fretsaw.Core.Painting;
using Fretsaw.Print.Kernels;
using Fretsaw.Print.Sheets;
using SkiaSharp;

namespace Fretsaw.Print;

/// <summary>
/// Draw list → pixels. Decides nothing: SkiaSharp rasterises vectors onto boards, and the kernels soften, bend and lay;
/// web/src/painting/sheetPainter.ts does the same in the browser, and a test compares the two. One thread each; the
/// <see cref="ArtStore"/> is shared.
/// </summary>
public sealed class SheetPainter : IDisposable
{
    private readonly ArtStore art;
    private readonly Sheet frame;
    private readonly KeptBack back;
    private readonly KeptBoards held = new();
    private readonly Mask mask = new();
    private readonly Softening softening = new();
    private readonly Enlarging enlarging = new();
    private readonly Stack<Sheet> boards = new();
    private readonly Stack<SoftSheet> softBoards = new();
    private float[] corners = [];
    private float[] texels = [];

    /// <param name="width">Of the draw lists it gets, px.</param>
    public SheetPainter(ArtStore art, int width, int height)
    {
        this.art = art;
        frame = new Sheet(width, height);
        back = new KeptBack(width, height);
    }

    public int Width => frame.Width;

    public int Height => frame.Height;

    /// <summary>What it holds besides the art, bytes.</summary>
    public long Bytes => frame.Bytes + back.Bytes + held.Bytes + mask.Bytes + boards.Sum(board => board.Bytes) + softBoards.Sum(board => board.Bytes);

    internal Sheet Frame => frame;

    /// <param name="clear">Leave the backdrop out, for prints with alpha.</param>
    /// <param name="cancel">Asked before each group; a picture that is given up is not to be looked at.</param>
    public void Paint(ReadOnlySpan<byte> list, bool clear = false, CancellationToken cancel = default)
    {
        var words = new DrawListReader(list);
        if (!back.Begin(list, clear, frame, out var at))
        {
            // A backdrop that is everywhere clears the frame too.
            if (clear || words.Clip != frame.Box())
            {
                frame.Clear();
            }

            if (!clear)
            {
                Backdrop(words.Backdrop, words.Clip);
            }
        }

        words.Skip(at);
        var board = new Board(frame, new PixelBox(0, 0, frame.Width, frame.Height), 1);
        while (words.At < words.Length)
        {
            cancel.ThrowIfCancellationRequested();
            Node(ref words, board, words.Clip, Homography.Identity);
            back.Passed(list, words.At, frame);
        }

        back.End(list);
        held.EndFrame(softBoards);
    }

    /// <summary>Straight or premultiplied RGBA, four bytes a pixel, rows without padding.</summary>
    /// <param name="into">Width · height · 4 bytes.</param>
    public void CopyPixels(Span<byte> into, bool straight) => frame.CopyTo(into, straight);

    public byte[] ToPng()
    {
        using var image = frame.ToImage();
        using var data = image.Encode(SKEncodedImageFormat.Png, 100);
        return data.ToArray();
    }

    public void Dispose()
    {
        frame.Dispose();
        back.Dispose();
        held.Dispose();
        mask.Dispose();
        softening.Dispose();
        enlarging.Dispose();
        foreach (var board in boards)
        {
            board.Dispose();
        }

        foreach (var board in softBoards)
        {
            board.Dispose();
        }
    }

    private void Backdrop(uint argb, in PixelBox clip)
    {
        using var paint = new SKPaint { Color = new SKColor(argb), BlendMode = SKBlendMode.Src };
        frame.Canvas.ResetMatrix();
        frame.Canvas.DrawRect(new SKRect(clip.Left, clip.Top, clip.Right, clip.Bottom), paint);
    }

    /// <param name="clip">Painted pixels.</param>
    private void Node(ref DrawListReader words, in Board board, in PixelBox clip, in Homography toPainted)
    {
        var node = words.Node();
        if (node.Box.Cut(clip).IsEmpty)
        {
            words.Pass(node);
            return;
        }

        switch (node.Kind)
        {
            case DrawList.GroupNode:
                Group(ref words, node, board, clip, toPainted);
                break;
            case DrawList.SoftNode:
                Soft(ref words, node, board, clip, toPainted);
                break;
            case DrawList.MeshNode:
                Mesh(ref words, board, clip, toPainted);
                break;
            default:
                ItemPainter.Paint(art, ref words, node, board.Canvas(clip), board.ToBoard(toPainted), new Ground(board.Sheet, board.On(clip), mask));
                break;
        }

        words.Pass(node);
    }

    private void Group(ref DrawListReader words, in DrawNode node, in Board board, in PixelBox clip, in Homography toPainted)
    {
        var place = words.Place();
        var inside = toPainted.Then(place.ToParent);
        if (place.Step == 0)
        {
            Nodes(ref words, node, board, clip, inside);
            return;
        }

        // On a coarse board everything is coarse already.
        var step = Math.Max(place.Step, board.Step);
        var box = node.Box.OnGrid(step);
        var isMatte = place.Blend is Blend.Inside or Blend.Outside;
        if (place.Rest > 0 && !isMatte)
        {
            LaySoftened(ref words, node, place, board, clip, inside, new BoardKey(place.Key, inside, box, step, (float)place.Rest));
            return;
        }

        var own = new Board(Take(boards, box.Width / step, box.Height / step), box, step);
        own.Sheet.Clear();
        Nodes(ref words, node, own, box, inside);
        if (isMatte)
        {
            Cut(board, own, place.Blend == Blend.Outside);
        }
        else if (place.Blend == Blend.Normal)
        {
            Laying.Over(board.Sheet, board.On(clip), own.Sheet, board.Corner(box), (int)Math.Round(place.Opacity * 255));
        }
        else
        {
            Blending.Lay(board.Sheet, board.On(clip), own.Sheet, board.Corner(box), place.Blend, (float)place.Opacity);
        }

        boards.Push(own.Sheet);
    }

    /// <summary>A group that is softened as a whole, unless it still lies there from the frame before.</summary>
    private void LaySoftened(ref DrawListReader words, in DrawNode node, in DrawPlace place, in Board board, in PixelBox clip, in Homography inside, in BoardKey key)
    {
        var soft = held.Find(key);
        var isOwn = soft is null;
        if (soft is null)
        {
            var own = new Board(Take(boards, key.Box.Width / key.Step, key.Box.Height / key.Step), key.Box, key.Step);
            own.Sheet.Clear();
            Nodes(ref words, node, own, key.Box, inside);
            soft = Take(softBoards, 1, 1);
            softening.Soften(own.Sheet, soft, key.Rest);
            boards.Push(own.Sheet);
            isOwn = !held.Keep(key, soft);
        }

        var into = Target(board, place.Blend);
        LaySoft(board with { Sheet = into }, clip, soft, key.Box, key.Step, Faded(place.Opacity));
        Blended(board, clip, place.Blend, into);
        if (isOwn)
        {
            softBoards.Push(soft);
        }
    }

    private void Nodes(ref DrawListReader words, in DrawNode within, in Board board, in PixelBox clip, in Homography toPainted)
    {
        while (words.At < within.End)
        {
            Node(ref words, board, clip, toPainted);
        }
    }

    /// <summary>A matte: what lies on the board already is cut by it, where it is, and goes where it is not.</summary>
    private static void Cut(in Board board, in Board by, bool outside)
    {
        if (by.Box != board.Box || by.Step != board.Step)
        {
            throw new InvalidDataException("A matte of the draw list is not as large as what it cuts.");
        }

        Laying.Keep(board.Sheet, by.Sheet, outside);
    }

    /// <summary>What a softened sheet is laid on: the board itself, or a clear one that is then blended.</summary>
    private Sheet Target(in Board board, Blend blend)
    {
        if (blend == Blend.Normal)
        {
            return board.Sheet;
        }

        var between = Take(boards, board.Sheet.Width, board.Sheet.Height);
        between.Clear();
        return between;
    }

    private void Blended(in Board board, in PixelBox clip, Blend blend, Sheet laid)
    {
        if (blend != Blend.Normal)
        {
            Blending.Lay(board.Sheet, board.On(clip), laid, (0, 0), blend, 1);
            boards.Push(laid);
        }
    }

    private void LaySoft(in Board board, in PixelBox clip, SoftSheet soft, in PixelBox box, int step, short opacity)
    {
        if (step == board.Step)
        {
            Laying.Over(board.Sheet, board.On(clip), soft, board.Corner(box), opacity);
        }
        else
        {
            var scale = (float)board.Step / step;
            var (x, y) = ((float)(board.Box.Left - box.Left) / step, (float)(board.Box.Top - box.Top) / step);
            enlarging.Lay(board.Sheet, board.On(clip), soft, null, 0, (scale, x), (scale, y), opacity);
        }
    }

    /// <summary>A still drawing that is out of focus, out of two softened textures.</summary>
    private void Soft(ref DrawListReader words, in DrawNode node, in Board board, in PixelBox clip, in Homography toPainted)
    {
        var place = words.Place();
        var drawing = words.Int();
        _ = (words.Int(), words.Int());
        var (mix, turn, restA, restB, grid) = (words.Int(), words.Int(), words.Float(), words.Float(), words.Grid());
        var part = (short)Math.Round(mix * short.MaxValue / (double)SoftArt.Whole);
        if (!toPainted.Then(place.ToParent).TryInvert(out var toArt))
        {
            return;
        }

        var toTexel = grid.FromArt(toArt);
        var a = art.Textures.Take(new TextureKey(drawing, grid, restA));
        var b = mix > 0 ? art.Textures.Take(new TextureKey(drawing, grid, restB)) : null;
        var into = Target(board, place.Blend);
        LayArt(board with { Sheet = into }, node.Box.Cut(clip), a.Sheet, b?.Sheet, part, toTexel, turn, Faded(place.Opacity));
        Blended(board, clip, place.Blend, into);
        art.Textures.LetGo(a);
        if (b is not null)
        {
            art.Textures.LetGo(b);
        }
    }

    /// <param name="toTexel">From painted pixels.</param>
    private void LayArt(in Board board, in PixelBox clip, SoftSheet a, SoftSheet? b, short mix, in Homography toTexel, int turn, short opacity)
    {
        var fromBoard = toTexel * board.ToPainted;
        if (fromBoard is { B: 0, D: 0, IsAffine: true, A: > 0, E: > 0 })
        {
            var m = fromBoard.AsAffine();
            enlarging.Lay(board.Sheet, board.On(clip), a, b, mix, ((float)m.A, (float)m.E), ((float)m.D, (float)m.F), opacity);
            return;
        }

        if (turn <= board.Step)
        {
            Warping.Lay(board.Sheet, board.On(clip), a, b, mix, fromBoard, opacity);
            return;
        }

        // Soft art is turned on a coarse grid, and enlarged from there.
        var box = clip.Grown(2 * turn).OnGrid(turn);
        var turned = Take(softBoards, box.Width / turn, box.Height / turn);
        turned.Clear();
        Warping.Turn(turned, a, b, mix, toTexel * new Affine(turn, 0, 0, turn, box.Left, box.Top));
        LaySoft(board, clip, turned, box, turn, opacity);
        softBoards.Push(turned);
    }

    private void Mesh(ref DrawListReader words, in Board board, in PixelBox clip, in Homography toPainted)
    {
        var (grid, drawing, opacity, matrix) = (words.Grid(), words.Int(), words.Float(), words.Affine());
        var (vertices, indices) = (words.Int(), words.Int());
        var positions = words.Words<float>(2 * vertices);
        var onArt = words.Words<float>(2 * vertices);
        var triangles = words.Words<int>(indices);
        if (corners.Length < 2 * vertices)
        {
            (corners, texels) = (new float[2 * vertices], new float[2 * vertices]);
        }

        var toBoard = board.ToBoard(toPainted * matrix);
        for (var i = 0; i < 2 * vertices; i += 2)
        {
            var at = toBoard.Map(new Point(positions[i], positions[i + 1]));
            (corners[i], corners[i + 1]) = ((float)at.X, (float)at.Y);
            (texels[i], texels[i + 1]) = ((float)((onArt[i] - grid.X) / grid.Texel), (float)((onArt[i + 1] - grid.Y) / grid.Texel));
        }

        var texture = art.Textures.Take(new TextureKey(drawing, grid, 0));
        Triangles.Lay(board.Sheet, board.On(clip), texture.Sheet, corners, texels, triangles, Faded(opacity));
        art.Textures.LetGo(texture);
    }

    private static short Faded(double opacity) => (short)Math.Round(Math.Clamp(opacity, 0, 1) * short.MaxValue);

    private static T Take<T>(Stack<T> from, int width, int height)
        where T : PixelMemory, new()
    {
        var sheet = from.Count > 0 ? from.Pop() : new T();
        sheet.Resize(Math.Max(1, width), Math.Max(1, height));
        return sheet;
    }
}
