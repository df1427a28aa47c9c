using System.Net;
using Microsoft.Extensions.DependencyInjection;
using OatPath.Core.Case;
using OatPath.Core.Forecast;
using OatPath.Core.Formats;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Plan;
using OatPath.Store;
using OatPath.Web.Records;
using OatPath.Web.Wording;

namespace OatPath.Web.Tests;

public sealed class StationTests : IDisposable
{
    private readonly TestStudio studio = new();

    private string Id(string name) => studio.ClientId(name);

    private ClientRecord Record(string name) => studio.Services.GetRequiredService<RecordRoom>().Derive(Id(name))!;

    [Theory]
    [InlineData("stop", LadderState.Stopped)]
    [InlineData("level", LadderState.Level)]
    public async Task The_ramp_takes_a_decision_and_its_undo(string what, LadderState state)
    {
        using var browser = await studio.SignedIn();
        var page = await browser.Get($"/clients/{Id("Jory")}/ramp");
        var after = await browser.Submit(page, "main form[action*='handler=Decide'], main form[action$='Decide']", ("what", what));
        Assert.Equal(state, Record("Jory").DraftPath().Ladders.Single().State);

        await browser.Submit(after, ".done form");
        Assert.Equal(LadderState.Climbing, Record("Jory").DraftPath().Ladders.Single().State);
    }

    [Fact]
    public async Task A_client_s_ladder_is_shaped_on_the_ramp_and_a_shorter_hold_is_refused_by_name()
    {
        using var browser = await studio.SignedIn();
        var page = await browser.Get($"/clients/{Id("Jory")}/ramp");
        var refused = await browser.Submit(
            page,
            "main form[action*='handler=Shape'], main form[action$='Shape']",
            ("start", "0"),
            ("top", "3"),
            ("hold", "10")
        );
        Assert.Contains("Days at a rung", refused.Text, StringComparison.Ordinal);
        Assert.Contains("21 to 180", refused.Text, StringComparison.Ordinal);
        Assert.Equal(5, Record("Jory").DraftPath().Ladders.Single().Rungs.Count);

        var after = await browser.Submit(
            refused,
            "main form[action*='handler=Shape'], main form[action$='Shape']",
            ("start", "0"),
            ("top", "3"),
            ("hold", "35")
        );
        var ladder = Record("Jory").DraftPath().Ladders.Single();
        Assert.Equal((0, 4, 35), (ladder.StartRung, ladder.Rungs.Count, ladder.HoldDays));
        Assert.DoesNotContain("every evening", after.Page.QuerySelector(".ladder")!.TextContent, StringComparison.Ordinal);

        await browser.Submit(after, ".done form");
        Assert.Equal(5, Record("Jory").DraftPath().Ladders.Single().Rungs.Count);
    }

    [Fact]
    public async Task The_ramp_says_the_chance_in_words_with_its_number_and_what_moves_a_rung_down()
    {
        using var browser = await studio.SignedIn();
        var page = await browser.Get($"/clients/{Id("Jory")}/ramp?weeks=26");
        var chance = Record("Jory").DraftPath().Ladders.Single().ChanceNext!.Value;

        Assert.Contains(
            $"a strong reaction is {ChanceWords.Of(chance)} ({ChanceWords.InHundred(chance)}",
            System.Text.RegularExpressions.Regex.Replace(page.Text, @"\s+", " "),
            StringComparison.Ordinal
        );
        Assert.Contains("Moves it down", page.Text, StringComparison.Ordinal);
        Assert.True(page.Page.QuerySelectorAll(".strip .lean").Length >= 2 * 182);
    }

    /// <summary>The house's limit is lowered, so that Jory's next rung is over it without the estimate being sure.</summary>
    private async Task<ClientRecord> JoryInDoubt(Browser browser)
    {
        var store = studio.Services.GetRequiredService<Store.Studio>();
        var (rules, version) = store.Current();
        store.Save(rules with { StepUpChancePercent = 3 }, version, "Maren Holt", studio.Clock.GetUtcNow());
        await browser.Submit(await browser.Get($"/clients/{Id("Jory")}/publish"), "main form[method=post]");
        return Record("Jory");
    }

    [Fact]
    public async Task Where_a_strong_reaction_is_rather_likely_the_first_button_is_no_yes()
    {
        using var browser = await studio.SignedIn();
        var record = await JoryInDoubt(browser);
        var status = record.ClientPath().Ladders.Single();
        var doubt = ChanceWords.Doubt(status, record.PublishedRules)!;
        var desk = await browser.Get("/");
        var ramp = await browser.Get($"/clients/{Id("Jory")}/ramp");

        Assert.Contains($"{ChanceWords.InHundred(status.ChanceNext!.Value)}, but it is only", doubt, StringComparison.Ordinal);
        Assert.Contains(doubt, desk.Text, StringComparison.Ordinal);
        Assert.Contains(doubt, ramp.Text, StringComparison.Ordinal);
        Assert.Equal("Ask how it felt", desk.Page.QuerySelector($"li[data-client='{Id("Jory")}'] .btn-go")!.TextContent);
        Assert.Equal("Ask how the last uses felt", Answer.Read(ramp.Page.QuerySelector("article .btn-go")!));
        Assert.Null(ChanceWords.Doubt(status with { Missing = [Core.House.Because.Of(Core.House.RuleBook.Hold)] }, record.Rules));
    }

    [Fact]
    public async Task A_doubted_yes_needs_its_reason_and_keeps_it()
    {
        using var browser = await studio.SignedIn();
        await JoryInDoubt(browser);
        var form = "main form[action*='StepUp']";

        var bare = await browser.Submit(await browser.Get($"/clients/{Id("Jory")}/ramp"), form, ("reason", "x"));
        Assert.Contains("ask the client first, wait a week", bare.Text, StringComparison.Ordinal);
        Assert.Equal(1, Record("Jory").ClientPath().Ladders.Single().Rung);

        await browser.Submit(bare, form, ("reason", "seen on Tuesday, calm"));
        Assert.Equal(2, Record("Jory").ClientPath().Ladders.Single().Rung);
        Assert.Equal("seen on Tuesday, calm", Record("Jory").Draft.Decisions.OfType<StepUp>().Last().Reason);
    }

    [Fact]
    public async Task Asking_puts_the_question_on_the_phone_until_it_is_answered_and_can_be_taken_back()
    {
        using var browser = await studio.SignedIn();
        await JoryInDoubt(browser);
        using var phone = await studio.Phone("Jory");
        var asked = await browser.Submit(await browser.Get($"/clients/{Id("Jory")}/ramp"), "main form[action*='Wait']", ("ask", "true"));

        Assert.DoesNotContain(Record("Jory").ClientPath().Questions, question => question.Kind == QuestionKind.StepUp);
        Assert.Contains("How did the last uses of Sedge serum feel?", (await phone.Get("/my")).Text, StringComparison.Ordinal);

        await browser.Submit(asked, ".done form");
        Assert.Contains(Record("Jory").ClientPath().Questions, question => question.Kind == QuestionKind.StepUp);
        Assert.DoesNotContain("How did the last uses", (await phone.Get("/my")).Text, StringComparison.Ordinal);

        await browser.Submit(await browser.Get("/"), $"li[data-client='{Id("Jory")}'] form[action*='Wait']", ("ask", "true"));
        studio.Clock.Advance(TimeSpan.FromMinutes(5));
        await phone.Submit(await phone.Get("/my/report"), "main form", ("sting", "0"), ("length", "0"), ("redness", "0"));
        Assert.Contains(Record("Jory").ClientPath().Questions, question => question.Kind == QuestionKind.StepUp);
    }

    [Fact]
    public async Task The_phone_draws_what_is_left_out_as_in_the_mirror()
    {
        var record = Record("Jory");
        var room = studio.Services.GetRequiredService<RecordRoom>();
        var zones = new Core.Skin.Flag
        {
            Kind = Core.Skin.FlagKind.OpenSkin,
            From = record.Today,
            Until = record.Today.AddDays(20),
            Zones = [Core.Skin.FaceZone.LeftCheek, Core.Skin.FaceZone.Jaw],
        };
        room.Append(
            record.Client.Id,
            null,
            room.Make(
                record.Client.Id,
                FactKind.Intake,
                record.Draft.Intake with
                {
                    Flags = [.. record.Draft.Intake.Flags, zones],
                },
                "Maren Holt"
            )
        );
        var evening = Record("Jory")
            .ClientPath()
            .Days.First(day => day.Date > record.Today && day.Evening.Steps.Any(step => step.Product == "sedge-serum"))
            .Date;
        studio.Clock.Advance(TimeSpan.FromDays(evening.DayNumber - record.Today.DayNumber));
        using var phone = await studio.Phone("Jory");
        var page = await phone.Get("/my");
        for (var press = 0; press < 10 && page.Page.QuerySelector(".face-map") is null; press++)
        {
            page = await phone.Submit(page, "form[action*='handler=Done']");
        }

        var map = page.Page.QuerySelector(".face-map.is-shown")!;
        Assert.Equal(
            ["LeftCheek", "LeftJaw", "RightJaw"],
            map.QuerySelectorAll(".face-zone.is-chosen").Select(zone => zone.GetAttribute("data-zone")!).Order()
        );
        Assert.Contains("left cheek, left jaw, right jaw", map.QuerySelector("svg")!.GetAttribute("aria-label"), StringComparison.Ordinal);
        Assert.Equal(["your left", "your right"], map.QuerySelectorAll(".face-side").Select(side => side.TextContent));
        Assert.Null(map.QuerySelector("[data-zone='LeftCheek']")!.GetAttribute("transform"));
    }

    [Fact]
    public async Task A_wait_lasts_a_week()
    {
        using var browser = await studio.SignedIn();
        await JoryInDoubt(browser);
        await browser.Submit(await browser.Get("/"), $"li[data-client='{Id("Jory")}'] form[action*='Wait']", ("ask", "false"));

        Assert.DoesNotContain(Record("Jory").ClientPath().Questions, question => question.Kind == QuestionKind.StepUp);
        Assert.Contains(Record("Jory").ClientPath().Ladders.Single().Missing, because => because.Rule == Core.House.RuleBook.WaitChosen);
        studio.Clock.Advance(TimeSpan.FromDays(7));
        Assert.DoesNotContain(Record("Jory").ClientPath().Ladders.Single().Missing, because =>
            because.Rule == Core.House.RuleBook.WaitChosen
        );
    }

    [Fact]
    public async Task A_reason_leads_to_its_rule_with_the_houses_value_and_whom_it_holds_back()
    {
        using var browser = await studio.SignedIn();
        await JoryInDoubt(browser);
        var ramp = await browser.Get($"/clients/{Id("Jory")}/ramp");
        var link = ramp.Page.QuerySelector(".why .why-link")!;
        var rule = await browser.Get(link.GetAttribute("href")!.Split('#')[0]);

        Assert.DoesNotContain("ramp.", ramp.Page.QuerySelector("main")!.TextContent, StringComparison.Ordinal);
        Assert.Equal(link.GetAttribute("title"), rule.Page.QuerySelector("#entry h2")!.TextContent);
        Assert.Contains("Jory", rule.Page.QuerySelector("#entry")!.TextContent, StringComparison.Ordinal);
        var tolerance = (await browser.Get("/rules?rule=ramp.tolerance")).Page.QuerySelector("#entry")!.TextContent;
        Assert.Contains("more than 3 uses in 100", tolerance, StringComparison.Ordinal);
        Assert.Contains("set by Maren Holt", tolerance, StringComparison.Ordinal);
        Assert.Contains("No rule has these words", (await browser.Get("/rules?q=moonwalk")).Text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_if_shows_the_other_path_writes_nothing_down_and_says_what_cannot_be_supposed()
    {
        using var browser = await studio.SignedIn();
        var facts = Record("Jory").Facts.Count;
        var next = Record("Jory")
            .DraftPath()
            .Days.First(day => day.Date > Record("Jory").Today && day.Evening.Steps.Any(step => step.Frequency is not null))
            .Date;
        var page = await browser.Get($"/clients/{Id("Jory")}/ramp?weeks=8&If.What=sting&If.Sting=6&If.Day={next:yyyy-MM-dd}");

        Assert.Contains("The path would differ from", page.Text, StringComparison.Ordinal);
        Assert.Contains("off until", page.Page.QuerySelector("#what-if")!.TextContent, StringComparison.Ordinal);
        Assert.Equal(2, page.Page.QuerySelectorAll("#what-if .strip").Length);
        Assert.Equal(facts, Record("Jory").Facts.Count);
        Assert.Contains(
            "give 0 to 10",
            (await browser.Get($"/clients/{Id("Jory")}/ramp?If.What=sting&If.Sting=60&If.Day={next:yyyy-MM-dd}")).Text,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task Strong_sun_that_was_tried_can_be_kept()
    {
        using var browser = await studio.SignedIn();
        var from = Record("Jory").Today.AddDays(10);
        var page = await browser.Get(
            $"/clients/{Id("Jory")}/ramp?If.What=sun&If.Day={from:yyyy-MM-dd}&If.Until={from.AddDays(5):yyyy-MM-dd}"
        );
        await browser.Submit(page, "#what-if form[action*='KeepSun']");

        Assert.Contains(Record("Jory").Draft.Intake.Flags, flag =>
            flag.Kind == Core.Skin.FlagKind.StrongSun && flag.From == from && flag.Until == from.AddDays(5)
        );
    }

    [Fact]
    public async Task An_active_already_in_use_needs_a_reason_and_then_skips_the_patch_test()
    {
        using var browser = await studio.SignedIn();
        var form = "details form:has(select[name=rung])";
        var page = await browser.Get($"/clients/{Id("Perrin")}/ramp");
        var refused = await browser.Submit(page, form, ("what", "in-use"), ("rung", "2"), ("reason", ""));
        Assert.Contains("say since when", refused.Text, StringComparison.Ordinal);

        await browser.Submit(page, form, ("what", "in-use"), ("rung", "2"), ("reason", "three evenings a week since summer, calm"));
        // Meet says that this skin never met an acid, so it is asked which is right.
        Assert.Equal(LadderState.PatchTest, Record("Perrin").DraftPath().Ladders.Single().State);
        Assert.Contains(Record("Perrin").DraftPath().Questions, question => question.Kind == QuestionKind.StartDoubted);

        await browser.Submit(
            await browser.Get($"/clients/{Id("Perrin")}/ramp"),
            form,
            ("what", "established"),
            ("reason", "seen her diary: a year of use")
        );
        var ladder = Record("Perrin").DraftPath().Ladders.Single();
        Assert.Equal((LadderState.Climbing, Frequency.ThreeAWeek), (ladder.State, ladder.Frequency));
    }

    [Fact]
    public async Task Noting_an_active_as_established_needs_a_reason_too()
    {
        using var browser = await studio.SignedIn();
        var page = await browser.Get($"/clients/{Id("Jory")}/ramp");
        await browser.Submit(page, "details form:has(select[name=rung])", ("what", "established"), ("reason", "years of use"));

        Assert.Contains(Record("Jory").Draft.Decisions, decision => decision is NoteEstablished { Family: Core.Skin.Family.Aha });
    }

    [Fact]
    public async Task A_step_up_that_is_not_due_cannot_be_forced()
    {
        using var browser = await studio.SignedIn();
        var page = await browser.Get($"/clients/{Id("Jory")}/ramp");
        var form = "main form:has(input[name=rung])";

        Assert.Contains("is not due for a step up", (await browser.Submit(page, form, ("rung", "4"))).Text, StringComparison.Ordinal);
        Assert.Contains(
            "is not due for a step up",
            (await browser.Submit(page, form, ("product", "towpath-matt"))).Text,
            StringComparison.Ordinal
        );
        Assert.Equal(1, Record("Jory").ClientPath().Ladders.Single().Rung);
    }

    [Theory]
    [InlineData("treatment", "form#treatment", "Form.", "Template", "superficial-peel")]
    [InlineData("care", "aside form[action*='Occasion']", "", "title", "ferry dance")]
    public async Task Care_takes_a_date_and_refuses_what_is_none(string station, string form, string prefix, string field, string value)
    {
        using var browser = await studio.SignedIn();
        var page = await browser.Get($"/clients/{Id("Jory")}/{station}");
        foreach (var date in new[] { "", "soon", "1999-01-01", "2099-01-01" })
        {
            Assert.Contains(
                "give a date",
                (await browser.Submit(page, form, (prefix + field, value), (prefix.Length > 0 ? "Form.On" : "on", date))).Text,
                StringComparison.Ordinal
            );
        }

        var done = await browser.Submit(page, form, (prefix + field, value), (prefix.Length > 0 ? "Form.On" : "on", "2026-03-30"));
        Assert.Contains("Mon 30 March", done.Text, StringComparison.Ordinal);
        Assert.DoesNotContain(Record("Jory").ClientPath().Days, day =>
            day.Date == new DateOnly(2026, 3, 29) && day.Evening.Steps.Any(step => step.Product == "sedge-serum")
        );
    }

    [Fact]
    public async Task A_product_is_parked_looked_at_and_taken_off_each_with_undo()
    {
        using var browser = await studio.SignedIn();
        var address = $"/clients/{Id("Jory")}/shelf";
        foreach (
            var (handler, changes) in new (string, (string, string?)[])[]
            {
                ("Park", [("product", "harbour-n"), ("park", "true")]),
                ("Seen", [("product", "harbour-n"), ("left", "0.3333")]),
                ("Seen", [("product", "harbour-n"), ("left", "new"), ("batch", "H-9")]),
                ("Remove", [("product", "harbour-n")]),
            }
        )
        {
            string Now() =>
                CaseJson.Write(BottleReading.Of(Record("Jory").Draft))
                + CaseJson.Write(Record("Jory").Draft.Shelf)
                + CaseJson.Write(SupplyForecast.Of(Record("Jory").Draft, Record("Jory").Rules));
            var before = Now();
            var done = await browser.Submit(await browser.Get(address), $"main form[action*='{handler}']", changes);
            Assert.NotEqual(before, Now());
            await browser.Submit(done, ".done form");
            Assert.Equal(before, Now());
        }
    }

    [Fact]
    public async Task An_empty_sunscreen_stops_the_acid_in_the_draft_and_says_so()
    {
        using var browser = await studio.SignedIn();
        var page = await browser.Submit(
            await browser.Get($"/clients/{Id("Jory")}/shelf"),
            "main form[action*='Seen']",
            ("product", "towpath-matt"),
            ("left", "0")
        );

        Assert.Contains("waits until there is a usable broad-spectrum sunscreen", page.Text, StringComparison.Ordinal);
        Assert.DoesNotContain(Record("Jory").DraftPath().Days, day => day.Evening.Steps.Any(step => step.Product == "sedge-serum"));
    }

    [Fact]
    public async Task A_products_own_form_keeps_what_was_typed_and_parks_what_is_never_used_at_home()
    {
        using var browser = await studio.SignedIn();
        var page = await browser.Get($"/clients/{Id("Jory")}/shelf");
        var form = "main form[action*='Own']";
        var refused = await browser.Submit(page, form, ("name", "Old bottle"), ("kind", "WashOffPeel"), ("ph", "acid"));
        Assert.Equal("Old bottle", refused.Page.QuerySelector("#p-name")!.GetAttribute("value"));

        var done = await browser.Submit(
            page,
            form,
            ("name", "Old bottle"),
            ("kind", "WashOffPeel"),
            ("activeSubstance", "Phenol"),
            ("activePercent", "10")
        );
        Assert.Contains("parked", done.Text, StringComparison.Ordinal);
        Assert.Equal(ShelfState.Parked, Record("Jory").Draft.Shelf.Single(item => item.Product.Name == "Old bottle").State);
    }

    [Fact]
    public async Task The_Bench_keeps_rinsed_steps_before_what_stays_on()
    {
        using var browser = await studio.SignedIn();
        var page = await browser.Get($"/clients/{Id("Orla")}/routine");
        var after = await browser.Submit(page, "#place-form", ("moment", "Evening"), ("product", "ferry-night"), ("before", "lock-oil"));

        Assert.Contains("what is rinsed comes before what stays on", after.Text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task The_usual_order_can_be_had_back()
    {
        using var browser = await studio.SignedIn();
        var address = $"/clients/{Id("Orla")}/routine";
        await browser.Submit(
            await browser.Get(address),
            "#place-form",
            ("moment", "Evening"),
            ("product", "ferry-night"),
            ("before", "dew-serum")
        );
        Assert.Contains("Set by hand", (await browser.Get(address)).Text, StringComparison.Ordinal);

        await browser.Submit(await browser.Get(address), ".week form");
        Assert.DoesNotContain("Set by hand", (await browser.Get(address)).Text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_read_line_leaves_the_Desk_and_the_rest_days_go_on()
    {
        using var browser = await studio.SignedIn();
        var after = await browser.Submit(await browser.Get("/"), $"li[data-client='{Id("Sunniva")}'] form");

        Assert.Null(after.Page.QuerySelector($"li[data-client='{Id("Sunniva")}']"));
        Assert.Equal(LadderState.Off, Record("Sunniva").ClientPath().Ladders.Single().State);
    }

    [Fact]
    public async Task The_Desk_puts_danger_first_and_a_step_up_last()
    {
        using var browser = await studio.SignedIn();
        var names = (await browser.Get("/")).Page.QuerySelectorAll(".need h2 a").Select(link => link.TextContent.Split(' ')[0]).ToList();

        Assert.Equal(["Tove", "Mirre", "Sunniva"], names.Take(3));
        Assert.Contains("Jory", names.Skip(3));
    }

    [Fact]
    public async Task Unknown_days_and_weeks_in_the_address_are_met_with_the_usual_view()
    {
        using var browser = await studio.SignedIn();
        foreach (var query in new[] { "day=2050-01-01", "day=never", "weeks=9999", "weeks=-1" })
        {
            Assert.Equal(HttpStatusCode.OK, (await browser.Get($"/clients/{Id("Jory")}/ramp?{query}")).Status);
        }
    }

    [Fact]
    public async Task The_house_keeps_what_was_typed_when_a_field_is_wrong()
    {
        using var browser = await studio.SignedIn();
        var page = await browser.Submit(
            await browser.Get("/house"),
            "main form",
            ("acidHoldDays", "5"),
            ("studioName", "New name"),
            ("from-Sunday", "10:00")
        );

        Assert.Contains("Hold before a step up", page.Page.QuerySelector("#problems")!.TextContent, StringComparison.Ordinal);
        Assert.Contains("Opening hours, Sunday", page.Page.QuerySelector("#problems")!.TextContent, StringComparison.Ordinal);
        Assert.Equal("New name", page.Page.QuerySelector("#studioName")!.GetAttribute("value"));
        Assert.Equal("Sallow Lane Skin Rooms", Record("Jory").Rules.StudioName);
    }

    [Fact]
    public async Task Publishing_stores_inputs_rules_path_and_who()
    {
        using var browser = await studio.SignedIn("tilde");
        await browser.Submit(
            await browser.Get($"/clients/{Id("Jory")}/shelf"),
            "main form[action*='Park']",
            ("product", "harbour-n"),
            ("park", "true")
        );
        await browser.Submit(await browser.Get($"/clients/{Id("Jory")}/publish"), "aside form");
        var kept = studio.Services.GetRequiredService<Store.Publications>().Latest(Id("Jory"))!;

        Assert.Equal("Tilde Renn", kept.PublishedBy);
        Assert.Equal(Store.Publication.HashOf(kept.Path), kept.Hash);
        Assert.NotNull(CaseJson.ReadCase(kept.Inputs).Case);
        Assert.NotNull(CaseJson.ReadPath(kept.Path).Path);
        Assert.Contains(ShelfState.Parked, CaseJson.ReadCase(kept.Inputs).Case!.Shelf.Select(item => item.State));
    }

    public void Dispose() => studio.Dispose();
}
