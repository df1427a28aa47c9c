using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Planner;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

public class RoutineTests
{
    [Fact]
    public void Chest_too_takes_a_teaspoon_of_sunscreen_and_never_an_acid()
    {
        var path = CaseBuilder
            .Basic()
            .Own(CaseBuilder.Glycolic)
            .InUse("glycolic", CaseBuilder.Monday, 4)
            .With(intake => intake with { ChestToo = true })
            .Plan(3);
        var sun = path.Days[0].Morning.Steps.Single(step => step.Product == "sun");

        Assert.Equal((true, "1 teaspoon"), (sun.Chest, sun.Amount!.ToString()));
        Assert.Contains("neck and chest", string.Join(" ", StepWords.How(sun)), StringComparison.Ordinal);
        Assert.False(path.Days[0].Evening.Steps.Single(step => step.Product == "glycolic").Chest);
    }

    private static readonly DateOnly Monday = CaseBuilder.Monday;
    private static readonly Product Oil = new()
    {
        Id = "oil",
        Name = "Lock oil",
        Kind = ProductKind.OilCleanser,
    };
    private static readonly Product Eye = new()
    {
        Id = "eye",
        Name = "Wren gel",
        Kind = ProductKind.EyeGel,
    };
    private static readonly Product Serum = new()
    {
        Id = "hydra",
        Name = "Dew serum",
        Kind = ProductKind.HydratingSerum,
    };
    private static readonly Product Toner = new()
    {
        Id = "toner",
        Name = "Rain toner",
        Kind = ProductKind.CalmingToner,
    };

    private static CaseBuilder AcidEvening() =>
        CaseBuilder.Basic().Own(Oil, Eye, Serum, Toner, CaseBuilder.Glycolic).InUse("glycolic", Monday, 1);

    private static List<string> Keys(HalfDay half) => [.. half.Steps.Select(step => step.Key)];

    [Fact]
    public void An_acid_evening_stands_in_order_with_hands_drying_and_fingertips() =>
        Assert.Equal(
            ["hands", "oil", "cleanser", "dry", "toner", "dry-between", "glycolic", "hands-after", "hydra", "eye", "cream"],
            Keys(AcidEvening().Plan(1).Days[0].Evening)
        );

    [Fact]
    public void A_morning_ends_with_sunscreen_and_eye_gel_stands_before_it() =>
        Assert.Equal(["hands", "cleanser", "dry", "toner", "hydra", "eye", "cream", "sun"], Keys(AcidEvening().Plan(1).Days[0].Morning));

    [Fact]
    public void What_comes_before_an_acid_is_dried_fully()
    {
        var acid = CaseBuilder.Basic().Own(CaseBuilder.Glycolic).InUse("glycolic", Monday, 1).Plan(1).Days[0].Evening;

        Assert.Equal(SkinState.Dry, acid.Steps.First(step => step.Key == "dry").SkinState);
        Assert.Equal(45, acid.Steps.First(step => step.Key == "glycolic").WaitSeconds);
    }

    [Fact]
    public void Shuffling_the_shelf_or_renaming_products_changes_nothing()
    {
        var file = AcidEvening().Build();
        var turned = file with { Shelf = [.. file.Shelf.Reverse()] };
        var renamed = file with
        {
            Shelf = [.. file.Shelf.Select(item => item with { Product = item.Product with { Name = "Z " + item.Product.Name } })],
        };

        string Shape(CaseFile given) =>
            string.Join(
                '|',
                PathPlanner
                    .Plan(given, CaseBuilder.Rules, days: 21)
                    .Days.Select(day => string.Join(',', Keys(day.Morning).Concat(Keys(day.Evening))))
            );
        Assert.Equal(Shape(file), Shape(turned));
        Assert.Equal(Shape(file), Shape(renamed));
    }

    [Fact]
    public void A_hand_order_is_kept_inside_its_phase_and_its_risk_is_named()
    {
        var path = AcidEvening()
            .Decide(
                new SetOrder
                {
                    Id = "o",
                    On = Monday,
                    Moment = Moment.Evening,
                    Products = ["cream", "hydra", "cleanser", "oil"],
                }
            )
            .Plan(1);
        var keys = Keys(path.Days[0].Evening);

        Assert.True(keys.IndexOf("cream") < keys.IndexOf("hydra"));
        Assert.True(keys.IndexOf("cleanser") < keys.IndexOf("oil"));
        Assert.True(keys.IndexOf("oil") < keys.IndexOf("cream"));
        Assert.Contains(path.Warnings, because => because.Rule == RuleBook.ByHandOrder);
    }

    [Fact]
    public void A_hand_order_that_cannot_be_is_explained_and_not_silently_changed()
    {
        var evening = AcidEvening()
            .Decide(
                new SetOrder
                {
                    Id = "o",
                    On = Monday,
                    Moment = Moment.Evening,
                    Products = ["cream", "cleanser"],
                }
            )
            .Plan(1);
        var morning = AcidEvening()
            .Decide(
                new SetOrder
                {
                    Id = "o",
                    On = Monday,
                    Moment = Moment.Morning,
                    Products = ["sun", "cream"],
                }
            )
            .Plan(1);

        Assert.Equal(
            "rinsing would take it off again",
            evening.Warnings.Single(because => because.Rule == RuleBook.ByHandImpossible).Values["why"]
        );
        Assert.Equal(
            "sunscreen goes on last of all",
            morning.Warnings.Single(because => because.Rule == RuleBook.ByHandImpossible).Values["why"]
        );
        Assert.DoesNotContain(AcidEvening().Plan(1).Warnings, because => because.Rule == RuleBook.ByHandImpossible);
    }

    [Fact]
    public void Sunscreen_stays_last_whatever_the_hand_says()
    {
        var path = AcidEvening()
            .Decide(
                new SetOrder
                {
                    Id = "o",
                    On = Monday,
                    Moment = Moment.Morning,
                    Products = ["sun", "cream", "cleanser"],
                }
            )
            .Plan(1);

        Assert.Equal("sun", Keys(path.Days[0].Morning)[^1]);
    }

    [Fact]
    public void Two_cleanses_come_off_with_oil_or_by_doing_it_twice()
    {
        var alone = CaseBuilder.Basic().Plan(1).Days[0].Evening.Steps.First(step => step.Key == "cleanser");
        var withOil = CaseBuilder.Basic().Own(Oil).Plan(1).Days[0].Evening.Steps.First(step => step.Key == "cleanser");

        Assert.Contains(alone.Because, because => because.Rule == RuleBook.CleanseTwice);
        Assert.DoesNotContain(withOil.Because, because => because.Rule == RuleBook.CleanseTwice);
    }

    [Fact]
    public void Dry_skin_washes_with_water_in_the_morning()
    {
        var path = CaseBuilder.Basic().With(intake => intake with { SkinType = SkinType.Dry }).Plan(1);

        Assert.Equal(["hands", "water"], Keys(path.Days[0].Morning).Take(2));
    }

    [Fact]
    public void Repair_is_cleanse_hydrate_moisturise_and_sunscreen_only()
    {
        var path = AcidEvening().Flag(FlagKind.SkinFlare).Plan(1);

        Assert.Equal(["hands", "cleanser", "dry", "hydra", "cream"], Keys(path.Days[0].Evening));
        Assert.Equal(["hands", "water", "dry", "hydra", "cream", "sun"], Keys(path.Days[0].Morning));
    }

    [Fact]
    public void Open_skin_is_left_out_and_an_unnamed_zone_rests_the_acid()
    {
        var named = AcidEvening().Flag(FlagKind.OpenSkin, Monday, Monday.AddDays(3), FaceZone.Chin).Plan(1);
        var unnamed = AcidEvening().Flag(FlagKind.OpenSkin, Monday, Monday.AddDays(3)).Plan(1);

        Assert.Equal([FaceZone.Chin], named.Days[0].Evening.Steps.First(step => step.Key == "glycolic").LeaveOut);
        Assert.Equal(RuleBook.ZoneUnknown, unnamed.Days[0].Evening.WhyNot("glycolic"));
    }

    [Fact]
    public void Without_a_usable_sunscreen_acids_and_retinoids_wait()
    {
        var none = new CaseBuilder()
            .Own(CaseBuilder.Cleanser, CaseBuilder.Moisturiser, CaseBuilder.Glycolic)
            .InUse("glycolic", Monday, 1)
            .Plan();
        var weak = new CaseBuilder()
            .Own(CaseBuilder.Cleanser, CaseBuilder.Sunscreen with { Spf = 15 }, CaseBuilder.Glycolic)
            .InUse("glycolic", Monday, 1)
            .Plan();
        var empty = new CaseBuilder()
            .Own(CaseBuilder.Cleanser, CaseBuilder.Sunscreen with { EmptyOn = Monday.AddDays(5) }, CaseBuilder.Glycolic)
            .InUse("glycolic", Monday, 1)
            .Plan();

        Assert.Empty(none.DaysOf("glycolic"));
        Assert.Empty(weak.DaysOf("glycolic"));
        Assert.All(empty.DaysOf("glycolic"), day => Assert.True(day < Monday.AddDays(5)));
        Assert.Contains(none.Questions, question => question.Kind == QuestionKind.NoSunscreen);
    }

    [Fact]
    public void A_mask_never_shares_a_beginners_acid_evening()
    {
        var path = AcidEvening()
            .Own(
                new Product
                {
                    Id = "clay",
                    Name = "Bank clay",
                    Kind = ProductKind.ClayMask,
                }
            )
            .Plan(60);

        Assert.NotEmpty(path.DaysOf("clay"));
        Assert.Empty(path.DaysOf("clay").Intersect(path.DaysOf("glycolic")));
    }

    [Fact]
    public void A_retinoid_leaves_the_neck_out_until_established()
    {
        Step Of(CaseBuilder builder) => builder.Plan(1).Days[0].Evening.Steps.First(step => step.Key == "retinol");
        var beginner = CaseBuilder.Basic().Own(CaseBuilder.Retinol).InUse("retinol", Monday, 0);

        Assert.False(Of(beginner).Neck);
        Assert.True(Of(beginner.Established(Family.Retinoid, Monday)).Neck);
    }

    [Fact]
    public void Two_pumps_twice_a_day_from_30_mL_last_60_days()
    {
        var pump = new Product
        {
            Id = "pump",
            Name = "Dew",
            Kind = ProductKind.HydratingSerum,
            Dispenser = Dispenser.TreatmentPump,
            ContentMl = 30,
        };
        var line = Assert.Single(CaseBuilder.Basic().Own(pump).Plan(90).Supply, line => line.Product == "pump");

        Assert.Equal(Monday.AddDays(59), line.RunsOutOn);
        Assert.Equal(Monday.AddDays(49), line.ReorderOn);
    }

    [Fact]
    public void A_sunscreen_that_ends_within_days_is_asked_for_before_a_step_up()
    {
        var ending = CaseBuilder.Sunscreen with { ContentMl = 7.5m };
        var questions = new CaseBuilder()
            .Own(CaseBuilder.Cleanser, CaseBuilder.Moisturiser, ending, CaseBuilder.Glycolic)
            .InUse("glycolic", Monday, 1)
            .Plan(30)
            .Questions;

        Assert.Equal(QuestionKind.LowSupply, questions[0].Kind);
        Assert.Equal(questions.OrderBy(question => question.Kind), questions);
    }

    [Fact]
    public void Every_step_has_words_and_every_omission_a_rule()
    {
        var path = AcidEvening().Park(CaseBuilder.Retinol).Own(CaseBuilder.Salicylic).Plan(30);

        Assert.All(path.Days.SelectMany(day => day.Morning.Steps.Concat(day.Evening.Steps)), step => Assert.NotEmpty(StepWords.How(step)));
        Assert.All(path.Days.SelectMany(day => day.Evening.Omitted), omission => Assert.NotNull(RuleBook.Find(omission.Because.Rule)));
    }

    [Theory]
    [InlineData(0.5, AmountUnit.Teaspoon, "half a teaspoon")]
    [InlineData(1, AmountUnit.Pea, "1 pea")]
    [InlineData(3, AmountUnit.Drop, "3 drops")]
    [InlineData(2, AmountUnit.TreatmentPump, "2 pumps")]
    [InlineData(5, AmountUnit.Millilitre, "5 mL")]
    public void Amounts_are_said_plainly(double count, AmountUnit unit, string words) =>
        Assert.Equal(words, new Amount((decimal)count, unit).ToString());
}
