using Microsoft.Extensions.DependencyInjection;
using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.Plan;
using OatPath.Store;
using OatPath.Web.Messages;
using OatPath.Web.Records;

namespace OatPath.Web.Tests;

/// <summary>"Is this normal?", check-ins, calendar and messages, as the client meets them.</summary>
public sealed class NormalTests : IDisposable
{
    private readonly TestStudio studio = new();

    private ClientRecord Record(string name) => studio.Services.GetRequiredService<RecordRoom>().Derive(studio.ClientId(name))!;

    private Outbox Outbox => studio.Services.GetRequiredService<Outbox>();

    public void Dispose() => studio.Dispose();

    [Theory]
    [InlineData("Flaking", "Clearly", "Yes, it belongs to day 3.", Outcome.CarryOn)]
    [InlineData("NewSpots", "Clearly", "Not quite. Ease off.", Outcome.EaseOff)]
    [InlineData("Pink", "Strongly", "No. Stop, and call your studio.", Outcome.Stop)]
    public async Task A_question_is_answered_in_the_clients_words_and_kept(string sign, string degree, string said, Outcome outcome)
    {
        using var phone = await studio.Phone("Bettina");
        var before = Record("Bettina").ClientPath().Reports.Count;
        var answer = await phone.Submit(await phone.Get("/my/normal"), "form.sheet", ("sign", sign), ("degree", degree), ("zones", "Chin"));

        Assert.Contains(said, answer.Text, StringComparison.Ordinal);
        Assert.NotNull(answer.Page.QuerySelector("a[href^='tel:']"));
        var reports = Record("Bettina").ClientPath().Reports;
        Assert.Equal(before + 1, reports.Count);
        Assert.Equal(outcome, reports[^1].Outcome);
    }

    [Fact]
    public async Task A_grave_sign_is_one_press_and_the_client_stands_at_the_top_of_the_Desk()
    {
        using var phone = await studio.Phone("Jory");
        var answer = await phone.Submit(await phone.Get("/my/normal"), "form.sheet:has(.graves)", ("grave", "Blisters"));

        Assert.Contains("Get medical help now", answer.Text, StringComparison.Ordinal);
        Assert.Contains("0555 112", answer.Text, StringComparison.Ordinal);
        using var browser = await studio.SignedIn();
        Assert.Equal(studio.ClientId("Jory"), (await browser.Get("/")).Page.QuerySelector("li.need")!.GetAttribute("data-client"));
    }

    [Fact]
    public async Task The_same_form_sent_twice_is_one_question_and_an_empty_one_says_what_is_missing()
    {
        using var phone = await studio.Phone("Bettina");
        var page = await phone.Get("/my/normal");
        var before = Record("Bettina").ClientPath().Reports.Count;
        var first = await phone.Submit(page, "form.sheet", ("sign", "Itch"), ("degree", "Little"));
        var second = await phone.Submit(page, "form.sheet", ("sign", "Itch"), ("degree", "Little"));

        Assert.Equal(first.Address, second.Address);
        Assert.Equal(before + 1, Record("Bettina").ClientPath().Reports.Count);
        Assert.Contains("choose one", (await phone.Submit(page, "form.sheet", ("degree", "Little"))).Text, StringComparison.Ordinal);
        Assert.Contains(
            "a little, clearly or strongly",
            (await phone.Submit(page, "form.sheet", ("sign", "Itch"), ("degree", "Badly"))).Text,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task The_phone_shows_the_course_the_ends_and_the_check_in_of_the_day()
    {
        using var phone = await studio.Phone("Bettina");
        var text = (await phone.Get("/my")).Text;

        foreach (
            var said in new[]
            {
                "Day 3 after the superficial peel",
                "Usual today:",
                "Is this normal?",
                "until Fri 13 March is over",
                "until Mon 16 March is over",
            }
        )
        {
            Assert.Contains(said, text, StringComparison.Ordinal);
        }

        await phone.Submit(await phone.Get("/my/report"), "form.sheet", ("sting", "0"), ("redness", "0"), ("about", "2026-03-09"));
        Assert.DoesNotContain("Say how it is", (await phone.Get("/my")).Text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_calendar_names_nothing_of_health_unless_the_client_allows_it()
    {
        using var phone = await studio.Phone("Bettina");
        var neutral = (await phone.Get("/my/calendar.ics")).Html;
        var named = (await phone.Get("/my/calendar.ics?titles=named")).Html;

        Assert.StartsWith("BEGIN:VCALENDAR", neutral, StringComparison.Ordinal);
        Assert.Contains("BEGIN:VEVENT", neutral, StringComparison.Ordinal);
        foreach (var word in new[] { "peel", "acid", "retinoid", "Reed", "treatment" })
        {
            Assert.DoesNotContain(word, neutral, StringComparison.OrdinalIgnoreCase);
        }

        Assert.Contains("superficial peel", named, StringComparison.Ordinal);
        Assert.Contains("DTSTART;VALUE=DATE:20260314", named, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_subscription_is_private_ends_when_told_and_a_new_one_ends_the_old()
    {
        using var phone = await studio.Phone("Bettina");
        using var anyone = studio.Anyone();
        async Task<string> Made() =>
            new Uri(
                (await phone.Submit(await phone.Get("/my/calendar"), "form[action*='Subscribe']"))
                    .Page.QuerySelector("#address")!
                    .GetAttribute("value")!
            ).AbsolutePath;

        var first = await Made();
        Assert.Equal("text/calendar", (await anyone.Get(first)).Raw.Content.Headers.ContentType!.MediaType);
        Assert.DoesNotContain("peel", (await anyone.Get(first)).Html, StringComparison.OrdinalIgnoreCase);
        var second = await Made();
        Assert.Equal(System.Net.HttpStatusCode.NotFound, (await anyone.Get(first)).Status);
        using var browser = await studio.SignedIn();
        var link = await browser.Get($"/clients/{studio.ClientId("Bettina")}/link");
        Assert.Contains("with neutral titles", link.Text, StringComparison.Ordinal);
        await browser.Submit(link, "form[action*='Messages']");
        Assert.NotNull(Outbox.OptedOut(studio.ClientId("Bettina")));
        await phone.Submit(await phone.Get("/my/calendar"), "form[action*='End']");
        Assert.Equal(System.Net.HttpStatusCode.NotFound, (await anyone.Get(second)).Status);
        Assert.Equal(System.Net.HttpStatusCode.NotFound, (await anyone.Get("/calendar/guess.ics")).Status);
        var third = await Made();
        await browser.Submit(link, "form[action*='Revoke']");
        Assert.Equal(System.Net.HttpStatusCode.NotFound, (await anyone.Get(third)).Status);
        Assert.Equal("/no-plan", (await anyone.Get("/my/calendar.ics", follow: false)).Address);
    }

    [Fact]
    public void A_reminder_is_written_once_says_nothing_of_health_and_is_tried_again()
    {
        var messenger = studio.Services.GetRequiredService<Messenger>();
        messenger.Write();
        messenger.Write();
        var written = Outbox.Latest();

        Assert.Equal(written.Count, written.Select(message => (message.ClientId, message.Key)).Distinct().Count());
        Assert.Contains(written, message => message.Client == "Bettina Oake");
        Assert.All(written, message => Assert.DoesNotContain("peel", message.Text, StringComparison.OrdinalIgnoreCase));
        for (var i = 0; i < 4; i++)
        {
            messenger.Send();
            studio.Clock.Advance(TimeSpan.FromMinutes(10));
        }

        Assert.All(Outbox.Latest(), message => Assert.Equal(MessageState.Delivered, message.State));
    }

    [Fact]
    public void Nothing_is_sent_in_the_quiet_hours_and_what_was_answered_meanwhile_is_withdrawn()
    {
        var messenger = studio.Services.GetRequiredService<Messenger>();
        studio.Clock.Advance(TimeSpan.FromHours(3));
        messenger.Write();
        messenger.Send();
        Assert.NotEmpty(Outbox.Latest());
        Assert.All(Outbox.Latest(), message => Assert.Equal(MessageState.Waiting, message.State));

        studio.Clock.Advance(TimeSpan.FromHours(14));
        messenger.Send();
        Assert.All(Outbox.Latest(), message => Assert.Equal(MessageState.Withdrawn, message.State));
    }

    [Fact]
    public async Task Who_wants_no_messages_gets_none_and_may_change_their_mind()
    {
        using var phone = await studio.Phone("Bettina");
        await phone.Submit(await phone.Get("/my/calendar"), "form[action*='Messages']");
        studio.Services.GetRequiredService<Messenger>().Write();
        Assert.DoesNotContain(Outbox.Latest(), message => message.Client == "Bettina Oake");

        await phone.Submit(await phone.Get("/my/calendar"), "form[action*='Messages']");
        studio.Services.GetRequiredService<Messenger>().Write();
        Assert.Contains(Outbox.Latest(), message => message.Client == "Bettina Oake");
    }

    [Fact]
    public async Task A_client_without_a_number_fails_plainly_and_can_be_tried_again()
    {
        var clients = studio.Services.GetRequiredService<Clients>();
        var record = Record("Bettina");
        clients.Rename(record.Client.Id, record.Client.Name, "", record.Client.Version);
        var messenger = studio.Services.GetRequiredService<Messenger>();
        messenger.Write();
        messenger.Send();
        using var browser = await studio.SignedIn();
        var page = await browser.Get("/outbox?state=Failed");

        Assert.Contains("no phone number on record", page.Text, StringComparison.Ordinal);
        await browser.Submit(page, "form[action*='Again']");
        Assert.Contains(Outbox.Latest(), message => message.Client == "Bettina Oake" && message.State == MessageState.Waiting);
    }

    [Fact]
    public async Task Nobody_answering_brings_the_client_to_the_Desk_after_the_second_message()
    {
        var messenger = studio.Services.GetRequiredService<Messenger>();
        studio.Clock.Advance(TimeSpan.FromHours(16));
        messenger.Write();
        Assert.Contains(Outbox.Latest(), message =>
            message.Client == "Bettina Oake" && message.Key.EndsWith("again", StringComparison.Ordinal)
        );
        Assert.Contains(DeskRows.Of(Record("Bettina")), row => row.Kind == QuestionKind.CheckInOverdue);
        using var browser = await studio.SignedIn();
        var read = await browser.Submit(await browser.Get("/"), $"li[data-client='{studio.ClientId("Bettina")}'] form[action*='Seen']");
        Assert.DoesNotContain(DeskRows.Of(Record("Bettina")), row => row.Kind == QuestionKind.CheckInOverdue);
        await browser.Submit(read, ".done form");
        Assert.Contains(DeskRows.Of(Record("Bettina")), row => row.Kind == QuestionKind.CheckInOverdue);
    }

    [Fact]
    public async Task Reading_writes_nothing_down_but_who_read()
    {
        using var browser = await studio.SignedIn();
        using var phone = await studio.Phone("Bettina");
        var before = Record("Bettina").Facts.Count;
        foreach (
            var address in new[]
            {
                "/",
                "/outbox",
                "/treatments",
                $"/clients/{studio.ClientId("Bettina")}/care",
                $"/clients/{studio.ClientId("Bettina")}/visit",
                $"/clients/{studio.ClientId("Bettina")}/treatment",
                $"/clients/{studio.ClientId("Bettina")}/care/calendar",
            }
        )
        {
            Assert.Equal(System.Net.HttpStatusCode.OK, (await browser.Get(address)).Status);
        }

        foreach (var address in new[] { "/my", "/my/normal", "/my/calendar", "/my/calendar.ics" })
        {
            Assert.Equal(System.Net.HttpStatusCode.OK, (await phone.Get(address)).Status);
        }

        Assert.Equal(before, Record("Bettina").Facts.Count);
        Assert.Empty(Outbox.Latest());
    }
}
