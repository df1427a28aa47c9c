using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Planner;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

/// <summary>Properties: more caution in, never more use out.</summary>
public class GentlerTests
{
    private static Dictionary<string, Frequency> HighestRung(CarePath path) =>
        path
            .Days.Where(day => day.Date >= path.Today)
            .SelectMany(day => day.Morning.Steps.Concat(day.Evening.Steps))
            .Where(step => step is { Product: not null, Frequency: not null, Action: Routine.StepAction.Apply })
            .GroupBy(step => step.Product!)
            .ToDictionary(group => group.Key, group => group.Max(step => step.Frequency!.Value));

    private static void NeverStronger(CaseFile before, CaseFile after)
    {
        var old = HighestRung(PathPlanner.Plan(before, CaseBuilder.Rules, days: 40));
        var now = HighestRung(PathPlanner.Plan(after, CaseBuilder.Rules, days: 40));
        foreach (var (product, frequency) in now)
        {
            if (old.TryGetValue(product, out var was))
            {
                Assert.True(frequency <= was, $"{product} went from {was} to {frequency}");
            }
        }
    }

    [Fact]
    public void An_allergy_more_never_brings_a_product_in_that_it_matches()
    {
        RandomCase.Each(300, (file, seed) =>
        {
            var allergen = (Allergen)(seed % 9);
            var path = PathPlanner.Plan(
                file with
                {
                    Intake = file.Intake with { Allergies = [.. file.Intake.Allergies, allergen] },
                },
                CaseBuilder.Rules,
                days: 30
            );
            var matching = file
                .Shelf.Where(item => item.Product.Allergens().Contains(allergen))
                .Select(item => item.Product.Id)
                .ToHashSet();

            Assert.DoesNotContain(path.Days.SelectMany(day => day.Morning.Steps.Concat(day.Evening.Steps)), step =>
                step.Action == Routine.StepAction.Apply && matching.Contains(step.Product!)
            );
        });
    }

    [Fact]
    public void A_strong_reaction_more_never_raises_a_rung()
    {
        RandomCase.Each(300, (file, _) =>
        {
            var today = CareDay.Of(file.AsOf, CareDay.FindZone(file.Zone)!);
            var bad = new CheckedIn
            {
                Id = "bad",
                Day = today,
                HappenedAt = file.AsOf,
                Report = new CheckIn.SkinReport { Sting = 6, StingSeconds = 100 },
            };
            NeverStronger(file, file with { Log = [.. file.Log, bad] });
        });
    }

    [Fact]
    public void A_red_report_leaves_no_irritant_on_any_day_until_cleared()
    {
        RandomCase.Each(300, (file, _) =>
        {
            var today = CareDay.Of(file.AsOf, CareDay.FindZone(file.Zone)!);
            var red = new CheckedIn
            {
                Id = "red",
                Day = today,
                HappenedAt = file.AsOf,
                Report = new CheckIn.SkinReport { Signs = [CheckIn.Sign.Raw] },
            };
            var path = PathPlanner.Plan(file with { Log = [.. file.Log, red] }, CaseBuilder.Rules, days: 60);

            Assert.DoesNotContain(path.Days.SelectMany(day => day.Morning.Steps.Concat(day.Evening.Steps)), step =>
                step.Action == Routine.StepAction.Apply && step.Roles.Any(role => FamilyTraits.Of(role).Irritant != Degree.No)
            );
            Assert.All(path.Days, day => Assert.True(day.Morning.Repair && day.Evening.Repair));
        });
    }

    [Fact]
    public void Pregnancy_told_today_takes_retinoids_and_salicylates_out_of_every_day()
    {
        RandomCase.Each(300, (file, _) =>
        {
            var expecting = file with
            {
                Intake = file.Intake with { Flags = [.. file.Intake.Flags, new Flag { Kind = FlagKind.Pregnancy }] },
            };
            var path = PathPlanner.Plan(expecting, CaseBuilder.Rules, days: 60);

            Assert.DoesNotContain(path.Days.SelectMany(day => day.Evening.Steps.Concat(day.Morning.Steps)), step =>
                step.Roles.Contains(Family.Retinoid) || step.Roles.Contains(Family.Bha) || step.Roles.Contains(Family.Hydroquinone)
            );
        });
    }

    [Fact]
    public void Every_half_day_of_every_case_begins_with_hands_and_ends_a_morning_with_sunscreen_where_there_is_one()
    {
        RandomCase.Each(300, (file, _) =>
        {
            foreach (var day in PathPlanner.Plan(file, CaseBuilder.Rules, days: 20).Days)
            {
                Assert.Equal("hands", day.Morning.Steps[0].Key);
                Assert.Equal("hands", day.Evening.Steps.First(step => step.Action != Routine.StepAction.ReadPatch).Key);
                var sunscreen = day.Morning.Steps.ToList().FindIndex(step => step.Slot == Routine.RoutineSlot.Sunscreen);
                Assert.True(sunscreen < 0 || sunscreen == day.Morning.Steps.Count - 1);
                Assert.True(day.Morning.Steps.Count(step => step.Slot == Routine.RoutineSlot.Cleanse) <= 1);
                Assert.Equal(day.Evening.Steps.Count, day.Evening.Steps.Select(step => step.Key).Distinct().Count());
            }
        });
    }

    [Fact]
    public void A_rolling_week_never_holds_more_than_the_rung_allows()
    {
        RandomCase.Each(300, (file, _) =>
        {
            var path = PathPlanner.Plan(file, CaseBuilder.Rules, days: 60);
            foreach (var product in file.Shelf.Where(item => item.Product.IsActive()).Select(item => item.Product.Id))
            {
                var uses = path.Days.Where(day => day.Morning.Has(product) || day.Evening.Has(product)).ToList();
                foreach (var day in uses)
                {
                    var step = day
                        .Morning.Steps.Concat(day.Evening.Steps)
                        .First(step => step.Product == product && step.Frequency is not null);
                    Assert.True(
                        uses.Count(other => other.Date > day.Date.AddDays(-7) && other.Date <= day.Date)
                            <= step.Frequency!.Value.MaxPer7Days()
                    );
                }
            }
        });
    }

    [Fact]
    public void Planning_ahead_and_planning_on_the_day_agree_while_nothing_happens()
    {
        var start = CaseBuilder.Basic().Own(CaseBuilder.Glycolic).InUse("glycolic", CaseBuilder.Monday, 1);
        var ahead = start.Plan(21).DaysOf("glycolic");
        foreach (var day in ahead.TakeWhile(day => day < CaseBuilder.Monday.AddDays(12)))
        {
            Assert.True(start.Now(day).Plan(1).Days[0].Evening.Has("glycolic"));
            start.Use("glycolic", day);
        }
    }
}
