using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Composing;
using SturdyTinker.Shop.Bay;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Shop.Yard;
using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>
/// Several steps settled in one go: all or none, once, and none that can kill without a tick of its own.
/// </summary>
public sealed class CardTests : IDisposable
{
    private readonly ShopServer shop = new();

    public void Dispose() => shop.Dispose();

    private static CardStep Step(PacketStep step, bool ticked = true) => new(
        ShopServer.NewId(),
        new EntryDraft(
            step.Key,
            [],
            Parts: [.. step.Parts.Select(p => new StepPartDraft(
                ShopServer.NewId(),
                p.OneOf.Count > 0 ? p.OneOf[0] : p.Name,
                p.Quantity,
                p.Unit))]),
        ticked && WorkCard.WhyCritical(step) is not null);

    private async Task<(VisitAnswer Visit, string Path)> VisitAsync()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync();
        VisitAnswer visit = await shop.VisitAsync(trailer.Id, "axle-1-left");
        return (visit, $"/api/bay/visits/{visit.Id}/cards");
    }

    [Theory]
    [InlineData(Pace.Phase)]
    [InlineData(Pace.Place)]
    public async Task The_record_is_the_same_whatever_the_pace(Pace pace)
    {
        (VisitAnswer visit, string path) = await VisitAsync();
        Dictionary<string, PacketStep> steps = visit.Packet.Steps.ToDictionary(s => s.Key);
        VisitState state = visit.State;
        int cards = 0;
        while (state.Next is { } next)
        {
            IReadOnlyList<string> keys = pace == Pace.Phase ? state.PhaseCard : state.PlaceCard;
            CardDraft card = new([.. (keys.Count > 0 ? keys : [next]).Select(k => Step(steps[k]))]);
            state = await shop.PostAsync<VisitState>(path, card);
            Assert.Equal(state.Entries.Count, (await shop.PostAsync<VisitState>(path, card)).Entries.Count);
            cards++;
        }

        Assert.InRange(cards, 2, 12);
        Assert.Equal(visit.Packet.Steps.Select(s => s.Key), state.Entries.Select(e => e.Key));
        Assert.Equal(
            visit.Critical.Keys.Order(),
            state.Entries.Where(e => !e.Folded && visit.Critical.ContainsKey(e.Key)).Select(e => e.Key).Order());
        Assert.All(state.Entries.Where(e => e.Folded), e => Assert.DoesNotContain(e.Key, visit.Critical.Keys));
        Assert.Contains(state.Entries, e => e.Folded);
        Assert.Equal(
            visit.Packet.Steps.Sum(s => s.Parts.Count),
            await shop.LookAsync(f => f.PartsUsed.CountAsync()));
        Assert.Null(state.WhyNotClosed);
    }

    [Fact]
    public async Task A_card_is_saved_whole_or_not_at_all_and_says_what_is_wrong_where()
    {
        (VisitAnswer visit, string path) = await VisitAsync();
        Dictionary<string, PacketStep> steps = visit.Packet.Steps.ToDictionary(s => s.Key);
        PacketStep chock = steps[visit.State.Next!];
        async Task RefusedAsync(int status, string pointer, params CardStep[] card)
        {
            Problem refused = await shop.RefusedAsync(HttpMethod.Post, path, new CardDraft(card), status);
            Assert.Contains(refused.Errors!, e => e.Pointer == pointer);
            Assert.Equal(0, await shop.LookAsync(f => f.StepEntries.CountAsync()));
            Assert.Equal(0, await shop.LookAsync(f => f.Readings.CountAsync()));
        }

        await RefusedAsync(422, "/steps");
        await RefusedAsync(422, "/steps/0", Step(chock, ticked: false));
        await RefusedAsync(422, "/steps/1/step/key", Step(chock), Step(chock with { Key = "trailer/nowhere/none" }));

        // Out of its turn; and a figure that is none, at the last of several.
        PacketStep hub = visit.Packet.Steps.First(s => s.Key.EndsWith("hub-off/hub", StringComparison.Ordinal));
        await RefusedAsync(409, "/steps/1/step/key", Step(chock), Step(hub));
        int rock = visit.Packet.Steps.ToList().FindIndex(s => s.Readings.Count > 0);
        CardStep[] until = [.. visit.Packet.Steps.Take(rock + 1).Select(s => Step(s))];
        until[^1] = until[^1] with
        {
            Step = until[^1].Step with
            {
                Readings = [new ReadingDraft(ShopServer.NewId(), visit.Packet.Steps[rock].Readings[0], "a lot")]
            }
        };
        await RefusedAsync(422, $"/steps/{rock}/step/readings/0/typed", until);

        // Two tablets at the same card: one of them is told.
        VisitState state = await shop.PostAsync<VisitState>(path, new CardDraft([Step(chock)]));
        await shop.RefusedAsync(HttpMethod.Post, path, new CardDraft([Step(chock)]), 409);
        Assert.Single(state.Entries);

        // One opened out of a card is skipped with its reason, as any step is.
        CardStep nose = Step(steps[state.Next!]);
        state = await shop.PostAsync<VisitState>(
            path,
            new CardDraft([nose with { Step = nose.Step with { SkippedBecause = "hitched" } }]));
        Assert.Equal("hitched", state.Entries[^1].SkippedBecause);
    }
}
