using OatPath.Core.Audit;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Planner;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

/// <summary>A mask on the T-zone, and plain clay on a few spots overnight.</summary>
public class MaskPlaceTests
{
    private static readonly DateOnly Monday = CaseBuilder.Monday;

    private static CaseBuilder Placed(MaskPlace place, Product? mask = null) =>
        CaseBuilder
            .Basic()
            .Own(mask ?? CaseBuilder.Clay)
            .Decide(
                new PlaceMask
                {
                    Id = "place",
                    On = Monday,
                    Product = (mask ?? CaseBuilder.Clay).Id,
                    Place = place,
                }
            );

    private static Step StepOf(CaseBuilder built, HouseRules? rules = null)
    {
        var path = PathPlanner.Plan(built.Build(), rules ?? CaseBuilder.Rules, days: 14);
        Assert.Empty(PathAuditor.Audit(built.Build(), rules ?? CaseBuilder.Rules, path));
        return path.Days.SelectMany(day => day.Evening.Steps).First(step => step.Kind == ProductKind.ClayMask);
    }

    [Fact]
    public void On_the_T_zone_it_takes_less_and_says_where()
    {
        var whole = StepOf(Placed(MaskPlace.WholeFace));
        var step = StepOf(Placed(MaskPlace.TZone));

        Assert.Null(whole.Place);
        Assert.True(step.Amount!.Count < whole.Amount!.Count);
        Assert.Equal(whole.HoldSeconds, step.HoldSeconds);
        Assert.Contains("forehead, nose and chin", KindWords.WhereOf(step), StringComparison.Ordinal);
        Assert.Contains("cheeks stay free", KindWords.HowOf(step), StringComparison.Ordinal);
        Assert.NotNull(HeldWords.Of(step));
        Assert.False(step.Neck);
    }

    [Fact]
    public void On_spots_it_stays_on_overnight_after_what_is_rinsed()
    {
        var built = Placed(MaskPlace.Spots);
        var step = StepOf(built);
        var steps = built.Plan(14).Days.First(day => day.Evening.Steps.Any(one => one.Place is not null)).Evening.Steps;

        Assert.True(step.IsOvernight);
        Assert.Equal((0, Removal.None), (step.HoldSeconds, step.Removal));
        Assert.Null(HeldWords.Of(step));
        Assert.Contains("overnight", KindWords.HowOf(step), StringComparison.Ordinal);
        var clay = steps.ToList().FindIndex(one => one.Place is not null);
        Assert.True(clay > steps.ToList().FindIndex(one => one.Kind == ProductKind.GelCleanser));
        Assert.True(clay < steps.ToList().FindIndex(one => one.Kind == ProductKind.Moisturiser));
        Assert.Equal(StepAction.Dry, steps[clay - 1].Action);
    }

    [Fact]
    public void A_house_that_wants_it_off_has_it_off_in_its_minutes()
    {
        var step = StepOf(Placed(MaskPlace.Spots), new HouseRules { ClayOnSpotsOvernight = false });

        Assert.False(step.IsOvernight);
        Assert.Equal((900, Removal.WarmFlannel), (step.HoldSeconds, step.Removal));
        Assert.Contains("few spots only", KindWords.HowOf(step), StringComparison.Ordinal);
        Assert.NotNull(HeldWords.Of(step));
    }

    [Fact]
    public void Nothing_that_irritates_stays_on_overnight()
    {
        var sour = CaseBuilder.Clay with { Actives = [new(Substance.Salicylic, 1)], Ph = 3.8m };

        Assert.DoesNotContain(MaskPlace.Spots, MaskPlaces.Of(sour));
        Assert.Contains(CaseCheck.Check(Placed(MaskPlace.Spots, sour).Build()), problem =>
            problem.Field.EndsWith(".place", StringComparison.Ordinal)
        );
        Assert.Contains(CaseCheck.Check(Placed(MaskPlace.TZone, CaseBuilder.Glycolic).Build()), problem =>
            problem.Field.EndsWith(".place", StringComparison.Ordinal)
        );
    }

    [Fact]
    public void The_auditor_sees_clay_left_on_that_nobody_agreed_on()
    {
        var path = Placed(MaskPlace.Spots).Plan(14);

        Assert.Contains(PathAuditor.Audit(CaseBuilder.Basic().Own(CaseBuilder.Clay).Build(), CaseBuilder.Rules, path), breach =>
            breach.Rule == "routine.mask-overnight"
        );
    }

    [Fact]
    public void The_auditor_sees_clay_left_on_that_was_agreed_on_and_is_no_more()
    {
        var path = Placed(MaskPlace.Spots).Plan(14);
        var since = Placed(MaskPlace.Spots)
            .Decide(
                new PlaceMask
                {
                    Id = "whole",
                    On = Monday,
                    Product = "clay",
                    Place = MaskPlace.WholeFace,
                    RecordedAt = CaseBuilder.At(Monday, 12),
                }
            );

        Assert.Contains(PathAuditor.Audit(since.Build(), CaseBuilder.Rules, path), breach => breach.Rule == "routine.mask-overnight");
        Assert.DoesNotContain(since.Plan(14).Days, day => day.Evening.Steps.Any(step => step.IsOvernight));
    }

    [Fact]
    public void In_a_home_facial_it_is_on_the_whole_face_again()
    {
        var built = Placed(MaskPlace.Spots).Own(CaseBuilder.Steamer).Tie(Monday.AddDays(-10), 14, "steamer", "clay");

        Assert.Null(StepOf(built).Place);
    }

    [Theory]
    [InlineData(true, RoutineSlot.Steam)]
    [InlineData(false, RoutineSlot.LateSteam)]
    public void Steam_stands_where_the_house_has_it(bool before, RoutineSlot slot)
    {
        var built = CaseBuilder.Basic().Own(CaseBuilder.Steamer);
        var rules = new HouseRules { SteamBeforeCleanse = before };
        var path = PathPlanner.Plan(built.Build(), rules, days: 7);
        var steps = path.Days.Select(day => day.Evening.Steps).First(all => all.Any(step => step.Product == "steamer")).ToList();

        Assert.Equal(slot, steps.Single(step => step.Product == "steamer").Slot);
        Assert.Equal(
            before,
            steps.FindIndex(step => step.Product == "steamer") < steps.FindIndex(step => step.Kind == ProductKind.GelCleanser)
        );
        Assert.Empty(PathAuditor.Audit(built.Build(), rules, path));
    }

    [Theory]
    [InlineData(FaceZone.Chin, false)]
    [InlineData(FaceZone.LeftEye, true)]
    public void Steam_goes_round_nothing_but_closed_eyes(FaceZone zone, bool used)
    {
        var built = CaseBuilder.Basic().Own(CaseBuilder.Steamer).Flag(FlagKind.OpenSkin, Monday, Monday.AddDays(20), zone);
        var path = built.Plan(14);

        Assert.Equal(used, path.Days.Any(day => day.Evening.Steps.Any(step => step.Product == "steamer")));
        Assert.Equal(!used, path.Days[0].Evening.Omitted.Any(left => left.Because.Rule == RuleBook.SteamWhole));
        Assert.Empty(PathAuditor.Audit(built.Build(), CaseBuilder.Rules, path));
    }
}
