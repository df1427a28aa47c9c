using System.Net;
using Microsoft.Extensions.DependencyInjection;
using OatPath.Core.Case;
using OatPath.Store;
using OatPath.Web.Limits;
using OatPath.Web.Records;

namespace OatPath.Web.Tests;

/// <summary>Limits hit whoever sends too much, and nobody beside them.</summary>
public sealed class LimitTests : IDisposable
{
    private readonly TestStudio studio = new();

    public void Dispose() => studio.Dispose();

    private int Reports(string name) =>
        studio.Services.GetRequiredService<RecordRoom>().Derive(studio.ClientId(name))!.Followed.Log.OfType<CheckedIn>().Count();

    [Theory]
    [InlineData("192.0.2.7", "192.0.2.7", true)]
    [InlineData("192.0.2.7", "192.0.2.8", false)]
    [InlineData("::ffff:192.0.2.7", "192.0.2.7", true)]
    [InlineData("2001:db8:1:2:3::4", "2001:db8:1:2:ffff:ffff:ffff:ffff", true)]
    [InlineData("2001:db8:1:2::", "2001:db8:1:3::", false)]
    public void An_address_is_as_wide_as_its_owner(string one, string other, bool same) =>
        Assert.Equal(same, ComesFrom.Of(IPAddress.Parse(one)) == ComesFrom.Of(IPAddress.Parse(other)));

    [Fact]
    public async Task A_phone_that_sends_too_much_is_judged_and_shown_the_numbers_and_others_of_its_house_are_not_touched()
    {
        using var phone = await studio.Phone("Perrin");
        using var other = await studio.Phone("Jory");
        (phone.From, other.From) = ("192.0.2.1", "192.0.2.1");
        var form = await phone.Get("/my/report");
        (string, string?) Key() => ("key", Guid.NewGuid().ToString("n"));
        (string, string?)[] told = [("sting", "3"), ("length", "45"), ("redness", "1"), ("pain", "8")];
        var before = Reports("Perrin");
        for (var i = 0; i < 30; i++)
        {
            Assert.Equal(HttpStatusCode.OK, (await phone.Submit(form, "main form", [.. told, Key()])).Status);
        }

        Assert.Equal(before + 30, Reports("Perrin"));
        var refused = await phone.Submit(form, "main form", [.. told, Key()]);
        Assert.Equal(HttpStatusCode.TooManyRequests, refused.Status);
        Assert.Contains("Medical help now", refused.Text, StringComparison.Ordinal);
        Assert.Contains(
            studio.Services.GetRequiredService<Studio>().Current().Rules.Contacts.Emergency,
            refused.Text,
            StringComparison.Ordinal
        );
        Assert.Contains("This is not with your studio yet", refused.Text, StringComparison.Ordinal);
        Assert.Equal(before + 30, Reports("Perrin"));

        var jory = Reports("Jory");
        Assert.Equal(
            HttpStatusCode.OK,
            (await other.Submit(await other.Get("/my/report"), "main form", ("sting", "0"), ("redness", "0"))).Status
        );
        Assert.Equal(jory + 1, Reports("Jory"));
    }

    [Fact]
    public async Task A_phone_that_floods_gets_a_page_with_the_numbers()
    {
        using var phone = await studio.Phone("Perrin");
        var page = await phone.Get("/my");
        for (var i = 0; i < 700 && page.Status != HttpStatusCode.TooManyRequests; i++)
        {
            page = await phone.Get("/my/answer/none");
        }

        Assert.Equal(HttpStatusCode.TooManyRequests, page.Status);
        Assert.Contains("Too many requests", page.Text, StringComparison.Ordinal);
        Assert.Contains(
            studio.Services.GetRequiredService<Studio>().Current().Rules.Contacts.Emergency,
            page.Text,
            StringComparison.Ordinal
        );
        using var other = await studio.Phone("Jory");
        Assert.Equal(HttpStatusCode.OK, (await other.Get("/my")).Status);
    }

    [Fact]
    public async Task Strangers_behind_the_address_of_a_phone_use_up_only_their_own()
    {
        using var phone = await studio.Phone("Jory");
        using var stranger = studio.Anyone();
        (phone.From, stranger.From) = ("192.0.2.5", "192.0.2.5");
        stranger.SetCookie("oatpath_device", new string('a', 43));
        var last = HttpStatusCode.OK;
        for (var i = 0; i < 40; i++)
        {
            last = (await stranger.Post("/my/report", [])).Status;
        }

        Assert.Equal(HttpStatusCode.TooManyRequests, last);
        Assert.Equal(
            HttpStatusCode.OK,
            (await phone.Submit(await phone.Get("/my/report"), "main form", ("sting", "0"), ("redness", "0"))).Status
        );
    }

    [Fact]
    public async Task A_calendar_that_many_fetch_from_one_service_is_counted_by_itself()
    {
        var feeds = studio.Services.GetRequiredService<CalendarFeeds>();
        var tokens = studio
            .Services.GetRequiredService<Clients>()
            .Search("")
            .Select(client => feeds.Create(client.Id, false, studio.Clock.GetUtcNow()))
            .ToList();
        using var service = studio.Anyone();
        service.From = "192.0.2.6";
        for (var i = 0; i < 90; i++)
        {
            Assert.NotEqual(HttpStatusCode.TooManyRequests, (await service.Get($"/calendar/{tokens[i % tokens.Count]}.ics")).Status);
        }

        var guessed = HttpStatusCode.OK;
        for (var i = 0; i < 70; i++)
        {
            guessed = (await service.Get($"/calendar/guess{i}.ics")).Status;
        }

        Assert.Equal(HttpStatusCode.TooManyRequests, guessed);
    }
}
