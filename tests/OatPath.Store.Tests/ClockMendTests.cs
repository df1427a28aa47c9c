using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.House;

namespace OatPath.Store.Tests;

/// <summary>What a false moment truly was, and that no table with a time in it is forgotten.</summary>
public sealed class ClockMendTests
{
    private static readonly DateTimeOffset True = new(2026, 11, 29, 16, 0, 0, TimeSpan.Zero);
    private static readonly DateTimeOffset False = True.AddDays(365);
    private static readonly TimeZoneInfo Zone = CareDay.FindZone("Europe/Berlin")!;

    private static FalseTime Span(params ClockPair[] pairs) => new(False, True, True.AddDays(5), Zone, pairs);

    [Fact]
    public void A_false_moment_is_as_long_after_the_beginning_as_it_was_and_one_of_before_stays()
    {
        Assert.Equal(True.AddMinutes(7), Span().At(False.AddMinutes(7)));
        Assert.Equal(True.AddDays(-3), Span().At(True.AddDays(-3)));

        // Nothing was written down in days to come.
        Assert.Equal(True.AddDays(5), Span().At(False.AddDays(9)));
    }

    [Fact]
    public void Once_the_machine_was_right_again_its_time_counts_though_the_record_stood_still_in_between()
    {
        // The machine is set right after ten minutes, is off for a night, and again for one.
        var span = Span(
            new(False.AddMinutes(10), True.AddMinutes(12), null),
            new(False.AddHours(1), True.AddHours(16), null),
            new(False.AddHours(2), True.AddDays(2), null)
        );
        Assert.Equal(True.AddMinutes(5), span.At(False.AddMinutes(5)));
        Assert.Equal(True.AddMinutes(22), span.At(False.AddMinutes(20)));
        Assert.Equal(True.AddHours(16).AddMinutes(30), span.At(False.AddHours(1).AddMinutes(30)));
        Assert.Equal(True.AddDays(2).AddMinutes(1), span.At(False.AddHours(2).AddMinutes(1)));
    }

    [Fact]
    public void Mended_times_keep_their_order_whatever_was_noted_in_between()
    {
        var random = new Random(11);
        for (var round = 0; round < 300; round++)
        {
            var (record, machine) = (False, True);
            var pairs = new List<ClockPair>();
            for (var i = 0; i < random.Next(6); i++)
            {
                var ran = TimeSpan.FromMinutes(random.Next(1, 300));
                (record, machine) = (record + ran, machine + ran + TimeSpan.FromMinutes(random.Next(0, 2000)));
                pairs.Add(new(record, machine, null));
            }

            var span = new FalseTime(False, True, machine.AddDays(1), Zone, pairs);
            var moments = Enumerable.Range(0, 60).Select(_ => False.AddMinutes(random.Next(0, 2000))).Order().Select(span.At).ToList();
            Assert.Equal(moments.Order(), moments);
            Assert.All(moments, moment => Assert.InRange(moment, True, span.Now));
        }
    }

    [Fact]
    public void A_day_moves_with_the_care_day_of_what_happened_and_days_of_before_stay()
    {
        var span = Span();
        var day = CareDay.Of(False, Zone);
        Assert.Equal(CareDay.Of(True, Zone), span.Day(day, False));
        Assert.Equal(CareDay.Of(True, Zone).AddDays(14), span.Day(day.AddDays(14), False));
        Assert.Equal(new DateOnly(2026, 12, 24), span.Day(new DateOnly(2026, 12, 24), False));
    }

    [Fact]
    public void Only_a_jump_that_was_confirmed_and_lies_ahead_is_taken_for_false()
    {
        Assert.Null(FalseTime.Confirmed([], True, Zone));
        Assert.Null(FalseTime.Confirmed([new(True.AddDays(-9), True.AddDays(-2), "Maren Holt")], True, Zone));
        Assert.Equal(
            False,
            FalseTime.Confirmed([new(True, False, "Maren Holt"), new(False.AddDays(1), True.AddDays(1), null)], True.AddDays(1), Zone)!.From
        );
    }

    /// <summary>Every column that holds a time is mended or says why not.</summary>
    [Fact]
    public void No_table_with_a_time_in_it_is_forgotten()
    {
        using var kept = new TestDatabase();
        using var connection = kept.Database.Open();
        using var command = connection.CreateCommand();
        command.CommandText =
            "SELECT m.name, c.name FROM sqlite_master m JOIN pragma_table_info(m.name) c WHERE m.type = 'table' AND (c.name LIKE '%\\_at' "
                + "ESCAPE '\\' OR c.name = 'at' OR c.name LIKE '%since')";
        using var reader = command.ExecuteReader();
        var forgotten = new List<string>();
        while (reader.Read())
        {
            // The digest is derived anew; a person's own rows are listed like everything else.
            var (table, column) = (reader.GetString(0), reader.GetString(1));
            if (table != "client_digest" && !ClockMend.Apart.Contains(table) && !ClockMend.Beside.Contains((table, column)))
            {
                forgotten.Add($"{table}.{column}");
            }
        }

        Assert.Empty(forgotten);
    }

    [Fact]
    public void Every_entry_of_the_false_time_moves_with_all_its_days_and_is_erased_with_its_client()
    {
        using var kept = new TestDatabase();
        var (database, facts) = (kept.Database, new Facts(kept.Database));
        var client = new Clients(database).Add(Fact.NewId(), "Jory Pellan", "", True.AddDays(-30));
        var day = CareDay.Of(False, Zone);
        LogEntry entry = new CheckedIn
        {
            Id = Fact.NewId(),
            Day = day,
            HappenedAt = False,
            RecordedAt = False,
            By = "client",
            Report = new SkinReport { Sting = 2 },
        };
        facts.Append(
            client.Id,
            null,
            TestDatabase.Make(client, FactKind.Note, "before") with
            {
                RecordedAt = True.AddDays(-1),
                HappenedAt = True.AddDays(-1),
            }
        );
        facts.Append(client.Id, null, TestDatabase.Make(client, FactKind.Log, entry) with { RecordedAt = False, HappenedAt = False });
        facts.Append(
            client.Id,
            null,
            TestDatabase.Make(
                client,
                FactKind.Occasion,
                new Core.Care.Occasion
                {
                    Id = "o",
                    Title = "a dinner",
                    On = day.AddDays(10),
                }
            ) with
            {
                RecordedAt = False.AddMinutes(5),
                HappenedAt = False.AddMinutes(5),
            }
        );

        Assert.Single(ClockMend.Run(database, Span(), keep: true), mended => mended.Entries == 2);
        var after = facts.Of(client.Id);
        Assert.Equal([null, False, False.AddMinutes(5)], after.Select(fact => fact.WrittenAt));
        var moved = (CheckedIn)CaseAssembly.Body<LogEntry>(after[1]);
        Assert.Equal((CareDay.Of(True, Zone), True, True), (moved.Day, moved.HappenedAt, moved.RecordedAt!.Value));
        Assert.Equal(CareDay.Of(True, Zone).AddDays(10), CaseAssembly.Body<Core.Care.Occasion>(after[2]).On);
        Assert.Equal(True.AddMinutes(5), facts.LastRecorded());
        Assert.True(
            new Erasure(database, new ViewLog(database)).Erase(
                client.Id,
                new Clients(database).Find(client.Id)!.Version,
                True.AddDays(1),
                "m"
            )
        );
        Assert.Empty(facts.Of(client.Id));
    }
}
