using Fretsaw.Core.Painting;
using Fretsaw.Print.Sheets;

namespace Fretsaw.Print;

/// <summary>Which texture of a drawing.</summary>
/// <param name="Sigma">How far it is softened, texels; 0 for sharp.</param>
internal readonly record struct TextureKey(int Drawing, ArtGrid Grid, float Sigma);

/// <summary>A texture that somebody uses; let go of it, so that it may make room for others.</summary>
internal sealed class Texture(TextureKey key, Func<TextureKey, SoftSheet> make)
{
    private readonly Lazy<SoftSheet> sheet = new(() => make(key));

    public TextureKey Key { get; } = key;

    public SoftSheet Sheet => sheet.Value;

    public int Users { get; set; }

    public long Bytes { get; } = 8L * key.Grid.Width * key.Grid.Height;

    public void Free()
    {
        if (sheet.IsValueCreated)
        {
            sheet.Value.Dispose();
        }
    }
}

/// <summary>
/// Textures by key, shared by workers. Beyond a bound those go that nobody uses and that were not asked for longest; made again they
/// are the same, so that no picture depends on what went.
/// </summary>
internal sealed class TextureStore(Func<TextureKey, SoftSheet> make, long mostBytes) : IDisposable
{
    private readonly Lock gate = new();
    private readonly Dictionary<TextureKey, LinkedListNode<Texture>> known = [];

    /// <summary>The one that was asked for longest ago first.</summary>
    private readonly LinkedList<Texture> byAge = [];

    public long Bytes { get; private set; }

    public Texture Take(in TextureKey key)
    {
        lock (gate)
        {
            if (!known.TryGetValue(key, out var node))
            {
                known[key] = node = new LinkedListNode<Texture>(new Texture(key, make));
                Bytes += node.Value.Bytes;
            }
            else
            {
                byAge.Remove(node);
            }

            byAge.AddLast(node);
            node.Value.Users++;
            MakeRoom();
            return node.Value;
        }
    }

    public void LetGo(Texture texture)
    {
        lock (gate)
        {
            texture.Users--;
        }
    }

    public void Dispose()
    {
        foreach (var texture in byAge)
        {
            texture.Free();
        }
    }

    private void MakeRoom()
    {
        for (var node = byAge.First; Bytes > mostBytes && node is not null;)
        {
            var (texture, next) = (node.Value, node.Next);
            if (texture.Users == 0)
            {
                byAge.Remove(node);
                known.Remove(texture.Key);
                Bytes -= texture.Bytes;
                texture.Free();
            }

            node = next;
        }
    }
}
