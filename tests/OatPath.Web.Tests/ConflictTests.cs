using System.Globalization;
using Microsoft.Extensions.DependencyInjection;
using OatPath.Core.Case;
using OatPath.Store;
using OatPath.Web.Records;

namespace OatPath.Web.Tests;

/// <summary>Two people at one client: the second is told, and loses nothing of what was typed.</summary>
public sealed class ConflictTests : IDisposable
{
    private readonly TestStudio studio = new();

    private string Id(string name) => studio.ClientId(name);

    private RecordRoom Room => studio.Services.GetRequiredService<RecordRoom>();

    /// <summary>Somebody else saves in the meantime.</summary>
    private void SomebodySaves(string name)
    {
        var record = Room.Derive(Id(name))!;
        Room.Append(Id(name), record.Client.Version, Room.Make(Id(name), FactKind.Note, "seen", "Tilde Renn"));
    }

    [Fact]
    public async Task A_reason_for_clearing_stays_in_its_field()
    {
        using var browser = await studio.SignedIn();
        var page = await browser.Get($"/clients/{Id("Mirre")}/ramp");
        SomebodySaves("Mirre");
        var conflict = await browser.Submit(page, "#red form", ("reason", "calm at the visit"));

        Assert.Contains("was changed by Tilde Renn", conflict.Text, StringComparison.Ordinal);
        Assert.Equal("calm at the visit", conflict.Page.QuerySelector("#red #reason")!.GetAttribute("value"));
        await browser.Submit(conflict, "#red form", ("reason", "calm at the visit"));
        Assert.Contains(Room.Derive(Id("Mirre"))!.Followed.Decisions, decision => decision is ClearRed);
    }

    [Fact]
    public async Task A_booking_stays_typed()
    {
        using var browser = await studio.SignedIn();
        var page = await browser.Get($"/clients/{Id("Jory")}/care");
        var on = Room.Derive(Id("Jory"))!.Today.AddDays(9).ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);
        SomebodySaves("Jory");
        var conflict = await browser.Submit(page, "main form[action*='Occasion']", ("title", "ferry dance"), ("on", on));

        Assert.Contains("was changed by Tilde Renn", conflict.Text, StringComparison.Ordinal);
        Assert.Equal(
            ("ferry dance", on),
            (conflict.Page.QuerySelector("#o-title")!.GetAttribute("value"), conflict.Page.QuerySelector("#o-on")!.GetAttribute("value"))
        );

        var booking = await browser.Get($"/clients/{Id("Jory")}/treatment");
        SomebodySaves("Jory");
        var stays = await browser.Submit(
            booking,
            "form#treatment",
            ("Form.Template", "hydrating-facial"),
            ("Form.On", on),
            ("Form.Note", "by the river room")
        );
        Assert.Contains("was changed by Tilde Renn", stays.Text, StringComparison.Ordinal);
        Assert.Contains("by the river room", stays.Html, StringComparison.Ordinal);
        Assert.Equal(on, stays.Page.QuerySelector("#t-on")!.GetAttribute("value"));
    }

    [Fact]
    public async Task A_one_step_yes_on_the_Ramp_is_told_who_saved_first()
    {
        using var browser = await studio.SignedIn();
        var page = await browser.Get($"/clients/{Id("Jory")}/ramp");
        SomebodySaves("Jory");
        var conflict = await browser.Submit(page, "main form[action*='handler=StepUp'], main form[action$='StepUp']");

        Assert.Contains("was changed by Tilde Renn", conflict.Text, StringComparison.Ordinal);
        Assert.DoesNotContain(Room.Derive(Id("Jory"))!.Followed.Decisions, decision => decision is StepUp);
    }

    [Fact]
    public async Task Both_are_shown_what_somebody_else_saved_and_what_was_typed()
    {
        using var maren = await studio.SignedIn();
        using var tilde = await studio.SignedIn("tilde");
        var at = $"/clients/{Id("Jory")}";
        var mine = await maren.Get($"{at}/visit");
        await tilde.Submit(
            await tilde.Get($"{at}/care"),
            "main form[action*='Occasion']",
            ("title", "a lantern walk"),
            ("on", Room.Derive(Id("Jory"))!.Today.AddDays(9).ToString("yyyy-MM-dd", CultureInfo.InvariantCulture))
        );
        studio.Clock.Advance(TimeSpan.FromMinutes(1));
        await tilde.Submit(await tilde.Get($"{at}/ramp"), "form[action$='Decide']", ("product", "sedge-serum"), ("what", "stop"));

        var conflict = await maren.Submit(mine, "main form", ("note", "calm, no redness"));
        var said = conflict.Page.QuerySelector("#problems")!.TextContent;
        Assert.Contains("Tilde Renn at", said, StringComparison.Ordinal);
        Assert.Contains("a lantern walk", said, StringComparison.Ordinal);
        Assert.Contains("a stop of", said, StringComparison.Ordinal);
        Assert.Contains("calm, no redness", conflict.Html, StringComparison.Ordinal);
        await maren.Submit(conflict, "main form", ("note", "calm, no redness"));
        Assert.Contains(Room.Derive(Id("Jory"))!.Facts, fact => fact.Kind == FactKind.Visit);
    }

    [Fact]
    public async Task Ticks_and_reports_of_a_phone_refuse_no_save()
    {
        using var maren = await studio.SignedIn();
        using var phone = await studio.Phone("Perrin");
        var at = $"/clients/{Id("Perrin")}";
        using var stop = new CancellationTokenSource();
        var told = 0;
        var ticking = Task.Run(async () =>
        {
            for (; !stop.IsCancellationRequested; told++)
            {
                var now = await phone.Get("/my");
                if (now.Page.QuerySelector("form[action*='Done']") is not null)
                {
                    await phone.Submit(now, "form[action*='Done']");
                }

                await phone.Submit(await phone.Get("/my/report"), "main form", ("sting", "1"), ("length", "45"), ("redness", "0"));

                // No phone presses faster.
                await Task.Delay(50);
            }
        });
        for (var i = 0; i < 13; i++)
        {
            var page = await maren.Get($"{at}/care");
            await Task.Delay(100);
            var saved = await maren.Submit(page, "main form[action*='Occasion']", ("title", $"occasion {i}"), ("on", "2026-03-20"));
            Assert.DoesNotContain("Nothing was saved yet", saved.Text, StringComparison.Ordinal);
        }

        await stop.CancelAsync();
        await ticking;
        Assert.True(told >= 2);
        Assert.Equal(
            13,
            Room.Derive(Id("Perrin"))!
                .Facts.Count(fact => fact.Kind == FactKind.Occasion && fact.Body.Contains("occasion ", StringComparison.Ordinal))
        );
    }

    public void Dispose() => studio.Dispose();
}
