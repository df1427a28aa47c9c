using System.Diagnostics.CodeAnalysis;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using OatPath.Core.Calibration;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Ramp;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;
using OatPath.Core.Suppose;
using OatPath.Store;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Walk;

public sealed class RampModel(RecordRoom room, ChancesKept chances, IAuthorizationService authorization) : WalkPage(room)
{
    private const int DaysBefore = 7;

    public override string Station => "Ramp";

    /// <summary>What the house has seen of a product that bites more than its label says; null for any other.</summary>
    public BiteShown? BitesMore(string product) =>
        Record.Draft.Shelf.FirstOrDefault(item => item.Product.Id == product) is { } item
        && chances.BiteOf(item.Product) is { MayBeShown: true, Strays: > 0 } bite
            ? bite
            : null;

    /// <summary>What the estimate reckons with of it today; null where that is its label.</summary>
    public BiteSince? Reckoned(string product) => Record.PublishedRules.ReckonedOn(product, Record.Today);

    [BindProperty(SupportsGet = true)]
    public DateOnly? Day { get; set; }

    [BindProperty(SupportsGet = true)]
    public int Weeks { get; set; } = 4;

    /// <summary>What is supposed: sting, missed, start or sun.</summary>
    [BindProperty(SupportsGet = true)]
    [AllowNull]
    public WhatIfForm If
    {
        get;
        set => field = value ?? new();
    } = new();

    /// <summary>The path beside the present one, when something is supposed.</summary>
    public WhatIfAnswer? Supposed { get; private set; }

    /// <summary>Why it cannot be supposed.</summary>
    public IReadOnlyList<Core.House.Problem> IfProblems { get; private set; } = [];

    public CarePath Path { get; private set; } = null!;

    public DayPath Shown { get; private set; } = null!;

    public void OnGet() => Fill();

    public async Task<IActionResult> OnPostStepUpAsync(string product, int rung, string? reason)
    {
        if (await MayNotDecide(authorization))
        {
            return Forbid();
        }

        return StepUp(product, rung, (reason ?? "").Trim());
    }

    /// <summary>Writes down strong sun that was tried out.</summary>
    public IActionResult OnPostKeepSun()
    {
        if (If.ToSupposition(Record.Today) is not SunAhead sun || WhatIf.Check(Record.Draft, Record.Rules, sun).Count > 0)
        {
            Fill();
            return Page();
        }

        var intake = Record.MetIntake;
        return Finish(
            "Strong sun is written down at Meet.",
            Room.Make(
                Id,
                FactKind.Intake,
                intake with
                {
                    Flags =
                    [
                        .. intake.Flags,
                        new Flag
                        {
                            Kind = FlagKind.StrongSun,
                            From = sun.From,
                            Until = sun.Until,
                        },
                    ],
                },
                By
            )
        );
    }

    public async Task<IActionResult> OnPostClearAsync(string reason)
    {
        if (await MayNotDecide(authorization))
        {
            return Forbid();
        }

        var text = (reason ?? "").Trim();
        if (text.Length is < 3 or > 500)
        {
            Problems.Add(new("Reason", "say what you saw, in 3 to 500 characters"));
            Fill();
            return Page();
        }

        var fact = Room.Decide(Id, By, (id, now) => new ClearRed
        {
            Id = id,
            On = Record.Today,
            At = now,
            RecordedAt = now,
            By = By,
            Reason = text,
        });
        return Finish("Cleared. Actives may come back from tomorrow, each by its own rest days.", fact);
    }

    public async Task<IActionResult> OnPostDecideAsync(string product, string what, string? reason, int? rung)
    {
        if (await MayNotDecide(authorization))
        {
            return Forbid();
        }

        if (Record.Draft.Shelf.FirstOrDefault(item => item.Product.Id == product)?.Product is not { } found)
        {
            return NotFound();
        }

        var text = (reason ?? "").Trim();
        if (
            text.Length > 500
            || (what is "in-use" or "established" && text.Length < 3)
            || (what == "start" && text.Length < 3 && found.Kind == ProductKind.NeedleRoller)
        )
        {
            Problems.Add(
                new(
                    "Reason",
                    found.Kind == ProductKind.NeedleRoller
                        ? "needles are signed off for one client: say why, and that the use was shown, in 3 to 500 characters"
                        : "say since when, how often and how it was taken, in 3 to 500 characters"
                )
            );
            Fill();
            return Page();
        }

        return what switch
        {
            "start" => Decide($"{found.Name} is asked for: patch test first.", (id, now) => new StartActive
            {
                Id = id,
                On = Record.Today,
                RecordedAt = now,
                By = By,
                Product = product,
                Reason = text,
            }),
            "booster" when MilderOf(product) is { } milder => Decide(
                $"{found.Name} is asked for as a booster: patch test first, then one evening a week in place of {milder.Name}.",
                (id, now) =>
                    new StartActive
                    {
                        Id = id,
                        On = Record.Today,
                        RecordedAt = now,
                        By = By,
                        Product = product,
                        BoosterFor = milder.Id,
                        Reason = text,
                    }
            ),
            "in-use" => Decide($"{found.Name} goes on as used so far.", (id, now) => new StartActive
            {
                Id = id,
                On = Record.Today,
                RecordedAt = now,
                By = By,
                Product = product,
                AlreadyInUse = true,
                Rung = Math.Clamp(rung ?? 0, 0, 5),
                Reason = text,
            }),
            "stop" => Decide($"{found.Name} is stopped, at once.", (id, now) => new StopActive
            {
                Id = id,
                On = Record.Today,
                RecordedAt = now,
                By = By,
                Product = product,
                Reason = text,
            }),
            "level" => Decide($"{found.Name} stays at this level.", (id, now) => new KeepLevel
            {
                Id = id,
                On = Record.Today,
                RecordedAt = now,
                By = By,
                Product = product,
                Reason = text,
            }),
            "reopen" => Decide($"{found.Name} may climb again.", (id, now) => new ReopenLevel
            {
                Id = id,
                On = Record.Today,
                RecordedAt = now,
                By = By,
                Product = product,
                Reason = text,
            }),
            "established" => Finish(
                $"{found.Name} is noted as established.",
                [
                    .. found
                        .Families()
                        .Where(family => FamilyTraits.Of(family).Irritant != Degree.No)
                        .Select(family => Room.Decide(Id, By, (id, now) => new NoteEstablished
                                {
                                    Id = id,
                                    On = Record.Today,
                                    RecordedAt = now,
                                    By = By,
                                    Family = family,
                                    Reason = text,
                                })),
                ]
            ),
            _ => BadRequest(),
        };
    }

    public async Task<IActionResult> OnPostShapeAsync(string product, int? start, int? top, string? hold, bool inTheMorning)
    {
        if (await MayNotDecide(authorization))
        {
            return Forbid();
        }

        if (UsualLadder(product) is not { } usual)
        {
            return NotFound();
        }

        var days = Core.House.Field.Whole(hold);
        var shape = new ShapeLadder
        {
            Id = "",
            On = Record.Today,
            Product = product,
            Start = start == usual.StartRung ? null : start,
            Top = top >= usual.Top ? null : top,
            HoldDays = days == usual.HoldDays ? null : days,
            Morning = inTheMorning && Record.Product(product)?.MayGoInTheMorning() == true,
        };
        var found = new List<Core.House.Problem>();
        CaseCheck.CheckLadder(found, shape, Record.NameOf(product));
        if (!string.IsNullOrWhiteSpace(hold) && (days is null || days < usual.HoldDays))
        {
            found.Add(new("Days at a rung", $"give {usual.HoldDays} to 180 days; a hold is never shorter than the house's"));
        }

        if (found.Count > 0)
        {
            Problems.AddRange(found);
            Fill();
            return Page();
        }

        return Decide($"{Record.NameOf(product)} climbs this client's own ladder.", (id, now) =>
            shape with
            {
                Id = id,
                RecordedAt = now,
                By = By,
            }
        );
    }

    /// <summary>How this client's ladder was shaped last, or null for the usual one.</summary>
    public ShapeLadder? ShapeOf(string product) =>
        Record.Draft.Decisions.OfType<ShapeLadder>().LastOrDefault(shape => shape.Product == product);

    public Ladder? UsualLadder(string product) =>
        Record.Product(product) is { } found ? Ladder.For(found, Record.Draft.Intake, Record.Rules) : null;

    /// <summary>The milder leave-on of the same acid that this one could take the place of for an evening.</summary>
    public Product? MilderOf(string product) =>
        Record.Product(product) is { } stronger
            ? Record
                .Draft.Shelf.Where(item => item.State == ShelfState.InUse && Strength.IsStronger(stronger, item.Product))
                .Select(item => item.Product)
                .MaxBy(milder => milder.Actives[0].Percent)
            : null;

    public LadderStatus? StatusOf(string product) => Path.Ladders.FirstOrDefault(ladder => ladder.Product == product);

    /// <summary>The next step waits a week, or for the client's answer.</summary>
    public async Task<IActionResult> OnPostWaitAsync(string product, bool ask)
    {
        if (await MayNotDecide(authorization))
        {
            return Forbid();
        }

        if (!Record.ClientPath().Questions.Any(question => question.IsAStep && question.Product == product))
        {
            Problems.Add(new(Record.NameOf(product), "is not due for a step now, so there is nothing to wait with"));
            Fill();
            return Page();
        }

        var until = Record.Today.AddDays(StepAdvices.WaitDays);
        return Finish(
            ask
                ? $"The phone asks how the last uses of {Record.NameOf(product)} felt. The step waits for the answer, until "
                    + $"{Core.House.Words.Day(until)} at the latest."
                : $"{Record.NameOf(product)} is asked again from {Core.House.Words.Day(until)}.",
            Room.WaitBeforeStep(Record, By, product, ask)
        );
    }

    /// <summary>A rung down at once, advised or chosen; under the first rung a stop, where that is advised.</summary>
    public async Task<IActionResult> OnPostStepDownAsync(string product, int rung)
    {
        if (await MayNotDecide(authorization))
        {
            return Forbid();
        }

        var client = Record.ClientPath();
        var advised = client.Questions.Any(question =>
            question.Kind == QuestionKind.StepDown && question.Product == product && question.Rung == rung
        );
        var held = client.Ladders.FirstOrDefault(ladder => ladder.Product == product);
        if (!advised && (rung < 0 || held is null || !IsOnARung(held) || held.Rung != rung + 1))
        {
            Problems.Add(new(Record.NameOf(product), "does not hold that rung in the client's plan now; nothing was changed, look again"));
            Fill();
            return Page();
        }

        return Finish(
            $"{Record.NameOf(product)} {(rung < 0 ? "is stopped" : "goes down a rung")}, at once.",
            Room.StepDown(Record, By, product, rung)
        );
    }

    /// <summary>Whether the client's plan holds the rung shown here, so that it may be taken back.</summary>
    public bool MayComeDown(LadderStatus status) =>
        status.Rung > 0
        && Record.ClientPath().Ladders.FirstOrDefault(ladder => ladder.Product == status.Product) is { } held
        && held.Rung == status.Rung
        && IsOnARung(held);

    /// <summary>Whether it holds a rung that a practitioner may take back.</summary>
    private static bool IsOnARung(LadderStatus status) =>
        status is { Since: not null, State: LadderState.Climbing or LadderState.Level or LadderState.Off }
        && status.Ladder != Ladder.Booster.Id;

    private IActionResult StepUp(string product, int rung, string reason)
    {
        var client = Record.ClientPath();
        var asked = client.Questions.Any(question =>
            question.Kind == QuestionKind.StepUp && question.Product == product && question.Rung == rung
        );
        var reasoned = reason.Length is >= CaseCheck.ShortestReason and <= 500;
        var ladder = client.Ladders.FirstOrDefault(ladder => ladder.Product == product);
        var despite =
            !asked
            && reasoned
            && ladder is { State: LadderState.Climbing, Missing: [var only] }
            && ladder.Rung == rung - 1
            && StepAdvices.IsAJudgement(only);
        if (asked && !reasoned && StepAdvices.Of(ladder!, Record.PublishedRules) == StepAdvice.AskFirst)
        {
            Problems.Add(
                new(
                    Record.NameOf(product),
                    "a strong reaction is rather likely at the next rung; ask the client first, wait a week, or say in 3 to 500 "
                        + "characters why it goes up all the same"
                )
            );
            Fill();
            return Page();
        }

        if (!asked && !despite)
        {
            Problems.Add(new(Record.NameOf(product), "is not due for a step up now; see what is still missing"));
            Fill();
            return Page();
        }

        var fact = Room.Decide(Id, By, (id, now) => new StepUp
        {
            Id = id,
            On = Record.Today,
            RecordedAt = now,
            By = By,
            Product = product,
            Rung = rung,
            DespiteEstimate = despite,
            Reason = reason,
        });
        try
        {
            Room.PublishOne(Record, By, Version, fact);
        }
        catch (UnsafePlanException unsafePlan)
        {
            Problems.Add(new(Record.NameOf(product), unsafePlan.Message));
            Fill();
            return Page();
        }
        catch (ConflictException)
        {
            SayConflict();
            Fill();
            return Page();
        }

        return Back("ramp", $"{Record.NameOf(product)} goes up from today, and the client's plan follows.", fact.Id);
    }

    private IActionResult Decide(string done, Func<string, DateTimeOffset, Decision> decision) =>
        Finish(done, Room.Decide(Id, By, decision));

    private IActionResult Finish(string done, params IReadOnlyList<Fact> facts)
    {
        if (Save(facts))
        {
            return Back("ramp", done, facts is [{ Kind: FactKind.Decision } only] ? only.Id : null);
        }

        Fill();
        return Page();
    }

    private void Fill()
    {
        Version = Record.Client.Version;
        ModelState.Remove(nameof(Version));
        Weeks = Weeks is 2 or 4 or 8 or 12 or 26 ? Weeks : 4;
        Path = Record.DraftPath(DaysBefore, Weeks * 7);
        if (If.ToSupposition(Record.Today) is { } supposition)
        {
            IfProblems = WhatIf.Check(Record.Draft, Record.Rules, supposition);
            Supposed = IfProblems.Count == 0 ? WhatIf.Try(Record.Draft, Record.Rules, supposition, Weeks * 7) : null;
        }

        Shown = (Day is { } day ? Path.On(day) : null) ?? Path.On(Path.Today)!;
    }
}
