using System.Net;
using Microsoft.Data.Sqlite;
using Microsoft.Extensions.DependencyInjection;
using OatPath.Core.Case;
using OatPath.Core.Plan;
using OatPath.Store;
using OatPath.Web.Records;

namespace OatPath.Web.Tests;

/// <summary>What a client tells is judged and answered also where it cannot be kept.</summary>
public sealed class UnkeptTests : IDisposable
{
    private readonly TestStudio studio = new();

    public void Dispose() => studio.Dispose();

    private ClientRecord Record => studio.Services.GetRequiredService<RecordRoom>().Derive(studio.ClientId("Perrin"))!;

    /// <summary>From now on every write fails as on a full disk, until what is returned is disposed.</summary>
    private DiskIsFull Fill() => new(studio.Services.GetRequiredService<Database>());

    private sealed class DiskIsFull : IDisposable
    {
        private const int SqliteFull = 13;
        private readonly Database database;
        private readonly Action<SqliteConnection, IReadOnlyList<string>>? before;

        public DiskIsFull(Database database)
        {
            (this.database, before) = (database, database.BeforeCommit);
            database.BeforeCommit = (_, _) => throw new SqliteException("database or disk is full", SqliteFull);
        }

        public void Dispose() => database.BeforeCommit = before;
    }

    [Fact]
    public async Task A_report_of_strong_pain_is_answered_with_the_number_to_call_and_kept_when_it_comes_again()
    {
        using var phone = await studio.Phone("Perrin");
        var form = await phone.Get("/my/report");
        var facts = Record.Facts.Count;
        (string, string?)[] told = [("sting", "3"), ("length", "45"), ("redness", "1"), ("pain", "8")];
        Answer answer;
        using (Fill())
        {
            answer = await phone.Submit(form, "main form", told);
        }

        Assert.Equal(HttpStatusCode.ServiceUnavailable, answer.Status);
        Assert.Contains("Medical help now", answer.Text, StringComparison.Ordinal);
        Assert.Contains(Record.Rules.Contacts.Emergency, answer.Text, StringComparison.Ordinal);
        Assert.Contains("This is not with your studio yet", answer.Text, StringComparison.Ordinal);
        Assert.DoesNotContain("Saved.", answer.Text, StringComparison.Ordinal);
        Assert.Equal(facts, Record.Facts.Count);

        // The next day the phone sends it again, and says when it was first told.
        var first = studio.Clock.GetUtcNow();
        studio.Clock.Advance(TimeSpan.FromHours(20));
        var kept = await phone.Submit(form, "main form", [.. told, ("told", $"{first.ToUnixTimeMilliseconds()}")]);
        Assert.Equal(HttpStatusCode.OK, kept.Status);
        Assert.Contains("Saved.", kept.Text, StringComparison.Ordinal);
        var report = Record.Followed.Log.OfType<CheckedIn>().Last();
        Assert.Equal((first, studio.Clock.GetUtcNow()), (report.HappenedAt, report.RecordedAt));
        Assert.Contains(Record.ClientPath().Questions, question => question.Kind == QuestionKind.MedicalHelp);
        Assert.Equal(kept.Address, (await phone.Submit(form, "main form", told)).Address);
    }

    [Fact]
    public async Task A_grave_sign_is_answered_too()
    {
        using var phone = await studio.Phone("Perrin");
        var form = await phone.Get("/my/normal");
        using (Fill())
        {
            var answer = await phone.Submit(form, "main form:nth-of-type(2)", ("grave", "TroubleBreathing"));
            Assert.Equal(HttpStatusCode.ServiceUnavailable, answer.Status);
            Assert.Contains(Record.Rules.Contacts.Emergency, answer.Text, StringComparison.Ordinal);
        }
    }

    [Theory]
    [InlineData(-30)]
    [InlineData(2)]
    public async Task A_phones_word_on_when_it_was_told_is_believed_for_some_days_back_and_never_ahead(int days)
    {
        using var phone = await studio.Phone("Perrin");
        await phone.Submit(
            await phone.Get("/my/report"),
            "main form",
            ("sting", "3"),
            ("length", "45"),
            ("redness", "1"),
            ("told", $"{studio.Clock.GetUtcNow().AddDays(days).ToUnixTimeMilliseconds()}")
        );

        Assert.Equal(studio.Clock.GetUtcNow(), Record.Followed.Log.OfType<CheckedIn>().Last().HappenedAt);
    }

    [Fact]
    public async Task Whoever_saves_on_a_full_disk_is_told_what_to_do_and_nothing_is_half_saved()
    {
        using var staff = await studio.SignedIn();
        var form = await staff.Get("/clients/new");
        using (Fill())
        {
            var answer = await staff.Submit(form, "main form", ("Name", "Nell Orrin"));
            Assert.Equal(HttpStatusCode.InsufficientStorage, answer.Status);
            Assert.Contains("The disk is full.", answer.Text, StringComparison.Ordinal);
            Assert.Contains("Free some space", answer.Text, StringComparison.Ordinal);
            Assert.Equal(HttpStatusCode.OK, (await staff.Get("/")).Status);
        }

        Assert.DoesNotContain("Nell Orrin", (await staff.Get("/clients")).Text, StringComparison.Ordinal);
        Assert.Contains("Nell Orrin", (await staff.Submit(form, "main form", ("Name", "Nell Orrin"))).Text, StringComparison.Ordinal);
    }
}
