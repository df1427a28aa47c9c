using System.Net;
using Microsoft.Data.Sqlite;
using Microsoft.Extensions.DependencyInjection;
using OatPath.Core.Case;
using OatPath.Core.Shelf;
using OatPath.Store;
using OatPath.Web.Records;

namespace OatPath.Web.Tests;

/// <summary>
/// Bodies that really act, sent by whoever may not: nothing changes. The same body, sent by a practitioner, does act; so each row proves
/// itself.
/// </summary>
public sealed class RightsTests : IDisposable
{
    private readonly TestStudio studio = new();

    public void Dispose() => studio.Dispose();

    private RecordRoom Room => studio.Services.GetRequiredService<RecordRoom>();

    private ClientRecord Jory => Room.Derive(studio.ClientId("Jory"))!;

    private sealed record Act(string Title, string Address, params (string Name, string Value)[] Fields);

    /// <summary>Everything that is written down anywhere but who looked and who signed in.</summary>
    private string State()
    {
        studio.Services.GetRequiredService<ViewLog>().Flush();
        using var connection = studio.Services.GetRequiredService<Database>().Open();
        string[] Rows(string sql)
        {
            using var command = connection.CreateCommand();
            command.CommandText = sql;
            using var reader = command.ExecuteReader();
            var rows = new List<string>();
            while (reader.Read())
            {
                rows.Add(
                    string.Join(
                        "|",
                        Enumerable
                            .Range(0, reader.FieldCount)
                            .Select(i => Convert.ToString(reader.GetValue(i), System.Globalization.CultureInfo.InvariantCulture))
                    )
                );
            }

            return [.. rows];
        }

        string[] looking =
        [
            "record_read",
            "shown",
            "sign_in",
            "known_browser",
            "device",
            "client_digest",
            "digest_ahead",
            "client_stale",
            "last_recorded",
        ];
        return string.Join(
            "\n",
            Rows("SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%'")
                .Except(looking)
                .SelectMany(table => Rows($"SELECT '{table}', * FROM {table}"))
        );
    }

    private static async Task<Answer> Send(Browser browser, string form, Act act)
    {
        var token = (await browser.Get(form)).Page.QuerySelector("input[name=__RequestVerificationToken]")!.GetAttribute("value")!;
        return await browser.Post(
            act.Address,
            [
                .. act.Fields.Select(field => new KeyValuePair<string, string>(field.Name, field.Value)),
                new("__RequestVerificationToken", token),
            ],
            follow: false
        );
    }

    private static bool IsRefused(Answer answer) =>
        answer.Status == HttpStatusCode.Forbidden || answer.Address.Contains("not-yours", StringComparison.Ordinal);

    private IEnumerable<Act> Deciding()
    {
        var jory = Jory;
        var at = $"/clients/{jory.Client.Id}";
        var version = ("Version", $"{jory.Client.Version}");
        yield return new(
            "a step up from the Desk",
            "/?handler=StepUp",
            ("client", jory.Client.Id),
            ("product", "sedge-serum"),
            ("rung", $"{jory.ClientPath().Ladders[0].Rung + 1}"),
            ("version", version.Item2)
        );
        yield return new(
            "waiting from the Desk",
            "/?handler=Wait",
            ("client", jory.Client.Id),
            ("product", "sedge-serum"),
            ("ask", "true"),
            ("version", version.Item2)
        );
        yield return new("stopping an active", $"{at}/ramp?handler=Decide", ("product", "sedge-serum"), ("what", "stop"), version);
        yield return new("shaping a ladder", $"{at}/ramp?handler=Shape", ("product", "sedge-serum"), ("start", "0"), ("top", "2"), version);
        yield return new(
            "booking a treatment",
            $"{at}/treatment",
            ("template", "superficial-peel"),
            ("on", "2026-05-20"),
            ("at", "14:00"),
            ("despite", "agreed with the client"),
            version
        );
        yield return new("a phone link", $"{at}/link?handler=New");
        yield return new("messages off", $"{at}/link?handler=Messages", ("wanted", "false"));
        yield return new("a template", $"{at}/routine?handler=Template", ("name", "Kept by somebody"));
        yield return new("publishing", $"{at}/publish", version);
        yield return new("stopping at the peel station", $"{at}/peel?handler=Stop", ("product", "sedge-serum"), version);
    }

    [Fact]
    public async Task An_assistant_decides_nothing_by_no_handler()
    {
        using var oskar = await studio.SignedIn("oskar");
        using var tilde = await studio.SignedIn("tilde");
        var acted = new List<string>();
        foreach (var title in Deciding().Select(act => act.Title).ToList())
        {
            var before = State();
            var answer = await Send(oskar, "/clients/new", Deciding().Single(act => act.Title == title));
            Assert.True(IsRefused(answer), $"{title}: {answer.Status} {answer.Address}");
            Assert.Equal(before, State());

            await Send(tilde, "/clients/new", Deciding().Single(act => act.Title == title));
            if (before != State())
            {
                acted.Add(title);
            }
        }

        Assert.Equal(Deciding().Select(act => act.Title).Except(["waiting from the Desk"]), acted);
    }

    [Fact]
    public async Task What_an_assistant_may_not_decide_it_may_not_undo_by_no_route()
    {
        using var tilde = await studio.SignedIn("tilde");
        using var oskar = await studio.SignedIn("oskar");
        var at = $"/clients/{studio.ClientId("Jory")}";

        // A shelf line that came with its start, a stop, a treatment, a step of the Bench.
        var product = studio
            .Services.GetRequiredService<StudioShelf>()
            .All()
            .First(product =>
                product.IsActive()
                && Jory.Draft.Shelf.All(item => item.Product.Id != product.Id)
                && product.Kind is ProductKind.NiacinamideSerum or ProductKind.AntioxidantSerum
            );
        await Send(
            tilde,
            "/clients/new",
            new("", $"{at}/shelf?handler=Bring", ("product", product.Id), ("Version", $"{Jory.Client.Version}"))
        );
        await Send(
            tilde,
            "/clients/new",
            new(
                "",
                $"{at}/treatment",
                ("template", "superficial-peel"),
                ("on", "2026-05-20"),
                ("despite", "agreed"),
                ("Version", $"{Jory.Client.Version}")
            )
        );
        await Send(
            tilde,
            "/clients/new",
            new("", $"{at}/ramp?handler=Decide", ("product", "sedge-serum"), ("what", "stop"), ("Version", $"{Jory.Client.Version}"))
        );
        var facts = Jory.Facts.Where(fact => fact.RecordedBy == "Tilde Renn").ToList();
        Assert.Contains(facts, fact => fact.Kind == FactKind.Treatment);
        Assert.Contains(facts, fact => fact.Kind == FactKind.Decision && CaseAssembly.Body<Decision>(fact) is StopActive);

        var before = State();
        foreach (
            var fact in Jory.Facts.Where(fact =>
                fact.Kind is FactKind.Decision or FactKind.Treatment
                || fact.Published
                || facts.Exists(other => other.Kind == FactKind.Decision && other.RecordedAt == fact.RecordedAt)
            )
        )
        {
            var answer = await Send(oskar, "/clients/new", new("", $"{at}/undo/{fact.Id}"));
            Assert.True(IsRefused(answer) || answer.Status == HttpStatusCode.NotFound, $"{fact.Kind} {fact.Body} answered {answer.Status}");
        }

        Assert.True(
            IsRefused(await Send(oskar, "/clients/new", new("", $"{at}/routine?handler=Undo", ("Version", $"{Jory.Client.Version}"))))
        );
        Assert.Equal(before, State());

        Assert.Equal(
            HttpStatusCode.Redirect,
            (await Send(tilde, "/clients/new", new("", $"{at}/undo/{facts.First(fact => fact.Kind == FactKind.Treatment).Id}"))).Status
        );
        Assert.NotEqual(before, State());
    }

    [Fact]
    public async Task Nobody_and_no_phone_acts_on_a_practitioners_page()
    {
        using var nobody = studio.Anyone();
        using var phone = await studio.Phone("Jory");
        var before = State();
        foreach (
            var act in Deciding()
                .Concat([
                    new("a client", "/clients/new", ("Name", "Somebody New")),
                    new(
                        "house",
                        "/house?handler=Person",
                        ("name", "X Y"),
                        ("signIn", "xyz"),
                        ("role", "owner"),
                        ("password", "three quiet oat fields")
                    ),
                    new(
                        "erase",
                        $"/clients/{studio.ClientId("Jory")}/record?handler=Erase",
                        ("name", Jory.Client.Name),
                        ("Version", $"{Jory.Client.Version}")
                    ),
                    new("backup", "/house?handler=Backup"),
                ])
        )
        {
            Assert.Contains("/sign-in", (await Send(nobody, "/sign-in", act)).Address, StringComparison.Ordinal);
            Assert.Contains("/sign-in", (await Send(phone, "/my/report", act)).Address, StringComparison.Ordinal);
        }

        Assert.Equal(before, State());
    }

    [Fact]
    public async Task Another_clients_ids_get_a_phone_nowhere()
    {
        using var mine = await studio.Phone("Jory");
        using var other = await studio.Phone("Perrin");
        var jory = studio.ClientId("Jory");
        var report = Jory.ClientPath().Reports[^1].Id;
        var before = string.Join("|", Jory.Facts);
        var step = (await mine.Get("/my")).Page.QuerySelector("form[action*='Done']");
        Act[] acts =
        [
            new(
                "report under a known key",
                "/my/report",
                ("key", report),
                ("about", "2026-03-09"),
                ("sting", "9"),
                ("length", "45"),
                ("redness", "1")
            ),
            new("question under a known key", "/my/normal", ("key", report), ("grave", "Weals")),
            new("undo of another's entry", "/my?handler=Undo", ("entry", report), ("id", report), ("key", Guid.NewGuid().ToString("n"))),
            new("a step of another's plan", "/my?handler=Done", ("product", "sedge-serum"), ("key", Guid.NewGuid().ToString("n"))),
        ];
        Assert.NotNull(step);
        foreach (var act in acts)
        {
            Assert.InRange((int)(await Send(other, "/my/report", act)).Status, 200, 499);
        }

        Assert.Equal(HttpStatusCode.NotFound, (await other.Get($"/my/answer/{report}")).Status);
        Assert.Equal(before, string.Join("|", Jory.Facts));
        Assert.DoesNotContain(jory, (await other.Get("/my")).Html, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Only_the_owner_takes_a_record_out_or_erases_it_and_then_it_is_gone()
    {
        using var tilde = await studio.SignedIn("tilde");
        using var maren = await studio.SignedIn();
        using var phone = await studio.Phone("Jory");
        var id = studio.ClientId("Jory");
        Assert.Equal(HttpStatusCode.Forbidden, (await tilde.Get($"/clients/{id}/record")).Status);
        foreach (var handler in new[] { "Archive", "Erase" })
        {
            Assert.True(
                IsRefused(
                    await Send(
                        tilde,
                        "/clients/new",
                        new(
                            "",
                            $"/clients/{id}/record?handler={handler}",
                            ("name", Jory.Client.Name),
                            ("Version", $"{Jory.Client.Version}")
                        )
                    )
                )
            );
        }

        var page = await maren.Get($"/clients/{id}/record");
        var archive = await maren.Submit(page, "form[action$='Archive']");
        Assert.Equal("application/zip", archive.Raw.Content.Headers.ContentType!.MediaType);
        using var zip = new System.IO.Compression.ZipArchive(new MemoryStream(await archive.Raw.Content.ReadAsByteArrayAsync()));
        string Text(string name)
        {
            using var reader = new StreamReader(zip.GetEntry(name)!.Open());
            return reader.ReadToEnd();
        }

        Assert.Equal(Jory.Facts.Count, Text("facts.jsonl").Split('\n', StringSplitOptions.RemoveEmptyEntries).Length);
        Assert.Contains("\"kind\":\"intake\"", Text("facts.jsonl"), StringComparison.Ordinal);
        Assert.NotNull(Core.Formats.CaseJson.ReadCase(Text("case.json")).Case);
        Assert.Contains(Jory.Client.Name, Text("client.json"), StringComparison.Ordinal);
        Assert.Contains("Record", Text("readings.csv"), StringComparison.Ordinal);
        Assert.Single(zip.Entries, entry => entry.FullName.StartsWith("publications/", StringComparison.Ordinal));

        var others = studio
            .Services.GetRequiredService<Clients>()
            .Search("")
            .Where(client => client.Id != id)
            .ToDictionary(
                client => client.Id,
                client => System.Text.Json.JsonSerializer.Serialize(Room.Derive(client.Id)!.ClientPath(), Core.Formats.CaseJson.Compact)
            );
        var refused = await maren.Submit(page, "form[action$='Erase']", ("name", "Somebody else"));
        Assert.Contains("type it as it stands here", refused.Text, StringComparison.Ordinal);
        var gone = await maren.Submit(refused, "form[action$='Erase']", ("name", Jory.Client.Name.ToUpperInvariant()));
        Assert.Contains("The record is erased", gone.Text, StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.NotFound, (await maren.Get($"/clients/{id}/ramp")).Status);
        Assert.Equal("/no-plan", (await phone.Get("/my")).Address);
        Assert.DoesNotContain("Jory", (await maren.Get("/clients")).Text, StringComparison.Ordinal);
        Assert.All(others, other =>
            Assert.Equal(
                other.Value,
                System.Text.Json.JsonSerializer.Serialize(Room.Derive(other.Key)!.ClientPath(), Core.Formats.CaseJson.Compact)
            )
        );
    }

    [Fact]
    public async Task Seeing_a_line_on_the_desk_is_a_reading()
    {
        using var tilde = await studio.SignedIn("tilde");
        var views = studio.Services.GetRequiredService<ViewLog>();
        int Seen() => views.Reads(studio.ClientId("Jory")).Count(read => read.Person == "Tilde Renn" && read.Page == "Desk");
        await tilde.Get("/");
        await tilde.Get("/");
        Assert.Equal(1, Seen());
        studio.Clock.Advance(TimeSpan.FromMinutes(61));
        await tilde.Get("/");
        Assert.Equal(2, Seen());
    }
}
