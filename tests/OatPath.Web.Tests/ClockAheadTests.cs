using System.Net;
using Microsoft.Extensions.DependencyInjection;
using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Store;
using OatPath.Web.Clock;
using OatPath.Web.Demo;
using OatPath.Web.Records;
using OtpNet;

namespace OatPath.Web.Tests;

/// <summary>
/// A clock that jumps ahead is not believed until an owner says which day it is; one that was believed wrongly is mended.
/// </summary>
public sealed class ClockAheadTests : IDisposable
{
    private readonly List<TestStudio> studios = [new()];

    private TestStudio Studio => studios[^1];

    public void Dispose() => studios.ForEach(studio => studio.Dispose());

    private static ClientRecord Record(TestStudio studio, string name = "Perrin") =>
        studio.Services.GetRequiredService<RecordRoom>().Derive(studio.ClientId(name))!;

    private DateTimeOffset Now => Studio.Services.GetRequiredService<TimeProvider>().GetUtcNow();

    private void Jump(TimeSpan by) => Studio.Clock.Jump(Studio.Clock.GetUtcNow() + by);

    [Theory]
    [InlineData(2)]
    [InlineData(40)]
    [InlineData(366)]
    [InlineData(366 * 70)]
    public async Task A_jump_ahead_is_not_believed_and_every_page_goes_on_from_before(int days)
    {
        var (before, today) = (Now, Record(Studio).Today);
        using var browser = await Studio.SignedIn();
        using var phone = await Studio.Phone("Perrin");
        var shown = Answer.Read((await phone.Get("/my")).Page.QuerySelector("main"));
        Jump(TimeSpan.FromDays(days));
        Studio.Clock.Advance(TimeSpan.FromMinutes(4));

        Assert.Equal(before.AddMinutes(4), Now);
        Assert.Equal(today, Record(Studio).Today);
        var desk = await browser.Get("/");
        Assert.Contains("jumped ahead", desk.Page.QuerySelector("#clock-ahead")!.TextContent, StringComparison.Ordinal);
        var later = await phone.Get("/my");
        Assert.Contains("clock was set wrong", later.Text, StringComparison.Ordinal);
        later.Page.QuerySelector("main > .hint[role=status]")!.Remove();
        Assert.Equal(shown, Answer.Read(later.Page.QuerySelector("main")));

        // What is told now stands at the record's time, and the clock set right again is believed at once.
        Assert.Equal(
            HttpStatusCode.OK,
            (await phone.Submit(await phone.Get("/my/report"), "main form", ("sting", "3"), ("length", "45"), ("redness", "1"))).Status
        );
        Assert.Equal(before.AddMinutes(4), Record(Studio).Followed.Log.OfType<CheckedIn>().Last().RecordedAt);
        Jump(-TimeSpan.FromDays(days));
        Assert.Null((await browser.Get("/")).Page.QuerySelector("#clock-ahead"));
        Assert.Equal(before.AddMinutes(4), Now);
    }

    [Fact]
    public async Task Days_that_truly_pass_and_hours_are_believed()
    {
        var before = Now;
        Studio.Clock.Advance(TimeSpan.FromDays(90));
        Assert.Equal(before.AddDays(90), Now);
        Jump(TimeSpan.FromHours(23));
        Assert.Equal(before.AddDays(90).AddHours(23), Now);
        using var browser = await Studio.SignedIn();
        Assert.Null((await browser.Get("/")).Page.QuerySelector("#clock-ahead"));
        Assert.Contains("agree", (await browser.Get("/house/clock")).Text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task The_owner_writes_the_day_and_is_led_to_neither()
    {
        using var owner = await Studio.SignedIn();
        using var oskar = await Studio.SignedIn("oskar");
        Jump(TimeSpan.FromDays(30));
        var page = await owner.Get("/house/clock");
        Assert.Equal("", page.Page.QuerySelector("#today")!.GetAttribute("value") ?? "");
        Assert.Contains(
            "Today",
            (await owner.Submit(page, "main form", ("today", "2026-05-01"))).Page.QuerySelector("#problems")!.TextContent,
            StringComparison.Ordinal
        );
        Assert.Contains(
            "machine's clock is wrong",
            (await owner.Submit(page, "main form", ("today", "2026-03-09"))).Text,
            StringComparison.Ordinal
        );
        Assert.Equal(new DateOnly(2026, 3, 9), Record(Studio).Today);

        Assert.Contains("not-yours", (await oskar.Get("/house/clock")).Address, StringComparison.Ordinal);
        Assert.Contains("An owner says", (await oskar.Get("/")).Page.QuerySelector("#clock-ahead")!.TextContent, StringComparison.Ordinal);

        Assert.Equal("/", (await owner.Submit(page, "main form", ("today", "2026-04-08"))).Address);
        Assert.Equal(new DateOnly(2026, 4, 8), Record(Studio).Today);
        Assert.Contains("Maren Holt", (await owner.Get("/house/clock")).Text, StringComparison.Ordinal);
        Assert.Null((await owner.Get("/")).Page.QuerySelector("#clock-ahead"));
    }

    [Fact]
    public void A_program_that_was_off_for_days_asks_and_one_that_was_off_for_hours_does_not()
    {
        var before = Now;
        studios.Add(Studio.Restarted(before.AddHours(20)));
        Assert.Equal(before.AddHours(20), Now);
        studios.Add(Studio.Restarted(before.AddDays(9)));
        Assert.True(Now - before.AddHours(20) < TimeSpan.FromMinutes(5));
        Assert.NotNull(Studio.Services.GetRequiredService<RecordClock>().Jump);
        Studio.Services.GetRequiredService<ClockRounds>().Confirm("Maren Holt");
        Assert.Equal(before.AddDays(9), Now);
        studios.Add(Studio.Restarted(before.AddDays(9).AddMinutes(1)));
        Assert.Null(Studio.Services.GetRequiredService<RecordClock>().Jump);
        Assert.Equal(before.AddDays(9).AddMinutes(1), Now);
    }

    [Fact]
    public async Task Codes_follow_the_machines_clock_ahead_and_back()
    {
        using var owner = await Studio.SignedIn();
        var form = await owner.Get("/second-factor");
        var secret = form.Page.QuerySelector("input[name=secret]")!.GetAttribute("value")!;
        string Code() => new Totp(Base32Encoding.ToBytes(secret)).ComputeTotp(Studio.Clock.GetUtcNow().UtcDateTime);
        await owner.Submit(form, "main form", ("code", Code()));
        foreach (var days in new[] { 365, -365 })
        {
            Jump(TimeSpan.FromDays(days));
            Studio.Clock.Advance(TimeSpan.FromMinutes(2));
            using var other = Studio.Anyone();
            var asked = await other.Submit(
                await other.Get("/sign-in"),
                "main form",
                ("Name", DemoLoader.SignIn),
                ("Password", DemoLoader.Password)
            );
            var code = Code();
            Assert.Equal("/", (await other.Submit(asked, "main form", ("code", code))).Address);
            using var replay = Studio.Anyone();
            asked = await replay.Submit(
                await replay.Get("/sign-in"),
                "main form",
                ("Name", DemoLoader.SignIn),
                ("Password", DemoLoader.Password)
            );
            Assert.Contains("used before", (await replay.Submit(asked, "main form", ("code", code))).Text, StringComparison.Ordinal);
        }
    }

    /// <summary>How long they take is measured by tests/browser/clock.test.mjs and bench/, which ask a real program.</summary>
    [Theory]
    [InlineData(2038)]
    [InlineData(2100)]
    public async Task Pages_answer_however_far_the_day_is(int year)
    {
        using var browser = await Studio.SignedIn();
        using var phone = await Studio.Phone("Perrin");
        Studio.JumpTo(new DateTimeOffset(year, 1, 20, 18, 30, 0, TimeSpan.Zero));
        Assert.Equal(year, Record(Studio).Today.Year);
        var id = Record(Studio).Client.Id;
        foreach (
            var (who, page) in new[]
            {
                (browser, "/"),
                (browser, "/clients"),
                (browser, $"/clients/{id}/ramp"),
                (browser, $"/clients/{id}/care"),
                (browser, $"/clients/{id}/routine"),
                (phone, "/my"),
                (phone, "/my/path"),
                (phone, "/my/report"),
            }
        )
        {
            Assert.Equal(HttpStatusCode.OK, (await who.Get(page)).Status);
        }
    }

    [Fact]
    public async Task What_was_told_in_a_false_year_counts_at_its_true_time_after_mending_and_nothing_is_removed()
    {
        var start = Now;
        var today = Record(Studio).Today;
        Jump(TimeSpan.FromDays(365));
        Studio.Services.GetRequiredService<ClockRounds>().Confirm("Maren Holt");
        using (var phone = await Studio.Phone("Perrin"))
        {
            await phone.Submit(
                await phone.Get("/my/report"),
                "main form",
                ("sting", "3"),
                ("length", "45"),
                ("redness", "1"),
                ("pain", "8")
            );
        }

        Studio.Clock.Advance(TimeSpan.FromMinutes(10));
        var told = Record(Studio).Facts[^1];
        Assert.Equal(365, (told.RecordedAt - start).Days);

        // Set back: the record stands in the false year, and what is told in it too.
        studios.Add(Studio.Restarted(start.AddHours(2)));
        Assert.Equal(365, (Record(Studio).Today.DayNumber - today.DayNumber));
        using (var late = await Studio.Phone("Perrin"))
        {
            await late.Submit(await late.Get("/my/report"), "main form", ("sting", "2"), ("length", "45"), ("redness", "0"));
        }

        Assert.Equal(365, (Record(Studio).Facts[^1].RecordedAt - start).Days);
        var before = Record(Studio).Facts;
        IReadOnlyList<MendedDay> looked = [];
        IReadOnlyList<MendedDay> mended = [];
        var now = start.AddHours(3);
        studios.Add(Studio.Restarted(now, () =>
            {
                using var database = new Database(Path.Combine(Studio.Folder, DataFolder.DatabaseName));
                var span = FalseTime.Confirmed(
                    new ClockTable(database).Pairs(),
                    now,
                    CareDay.FindZone(new Studio(database).Current().Rules.Zone)!
                )!;
                looked = ClockMend.Run(database, span, keep: false);
                Assert.Equal(before, new Facts(database).Of(before[0].ClientId));
                mended = ClockMend.Run(database, span, keep: true);
            }));

        var perrin = Assert.Single(looked, day => day.Entries > 0);
        Assert.Equal(
            (2, "Perrin Vale", false),
            (perrin.Entries, perrin.Client.Name.StartsWith("Perrin", StringComparison.Ordinal) ? "Perrin Vale" : "", perrin.Published)
        );
        Assert.Equal(looked.Select(day => (day.Client.Id, day.Entries)), mended.Select(day => (day.Client.Id, day.Entries)));
        var after = Record(Studio).Facts;
        Assert.Equal(before.Select(fact => fact.Id), after.Select(fact => fact.Id));
        Assert.Equal(today, Record(Studio).Today);
        Assert.Null(Studio.Services.GetRequiredService<RecordClock>().Behind);
        Assert.All(after.Where(fact => fact.WrittenAt is null), fact => Assert.True(fact.RecordedAt <= start));
        var (first, second) = (after[^2], after[^1]);
        Assert.Equal((told.RecordedAt, start), (first.WrittenAt, first.RecordedAt));
        Assert.InRange(second.RecordedAt, start.AddHours(2).AddSeconds(-1), now);

        // The pain of that evening is a report of today, and stops today.
        var report = Record(Studio).Followed.Log.OfType<CheckedIn>().Single(entry => entry.Id == CaseAssembly.Body<LogEntry>(first).Id);
        Assert.Equal((today, 8), (report.Day, report.Report.Pain));
        Assert.Contains(Record(Studio).ClientPath().Questions, question => question.Kind == QuestionKind.MedicalHelp);
        using var browser = await Studio.SignedIn();
        Assert.Contains("Perrin", (await browser.Get("/")).Page.QuerySelector("li.need.is-call")!.TextContent, StringComparison.Ordinal);
    }
}
