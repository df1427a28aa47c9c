using OatPath.Core.Calibration;
using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Planner;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;

namespace OatPath.Core.Simulation;

/// <summary>One made-up client under the planner: lives by the plan, tells how it went, and is looked at once a week.</summary>
/// <param name="first">The day on which the active begins.</param>
internal sealed class TrialWalk(TrialClient client, HiddenSkin skin, TrialSettings settings, RaisingPolicy policy, DateOnly first)
{
    private const int ClearAfterDays = 7;

    /// <summary>A sting under this is calm enough for a doubted step.</summary>
    private const int CalmBelow = 2;
    private static readonly RuleSwitch Paper = new(RuleBook.Tolerance);

    private static readonly Product[] Everyday =
    [
        new()
        {
            Id = "cleanser",
            Name = "Brook gel",
            Kind = ProductKind.GelCleanser,
        },
        new()
        {
            Id = "cream",
            Name = "Ferry cream",
            Kind = ProductKind.Moisturiser,
        },
        new()
        {
            Id = "sun",
            Name = "Towpath fluid",
            Kind = ProductKind.SunscreenFluid,
            Spf = 50,
            BroadSpectrum = true,
        },
    ];

    private readonly List<Decision> decisions =
    [
        new StartActive
        {
            Id = "start",
            Product = client.Active.Id,
            On = first,
        },
    ];
    private readonly List<LogEntry> log = [];
    private readonly ShelfItem[] shelf = [.. Everyday.Append(client.Active).Select(product => new ShelfItem { Product = product })];
    private CarePath path = null!;
    private int plannedFrom;
    private (int Day, double Strain)? lastUse;

    private HouseRules rules = new();
    private int today;

    /// <summary>Uses so far, and how many of them brought a strong reaction.</summary>
    public int Uses { get; private set; }

    /// <inheritdoc cref="Uses"/>
    public int Strong { get; private set; }

    /// <summary>The look of the week by the rules in force, and the seven days after it.</summary>
    public void Week(HouseRules inForce)
    {
        rules = inForce;
        Replan(today);
        for (var looks = 0; today > 0 && looks < 2 && Decide(today); looks++)
        {
            Replan(today);
        }

        for (var end = today + 7; today < end; today++)
        {
            Strong += Live(today) ? 1 : 0;
            skin.Night();
        }
    }

    /// <returns>The rung held at the end (-1 for none), and the day index since when.</returns>
    public (int Level, int Since) End()
    {
        Replan(today);
        var ladder = path.Ladders.Single();
        var holds = ladder.Since is not null && ladder.State is not (LadderState.Stopped or LadderState.Blocked);
        return (holds ? ladder.Rung : -1, ladder.Since is { } since ? since.DayNumber - first.DayNumber : 0);
    }

    /// <summary>All that the house knows of the client at noon of a day since the first.</summary>
    public CaseFile File(int day) =>
        new()
        {
            Format = CaseFile.FormatName,
            Version = 1,
            AsOf = At(day, 12),
            Zone = "UTC",
            Intake = client.Intake,
            Shelf = shelf,
            Decisions = [.. decisions],
            Log = [.. log],
        };

    /// <summary>What was expected of the uses so far and what followed, and what they say of how the active bites.</summary>
    /// <param name="number">Tells her from other clients.</param>
    public (ClientForetold Foretold, IReadOnlyList<ProductEvidence> Evidence) Told(string number, HouseRules by)
    {
        var lived = PathPlanner.Foretold(File(today), by);
        var sensitivity = client.Intake.Sensitivity;
        return (
            new(number, sensitivity, lived.Expected),
            ProductEvidence.Of(sensitivity, lived, id => id == client.Active.Id ? client.Active : null)
        );
    }

    private DateTimeOffset At(int day, int hour) => new(first.AddDays(day).ToDateTime(new TimeOnly(hour, 0)), TimeSpan.Zero);

    private void Replan(int day)
    {
        path = PathPlanner.Plan(File(day), rules, null, 8, policy == RaisingPolicy.Paper ? Paper : RuleSwitch.All);
        plannedFrom = day;
    }

    /// <summary>The weekly look: what may be raised is raised, a red that is a week old is cleared.</summary>
    private bool Decide(int day)
    {
        var before = decisions.Count + log.Count;
        foreach (var question in path.Questions)
        {
            var id = $"d{decisions.Count}";
            switch (question.Kind)
            {
                case QuestionKind.StepUp
                    when policy != RaisingPolicy.Paper && StepAdvices.Of(path.Ladders.Single(), rules) == StepAdvice.AskFirst:
                    AskOrWait(id, day, question.Rung!.Value);
                    break;
                case QuestionKind.StepUp:
                    decisions.Add(
                        new StepUp
                        {
                            Id = id,
                            On = first.AddDays(day),
                            Product = client.Active.Id,
                            Rung = question.Rung!.Value,
                        }
                    );
                    break;
                case QuestionKind.StepDown:
                    decisions.Add(Down(id, first.AddDays(day), question.Rung!.Value));
                    break;
                case QuestionKind.ClearRed when question.Since.AddDays(ClearAfterDays) <= first.AddDays(day):
                    decisions.Add(
                        new ClearRed
                        {
                            Id = id,
                            On = first.AddDays(day),
                            At = At(day, 11),
                            Reason = "calm again",
                        }
                    );
                    break;
            }
        }

        return decisions.Count + log.Count > before;
    }

    private Decision Down(string id, DateOnly on, int rung) =>
        rung < 0
            ? new StopActive
            {
                Id = id,
                On = on,
                Product = client.Active.Id,
            }
            : new StepDown
            {
                Id = id,
                On = on,
                Product = client.Active.Id,
                Rung = rung,
            };

    /// <summary>
    /// The practitioner's buttons where a strong reaction is rather likely: the client is asked how the last use felt; what was calm goes
    /// up with that as the reason, and else the step waits a week.
    /// </summary>
    private void AskOrWait(string id, int day, int rung)
    {
        var last = lastUse!.Value;
        var told = log.OfType<CheckedIn>().LastOrDefault(entry => entry.Day == first.AddDays(last.Day));
        if (told is null)
        {
            log.Add(
                new CheckedIn
                {
                    Id = $"c{last.Day}",
                    Day = first.AddDays(last.Day),
                    HappenedAt = At(day, 11),
                    Report = Felt(last.Strain),
                }
            );
            return;
        }

        decisions.Add(
            told.Report.Sting < CalmBelow
                ? new StepUp
                {
                    Id = id,
                    On = first.AddDays(day),
                    Product = client.Active.Id,
                    Rung = rung,
                    Reason = "calm when asked",
                }
                : new WaitBeforeStep
                {
                    Id = id,
                    On = first.AddDays(day),
                    Product = client.Active.Id,
                    Until = first.AddDays(day + StepAdvices.WaitDays),
                }
        );
    }

    /// <summary>One evening; true when it brought a strong reaction.</summary>
    private bool Live(int day)
    {
        var strong = false;
        var replan = false;
        foreach (var step in path.Days[day - plannedFrom].Morning.Steps.Concat(path.Days[day - plannedFrom].Evening.Steps))
        {
            if (step.Product != client.Active.Id || client.IsAway(day))
            {
                continue;
            }

            switch (step.Action)
            {
                case StepAction.PatchTest:
                    log.Add(
                        new PatchApplied
                        {
                            Id = $"p{day}",
                            Product = step.Product,
                            HappenedAt = At(day, 20),
                        }
                    );
                    replan = true;
                    break;
                case StepAction.ReadPatch
                    when !log.Exists(entry => entry is PatchRead) && log.OfType<PatchApplied>().First().HappenedAt <= At(day - 2, 20):
                    log.Add(
                        new PatchRead
                        {
                            Id = $"r{day}",
                            Product = step.Product,
                            Clear = true,
                            HappenedAt = At(day, 21),
                        }
                    );
                    replan = true;
                    break;
                case StepAction.Apply when client.Use[day] < settings.Adherence:
                    strong = Apply(day);
                    replan |= strong;
                    break;
            }
        }

        if (replan && (day + 1) % 7 != 0)
        {
            Replan(day + 1);
        }

        return strong;
    }

    private bool Apply(int day)
    {
        log.Add(
            new Applied
            {
                Id = $"u{day}",
                Product = client.Active.Id,
                Day = first.AddDays(day),
                Moment = Moment.Evening,
                HappenedAt = At(day, 21),
            }
        );
        var strain = skin.Use(client.Evening[day]);
        Uses++;
        lastUse = (day, strain);
        if (strain >= 1 || client.Told[day] < settings.Reporting)
        {
            log.Add(
                new CheckedIn
                {
                    Id = $"c{day}",
                    Day = first.AddDays(day),
                    HappenedAt = At(day, 22),
                    Report = Felt(strain),
                }
            );
        }

        return strain >= 1;
    }

    /// <summary>What a client says of a strain: half of it is a tingle, 1 a sting of 5.</summary>
    private static SkinReport Felt(double strain)
    {
        var sting = strain switch
        {
            < 0.5 => 0,
            < 0.65 => 1,
            < 0.8 => 2,
            < 0.9 => 3,
            < 1 => 4,
            < 1.2 => 5,
            < 1.4 => 6,
            _ => 7,
        };
        return new()
        {
            Sting = sting,
            StingSeconds = sting switch
            {
                0 => 0,
                < 3 => 20,
                3 => 50,
                4 => 120,
                _ => 900,
            },
            Redness =
                sting < 3 ? 0
                : sting < 6 ? 1
                : 2,
        };
    }
}
