using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Planner;
using OatPath.Core.Routine;
using OatPath.Core.Skin;

namespace OatPath.Core.Suppose;

/// <summary>Something that could happen, or could be decided.</summary>
public abstract record Supposition;

/// <summary>The applications of a day sting, settled within ten minutes; the client says so the next morning.</summary>
public sealed record StingAt(DateOnly Day, int Sting) : Supposition;

/// <summary>Nothing active is used for some days.</summary>
public sealed record NothingUsed(DateOnly From, int Days) : Supposition;

/// <summary>An active is started today.</summary>
public sealed record StartNow(string Product) : Supposition;

/// <summary>Strong sun, both days included.</summary>
public sealed record SunAhead(DateOnly From, DateOnly Until) : Supposition;

/// <summary>The path as it is, and as it would be, from today on.</summary>
/// <param name="Then">Told from today although it knows what is supposed to happen until its own <see cref="CarePath.AsOf"/>.</param>
/// <param name="FirstDifference">The first day that differs, or null.</param>
public sealed record WhatIfAnswer(CarePath Now, CarePath Then, DateOnly? FirstDifference);

/// <summary>Tries a supposition without writing anything down.</summary>
/// <remarks>
/// Derived: the client is taken to live by the committed plan until it happens; then everything is planned anew. No step up is taken on the
/// way.
/// </remarks>
public static class WhatIf
{
    public const int FurthestDays = 180;
    public const int MostMissed = 60;

    /// <summary>What is wrong with a supposition for this client; empty when it can be tried.</summary>
    public static IReadOnlyList<Problem> Check(CaseFile file, HouseRules rules, Supposition supposition)
    {
        var today = CareDay.Of(file.AsOf, CareDay.FindZone(file.Zone)!);
        bool Ahead(DateOnly day) => day >= today && day <= today.AddDays(FurthestDays);
        var problems = new List<Problem>();
        void Need(bool ok, string field, string remedy)
        {
            if (!ok)
            {
                problems.Add(new(field, remedy));
            }
        }

        switch (supposition)
        {
            case StingAt sting:
                Need(sting.Sting is >= 0 and <= 10, "Sting", "give 0 to 10");
                Need(Ahead(sting.Day), "Day", $"give a day from today to {FurthestDays} days ahead");
                if (problems.Count == 0 && ActivesOn(file, rules, sting.Day).Count == 0)
                {
                    problems.Add(
                        new(
                            "Day",
                            Next(file, rules, sting.Day) is { } next
                                ? $"no active is planned then; the next one is on {Words.Day(next)}"
                                : "no active is planned then or later"
                        )
                    );
                }

                break;
            case NothingUsed missed:
                Need(missed.Days is >= 1 and <= MostMissed, "Days", $"give 1 to {MostMissed} days");
                Need(Ahead(missed.From), "Day", $"give a day from today to {FurthestDays} days ahead");
                break;
            case StartNow start:
                Need(
                    file.Shelf.Any(item =>
                        item.Product.Id == start.Product && item.State == ShelfState.InUse && Shelf.Kits.IsRaised(item.Product)
                    ),
                    "Active",
                    "choose an active that is in use on the shelf"
                );
                break;
            case SunAhead sun:
                Need(Ahead(sun.From), "Day", $"give a day from today to {FurthestDays} days ahead");
                Need(
                    sun.Until >= sun.From && sun.Until.DayNumber - sun.From.DayNumber <= 60,
                    "Until",
                    "give a last day within 60 days of the first"
                );
                break;
        }

        return problems;
    }

    /// <param name="days">Days shown, from today.</param>
    public static WhatIfAnswer Try(CaseFile file, HouseRules rules, Supposition supposition, int days)
    {
        var now = PathPlanner.Plan(file, rules, null, days);
        var then = PathPlanner.Plan(Suppose(file, rules, supposition, now.Today), rules, now.Today, days) with { Today = now.Today };
        var first = PathDiff.Between(now, then) is [var change, ..] ? change.Date : (DateOnly?)null;
        return new(now, then, first);
    }

    private static CaseFile Suppose(CaseFile file, HouseRules rules, Supposition supposition, DateOnly today)
    {
        switch (supposition)
        {
            case StingAt sting:
                var lived = Lived(file, rules, today, sting.Day.AddDays(1));
                var at = At(file, sting.Day.AddDays(1), 7);
                return lived with
                {
                    AsOf = at,
                    Log =
                    [
                        .. lived.Log,
                        new CheckedIn
                        {
                            Id = "if-report",
                            Day = sting.Day,
                            HappenedAt = at,
                            Report = new SkinReport { Sting = sting.Sting, StingSeconds = sting.Sting == 0 ? 0 : 600 },
                        },
                    ],
                };
            case NothingUsed missed:
                var after = At(file, missed.From.AddDays(missed.Days), 6);
                return Lived(file, rules, today, missed.From) with { AsOf = after > file.AsOf ? after : file.AsOf };
            case StartNow start:
                return file with
                {
                    Decisions =
                    [
                        .. file.Decisions,
                        new StartActive
                        {
                            Id = "if-start",
                            On = today,
                            Product = start.Product,
                        },
                    ],
                };
            case SunAhead sun:
                return file with
                {
                    Intake = file.Intake with
                    {
                        Flags =
                        [
                            .. file.Intake.Flags,
                            new Flag
                            {
                                Kind = FlagKind.StrongSun,
                                From = sun.From,
                                Until = sun.Until,
                            },
                        ],
                    },
                };
            default:
                throw new ArgumentOutOfRangeException(nameof(supposition));
        }
    }

    /// <summary>The case as it stands when the plan was followed from today up to a day, that day left out.</summary>
    private static CaseFile Lived(CaseFile file, HouseRules rules, DateOnly today, DateOnly until)
    {
        if (until <= today)
        {
            return file;
        }

        // Day by day, as it would be lived: what each day has seen may change the next.
        var log = file.Log.ToList();
        for (var date = today; date < until; date = date.AddDays(1))
        {
            var noon = At(file, date, 12);
            var seen = file with { AsOf = noon > file.AsOf ? noon : file.AsOf, Log = [.. log] };
            var day = PathPlanner.Plan(seen, rules, date, 1).Days[0];
            foreach (var moment in new[] { Moment.Morning, Moment.Evening })
            {
                foreach (var step in day[moment].Steps)
                {
                    Do(step, moment, date, At(file, date, moment == Moment.Morning ? 7 : 21), log);
                }
            }
        }

        return file with
        {
            Log = log,
        };
    }

    private static void Do(Step step, Moment moment, DateOnly date, DateTimeOffset at, List<LogEntry> log)
    {
        if (step.Action == StepAction.PatchTest)
        {
            log.Add(
                new PatchApplied
                {
                    Id = $"if-p{log.Count}",
                    Product = step.Product!,
                    HappenedAt = at,
                }
            );
        }
        else if (
            step.Action == StepAction.ReadPatch
            && log.OfType<PatchApplied>().LastOrDefault(put => put.Product == step.Product) is { } put
            && !log.OfType<PatchRead>().Any(read => read.Product == step.Product && read.HappenedAt > put.HappenedAt)
        )
        {
            log.Add(
                new PatchRead
                {
                    Id = $"if-r{log.Count}",
                    Product = step.Product!,
                    Clear = true,
                    HappenedAt = put.HappenedAt.AddHours(48),
                }
            );
        }
        else if (step.IsActive() && !log.OfType<Applied>().Any(use => use.Product == step.Product && use.Day == date))
        {
            log.Add(
                new Applied
                {
                    Id = $"if-a{log.Count}",
                    Product = step.Product!,
                    Day = date,
                    Moment = moment,
                    HappenedAt = at,
                    ContactSeconds = step.ContactSeconds,
                }
            );
        }
    }

    private static List<string> ActivesOn(CaseFile file, HouseRules rules, DateOnly day)
    {
        var planned = PathPlanner.Plan(file, rules, day, 1).Days[0];
        return [.. planned.Morning.Steps.Concat(planned.Evening.Steps).Where(step => step.IsActive()).Select(step => step.Key)];
    }

    private static DateOnly? Next(CaseFile file, HouseRules rules, DateOnly day) =>
        PathPlanner
            .Plan(file, rules, day, 35)
            .Days.FirstOrDefault(other => other.Morning.Steps.Concat(other.Evening.Steps).Any(step => step.IsActive()))
            ?.Date;

    private static DateTimeOffset At(CaseFile file, DateOnly day, int hour)
    {
        var local = day.ToDateTime(new TimeOnly(hour, 0));
        return new(local, CareDay.FindZone(file.Zone)!.GetUtcOffset(local));
    }
}
