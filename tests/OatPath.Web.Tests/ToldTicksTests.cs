using System.Net;
using System.Text.Json;
using Microsoft.Extensions.DependencyInjection;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Routine;
using OatPath.Web.Phone;
using OatPath.Web.Records;

namespace OatPath.Web.Tests;

/// <summary>Ticks made without network: kept once each, with their time, and of no stranger.</summary>
public sealed class ToldTicksTests : IDisposable
{
    private readonly TestStudio studio = new();

    private ClientRecord Record(string name) => studio.Services.GetRequiredService<RecordRoom>().Derive(studio.ClientId(name))!;

    private static string Key() => Guid.NewGuid().ToString("n");

    private static string TagOf(Answer page) => page.Page.Body!.GetAttribute("data-phone")!;

    /// <summary>A step of this evening that may be ticked.</summary>
    private Step Planned(string name) =>
        Record(name).ClientPath(0, 1).Days[0].Evening.Steps.First(step => step.Product is not null && KeptHalf.MayBeTicked(step));

    private string Told(string tag, string step, DateOnly day, string? id = null, long? at = null, string moment = "evening") =>
        JsonSerializer.Serialize(
            new
            {
                phone = tag,
                ticks = new[]
                {
                    new
                    {
                        id = id ?? Key(),
                        step,
                        day = day.ToString("yyyy-MM-dd", System.Globalization.CultureInfo.InvariantCulture),
                        moment,
                        at = at ?? studio.Clock.GetUtcNow().AddMinutes(-90).ToUnixTimeMilliseconds(),
                    },
                },
            }
        );

    private List<Applied> Uses(string name, string step) =>
        [.. Record(name).Lived.OfType<Applied>().Where(use => use.Product == step && use.Day == Record(name).Today)];

    [Fact]
    public async Task A_tick_is_kept_once_with_the_time_it_was_made()
    {
        using var phone = await studio.Phone("Perrin");
        var tag = TagOf(await phone.Get("/my/offline"));
        var step = Planned("Perrin").Key;
        var made = studio.Clock.GetUtcNow().AddMinutes(-90);
        var told = Told(tag, step, Record("Perrin").Today);

        Assert.Equal(HttpStatusCode.OK, (await phone.PostJson("/my/told", told)).Status);
        Assert.Equal(HttpStatusCode.OK, (await phone.PostJson("/my/told", told)).Status);
        Assert.Equal(HttpStatusCode.OK, (await phone.PostJson("/my/told", Told(tag, step, Record("Perrin").Today))).Status);

        var use = Assert.Single(Uses("Perrin", step));
        Assert.InRange(use.HappenedAt, made.AddSeconds(-2), made.AddSeconds(2));
    }

    [Fact]
    public async Task A_clock_ahead_or_far_behind_is_believed_no_further_than_now()
    {
        using var phone = await studio.Phone("Perrin");
        var tag = TagOf(await phone.Get("/my/offline"));
        var step = Planned("Perrin").Key;
        var now = studio.Clock.GetUtcNow();

        await phone.PostJson("/my/told", Told(tag, step, Record("Perrin").Today, at: now.AddDays(1).ToUnixTimeMilliseconds()));
        Assert.True(Assert.Single(Uses("Perrin", step)).HappenedAt <= studio.Clock.GetUtcNow());

        foreach (var back in new[] { -1, 8 })
        {
            var answer = await phone.PostJson("/my/told", Told(tag, step, Record("Perrin").Today.AddDays(-back)));
            Assert.Contains("clock is wrong", answer.Html, StringComparison.Ordinal);
        }
    }

    [Fact]
    public async Task What_is_no_step_of_the_client_and_a_kit_are_refused_by_word()
    {
        using var phone = await studio.Phone("Perrin");
        var tag = TagOf(await phone.Get("/my/offline"));
        var strange = await phone.PostJson("/my/told", Told(tag, "nobodys-serum", Record("Perrin").Today));
        Assert.Contains("in no plan of yours", strange.Html, StringComparison.Ordinal);

        using var peeler = await studio.Phone("Wilmot");
        var kit = Record("Wilmot").Followed.Shelf.First(item => item.Product.ContentMl is not null && Core.Shelf.Kits.IsKit(item.Product));
        var told = Told(TagOf(await peeler.Get("/my/offline")), kit.Product.Id, Record("Wilmot").Today);
        Assert.Contains("with its minutes", (await peeler.PostJson("/my/told", told)).Html, StringComparison.Ordinal);
        Assert.Empty(Uses("Wilmot", kit.Product.Id));
    }

    [Fact]
    public async Task Nobody_another_phone_and_a_strangers_page_tell_nothing()
    {
        using var phone = await studio.Phone("Perrin");
        using var other = await studio.Phone("Jory");
        using var nobody = studio.Anyone();
        var tag = TagOf(await phone.Get("/my/offline"));
        var step = Planned("Perrin").Key;
        var told = Told(tag, step, Record("Perrin").Today);

        Assert.Equal(HttpStatusCode.Forbidden, (await nobody.PostJson("/my/told", told)).Status);
        Assert.Equal(HttpStatusCode.Conflict, (await other.PostJson("/my/told", told)).Status);
        Assert.Equal(HttpStatusCode.Conflict, (await phone.PostJson("/my/told", Told("", step, Record("Perrin").Today))).Status);
        Assert.Equal("/no-plan", (await nobody.Get("/my/offline", follow: false)).Address);
        Assert.Empty(Uses("Perrin", step));
    }

    [Theory]
    [InlineData("")]
    [InlineData("[]")]
    [InlineData("{\"phone\":\"x\",\"ticks\":[]}")]
    [InlineData("{\"phone\":\"x\",\"ticks\":[null]}")]
    [InlineData("{\"phone\":\"x\",\"ticks\":[{\"id\":\"x\",\"step\":\"a\",\"day\":\"2026-01-01\",\"moment\":\"evening\",\"at\":1}]}")]
    [InlineData("{\"phone\":\"x\",\"ticks\":[{\"id\":\"x\",\"step\":\"a\",\"day\":\"yesterday\",\"moment\":\"noon\",\"at\":\"now\"}]}")]
    public async Task What_cannot_be_read_is_refused_and_nothing_is_kept(string body)
    {
        using var phone = await studio.Phone("Perrin");

        Assert.Equal(HttpStatusCode.BadRequest, (await phone.PostJson("/my/told", body)).Status);
    }

    [Fact]
    public void The_half_days_of_a_phone_follow_one_another_also_where_clocks_change()
    {
        var zone = CareDay.FindZone("Europe/Vienna")!;
        var from = new DateOnly(2026, 10, 23);
        var halves = KeptHalf
            .Of(Record("Perrin").ClientPath(0, 5) with { Days = [.. Days(from, 5)] }, zone, 5)
            .ToList();

        Assert.All(halves.Zip(halves.Skip(1)), pair => Assert.Equal(pair.First.Until, pair.Second.From));
        Assert.Equal(25, halves.Where(half => half.Day == new DateOnly(2026, 10, 24)).Sum(half => (half.Until - half.From).TotalHours));
    }

    private IEnumerable<Core.Plan.DayPath> Days(DateOnly from, int count) =>
        Record("Perrin").ClientPath(0, count).Days.Select((day, i) => day with { Date = from.AddDays(i) });

    public void Dispose() => studio.Dispose();
}
