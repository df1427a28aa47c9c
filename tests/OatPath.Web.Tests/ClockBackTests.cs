using Microsoft.Extensions.DependencyInjection;
using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.Plan;
using OatPath.Store;
using OatPath.Web.Clock;
using OatPath.Web.Records;

namespace OatPath.Web.Tests;

/// <summary>A clock that is set back hides nothing that was told, and says so.</summary>
public sealed class ClockBackTests : IDisposable
{
    private readonly TestStudio studio = new();

    public void Dispose() => studio.Dispose();

    private RecordRoom Room => studio.Services.GetRequiredService<RecordRoom>();

    private ClientRecord Record => Room.Derive(studio.ClientId("Perrin"))!;

    private void TellPain()
    {
        var now = studio.Services.GetRequiredService<TimeProvider>().GetUtcNow();
        Room.Append(
            Record.Client.Id,
            null,
            Room.Make<LogEntry>(
                Record.Client.Id,
                FactKind.Log,
                new CheckedIn
                {
                    Id = Fact.NewId(),
                    Day = Record.Today,
                    HappenedAt = now,
                    RecordedAt = now,
                    By = "client",
                    Report = new SkinReport { Sting = 3, Pain = 8 },
                },
                "client"
            )
        );
    }

    private bool IsStopped => Record.ClientPath().Questions.Any(question => question.Kind == QuestionKind.MedicalHelp);

    [Theory]
    [InlineData(1)]
    [InlineData(26)]
    [InlineData(24 * 400)]
    public async Task A_medical_stop_stands_after_the_clock_was_set_back(int hours)
    {
        TellPain();
        Assert.True(IsStopped);
        studio.Clock.Jump(studio.Clock.GetUtcNow().AddHours(-hours));

        Assert.True(IsStopped);
        using var browser = await studio.SignedIn();
        Assert.Contains("behind the last entry of the record", (await browser.Get("/")).Text, StringComparison.Ordinal);
        using var phone = await studio.Phone("Perrin");
        Assert.Contains("clock was set wrong", (await phone.Get("/my")).Text, StringComparison.Ordinal);

        // What comes next keeps its order: it is cleared after it was told, not before.
        var fact = Room.Decide(Record.Client.Id, "maren", (id, at) => new ClearRed
        {
            Id = id,
            On = Record.Today,
            At = at,
            RecordedAt = at,
            By = "maren",
            Reason = "seen, calm",
        });
        Assert.True(fact.RecordedAt >= Record.Facts.Max(other => other.RecordedAt));
        Room.Append(Record.Client.Id, null, fact);
        Assert.False(IsStopped);
    }

    [Fact]
    public async Task A_clock_that_runs_right_is_not_spoken_of()
    {
        TellPain();
        studio.Clock.Advance(TimeSpan.FromHours(3));
        using var browser = await studio.SignedIn();

        Assert.DoesNotContain("behind the last entry", (await browser.Get("/")).Text, StringComparison.Ordinal);
        Assert.Equal(studio.Clock.GetUtcNow(), studio.Services.GetRequiredService<TimeProvider>().GetUtcNow());
    }

    /// <summary>A machine whose wall clock can be set while its steady clock runs on.</summary>
    private sealed class Machine(DateTimeOffset wall) : TimeProvider
    {
        private long ticks;

        public DateTimeOffset Wall { get; set; } = wall;

        public override long TimestampFrequency => TimeSpan.TicksPerSecond;

        public override DateTimeOffset GetUtcNow() => Wall;

        public override long GetTimestamp() => ticks;

        public void Pass(TimeSpan time) => (Wall, ticks) = (Wall + time, ticks + time.Ticks);
    }

    [Fact]
    public void After_a_restart_time_goes_on_from_the_last_entry_until_the_true_time_has_caught_up()
    {
        TellPain();
        var last = studio.Services.GetRequiredService<Facts>().LastRecorded()!.Value;
        Assert.Equal(studio.Clock.GetUtcNow(), last);

        var machine = new Machine(last.AddDays(-2));
        var restarted = new RecordClock(new MachineClock(machine, isTheMachines: false));
        restarted.Recorded(last);
        machine.Pass(TimeSpan.FromMinutes(5));
        Assert.Equal(last.AddMinutes(5), restarted.GetUtcNow());
        Assert.Equal(TimeSpan.FromDays(2), restarted.Behind);

        // Set right again: the true time counts, also where that is hours on.
        machine.Wall = last.AddMinutes(9);
        Assert.Equal((last.AddMinutes(9), (TimeSpan?)null), (restarted.GetUtcNow(), restarted.Behind));
        machine.Wall = last.AddHours(23);
        Assert.Equal(last.AddHours(23), restarted.GetUtcNow());
    }

    /// <summary>
    /// A year at once, over a leap day, into and out of summer time: every page answers, nothing told is hidden, and the digest follows.
    /// </summary>
    [Theory]
    [InlineData("2027-03-10T18:30:00Z")]
    [InlineData("2028-02-28T22:30:00Z")]
    [InlineData("2028-02-29T12:00:00Z")]
    [InlineData("2026-03-29T00:59:59Z")]
    [InlineData("2026-03-29T01:00:01Z")]
    [InlineData("2026-10-25T00:30:00Z")]
    [InlineData("2026-10-25T01:30:00Z")]
    public async Task A_clock_that_jumps_forward_shows_every_page_of_that_day(string to)
    {
        TellPain();
        studio.JumpTo(DateTimeOffset.Parse(to, System.Globalization.CultureInfo.InvariantCulture));

        Assert.True(IsStopped);
        using var browser = await studio.SignedIn();
        using var phone = await studio.Phone("Perrin");
        foreach (
            var (who, page) in new[]
            {
                (browser, "/"),
                (browser, "/clients"),
                (browser, $"/clients/{Record.Client.Id}/ramp"),
                (browser, $"/clients/{Record.Client.Id}/care"),
                (browser, $"/clients/{Record.Client.Id}/handout"),
                (phone, "/my"),
                (phone, "/my/path"),
                (phone, "/my/report"),
            }
        )
        {
            Assert.Equal(System.Net.HttpStatusCode.OK, (await who.Get(page)).Status);
        }

        Assert.Contains("Perrin", (await browser.Get("/")).Page.QuerySelector("li.need.is-call")!.TextContent, StringComparison.Ordinal);
        var digests = studio.Services.GetRequiredService<ClientDigests>();
        digests.BringUpToDate();
        Assert.Equal(Record.Today, digests.Now().Day);
    }
}
