using OatPath.Core.House;
using OatPath.Core.Path;
using OatPath.Core.Ramp;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

public class WeekTests
{
    private static readonly DateOnly Monday = CaseBuilder.Monday;

    private static ShapeWeek Week(DayOfWeek[] rest, params NeverOn[] never) => new() { Id = "week", On = Monday, RestEvenings = rest, Never = never };

    private static string Days(CarePath path, string product) => string.Join(" ", path.DaysOf(product).Take(4).Select(day => day.ToString("ddd", System.Globalization.CultureInfo.InvariantCulture)));

    [Fact]
    public void Never_on_a_Friday_moves_the_evening_and_keeps_the_gap()
    {
        var path = CaseBuilder.Basic().Own(CaseBuilder.Glycolic).InUse("glycolic", Monday, 2).Decide(Week([], new NeverOn("glycolic", [DayOfWeek.Friday]))).Plan(28);

        Assert.Equal("Mon Wed Sat Mon", Days(path, "glycolic"));
        Assert.DoesNotContain(path.DaysOf("glycolic"), day => day.DayOfWeek == DayOfWeek.Friday);
        var friday = path.On(Monday.AddDays(4))!.Evening;
        Assert.Equal("Reed water rests: never on a Friday in this client's week.", Words.Say(friday.Omitted.Single(omission => omission.Product == "glycolic").Because));
    }

    [Fact]
    public void Two_established_acids_take_alternate_evenings_and_Sunday_rests()
    {
        var path = CaseBuilder.Basic().Own(CaseBuilder.Glycolic, CaseBuilder.Azelaic with { Kind = Shelf.ProductKind.LeaveOnAcidGel, Actives = [new(Substance.Lactic, 5)], Ph = 3.8m })
            .InUse("glycolic", Monday, 2).InUse("azelaic", Monday, 2).Established(Family.Aha, Monday)
            .Decide(Week([DayOfWeek.Sunday], new NeverOn("glycolic", [DayOfWeek.Tuesday, DayOfWeek.Thursday, DayOfWeek.Saturday]), new NeverOn("azelaic", [DayOfWeek.Monday, DayOfWeek.Wednesday, DayOfWeek.Friday]))).Plan(28);

        Assert.Equal("Mon Wed Fri Mon", Days(path, "glycolic"));
        Assert.Equal("Tue Thu Sat Tue", Days(path, "azelaic"));
        Assert.All(path.Days.Where(day => day.Date.DayOfWeek == DayOfWeek.Sunday), day => Assert.Equal(RuleBook.RestEvening, day.Evening.WhyNot("glycolic")));
    }

    [Fact]
    public void A_wish_that_costs_uses_says_how_many_and_which_day_to_free()
    {
        var everyday = Enum.GetValues<DayOfWeek>();
        var path = CaseBuilder.Basic().Own(CaseBuilder.Glycolic).InUse("glycolic", Monday, 1)
            .Decide(Week([], new NeverOn("glycolic", [.. everyday.Except([DayOfWeek.Monday, DayOfWeek.Tuesday])]))).Plan(28);

        var cost = Assert.Single(path.Warnings, because => because.Rule == RuleBook.WishShort);
        Assert.Equal("The days left free give Reed water 1 uses a week; its rung is 2 evenings a week. Nearest: free Thursday.", Words.Say(cost));
    }

    [Fact]
    public void A_week_without_a_free_day_is_refused_with_the_way_out()
    {
        var problems = CaseCheck.Check(CaseBuilder.Basic().Own(CaseBuilder.Glycolic).Decide(Week(Enum.GetValues<DayOfWeek>(), new NeverOn("glycolic", Enum.GetValues<DayOfWeek>()), new NeverOn("nobody", [DayOfWeek.Monday]))).Build());

        Assert.Contains(problems, problem => problem.Field == "decisions[0].restEvenings" && problem.Remedy.Contains("at least one evening", StringComparison.Ordinal));
        Assert.Contains(problems, problem => problem.Field == "decisions[0].never[0].days");
        Assert.Contains(problems, problem => problem.Field == "decisions[0].never[1].product");
    }

    [Fact]
    public void A_rest_evening_keeps_soothing_masks()
    {
        var path = CaseBuilder.Basic().Own(new Shelf.Product { Id = "calm", Name = "Moss mask", Kind = Shelf.ProductKind.SoothingMask })
            .Decide(Week([.. Enum.GetValues<DayOfWeek>().Except([DayOfWeek.Monday])])).Now(Monday.AddDays(1)).Plan(7);

        Assert.NotEmpty(path.DaysOf("calm"));
    }

    [Theory]
    [InlineData(Frequency.EveryDay, 7)]
    [InlineData(Frequency.EveryOther, 3.5)]
    [InlineData(Frequency.ThreeAWeek, 3)]
    [InlineData(Frequency.TwiceAWeek, 2)]
    [InlineData(Frequency.OnceAWeek, 1)]
    public void A_free_week_has_room_for_its_rung(Frequency frequency, double uses) => Assert.Equal(uses, WeekRoom.UsesAWeek(frequency, _ => true));
}
