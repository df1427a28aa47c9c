using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Planner;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;

namespace OatPath.Core.Tests;

public class MomentSheetTests
{
    private static readonly Product Clay = new()
    {
        Id = "clay",
        Name = "Bank clay",
        Kind = ProductKind.ClayMask,
    };

    [Fact]
    public void Actives_of_alternate_evenings_stand_on_one_sheet_each_with_its_days()
    {
        var path = CaseBuilder
            .Basic()
            .Own(CaseBuilder.Glycolic, CaseBuilder.Retinol, Clay)
            .InUse("glycolic", CaseBuilder.Monday, 1)
            .InUse("retinol", CaseBuilder.Monday, 1)
            .Plan(14);
        var sheet = MomentSheet.Of(path.Days, Moment.Evening);

        Assert.Equal(
            ["cleanser", "clay", "glycolic", "retinol", "cream"],
            sheet.Where(line => line.Step.Action == StepAction.Apply).Select(line => line.Step.Key)
        );
        Assert.Equal(path.DaysOf("glycolic"), sheet.Single(line => line.Step.Key == "glycolic").Days);
        Assert.Equal(path.DaysOf("retinol"), sheet.Single(line => line.Step.Key == "retinol").Days);
        var keys = sheet.Select(line => line.Step.Key).ToList();
        Assert.True(keys.IndexOf("clay") < keys.IndexOf("dry"), "what is rinsed comes before the drying");
        Assert.Equal(keys.IndexOf("glycolic") + 1, keys.IndexOf("hands-after"));
    }

    [Fact]
    public void Every_step_of_every_day_stands_on_the_sheet_once_and_slots_never_run_backwards() => RandomCase.Each(300, (file, _) =>
        {
            var days = PathPlanner
                .Plan(
                    file with
                    {
                        Decisions = [.. file.Decisions.Where(decision => decision is not SetOrder)],
                    },
                    CaseBuilder.Rules,
                    null,
                    14
                )
                .Days;
            foreach (var moment in new[] { Moment.Morning, Moment.Evening })
            {
                var sheet = MomentSheet.Of(days, moment);
                var applied = sheet.Where(line => line.Step.Action == StepAction.Apply).ToList();
                Assert.Equal(
                    days.SelectMany(day => day[moment].Steps)
                        .Where(step => step.Action == StepAction.Apply)
                        .Select(step => step.Key)
                        .Distinct()
                        .Order(),
                    applied.Select(line => line.Step.Key).Order()
                );
                Assert.Equal(applied.Select(line => line.Step.Slot).Order(), applied.Select(line => line.Step.Slot));
                Assert.All(applied, line => Assert.NotEmpty(line.Days));
            }
        });
}
