using OatPath.Core.Audit;
using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Peel;
using OatPath.Core.Plan;
using OatPath.Core.Planner;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

/// <summary>Wash-off kits: their evenings, what keeps its distance, and the ladder of contact.</summary>
public class PeelTests
{
    private static readonly DateOnly Monday = CaseBuilder.Monday;

    /// <summary>A kit asked for today, patch tested, after a long steady routine with a glycolic toner.</summary>
    private static CaseBuilder Asked(Product? kit = null, string reason = "", int? everyDays = null)
    {
        kit ??= CaseBuilder.WeakKit;
        return CaseBuilder
            .Basic()
            .Own(CaseBuilder.Glycolic, kit)
            .InUse("glycolic", Monday.AddDays(-100), 1)
            .Decide(
                new StartActive
                {
                    Id = "kit-start",
                    Product = kit.Id,
                    On = Monday.AddDays(-4),
                    Reason = reason,
                    EveryDays = everyDays,
                }
            )
            .Patched(kit.Id, Monday.AddDays(-4));
    }

    /// <summary>A kit whose peels were done and told of on the day after, 14 days apart; the last one 14 days before the Monday.</summary>
    private static CaseBuilder Peeled(int times, int contact = 300, Product? kit = null)
    {
        kit ??= CaseBuilder.WeakKit;
        var built = CaseBuilder
            .Basic()
            .Own(kit)
            .Decide(
                new StartActive
                {
                    Id = "kit-start",
                    Product = kit.Id,
                    On = Monday.AddDays(-150),
                    Reason = "knows the kit",
                }
            )
            .Patched(kit.Id, Monday.AddDays(-150));
        for (var i = times; i > 0; i--)
        {
            built = Did(built, kit.Id, Monday.AddDays(-14 * i), contact);
        }

        return built;
    }

    private static CaseBuilder Did(CaseBuilder built, string kit, DateOnly day, int? contact, int sting = 2, bool told = true)
    {
        built.Log(
            new Applied
            {
                Id = built.Id(),
                Product = kit,
                Day = day,
                Moment = Moment.Evening,
                HappenedAt = CaseBuilder.At(day, 20),
                ContactSeconds = contact,
            }
        );
        return told ? built.Report(day, new SkinReport { Sting = sting, StingSeconds = 20 }, day.AddDays(1), 20) : built;
    }

    private static int? ContactOn(CarePath path, DateOnly day, string kit = "kit") =>
        path.On(day)!.Evening.Steps.FirstOrDefault(step => step.Product == kit)?.ContactSeconds;

    [Fact]
    public void A_weak_kit_has_its_evening_and_the_acid_keeps_three_days_from_it()
    {
        var path = Asked().Use("glycolic", Monday.AddDays(-2)).Plan(40);

        var peel = Assert.Single(path.DaysOf("kit").Take(1));
        Assert.Equal(Monday.AddDays(2), peel);
        Assert.Equal(300, ContactOn(path, peel));
        Assert.DoesNotContain(path.DaysOf("glycolic"), day => Math.Abs(day.DayNumber - peel.DayNumber) <= 3);
        Assert.Equal(RuleBook.PeelOff, path.On(peel)!.Evening.WhyNot("glycolic"));
        Assert.Contains(path.DaysOf("glycolic"), day => day == peel.AddDays(4));
        Assert.Equal([peel, peel.AddDays(14), peel.AddDays(28)], path.DaysOf("kit"));
        Assert.Empty(PathAuditor.Audit(Asked().Use("glycolic", Monday.AddDays(-2)).Build(), CaseBuilder.Rules, path));
    }

    [Fact]
    public void A_peel_evening_is_cleansed_twice_goes_on_dry_skin_and_holds_nothing_but_repair()
    {
        var path = Asked()
            .Own(
                new Product
                {
                    Id = "niacin",
                    Name = "Barley serum",
                    Kind = ProductKind.NiacinamideSerum,
                }
            )
            .Plan(10);
        var evening = path.On(path.DaysOf("kit")[0])!.Evening;

        Assert.Contains(evening.Steps, step => step.Because.Any(because => because.Rule == RuleBook.CleanseTwice));
        var kit = evening.Steps.Single(step => step.Product == "kit");
        Assert.Equal((SkinState.Dry, false, Removal.Rinse), (kit.SkinState, kit.Neck, kit.Removal));
        Assert.Equal(["cleanser", "kit", "cream"], evening.Steps.Where(step => step.Product is not null).Select(step => step.Product));
        Assert.Equal(RuleBook.RepairOnly, evening.WhyNot("niacin"));
    }

    [Fact]
    public void The_first_peel_comes_after_four_weeks_without_a_change()
    {
        var path = CaseBuilder
            .Basic()
            .Own(CaseBuilder.WeakKit, CaseBuilder.Azelaic)
            .Start("azelaic", Monday.AddDays(-40))
            .Patched("azelaic", Monday.AddDays(-40))
            .Use("azelaic", Monday.AddDays(-10))
            .Start("kit", Monday.AddDays(-4))
            .Patched("kit", Monday.AddDays(-4))
            .Plan(60);

        Assert.Equal(Monday.AddDays(18), path.DaysOf("kit")[0]);
        Assert.Equal(RuleBook.PeelSteady, path.Ladders.Single(ladder => ladder.Product == "kit").NotSooner!.Rule);
    }

    [Fact]
    public void A_kit_that_is_asked_for_and_never_planned_is_not_accepted_as_safe()
    {
        var file = CaseBuilder.Basic().Own(CaseBuilder.WeakKit).Start("kit", Monday).Build();
        var path = PathPlanner.Plan(file, CaseBuilder.Rules, days: 60);
        var idle = path with
        {
            Days =
            [
                .. path.Days.Select(day =>
                    day with
                    {
                        Evening = day.Evening with { Steps = [.. day.Evening.Steps.Where(step => step.ContactSeconds is null)] },
                    }
                ),
            ],
        };

        Assert.Equal(Monday.AddDays(28), path.DaysOf("kit")[0]);
        Assert.Empty(PathAuditor.Audit(file, CaseBuilder.Rules, path));
        Assert.Contains(PathAuditor.Audit(file, CaseBuilder.Rules, idle), breach => breach.Rule == "live.first-rung");
    }

    [Fact]
    public void Contact_climbs_after_a_calm_peel_that_was_told_of_on_the_day_after()
    {
        var path = Peeled(1).Plan(30);

        var asked = Assert.Single(path.Questions, question => question.Kind == QuestionKind.StepUp);
        Assert.Equal(("kit", 1), (asked.Product, asked.Rung));
        Assert.Equal(480, ContactOn(Peeled(1).StepUp("kit", 1, Monday).Plan(30), Monday));
        Assert.Equal(300, ContactOn(path, Monday));
    }

    [Fact]
    public void A_yes_on_the_day_of_a_peel_holds_whatever_that_evening_is_told_of()
    {
        // The auditor once took the peel of the same evening for the one the yes was given on.
        var file = Did(Peeled(1).StepUp("kit", 1, Monday), "kit", Monday, 480, told: false).Now(Monday.AddDays(1)).Build();

        Assert.Empty(PathAuditor.Audit(file, CaseBuilder.Rules, PathPlanner.Plan(file, CaseBuilder.Rules, days: 30)));
        Assert.Equal(1, PathPlanner.Plan(file, CaseBuilder.Rules, days: 30).Ladders.Single().Rung);
    }

    [Fact]
    public void A_peel_that_nobody_told_of_asks_for_no_more_contact()
    {
        var path = Did(Peeled(0), "kit", Monday.AddDays(-14), 300, told: false).StepUp("kit", 1, Monday).Plan(30);

        Assert.Equal([RuleBook.PeelTold], path.Ladders.Single().Missing.Select(missing => missing.Rule));
        Assert.Equal(300, ContactOn(path, Monday));
        Assert.Contains(path.Warnings, warning => warning.Rule == RuleBook.StepNotDue);
    }

    [Fact]
    public void Washed_off_early_it_says_nothing_of_the_contact_planned()
    {
        Assert.Contains(Did(Peeled(0), "kit", Monday.AddDays(-14), 120).Plan(20).Ladders.Single().Missing, missing =>
            missing.Rule == RuleBook.EnoughUses
        );
        Assert.Contains(Did(Peeled(0), "kit", Monday.AddDays(-14), null).Plan(20).Ladders.Single().Missing, missing =>
            missing.Rule == RuleBook.EnoughUses
        );
        Assert.Empty(Did(Peeled(0), "kit", Monday.AddDays(-14), 280).Plan(20).Ladders.Single().Missing);
    }

    [Fact]
    public void On_too_long_is_taken_down_and_warned_of()
    {
        var path = Did(Peeled(0), "kit", Monday.AddDays(-14), 420).Plan(20);

        var warned = Assert.Single(path.Warnings, warning => warning.Rule == RuleBook.PeelOverrun);
        Assert.Equal(
            "Weir wash-off stayed on for 7 min on Mon 16 February; at most 5 min was planned. Look at the skin before the next one.",
            Words.Say(warned)
        );
    }

    [Fact]
    public void A_sting_of_5_at_8_minutes_goes_back_to_5_and_on_5_minutes_it_stops()
    {
        var down = Did(Peeled(2).StepUp("kit", 1, Monday.AddDays(-1)), "kit", Monday, 480, sting: 6).Now(Monday.AddDays(2));
        var path = down.Plan(30);
        Assert.Equal(300, ContactOn(path, path.DaysOf("kit")[0]));
        Assert.True(path.DaysOf("kit")[0] >= Monday.AddDays(14));

        var stopped = Did(Peeled(0), "kit", Monday.AddDays(-1), 300, sting: 6).Now(Monday, 22).Plan(60);
        Assert.Empty(stopped.DaysOf("kit"));
        Assert.Contains(stopped.Questions, question => question.Kind == QuestionKind.StoppedAtEntry && question.Product == "kit");
    }

    [Fact]
    public void Steps_of_contact_keep_the_fourteen_days_between_changes()
    {
        var path = Peeled(3)
            .Own(CaseBuilder.Azelaic)
            .InUse("azelaic", Monday.AddDays(-90), 1)
            .Follow("azelaic", Monday.AddDays(-90), Monday.AddDays(-4))
            .StepUp("azelaic", 2, Monday.AddDays(-5));

        Assert.Equal(Frequency.EveryOther, path.Plan().Ladders.Single(ladder => ladder.Product == "azelaic").Frequency);
        Assert.Contains(path.Plan().Ladders.Single(ladder => ladder.Product == "kit").Missing, missing =>
            missing.Rule == RuleBook.ChangeSpacing
        );
    }

    [Fact]
    public void A_wedding_on_day_40_stays_clear_of_the_whole_course()
    {
        var path = Asked().Celebrate("wedding", Monday.AddDays(40)).Plan(60);

        var peels = path.DaysOf("kit");
        Assert.NotEmpty(peels);
        Assert.DoesNotContain(peels, day => day.AddDays(7) >= Monday.AddDays(40) && day <= Monday.AddDays(40));
        Assert.Contains(peels, day => day > Monday.AddDays(40));
        Assert.Empty(PathAuditor.Audit(Asked().Celebrate("wedding", Monday.AddDays(40)).Build(), CaseBuilder.Rules, path));
    }

    [Fact]
    public void A_day_that_cannot_be_is_refused_with_its_reason_and_the_nearest()
    {
        var path = Asked(everyDays: 28).Use("glycolic", Monday.AddDays(-2)).Plan(30);
        var status = path.Ladders.Single(ladder => ladder.Product == "kit");

        Assert.Equal(Monday.AddDays(2), status.NextOn);
        Assert.Equal(
            "Weir wash-off waits until Wed 4 March: Reed water was used on Sat 28 February and stops 3 days before a peel.",
            Words.Say(status.NotSooner!)
        );
    }

    [Fact]
    public void A_peel_evening_that_went_by_is_offered_again_after_a_week()
    {
        var path = Peeled(2).Now(Monday.AddDays(1)).Plan(30);

        Assert.Equal(Monday.AddDays(7), path.DaysOf("kit")[0]);
    }

    [Fact]
    public void Three_peels_fourteen_days_apart_come_before_a_weekly_one()
    {
        var weekly = CaseBuilder
            .Basic()
            .Own(CaseBuilder.WeakKit)
            .Decide(
                new StartActive
                {
                    Id = "s",
                    Product = "kit",
                    On = Monday.AddDays(-28),
                    EveryDays = 7,
                }
            )
            .Patched("kit", Monday.AddDays(-28));

        Assert.Equal([0, 14, 28, 35, 42], weekly.Plan(45).DaysOf("kit").Select(day => day.DayNumber - Monday.DayNumber));
    }

    [Fact]
    public void A_weekly_kit_leaves_the_acid_no_room_and_says_so()
    {
        var said = Asked(everyDays: 7).Plan(20).Warnings.Single(warning => warning.Rule == RuleBook.PeelWeekly);

        Assert.Equal(
            "Weir wash-off every 7 days leaves Reed water 0 free evenings between two peels. Every 14 or 28 days leaves room.",
            Words.Say(said)
        );
        Assert.DoesNotContain(Asked(everyDays: 14).Plan(20).Warnings, warning => warning.Rule == RuleBook.PeelWeekly);
    }

    [Fact]
    public void A_strong_kit_needs_a_house_that_plans_them_and_a_reason()
    {
        CarePath With(HouseRules rules, string reason) => PathPlanner.Plan(Asked(CaseBuilder.StrongKit, reason).Build(), rules, days: 40);

        Assert.Empty(With(CaseBuilder.Rules, "years of peels, steady").DaysOf("strongkit"));
        Assert.Empty(With(CaseBuilder.StrongKitRules, "").DaysOf("strongkit"));
        var path = With(CaseBuilder.StrongKitRules, "years of peels, steady");
        var first = path.DaysOf("strongkit")[0];
        Assert.Equal(30, ContactOn(path, first, "strongkit"));
        Assert.DoesNotContain(path.DaysOf("glycolic"), day => Math.Abs(day.DayNumber - first.DayNumber) <= 7);
        Assert.Empty(PathPlanner.Plan(Asked().Build(), new HouseRules { HomePeels = HomePeels.SalonOnly }, days: 40).DaysOf("kit"));
    }

    [Fact]
    public void Skin_that_marks_easily_has_the_pigment_plan_first_and_shorter_contact()
    {
        CaseBuilder Of(int weeks) =>
            Asked(CaseBuilder.StrongKit, "signed off")
                .With(intake => intake with { Phototype = Phototype.V })
                .Own(
                    new Product
                    {
                        Id = "root",
                        Name = "Root serum",
                        Kind = ProductKind.PigmentSerum,
                        Actives = [new(Substance.Arbutin, 2)],
                    }
                )
                .InUse("root", Monday.AddDays(-7 * weeks), 1)
                .Use("root", Monday.AddDays(-7 * weeks))
                .Use("root", Monday.AddDays(-5))
                .Use("root", Monday.AddDays(-1));
        CarePath Plan(int weeks) => PathPlanner.Plan(Of(weeks).Build(), CaseBuilder.StrongKitRules, days: 16);

        Assert.Empty(Plan(1).DaysOf("strongkit"));
        Assert.NotEmpty(Plan(5).DaysOf("strongkit"));
        Assert.Equal(150, Plan(5).Ladders.Single(ladder => ladder.Product == "strongkit").Rungs[^1].ContactSeconds);
    }

    [Fact]
    public void A_new_kit_begins_at_its_first_contact_and_takes_the_place_of_the_old()
    {
        var built = Peeled(3)
            .StepUp("kit", 1, Monday.AddDays(-20))
            .Own(
                new Product
                {
                    Id = "other",
                    Name = "Delta wash-off",
                    Kind = ProductKind.WashOffPeel,
                    Actives = [new(Substance.Lactic, 12)],
                    Ph = 3.7m,
                }
            )
            .Decide(
                new StartActive
                {
                    Id = "second",
                    Product = "other",
                    On = Monday.AddDays(-4),
                }
            )
            .Patched("other", Monday.AddDays(-4));
        var path = built.Plan(60);

        Assert.Empty(path.DaysOf("kit"));
        Assert.Equal(RuleBook.Replaced, path.Ladders.Single(ladder => ladder.Product == "kit").Missing[0].Rule);
        Assert.Equal(300, ContactOn(path, path.DaysOf("other")[0], "other"));
        Assert.Empty(PathAuditor.Audit(built.Build(), CaseBuilder.Rules, path));
    }

    [Fact]
    public void A_retinoid_begun_since_the_last_peel_puts_contact_back_to_the_first()
    {
        var built = Peeled(4).StepUp("kit", 1, Monday.AddDays(-40)).Own(CaseBuilder.Retinol);
        Assert.Equal(480, ContactOn(built.Plan(30), built.Plan(30).DaysOf("kit")[0]));

        var path = built
            .Start("retinol", Monday.AddDays(-9))
            .Patched("retinol", Monday.AddDays(-9))
            .Use("retinol", Monday.AddDays(-6))
            .Plan(30);
        Assert.Equal(300, ContactOn(path, path.DaysOf("kit")[0]));
        Assert.Contains(path.On(path.DaysOf("kit")[0])!.Evening.Steps.Single(step => step.Product == "kit").Because, because =>
            because.Rule == RuleBook.PeelAgain
        );
    }

    [Fact]
    public void Without_spf_50_there_is_no_peel()
    {
        var file = Asked().Build();
        var path = PathPlanner.Plan(
            file with
            {
                Shelf =
                [
                    .. file.Shelf.Select(item => item.Product.Id == "sun" ? item with { Product = item.Product with { Spf = 30 } } : item),
                ],
            },
            CaseBuilder.Rules,
            days: 40
        );

        Assert.Empty(path.DaysOf("kit"));
        Assert.Equal(RuleBook.SunscreenRequired, path.Ladders.Single(ladder => ladder.Product == "kit").Missing[0].Rule);
    }

    [Fact]
    public void Tight_and_flaking_on_the_third_day_belongs_to_the_course()
    {
        CarePath Told(int after) =>
            Did(Peeled(0), "kit", Monday, 300)
                .Report(Monday.AddDays(after), new SkinReport { TightOrDry = true, Flaking = true })
                .Now(Monday.AddDays(after), 22)
                .Plan(10);

        Assert.Equal(Outcome.CarryOn, Told(3).Reports[^1].Outcome);
        Assert.Equal(Outcome.EaseOff, Told(9).Reports[^1].Outcome);
    }

    [Fact]
    public void Two_layers_are_the_last_rung_where_the_house_signs_strong_kits_off()
    {
        var rungs = PathPlanner.Plan(Peeled(1).Build(), CaseBuilder.StrongKitRules, days: 5).Ladders.Single().Rungs;

        Assert.Equal(["5 min", "8 min", "10 min", "10 min, 2 layers"], rungs.Select(rung => rung.InWords()));
        Assert.Equal(["5 min", "8 min", "10 min"], Peeled(1).Plan(5).Ladders.Single().Rungs.Select(rung => rung.InWords()));
        Assert.True(Ramp.LoadIndex.Of(CaseBuilder.WeakKit, rungs[3]) > Ramp.LoadIndex.Of(CaseBuilder.WeakKit, rungs[2]));
    }

    [Fact]
    public void Vitamin_c_and_the_blade_keep_off_too_and_what_nobody_planned_counts()
    {
        var dawn = new Product
        {
            Id = "dawn",
            Name = "Dawn drops",
            Kind = ProductKind.AntioxidantSerum,
            Actives = [new(Substance.VitaminCDerivative, 5)],
        };
        var path = Did(
                Peeled(0)
                    .Own(
                        dawn,
                        new Product
                        {
                            Id = "blade",
                            Name = "Reed edge",
                            Kind = ProductKind.UltrasonicBlade,
                        }
                    )
                    .InUse("blade", Monday.AddDays(-60), 0),
                "kit",
                Monday.AddDays(-1),
                300
            )
            .Plan(20);

        Assert.Equal(Monday.AddDays(3), path.DaysOf("dawn")[0]);
        Assert.True(path.DaysOf("blade")[0] >= Monday.AddDays(3));
    }

    [Fact]
    public void What_was_used_out_of_turn_moves_the_peel_even_on_its_own_day()
    {
        var dawn = new Product
        {
            Id = "dawn",
            Name = "Dawn drops",
            Kind = ProductKind.AntioxidantSerum,
            Actives = [new(Substance.VitaminCDerivative, 5)],
        };
        CaseBuilder Built() => Peeled(1).Own(dawn, CaseBuilder.Azelaic).InUse("azelaic", Monday.AddDays(-60), 1);

        Assert.Equal(Monday, Built().Plan(20).DaysOf("kit")[0]);
        Assert.Equal(Monday.AddDays(3), Built().Use("dawn", Monday.AddDays(-1), Moment.Morning).Plan(20).DaysOf("kit")[0]);
        Assert.Equal(Monday.AddDays(4), Built().Use("azelaic", Monday, Moment.Morning).Plan(20).DaysOf("kit")[0]);
    }

    [Theory]
    [InlineData(FlagKind.Rosacea)]
    [InlineData(FlagKind.ColdSoreHistory)]
    [InlineData(FlagKind.Pregnancy)]
    [InlineData(FlagKind.Diabetes)]
    [InlineData(FlagKind.BloodThinning)]
    [InlineData(FlagKind.Isotretinoin)]
    public void Answers_at_Meet_keep_a_peel_from_home(FlagKind flag)
    {
        Assert.Empty(Asked().Flag(flag).Plan(40).DaysOf("kit"));
        Assert.Equal(
            RuleBook.PeelSun,
            Asked()
                .Flag(FlagKind.StrongSun, Monday.AddDays(6), Monday.AddDays(8))
                .Plan(40)
                .Ladders.Single(ladder => ladder.Product == "kit")
                .NotSooner!.Rule
        );
    }

    [Fact]
    public void A_kit_for_somebody_under_18_is_a_hard_limit()
    {
        var path = Asked().With(intake => intake with { BirthDate = Monday.AddYears(-17) }).Plan(40);

        Assert.Empty(path.DaysOf("kit"));
        Assert.Contains(path.Warnings, warning => warning.Rule == RuleBook.PeelUnder18);
    }

    [Fact]
    public void A_booked_salon_peel_keeps_home_peels_away_before_and_after()
    {
        var path = Asked().Treat(TreatmentKind.SuperficialPeel, Monday.AddDays(12)).Plan(60);

        Assert.DoesNotContain(path.DaysOf("kit"), day => day.AddDays(7) >= Monday.AddDays(12) && day <= Monday.AddDays(40));
        Assert.Equal(Monday.AddDays(41), path.DaysOf("kit").First(day => day > Monday.AddDays(12)));
    }

    [Fact]
    public void A_rung_lost_to_a_treatment_is_lost_even_when_the_peel_it_rested_for_moves_away()
    {
        // Found by a made-up client: another start moved the peel, and the serum came back at once, on the rung it should have lost.
        var serum = new Product
        {
            Id = "vitc",
            Name = "Dawn serum",
            Kind = ProductKind.AntioxidantSerum,
            Actives = [new(Substance.LAscorbic, 10)],
        };
        var root = new Product
        {
            Id = "root",
            Name = "Root serum",
            Kind = ProductKind.PigmentSerum,
            Actives = [new(Substance.Arbutin, 2)],
        };
        var file = CaseBuilder
            .Basic()
            .Own(serum, CaseBuilder.StrongKit, root)
            .InUse("vitc", Monday.AddDays(-60), 1)
            .Use("vitc", Monday.AddDays(-4), Moment.Morning)
            .Treat(TreatmentKind.Waxing, Monday)
            .Decide(
                new StartActive
                {
                    Id = "k",
                    Product = "strongkit",
                    On = Monday.AddDays(-60),
                    Reason = "signed off",
                    FirstOn = Monday.AddDays(10),
                }
            )
            .Patched("strongkit", Monday.AddDays(-60))
            .Start("root", Monday.AddDays(-2))
            .Patched("root", Monday.AddDays(-2))
            .Build();
        var path = PathPlanner.Plan(file, CaseBuilder.StrongKitRules, days: 60);

        var back = path.DaysOf("vitc")[0];
        Assert.True(back > path.DaysOf("root")[0] && back < Monday.AddDays(10), $"{back}");
        Assert.Equal(Frequency.EveryOther, path.On(back)!.Morning.Steps.Single(step => step.Product == "vitc").Frequency);
        Assert.Empty(PathAuditor.Audit(file, CaseBuilder.StrongKitRules, path));
    }

    [Fact]
    public void Forty_days_without_the_kit_cost_a_contact_and_the_planned_rhythm_none()
    {
        CaseBuilder Built() => Peeled(3).StepUp("kit", 1, Monday.AddDays(-20));

        Assert.Equal(1, Built().Plan(5).Ladders.Single().Rung);
        Assert.Equal(0, Built().Now(Monday.AddDays(20)).Plan(5).Ladders.Single().Rung);
    }

    [Fact]
    public void A_case_with_a_kit_says_what_is_wrong_with_it()
    {
        IEnumerable<string> Of(StartActive start, Product? kit = null) =>
            CaseCheck
                .Check(CaseBuilder.Basic().Own(kit ?? CaseBuilder.WeakKit, CaseBuilder.Glycolic).Decide(start).Build())
                .Select(problem => problem.Field);

        Assert.Contains(
            "decisions[0].everyDays",
            Of(
                new StartActive
                {
                    Id = "a",
                    Product = "kit",
                    On = Monday,
                    EveryDays = 3,
                }
            )
        );
        Assert.Contains(
            "decisions[0].everyDays",
            Of(
                new StartActive
                {
                    Id = "a",
                    Product = "glycolic",
                    On = Monday,
                    EveryDays = 14,
                }
            )
        );
        Assert.Contains(
            "decisions[0].everyDays",
            Of(
                new StartActive
                {
                    Id = "a",
                    Product = "strongkit",
                    On = Monday,
                    EveryDays = 7,
                    Reason = "signed off",
                },
                CaseBuilder.StrongKit
            )
        );
        Assert.Empty(
            Of(
                new StartActive
                {
                    Id = "a",
                    Product = "kit",
                    On = Monday,
                    EveryDays = 28,
                }
            )
        );
        Assert.Contains(
            "log[0].contactSeconds",
            CaseCheck
                .Check(Did(CaseBuilder.Basic().Own(CaseBuilder.WeakKit), "kit", Monday.AddDays(-1), -5, told: false).Build())
                .Select(problem => problem.Field)
        );
    }

    [Theory]
    [InlineData(KitStrength.Weak, Substance.Glycolic, 3, 3)]
    [InlineData(KitStrength.Weak, Substance.PrescriptionRetinoid, 7, 7)]
    [InlineData(KitStrength.Weak, Substance.Arbutin, 0, 2)]
    [InlineData(KitStrength.Strong, Substance.Retinol, 7, 7)]
    [InlineData(KitStrength.Strong, Substance.PrescriptionRetinoid, 7, 14)]
    [InlineData(KitStrength.Strong, Substance.BenzoylPeroxide, 7, 7)]
    [InlineData(KitStrength.Strong, Substance.VitaminCDerivative, 7, 7)]
    [InlineData(KitStrength.Strong, Substance.Arbutin, 1, 7)]
    public void What_stops_and_for_how_long_follows_the_table(KitStrength kit, Substance substance, int before, int after) =>
        Assert.Equal(
            new PeelStop(before, after),
            PeelStop.Of(
                kit,
                new Product
                {
                    Id = "p",
                    Name = "P",
                    Kind = ProductKind.PigmentSerum,
                    Actives = [new(substance, 5)],
                }
            )
        );
}
