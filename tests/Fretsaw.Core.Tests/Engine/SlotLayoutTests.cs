using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Tests;

/// <summary>On the film in which every thing has every value.</summary>
public class SlotLayoutTests
{
    private static readonly Film Full = FullFilm.Build();
    private static readonly Plan Plan = PlanCompiler.Compile(Full, Full.Shots[0], new RigCache());
    private static readonly SlotLayout Slots = Plan.Slots;

    [Fact]
    public void Every_slot_has_one_address_and_every_address_its_slot()
    {
        var addresses = Enumerable.Range(0, Slots.Count).Select(Slots.AddressOf).ToList();
        Assert.Equal(addresses.Count, addresses.Distinct().Count());
        for (var slot = 0; slot < Slots.Count; slot++)
        {
            Assert.Equal(slot, Slots.Find(addresses[slot]));
            Assert.Equal(Slots.PropertyOf(slot).Name, addresses[slot].Property);
        }
    }

    [Fact]
    public void Every_value_that_the_film_knows_has_a_slot_with_its_rest()
    {
        var row = new double[Slots.Count];
        for (var owner = 0; owner < Slots.OwnerCount; owner++)
        {
            Slots.Rest(owner, row);
        }

        string[] owners = [Address.Camera, Address.Wind, .. Full.Shots[0].Things.Select(thing => thing.Id)];
        var things = new[] { Address.View, Address.Air, Address.Stand, Address.Body }.Concat(Names.InPuppet(Full.Puppets[0]).Select(named => named.Id)).Concat(Full.Kept.Where(kept => kept.IsExpression).Select(kept => kept.Id)).Distinct().ToList();
        var known = 0;
        foreach (var owner in owners)
        {
            foreach (var thing in things)
            {
                foreach (var property in Properties.TableOf(Full, Full.Shots[0], owner, thing))
                {
                    var slot = Slots.Find(new Address(owner, thing, property.Name));
                    Assert.True(slot >= 0, $"{owner}/{thing}/{property.Name}");
                    Assert.Equal(property.Default, row[slot]);
                    Assert.Equal(property.Jumps, Slots.Jumps(slot));
                    known++;
                }
            }
        }

        Assert.Equal(Slots.Count, known);
    }

    [Fact]
    public void What_belongs_to_an_owner_lies_together_and_in_order()
    {
        var next = 0;
        for (var owner = 0; owner < Slots.OwnerCount; owner++)
        {
            var (first, count) = Slots.SlotsOf(owner);
            Assert.Equal(next, first);
            next += count;
            Assert.All(Enumerable.Range(first, count), slot => Assert.Equal(owner, Slots.OwnerOf(Slots.AddressOf(slot).Owner)));
        }

        Assert.Equal(Slots.Count, next);
    }

    [Theory]
    [InlineData("nobody", "body", "turn")]
    [InlineData("use", "nothing", "turn")]
    [InlineData("use", "up", "sway")]
    [InlineData("flat", "body", "turn")]
    [InlineData("camera", "view", "x")]
    public void What_no_thing_has_has_no_slot(string owner, string thing, string property) => Assert.Equal(-1, Slots.Find(new Address(owner, thing, property)));
}
