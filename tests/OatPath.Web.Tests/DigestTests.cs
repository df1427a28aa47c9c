using System.Net;
using Microsoft.Data.Sqlite;
using Microsoft.Extensions.DependencyInjection;
using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Store;
using OatPath.Web.Records;

namespace OatPath.Web.Tests;

/// <summary>The digest behind Desk and Clients page says what deriving would, whatever was written and whenever it is read.</summary>
public sealed class DigestTests : IDisposable
{
    private readonly TestStudio studio = new();

    public void Dispose() => studio.Dispose();

    private DigestTable Table => studio.Services.GetRequiredService<DigestTable>();

    private ClientDigests Digests => studio.Services.GetRequiredService<ClientDigests>();

    private RecordRoom Room => studio.Services.GetRequiredService<RecordRoom>();

    private IReadOnlyList<string> Everybody => [.. studio.Services.GetRequiredService<Clients>().Search("").Select(client => client.Id)];

    /// <summary>Rows as text: what is stored of each client.</summary>
    private static string Text(StoredDigest? row) =>
        row is null
            ? ""
            : $"{row.Name}|{row.Urgency}|{row.Since}|{row.Waiting}|{row.Found}|{row.Head}|{row.Need}|{row.Visit}|{row.Reminds}";

    /// <summary>Whom each rule held back, as stored.</summary>
    private string Held() => string.Join("\n", RuleBook.All.SelectMany(rule => Table.Held(rule.Id, 100)));

    private Dictionary<string, string> Stored() => Everybody.ToDictionary(id => id, id => Text(Table.Find(id)));

    private Dictionary<string, string> Derived() => Everybody.ToDictionary(id => id, id => Text(Digests.Derive(id)!.ToStored()));

    private void Tell(string name, SkinReport report)
    {
        var (id, now) = (studio.ClientId(name), studio.Clock.GetUtcNow());
        Room.Append(
            id,
            null,
            Room.Make<LogEntry>(
                id,
                FactKind.Log,
                new CheckedIn
                {
                    Id = Fact.NewId(),
                    Day = Room.Derive(id)!.Today,
                    HappenedAt = now,
                    RecordedAt = now,
                    By = "client",
                    Report = report,
                },
                "client"
            )
        );
    }

    [Fact]
    public async Task Every_write_makes_its_rows_old_and_they_are_of_now_for_whoever_looks_and_right_after()
    {
        Digests.BringUpToDate();
        Assert.Equal(Derived(), Stored());

        Tell("Perrin", new SkinReport { Sting = 8 });
        using var staff = await studio.SignedIn();
        var page = await staff.Get($"/clients/{studio.ClientId("Jory")}/ramp");
        await staff.Submit(page, "form[action$='Decide']", ("product", "sedge-serum"), ("what", "stop"));
        await staff.Submit(await staff.Get("/clients/new"), "main form", ("Name", "Nell Orrin"), ("Phone", "0000 4711"));
        Assert.Equal(3, Table.CountOutdated(Digests.Now()));
        Assert.Contains((await staff.Get("/")).Page.QuerySelectorAll("li.need.is-call"), line =>
            line.TextContent.Contains("Perrin", StringComparison.Ordinal)
        );
        Digests.Settle();
        Assert.Equal(0, Table.CountOutdated(Digests.Now()));
        Assert.Equal(Derived(), Stored());
        Assert.Contains("Nell Orrin", (await staff.Get("/clients?q=orrin")).Text, StringComparison.Ordinal);
    }

    [Fact]
    public void A_row_is_the_same_at_every_hour_of_a_care_day()
    {
        var zone = CareDay.FindZone(studio.Services.GetRequiredService<Studio>().Current().Rules.Zone)!;
        var day = CareDay.Of(studio.Clock.GetUtcNow(), zone).AddDays(1);
        foreach (var (day1, hours) in Enumerable.Range(0, 9).Select(n => (day.AddDays(n), new[] { 5, 13, 23 })))
        {
            Dictionary<string, string>? first = null;
            foreach (var hour in hours)
            {
                var at = day1.ToDateTime(new TimeOnly(hour, 7));
                studio.JumpTo(new DateTimeOffset(at, zone.GetUtcOffset(at)).ToUniversalTime());
                Assert.Equal(day1, Digests.Now().Day);
                first ??= Derived();
                Assert.Equal(first, Derived());
            }
        }
    }

    [Fact]
    public void Wiped_and_rebuilt_it_is_the_same()
    {
        Digests.BringUpToDate();
        var before = Stored();
        var held = Held();
        Assert.Equal(
            held,
            string.Join(
                "\n",
                RuleBook.All.SelectMany(rule =>
                    Everybody
                        .SelectMany(id => Digests.Derive(id)!.Held)
                        .Where(one => one.Rule == rule.Id)
                        .OrderByDescending(one => one.Times)
                        .ThenBy(one => one.Name, StringComparer.Ordinal)
                )
            )
        );
        var ahead = Table.Ahead(default, 1000, 100, []).Select(entry => (entry.On, entry.What, entry.Count)).ToList();
        Assert.NotEmpty(ahead);
        Table.Wipe();
        Assert.Equal(Everybody.Count, Table.CountOutdated(Digests.Now()));

        Assert.Equal(Everybody.Count, Digests.BringUpToDate());
        Assert.Equal(before, Stored());
        Assert.Equal(held, Held());
        Assert.Equal(ahead, Table.Ahead(default, 1000, 100, []).Select(entry => (entry.On, entry.What, entry.Count)));
        Assert.Equal(0, Digests.BringUpToDate());
    }

    [Fact]
    public async Task On_a_new_day_the_desk_is_of_that_day_before_anything_was_rebuilt_and_after()
    {
        using var staff = await studio.SignedIn();
        for (var day = 0; day < 4; day++)
        {
            studio.Clock.Advance(TimeSpan.FromDays(1));
            var page = (await staff.Get("/")).Page.QuerySelector("main")!.TextContent;
            Assert.NotEqual(0, Table.CountOutdated(Digests.Now()));
            Digests.BringUpToDate();
            Assert.Equal(page, (await staff.Get("/")).Page.QuerySelector("main")!.TextContent);
        }
    }

    [Fact]
    public async Task A_row_cannot_be_told_apart_from_one_of_other_house_rules_until_it_is_made_anew()
    {
        Digests.BringUpToDate();
        var house = studio.Services.GetRequiredService<Studio>();
        var (rules, version) = house.Current();
        house.Save(rules with { StudioName = "Another name" }, version, "Maren Holt", studio.Clock.GetUtcNow());

        Assert.Equal(Everybody.Count, Table.CountOutdated(Digests.Now()));
        using var staff = await studio.SignedIn();
        Assert.Contains("Who needs you", (await staff.Get("/")).Text, StringComparison.Ordinal);
        Digests.BringUpToDate();
        Assert.Equal(Derived(), Stored());
    }

    [Fact]
    public async Task One_entry_that_cannot_be_read_stops_one_client_and_is_named_on_the_desk()
    {
        var id = studio.ClientId("Perrin");
        using var phone = await studio.Phone("Perrin");
        using var other = await studio.Phone("Jory");
        var broken = new Fact(
            Fact.NewId(),
            id,
            FactKind.Log,
            studio.Clock.GetUtcNow(),
            studio.Clock.GetUtcNow(),
            "client",
            null,
            """{"kind":"applied","day":"never" """
        );
        Assert.Throws<FactNotWholeException>(() => studio.Services.GetRequiredService<Facts>().Append(id, null, broken));
        studio
            .Services.GetRequiredService<Database>()
            .Write(connection =>
            {
                using var command = connection.CreateCommand();
                command.CommandText =
                    $"INSERT INTO fact (id, client_id, kind, happened_at, recorded_at, recorded_by, body) VALUES ('{broken.Id}', '{id}', "
                        + $"'log', '{broken.HappenedAt:O}', '{broken.RecordedAt:O}', 'client', '{broken.Body}')";
                command.ExecuteNonQuery();
            });

        using var staff = await studio.SignedIn();
        var desk = await staff.Get("/");
        var line = desk.Page.QuerySelector($"li.need[data-client='{id}']")!.TextContent;
        Assert.Contains("cannot be read", line, StringComparison.Ordinal);
        Assert.Contains("Jory", (await staff.Get("/clients")).Text, StringComparison.Ordinal);

        var walk = await staff.Get($"/clients/{id}/ramp");
        Assert.Equal(
            (HttpStatusCode.ServiceUnavailable, true),
            (walk.Status, walk.Text.Contains("cannot be read", StringComparison.Ordinal))
        );
        var shown = await phone.Get("/my");
        Assert.Equal(HttpStatusCode.ServiceUnavailable, shown.Status);
        Assert.Contains("Use nothing active", shown.Text, StringComparison.Ordinal);
        Assert.Contains("Emergency: ", shown.Text, StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.OK, (await other.Get("/my")).Status);
    }

    [Fact]
    public async Task No_page_needs_a_write_to_be_read()
    {
        using var staff = await studio.SignedIn();
        using var phone = await studio.Phone("Perrin");
        await phone.Get("/my");
        await staff.Get("/");
        studio.Clock.Advance(TimeSpan.FromDays(1));
        var id = studio.ClientId("Perrin");

        // As long as another program writes, a write of ours would wait for it.
        using var writing = new SqliteConnection($"Data Source={studio.Services.GetRequiredService<Database>().File};Pooling=False");
        writing.Open();
        using var transaction = writing.BeginTransaction(deferred: false);
        foreach (
            var page in new[]
            {
                "/",
                "/clients",
                "/clients?q=jory",
                $"/clients/{id}/ramp",
                $"/clients/{id}/routine",
                $"/clients/{id}/shelf",
                $"/clients/{id}/care",
                $"/clients/{id}/look-back",
                $"/clients/{id}/visit",
                $"/clients/{id}/handout",
                "/shelf",
                "/house",
                "/rules",
                "/outbox",
                "/treatments",
                "/templates",
            }
        )
        {
            Assert.Equal(HttpStatusCode.OK, (await staff.Get(page).WaitAsync(TimeSpan.FromSeconds(10))).Status);
        }

        foreach (var page in new[] { "/my", "/my/path", "/my/report", "/my/normal", "/my/cautions", "/my/calendar" })
        {
            Assert.Equal(HttpStatusCode.OK, (await phone.Get(page).WaitAsync(TimeSpan.FromSeconds(10))).Status);
        }
    }

    [Fact]
    public void A_publication_takes_at_most_24_kilobytes_with_a_year_of_log()
    {
        // Ids of entries are drawn by lot, so that the same year packs a little better or worse each time.
        using var connection = studio.Services.GetRequiredService<Database>().Open();
        using var command = connection.CreateCommand();
        command.CommandText = "SELECT max(length(packed) + length(rules) + length(inputs) + length(path)) FROM publication";
        Assert.InRange((long)command.ExecuteScalar()!, 1, 24_000);
    }

    [Fact]
    public async Task The_Desk_shows_the_most_urgent_lines_and_the_next_from_where_it_ended()
    {
        var loader = studio.Services.GetRequiredService<Demo.DemoLoader>();
        var room = studio.Services.GetRequiredService<RecordRoom>();
        var perrin = room.Derive(studio.ClientId("Perrin"))!.Followed;
        for (var i = 0; i < 30; i++)
        {
            var client = loader.Load(perrin, new($"Nell Orrin {i}", ""));
            var now = studio.Clock.GetUtcNow();
            room.Append(
                client.Id,
                null,
                room.Make<Core.Case.LogEntry>(
                    client.Id,
                    FactKind.Log,
                    new Core.Case.CheckedIn
                    {
                        Id = Fact.NewId(),
                        Day = new DateOnly(2026, 3, 9),
                        HappenedAt = now,
                        RecordedAt = now,
                        By = "client",
                        Report = new Core.CheckIn.SkinReport { Sting = 7 },
                    },
                    "client"
                )
            );
        }

        studio.Services.GetRequiredService<ClientDigests>().BringUpToDate();
        using var browser = await studio.SignedIn();
        static List<string> Lines(Answer page) =>
            [.. page.Page.QuerySelectorAll("li.need").Select(line => line.GetAttribute("data-client")!)];
        var first = await browser.Get("/");
        Assert.Equal(8, Lines(first).Count);
        var shown = Lines(first);
        var more = first.Page.QuerySelector("li.more-lines");
        while (more is not null)
        {
            var next = await browser.Get(more.GetAttribute("data-hx-get")!);
            Assert.NotEmpty(Lines(next));
            shown.AddRange(Lines(next));
            more = next.Page.QuerySelector("li.more-lines");
        }

        Assert.True(shown.Count > 30);
        Assert.Equal(shown.Count, shown.Distinct().Count());
        Assert.Equal(shown, studio.Services.GetRequiredService<DigestTable>().Urgent(100).Select(row => row.ClientId));

        // Without scripts the link shows the page with more on it; odd places are no accident.
        Assert.Equal(shown.Take(28), Lines(await browser.Get("/?from=8")));
        foreach (var from in new[] { "-1", "0", "999999", "x", "" })
        {
            Assert.Equal(System.Net.HttpStatusCode.OK, (await browser.Get($"/?handler=More&from={from}")).Status);
        }
    }

    [Fact]
    public async Task What_is_told_while_a_new_day_is_brought_up_stands_on_the_Desk_at_once()
    {
        var loader = studio.Services.GetRequiredService<Demo.DemoLoader>();
        var jory = Room.Derive(studio.ClientId("Jory"))!.Followed;
        for (var i = 0; i < 45; i++)
        {
            loader.Load(jory, new($"Nell Orrin {i}", ""));
        }

        Digests.BringUpToDate();
        studio.Clock.Advance(TimeSpan.FromDays(1));
        Assert.True(Table.CountOutdated(Digests.Now()) > 45);
        Tell("Orla", new SkinReport { Sting = 3, Pain = 8 });

        // As many as are derived while somebody waits, and one more.
        Everybody
            .Where(id => id != studio.ClientId("Orla"))
            .Take(40)
            .ToList()
            .ForEach(id => Room.Append(id, null, Room.Make(id, FactKind.Note, "seen", "Maren Holt")));
        using var staff = await studio.SignedIn();
        var desk = await staff.Get("/");
        Assert.Contains("still being brought up", desk.Text, StringComparison.Ordinal);
        Assert.Contains(desk.Page.QuerySelectorAll("li.need.is-call"), line => line.TextContent.Contains("Orla", StringComparison.Ordinal));
    }
}
