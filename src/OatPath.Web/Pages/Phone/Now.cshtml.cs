using Microsoft.AspNetCore.Mvc;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Routine;
using OatPath.Core.Wording;
using OatPath.Store;
using OatPath.Web.Doors;
using OatPath.Web.Phone;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Phone;

/// <summary>What a client leaves out with one press.</summary>
public enum SkipWhat
{
    Step,
    Facial,
    All,
}

public sealed class NowModel(PhoneDoor door, RecordRoom room, ViewLog views, PicturesAsked asked, TimeProvider clock)
    : PhonePage(door, room, views, clock)
{
    /// <summary>The picture that is asked for today, or null.</summary>
    public PictureAsked? Picture => asked.Of(View.Record);

    private const string By = Author.Client;

    public IActionResult OnGet() => Page();

    /// <summary>Ticks a step. The form's own id makes a second press the same tick.</summary>
    public IActionResult OnPostDone(string step, string key, string half, int? contact)
    {
        if (Find(step, half) is not { } found || !IsKey(key))
        {
            return Changed();
        }

        if (found.ContactSeconds is not null && contact is not (> 0 and <= CaseCheck.MaxContactSeconds))
        {
            TempData["Hint"] = Said.Of("Choose how long it stayed on; nothing was kept yet.");
            return Redirect("/my");
        }

        LogEntry entry =
            found.Action == StepAction.PatchTest
                ? new PatchApplied
                {
                    Id = key,
                    HappenedAt = Now,
                    RecordedAt = Now,
                    By = By,
                    Product = found.Product!,
                }
                : new Applied
                {
                    Id = key,
                    HappenedAt = Now,
                    RecordedAt = Now,
                    By = By,
                    Product = found.Key,
                    Day = View.Day,
                    Moment = View.Moment,
                    ContactSeconds = found.ContactSeconds is null ? null : contact,
                };
        if (found.ContactSeconds is { } planned && contact > planned)
        {
            TempData["Hint"] = Said.Of(
                $"It was on {Core.House.Words.Duration(contact.Value - planned)} longer than planned. Cool water if it is warm, plain "
                    + $"moisturiser, nothing else tonight; say under How was it how the skin takes it."
            );
        }

        // Who did a kit without the guide is asked what the guide would have asked.
        Keep(entry);
        return Redirect(found.ContactSeconds is null ? "/my" : "/my/report");
    }

    public IActionResult OnPostRead(string step, string key, string half, bool clear)
    {
        if (Find(step, half) is not { Action: StepAction.ReadPatch } found || !IsKey(key))
        {
            return Changed();
        }

        Keep(
            new PatchRead
            {
                Id = key,
                HappenedAt = Now,
                RecordedAt = Now,
                By = By,
                Product = found.Product!,
                Clear = clear,
            }
        );
        return Redirect(clear ? "/my" : "/my/cautions?patch=reacted");
    }

    /// <summary>Leaves out a step, the rest of the home facial, or all that is left of this half of the day.</summary>
    public IActionResult OnPostSkip(string? step, string key, string half, string? reason, SkipWhat what)
    {
        if ((what != SkipWhat.All && Find(step ?? "", half) is null) || half != HalfName || !IsKey(key))
        {
            return Changed();
        }

        var why = (reason ?? "").Trim();
        string?[] left = what switch
        {
            SkipWhat.All => [null],
            SkipWhat.Facial => [.. View.FacialLeft.Select(part => part.Key)],
            _ => [step],
        };
        var facts = left.Select(
                (product, i) =>
                    new Skipped
                    {
                        Id = i == 0 ? key : Fact.NewId(),
                        HappenedAt = Now,
                        RecordedAt = Now,
                        By = By,
                        Product = product,
                        Day = View.Day,
                        Moment = View.Moment,
                        Reason = why.Length > 200 ? why[..200] : why,
                    }
            )
            .Select(entry => Room.Make<LogEntry>(Device.ClientId, FactKind.Log, entry, By, entry.Id))
            .ToList();
        if (facts.Count == 0)
        {
            return Changed();
        }

        Room.Append(Device.ClientId, null, facts);
        return Redirect(why == Skipped.FeelsSore ? "/my/report" : "/my");
    }

    /// <summary>A new package of something that had run out was opened; a fact that acts at once.</summary>
    public IActionResult OnPostOpened(string product, string key)
    {
        if (!IsKey(key) || !View.Emptied.Any(empty => empty.Id == product))
        {
            return Changed();
        }

        return Keep(
            new BottleSeen
            {
                Id = key,
                HappenedAt = Now,
                RecordedAt = Now,
                By = By,
                Product = product,
                Share = 1,
                Opened = true,
            }
        );
    }

    /// <summary>The answer to mornings without sunscreen: it was on and only not ticked, or there is none left.</summary>
    public IActionResult OnPostSunscreen(string key, string answer)
    {
        if (!IsKey(key) || View.Sunscreen is not { } sunscreen || View.SunscreenLeftOut is null)
        {
            return Changed();
        }

        if (answer == "empty")
        {
            return Keep(
                new BottleSeen
                {
                    Id = key,
                    HappenedAt = Now,
                    RecordedAt = Now,
                    By = By,
                    Product = sunscreen,
                    Share = 0,
                }
            );
        }

        var facts = View
            .MorningsLeftOut.Select((day, i) => (Day: day, Id: i == 0 ? key : Fact.NewId()))
            .Select(morning =>
                Room.Make<LogEntry>(
                    Device.ClientId,
                    FactKind.Log,
                    new Applied
                    {
                        Id = morning.Id,
                        HappenedAt = Now,
                        RecordedAt = Now,
                        By = By,
                        Product = sunscreen,
                        Day = morning.Day,
                        Moment = Core.House.Moment.Morning,
                    },
                    By,
                    morning.Id
                )
            )
            .ToList();
        Room.Append(Device.ClientId, null, facts);
        return Redirect("/my");
    }

    public IActionResult OnPostUndo(string entry, string key)
    {
        // What one press wrote down is taken back by one press.
        if (View.LastEntry?.Id == entry && IsKey(key) && View.Record.Facts.FirstOrDefault(fact => fact.Id == entry) is { } last)
        {
            var facts = View
                .Record.Facts.Where(fact =>
                    fact.StepId == last.StepId
                    && fact.Kind == FactKind.Log
                    && CaseAssembly.Body<LogEntry>(fact) is Applied or Skipped or PatchApplied or PatchRead
                )
                .Select(
                    (fact, i) =>
                        new Retracted
                        {
                            Id = i == 0 ? key : Fact.NewId(),
                            HappenedAt = Now,
                            RecordedAt = Now,
                            By = By,
                            Entry = fact.Id,
                        }
                )
                .Select(entry => Room.Make<LogEntry>(Device.ClientId, FactKind.Log, entry, By, entry.Id))
                .ToList();
            Room.Append(Device.ClientId, null, facts);
        }

        return Redirect("/my");
    }

    public string HalfName => $"{View.Day:yyyy-MM-dd}-{View.Moment}";

    private Step? Find(string key, string half) => half == HalfName ? View.Steps.FirstOrDefault(step => step.Key == key) : null;

    /// <summary>The page was older than the plan, as at 04:00 or after a report: nothing is written, the new page is shown.</summary>
    private RedirectResult Changed()
    {
        TempData["Hint"] = Said.Of("The plan has moved on since this page was opened. This is how it stands now; that press was not kept.");
        return Redirect("/my");
    }

    private static bool IsKey(string? key) => Guid.TryParseExact(key, "n", out _);

    private RedirectResult Keep(LogEntry entry)
    {
        Tell(entry);
        return Redirect("/my");
    }
}
