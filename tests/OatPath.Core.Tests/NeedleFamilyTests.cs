using OatPath.Core.Audit;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Planner;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

/// <summary>Rollers and nano tips are one family: what rests around them, for the planner and for the auditor by itself.</summary>
public class NeedleFamilyTests
{
    private static readonly DateOnly Monday = CaseBuilder.Monday;

    private static readonly Product Wand = new() { Id = "wand", Name = "Pin wand", Kind = ProductKind.NanoTip };
    private static readonly Product Tips = new() { Id = "tips", Name = "Pin tips", Kind = ProductKind.DeviceTip, MadeFor = ProductKind.NanoTip, Pieces = 40 };
    private static readonly Product Derivative = new() { Id = "morning-c", Name = "Rowan drops", Kind = ProductKind.AntioxidantSerum, Actives = [new(Substance.VitaminCDerivative, 5)] };
    private static readonly Product Razor = new() { Id = "razor", Name = "Weir razor", Kind = ProductKind.Razor, Pieces = 40 };

    private static CaseBuilder Tipped(params Product[] others) => CaseBuilder.Basic().Own([Wand, Tips, .. others]).Start("wand", Monday);

    [Fact]
    public void A_nano_tip_keeps_vitamin_C_and_retinoid_off_the_day_before_and_two_after()
    {
        var path = Tipped(Derivative, CaseBuilder.Retinol).InUse("retinol", Monday.AddDays(-60), 3).InUse("morning-c", Monday.AddDays(-60), 1).Plan(60);
        var days = path.DaysOf("wand");
        Assert.True(days.Count >= 4, $"{days.Count}");
        Assert.All(days.Zip(days.Skip(1)), pair => Assert.True(pair.Second.DayNumber - pair.First.DayNumber >= 7));
        foreach (var product in new[] { "retinol", "morning-c" })
        {
            Assert.NotEmpty(path.DaysOf(product));
            Assert.All(days, day => Assert.DoesNotContain(path.DaysOf(product), other => other >= day.AddDays(-1) && other <= day.AddDays(2)));
        }
    }

    [Theory]
    [InlineData(false)]
    [InlineData(true)]
    public void A_razor_and_the_tip_keep_three_days_between_them_unless_both_are_established(bool established)
    {
        var rules = CaseBuilder.Rules with { NanoAfterRazor = established };
        var built = Tipped(Razor).Start("razor", Monday);
        var path = PathPlanner.Plan(built.Build(), rules, null, 60);
        var (tips, razors) = (path.DaysOf("wand"), path.DaysOf("razor"));
        Assert.True(tips.Count > 0 && razors.Count > 0);
        Assert.All(tips, day => Assert.DoesNotContain(razors, razor => Math.Abs(razor.DayNumber - day.DayNumber) < 3 && (!established || razor != day)));
        Assert.Empty(PathAuditor.Audit(built.Build(), rules, path));
    }

    [Fact]
    public void The_auditor_sees_what_is_too_near_a_tip_by_itself()
    {
        foreach (var (near, on, from) in new[] { (Derivative, Moment.Morning, Monday), (CaseBuilder.Retinol, Moment.Evening, Monday), (Razor, Moment.Evening, Monday) })
        {
            var file = Tipped(near).InUse(near.Id, from.AddDays(-60), 1).Build();
            var path = PathPlanner.Plan(file, CaseBuilder.Rules, null, 30);
            var day = path.DaysOf("wand")[0].AddDays(1);
            var step = new Step { Key = near.Id, Action = StepAction.Apply, Product = near.Id, Kind = near.Kind, Slot = RoutineSlots.Of(near.Kind)!.Value };
            DayPath Spoiled(DayPath one) => on == Moment.Morning ? one with { Morning = one.Morning with { Steps = [.. one.Morning.Steps, step] } } : one with { Evening = one.Evening with { Steps = [.. one.Evening.Steps, step] } };
            var spoiled = path with { Days = [.. path.Days.Select(one => one.Date == day ? Spoiled(one) : one)] };

            Assert.Contains(PathAuditor.Audit(file, CaseBuilder.Rules, spoiled), breach => breach.Rule == RuleBook.NeedleRest && breach.Product == near.Id);
        }
    }

    [Fact]
    public void A_first_use_of_a_tip_is_asked_about()
    {
        var path = Tipped().Use("wand", Monday.AddDays(-1)).Plan(3);

        Assert.Contains(path.CheckIns, due => due.Of == CheckIn.CheckInOf.HomeNeedles && due.Source == "wand");
    }
}
