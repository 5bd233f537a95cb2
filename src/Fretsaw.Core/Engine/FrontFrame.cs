namespace Fretsaw.Core.Engine;

/// <summary>In which order a puppet's parts are painted at a frame, where some of them may lie behind others.</summary>
public sealed class FrontFrame
{
    private readonly FrontPlan[] fronts;
    private readonly int[] order;

    internal FrontFrame(PuppetPlan plan)
    {
        fronts = plan.Fronts;
        order = new int[plan.Parts.Length];
    }

    /// <summary>Something lies behind something.</summary>
    public bool IsMoved { get; private set; }

    /// <summary>Indices of parts, far to near.</summary>
    public ReadOnlySpan<int> Order => order;

    /// <summary>
    /// One after the other, as they stand in the puppet, each part goes right behind what it chose; where two chose each other, the later one lies behind.
    /// </summary>
    /// <param name="values">Driven values, by the plan's slots.</param>
    internal void Evaluate(ReadOnlySpan<double> values)
    {
        IsMoved = false;
        for (var i = 0; i < order.Length; i++)
        {
            order[i] = i;
        }

        foreach (var front in fronts)
        {
            var chosen = (int)Math.Round(values[front.Slot]);
            if (chosen <= 0 || chosen > front.Before.Length || front.Before[chosen - 1] < 0)
            {
                continue;
            }

            IsMoved = true;
            Move(Array.IndexOf(order, front.Part), Array.IndexOf(order, front.Before[chosen - 1]));
        }
    }

    /// <summary>Takes the one at a place out and puts it right before another.</summary>
    private void Move(int from, int before)
    {
        var part = order[from];
        if (from < before)
        {
            Array.Copy(order, from + 1, order, from, before - 1 - from);
            order[before - 1] = part;
            return;
        }

        Array.Copy(order, before, order, before + 1, from - before);
        order[before] = part;
    }
}
