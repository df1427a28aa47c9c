using System.Text.Json;
using Microsoft.Extensions.DependencyInjection;
using OatPath.Core.Case;
using OatPath.Core.Formats;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Planner;
using OatPath.Store;
using OatPath.Web.Records;

namespace OatPath.Web.Tests;

/// <summary>
/// Whatever the way, a plan that breaks a rule is not published; here the planner has forgotten that a rung has a frequency.
/// </summary>
public sealed class PublishGateTests : IDisposable
{
    private bool broken;
    private readonly TestStudio studio;

    public PublishGateTests() =>
        studio = new(
            plan: (file, rules, days) =>
                PathPlanner.Plan(file, rules, null, days, broken ? new RuleSwitch(RuleBook.RungFrequency) : RuleSwitch.All)
        );

    private string Id(string name) => studio.ClientId(name);

    private RecordRoom Room => studio.Services.GetRequiredService<RecordRoom>();

    private ClientRecord Record(string name) => Room.Derive(Id(name))!;

    private int Published(string name) => studio.Services.GetRequiredService<Publications>().Of(Id(name)).Count;

    [Fact]
    public async Task The_publish_page_refuses_and_stores_nothing()
    {
        using var browser = await studio.SignedIn();
        var shelf = await browser.Get($"/clients/{Id("Jory")}/ramp");
        await browser.Submit(shelf, "main form[action*='handler=Decide'], main form[action$='Decide']", ("what", "level"));
        broken = true;
        var before = Published("Jory");

        var page = await browser.Submit(await browser.Get($"/clients/{Id("Jory")}/publish"), "main form[method=post]");

        Assert.Contains("breaks a safety rule", page.Text, StringComparison.Ordinal);
        Assert.Equal((before, 1), (Published("Jory"), Record("Jory").Changes));
    }

    [Theory]
    [InlineData("desk")]
    [InlineData("ramp")]
    public async Task A_one_step_yes_refuses_and_stores_nothing(string way)
    {
        using var browser = await studio.SignedIn();
        var page = await browser.Get(way == "desk" ? "/" : $"/clients/{Id("Jory")}/ramp");
        broken = true;
        var before = Published("Jory");

        var after = await browser.Submit(
            page,
            way == "desk"
                ? $"li[data-client='{Id("Jory")}'] form[action*='StepUp']"
                : "main form[action*='handler=StepUp'], main form[action$='StepUp']"
        );

        Assert.Contains("breaks a safety rule: Sedge serum on ", after.Text, StringComparison.Ordinal);
        Assert.DoesNotContain("ramp.", after.Page.QuerySelector(".problems, .done")!.TextContent, StringComparison.Ordinal);
        Assert.Equal(before, Published("Jory"));
    }

    [Fact]
    public void Every_way_of_publishing_audits_what_it_stores()
    {
        broken = true;
        var record = Record("Jory");
        var before = Published("Jory");
        var yes = Room.Decide(record.Client.Id, "Maren Holt", (id, now) => new StepUp
        {
            Id = id,
            On = record.Today,
            RecordedAt = now,
            Product = "sedge-serum",
            Rung = 2,
        });

        Assert.Throws<UnsafePlanException>(() => Room.Publish(record, "Maren Holt", record.Client.Version));
        Assert.Throws<UnsafePlanException>(() => Room.PublishOne(record, "Maren Holt", record.Client.Version, yes));
        Assert.Throws<UnsafePlanException>(() => Room.PublishUndo(record, "Maren Holt", record.Client.Version, yes.Id));
        Assert.Equal(before, Published("Jory"));
        Assert.DoesNotContain(Record("Jory").Facts, fact => fact.Id == yes.Id);
    }

    [Fact]
    public async Task An_undo_of_a_published_step_refuses_and_stores_nothing()
    {
        using var browser = await studio.SignedIn();
        var after = await browser.Submit(await browser.Get("/"), $"li[data-client='{Id("Jory")}'] form[action*='StepUp']");
        broken = true;
        var before = Published("Jory");

        var undone = await browser.Submit(after, ".done form");

        Assert.Contains("breaks a safety rule", undone.Text, StringComparison.Ordinal);
        Assert.Equal(before, Published("Jory"));
    }

    [Fact]
    public async Task A_template_and_a_proposal_only_draft_and_cannot_get_past_the_gate()
    {
        using var browser = await studio.SignedIn();
        var before = Published("Jory");
        await browser.Submit(await browser.Get($"/clients/{Id("Jory")}/start"), "main form[method=post]");

        Assert.Equal(before, Published("Jory"));
        broken = true;
        await browser.Submit(await browser.Get($"/clients/{Id("Jory")}/publish"), "main form[method=post]");
        Assert.Equal(before, Published("Jory"));
    }

    /// <summary>The plan of an older engine, which held the acid lower, or had none of it.</summary>
    [Theory]
    [InlineData(false)]
    [InlineData(true)]
    public async Task A_change_of_the_engine_raises_nothing_until_it_is_published(bool whole)
    {
        var record = Record("Jory");
        var now = JsonSerializer.Deserialize<CarePath>(record.Published!.Path, CaseJson.Compact)!;
        static HalfDay Without(HalfDay half) => half with { Steps = [.. half.Steps.Where(step => step.Product != "sedge-serum")] };
        static HalfDay Lower(HalfDay half) =>
            half with
            {
                Steps =
                [
                    .. half.Steps.Select(step => step.Product == "sedge-serum" ? step with { Frequency = Frequency.OnceAWeek } : step),
                ],
            };
        var last = default(DateOnly);
        var older = now with
        {
            Engine = "0.9",
            Days =
            [
                .. now.Days.Select(day =>
                {
                    var used = day.Evening.Steps.Any(step => step.Product == "sedge-serum");
                    var keep = used && !whole && day.Date >= last.AddDays(7);
                    last = keep ? day.Date : last;
                    return used ? day with { Evening = keep ? Lower(day.Evening) : Without(day.Evening) } : day;
                }),
            ],
        };
        var text = JsonSerializer.Serialize(older, CaseJson.Compact);
        studio.Services.GetRequiredService<Publications>().Publish(ByOlderEngine(record.Published, text), null, [], []);

        var held = Record("Jory");
        Assert.Single(held.Raises);
        Assert.Equal(1, held.Changes);
        Assert.True(held.ClientPath(0, 28).DaysOf("sedge-serum").Count <= (whole ? 0 : 4));
        Assert.True(held.DraftPath(0, 28).DaysOf("sedge-serum").Count >= 8);

        using var browser = await studio.SignedIn();
        var publish = await browser.Get($"/clients/{Id("Jory")}/publish");
        Assert.Contains("The rules changed since this plan was published: Sedge serum was", publish.Text, StringComparison.Ordinal);
        await browser.Submit(publish, "main form[method=post]");
        Assert.Empty(Record("Jory").Raises);
        Assert.True(Record("Jory").ClientPath(0, 28).DaysOf("sedge-serum").Count >= 8);
    }

    [Fact]
    public void A_step_up_approved_meanwhile_leaves_the_rest_held()
    {
        var record = Record("Jory");
        var now = JsonSerializer.Deserialize<CarePath>(record.Published!.Path, CaseJson.Compact)!;
        var older = now with
        {
            Days =
            [
                .. now.Days.Select(day =>
                    day with
                    {
                        Evening = day.Evening with { Steps = [.. day.Evening.Steps.Where(step => step.Product != "sedge-serum")] },
                    }
                ),
            ],
        };
        var text = JsonSerializer.Serialize(older, CaseJson.Compact);
        studio.Services.GetRequiredService<Publications>().Publish(ByOlderEngine(record.Published, text), null, [], []);
        record = Record("Jory");
        Room.PublishOne(record, "Maren Holt", record.Client.Version, Room.Decide(record.Client.Id, "Maren Holt", (id, at) => new KeepLevel
        {
            Id = id,
            On = record.Today,
            RecordedAt = at,
            Product = "sedge-serum",
        }));

        Assert.Single(Record("Jory").Raises);
        Assert.Empty(Record("Jory").ClientPath(0, 28).DaysOf("sedge-serum"));
    }

    public void Dispose() => studio.Dispose();

    private static Publication ByOlderEngine(Publication published, string path) =>
        new(
            0,
            published.ClientId,
            published.PublishedAt,
            published.PublishedBy,
            published.Inputs,
            published.Rules,
            "0.9",
            path,
            Publication.HashOf(path)
        );
}
