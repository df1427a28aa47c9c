using OatPath.Core.Audit;
using OatPath.Core.Care;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Planner;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

/// <summary>Each row of the treatment table, and what becomes of rows that overlap.</summary>
public class CareRowTests
{
    private static readonly DateOnly On = CaseBuilder.Monday.AddDays(20);
    private static readonly TimeZoneInfo Zone = CareDay.FindZone("Europe/Vienna")!;

    public static bool IsOpen(TreatmentKind kind, DateOnly on, DateOnly day) =>
        kind == TreatmentKind.AblativeLaser && day >= on && day <= on.AddDays(10);

    /// <summary>All that a kind asks for before and after; when again, when a peel at home may follow, when it is asked after.</summary>
    public static TheoryData<TreatmentKind, string, string, int?, int, int[]> Rows =>
        new()
        {
            {
                TreatmentKind.SuperficialPeel,
                "irritants 7, byhand 7, devices 7, sun 7, waxing 7",
                "irritants 7, byhand 10, enzyme 7, devices 10, makeup 24 h, sport 48 h, heat 48 h, swimming 48 h, sun 14, waxing 7",
                28,
                28,
                [1, 3, 7]
            },
            {
                TreatmentKind.MediumPeel,
                "irritants 7, byhand 7, devices 7, sun 7, waxing 7",
                "irritants 14, byhand 14, enzyme 14, devices 14, makeup 24 h, sport 48 h, heat 48 h, swimming 48 h, sun 28, waxing 14",
                90,
                90,
                [1, 3, 7]
            },
            { TreatmentKind.Dermaplaning, "irritants 3", "irritants 3, byhand 3, enzyme 3, devices 3, makeup 24 h, sun 3", 28, 3, [1] },
            {
                TreatmentKind.NeedlingShallow,
                "irritants 3, devices 3, sun 7",
                "irritants 3, byhand 3, enzyme 3, devices 3, makeup 24 h, sport 24 h, heat 24 h, swimming 24 h, sun 7",
                42,
                7,
                [1, 4]
            },
            {
                TreatmentKind.NeedlingDeep,
                "irritants 7, devices 7, sun 7",
                "irritants 7, byhand 7, enzyme 7, devices 7, makeup 24 h, sport 48 h, heat 48 h, swimming 48 h, sun 14",
                180,
                14,
                [1, 4]
            },
            {
                TreatmentKind.RadioFrequencyNeedling,
                "irritants 3, retinoid 7, devices 3, sun 7",
                "irritants 5, byhand 5, enzyme 5, devices 5, makeup 0, sport 24 h, heat 24 h, swimming 24 h, sun 14",
                42,
                14,
                [1, 4]
            },
            {
                TreatmentKind.AblativeLaser,
                "irritants 7, retinoid 7, devices 7, sun 14",
                "irritants 28, byhand 28, enzyme 28, devices 28, makeup 10, sport 5, heat 5, swimming 10, sun 28, waxing 28, cleansing 10",
                null,
                28,
                [1, 3, 5, 10]
            },
            { TreatmentKind.HydratingFacial, "", "irritants 0, byhand 0, devices 0", 7, 0, [] },
            { TreatmentKind.GalvanicFacial, "", "irritants 0, byhand 0, devices 0", 7, 0, [] },
            {
                TreatmentKind.Waxing,
                "irritants 3",
                "irritants 3, byhand 3, enzyme 3, devices 3, sport 24 h, heat 24 h, swimming 24 h",
                28,
                7,
                []
            },
        };

    [Theory]
    [MemberData(nameof(Rows))]
    public void A_row_asks_for_what_it_should(TreatmentKind kind, string before, string after, int? again, int peelAtHome, int[] checkIns)
    {
        var times = TreatmentTimes.Of(kind);
        static IEnumerable<string> Said(IReadOnlyList<Restriction> all) =>
            all.Select(one => $"{one.Kind.ToString().ToLowerInvariant()} {one.Length}{(one.Unit == LengthUnit.Hours ? " h" : "")}");

        Assert.Equal(Each(before).Order(), Said(times.Before).Order());
        Assert.Equal(Each(after).Order(), Said(times.After).Order());
        Assert.Equal((again, peelAtHome), (times.Template.AgainDays, times.HomePeelDays));
        Assert.Equal(checkIns, times.Template.CheckIns);
    }

    public static TheoryData<TreatmentKind, string, string> Rests
    {
        get
        {
            var rests = new TheoryData<TreatmentKind, string, string>();
            foreach (var row in Rows)
            {
                rests.Add((TreatmentKind)row[0], (string)row[1], (string)row[2]);
            }

            return rests;
        }
    }

    /// <summary>The auditor has a table of its own: whatever is planned inside a rest is a breach, and nothing beside it.</summary>
    [Theory]
    [MemberData(nameof(Rests))]
    public void The_auditor_knows_each_rest_by_itself(TreatmentKind kind, string before, string after)
    {
        var razor = new Product
        {
            Id = "razor",
            Name = "Guarded razor",
            Kind = ProductKind.Razor,
            Pieces = 20,
        };
        var steamer = CaseBuilder.Steamer;
        var builder = CaseBuilder.Basic().Own(CaseBuilder.Glycolic, CaseBuilder.Retinol, razor, steamer).Treat(kind, On);
        var path = PathPlanner.Plan(builder.Build(), CaseBuilder.Rules, days: 60);
        int Days(string all, params string[] kinds) =>
            Each(all).Select(one => one.Split(' ')).Where(one => kinds.Contains(one[0])).Max(one => (int?)int.Parse(one[1])) ?? -1;

        foreach (
            var (product, kinds) in new (Product Product, string[] Kinds)[]
            {
                (CaseBuilder.Glycolic, ["irritants"]),
                (CaseBuilder.Retinol, ["irritants", "retinoid"]),
                (razor, ["byhand"]),
                (steamer, ["devices"]),
            }
        )
        {
            var (least, most) = (On.AddDays(-Math.Max(0, Days(before, kinds))), On.AddDays(Days(after, kinds)));
            var expected = path.Days.Select(day => day.Date).Where(day => day >= least && day <= most);
            Assert.Equal(expected, Breaches(builder.Build(), path, product));
        }
    }

    /// <summary>Days on which a use of a product, were it planned every day, would be a breach of a treatment's rest.</summary>
    private static IEnumerable<DateOnly> Breaches(Case.CaseFile file, CarePath path, Product product)
    {
        var use = new Step
        {
            Key = product.Id,
            Action = StepAction.Apply,
            Product = product.Id,
            Kind = product.Kind,
            Because = [Because.Of(RuleBook.Everyday)],
        };
        var daily = path with { Days = [.. path.Days.Select(day => day with { Evening = new HalfDay([use], []) })] };
        return PathAuditor
            .Audit(file, CaseBuilder.Rules, daily)
            .Where(breach => breach.Product == product.Id)
            .Where(breach => breach.Rule is RuleBook.TreatmentBefore or RuleBook.TreatmentAfter or RuleBook.TreatmentRests)
            .Select(breach => breach.Date)
            .Distinct()
            .Order();
    }

    private static string[] Each(string all) => all.Split(", ", StringSplitOptions.RemoveEmptyEntries);

    [Fact]
    public void Rows_are_complete() =>
        Assert.Equal(Enum.GetValues<TreatmentKind>().Order(), Rows.Select(row => (TreatmentKind)row[0]).Order());

    /// <summary>A light peel on nightly glycolic, a weekly razor and a retinoid.</summary>
    [Fact]
    public void The_worked_example_comes_out_to_the_day()
    {
        var razor = new Product
        {
            Id = "razor",
            Name = "Guarded razor",
            Kind = ProductKind.Razor,
            Pieces = 20,
        };
        var builder = CaseBuilder
            .Basic()
            .Own(CaseBuilder.Glycolic, CaseBuilder.Retinol, razor)
            .InUse("glycolic", CaseBuilder.Monday.AddDays(-1), 4)
            .InUse("retinol", CaseBuilder.Monday.AddDays(-1), 2)
            .InUse("razor", CaseBuilder.Monday.AddDays(-1), 0)
            .Established(Family.Aha, CaseBuilder.Monday)
            .Established(Family.Retinoid, CaseBuilder.Monday)
            .Established(Family.ByHand, CaseBuilder.Monday)
            .Treat(TreatmentKind.SuperficialPeel, On);
        var file = builder.Build();
        var path = PathPlanner.Plan(file, CaseBuilder.Rules, days: 60);
        var (acid, retinoid, shaved) = (path.DaysOf("glycolic"), path.DaysOf("retinol"), path.DaysOf("razor"));

        Assert.All(new[] { acid, retinoid }, days => Assert.DoesNotContain(days, day => day >= On.AddDays(-7) && day <= On.AddDays(7)));
        Assert.DoesNotContain(shaved, day => day >= On.AddDays(-7) && day <= On.AddDays(10));
        Assert.Contains(shaved, day => day < On.AddDays(-7));
        Assert.Contains(shaved, day => day > On.AddDays(10));
        Assert.Equal(On.AddDays(8), acid.Concat(retinoid).Where(day => day > On).Min());
        var back = path
            .Days.SelectMany(day => day.Evening.Steps)
            .First(step => step.Product == "glycolic" && step.Because.Any(because => because.Rule == RuleBook.DropAfterWindow));
        Assert.Equal(Frequency.EveryOther, back.Frequency);
        DateOnly? Ends(RestrictionKind kind) => path.Windows.Single(window => window.Restriction == kind && window.From == On).Until;
        Assert.Equal(
            (On.AddDays(7), On.AddDays(10), On.AddDays(14)),
            (Ends(RestrictionKind.Irritants), Ends(RestrictionKind.ByHand), Ends(RestrictionKind.Sun))
        );
        Assert.Empty(PathAuditor.Audit(file, CaseBuilder.Rules, path));
        var after = PathPlanner.Plan(builder.Now(On).Build(), CaseBuilder.Rules, days: 5);
        Assert.Equal([On.AddDays(1), On.AddDays(3), On.AddDays(7)], after.CheckIns.Select(due => due.Due));
        Assert.True(after.On(On)!.Evening.Repair);
        Assert.Equal(["cleanser", "cream"], after.On(On)!.Evening.Steps.Select(step => step.Product).OfType<string>());
    }

    [Theory]
    [InlineData(15, 0, true)]
    [InlineData(17, 30, true)]
    [InlineData(11, 0, true)]
    [InlineData(4, 0, true)]
    [InlineData(2, 0, false)]
    [InlineData(null, null, false)]
    public void The_morning_of_a_laser_is_a_morning_before_it_until_its_hour(int? hour, int? minute, bool before)
    {
        var balm = new Product
        {
            Id = "balm",
            Name = "Plain ointment",
            Kind = ProductKind.OcclusiveBalm,
        };
        var file = CaseBuilder
            .Basic()
            .Own(balm, CaseBuilder.Glycolic)
            .InUse("glycolic", On.AddDays(-60), 4)
            .Treat(TreatmentKind.AblativeLaser, On, treatment =>
                treatment with
                {
                    At = hour is { } at ? new TimeOnly(at, minute!.Value) : null,
                }
            )
            .Now(On.AddDays(-1))
            .Build();
        var path = PathPlanner.Plan(file, CaseBuilder.Rules, days: 30);
        var day = path.On(On)!;

        Assert.Equal(before, day.Morning.Steps.Any(step => step.Slot == RoutineSlot.Sunscreen));
        Assert.Equal(["balm"], day.Evening.Steps.Where(step => step.Product is not null).Select(step => step.Product).Distinct());
        Assert.DoesNotContain(day.Morning.Steps, step => step.Product == "glycolic");
        Assert.DoesNotContain(path.On(On.AddDays(1))!.Morning.Steps, step => step.Slot == RoutineSlot.Sunscreen);
        Assert.Empty(PathAuditor.Audit(file, CaseBuilder.Rules, path));
    }

    [Theory]
    [InlineData(9, 59, true)]
    [InlineData(10, 0, false)]
    [InlineData(16, 0, false)]
    public void From_the_hour_of_a_laser_on_nothing_but_ointment_goes_on(int hour, int minute, bool before)
    {
        var balm = new Product
        {
            Id = "balm",
            Name = "Plain ointment",
            Kind = ProductKind.OcclusiveBalm,
        };
        var file = CaseBuilder
            .Basic()
            .Own(balm)
            .Treat(TreatmentKind.AblativeLaser, On, treatment => treatment with { At = new(10, 0) })
            .Build() with
        {
            AsOf = CaseBuilder.At(On, hour, minute),
        };
        var path = PathPlanner.Plan(file, CaseBuilder.Rules, days: 12);

        Assert.Equal(before, path.On(On)!.Morning.Steps.Any(step => step.Product is not null && step.Product != "balm"));
        Assert.Equal(["balm"], path.On(On)!.Evening.Steps.Where(step => step.Product is not null).Select(step => step.Product).Distinct());
        Assert.Empty(PathAuditor.Audit(file, CaseBuilder.Rules, path));

        // The auditor by itself: yesterday's view of this morning does not stand once the hour has come.
        var early = PathPlanner.Plan(file with { AsOf = CaseBuilder.At(On, 6) }, CaseBuilder.Rules, days: 12);
        Assert.Equal(
            !before,
            PathAuditor.Audit(file, CaseBuilder.Rules, early).Any(breach => breach.Rule == RuleBook.OpenAfterTreatment && breach.Date == On)
        );
    }

    [Fact]
    public void Open_skin_after_a_laser_gets_water_and_plain_ointment_and_nothing_else()
    {
        var balm = new Product
        {
            Id = "balm",
            Name = "Plain ointment",
            Kind = ProductKind.OcclusiveBalm,
        };
        var file = CaseBuilder.Basic().Own(balm).Treat(TreatmentKind.AblativeLaser, On).Build();
        var path = PathPlanner.Plan(file, CaseBuilder.Rules, days: 60);

        foreach (
            var half in path
                .Days.Where(day => day.Date >= On && day.Date <= On.AddDays(10))
                .SelectMany(day => new[] { day.Morning, day.Evening })
        )
        {
            Assert.Equal(["balm"], half.Steps.Where(step => step.Product is not null).Select(step => step.Product));
            Assert.Contains(half.Steps, step => step.Action == OatPath.Core.Routine.StepAction.Water);
        }

        Assert.Equal("sun", path.On(On.AddDays(11))!.Morning.Steps[^1].Key);
        Assert.Empty(PathAuditor.Audit(file, CaseBuilder.Rules, path));
    }

    [Fact]
    public void A_clinicians_sheet_wins_in_what_it_names_and_in_nothing_else()
    {
        var treatment = new Treatment
        {
            Id = "t",
            Kind = TreatmentKind.AblativeLaser,
            On = On,
            Sheet = new("Dr Imre Sandt", "", [], [new(RestrictionKind.Irritants, 40), new(RestrictionKind.Sport, 10)]),
        };
        var times = TreatmentTimes.Of(treatment);

        Assert.Equal((40, 7, 28), (times.AfterDays, times.BeforeDays, times.SunDays));
        Assert.Equal(
            5,
            TreatmentTimes.Of(treatment with { Sheet = new("Dr Imre Sandt", "", [], [new(RestrictionKind.Irritants, 5)]) }).AfterDays
        );
    }

    [Fact]
    public void A_sheet_that_contradicts_itself_is_refused_with_what_and_where()
    {
        Assert.Contains(
            ClinicianSheet.Check(new("Dr Sandt", "", [], [new(RestrictionKind.Irritants, 14), new(RestrictionKind.Retinoid, 7)])),
            problem => problem.Remedy.Contains("would be back before", StringComparison.Ordinal)
        );
        Assert.Contains(
            ClinicianSheet.Check(new("Dr Sandt", "", [], [new(RestrictionKind.Sun, 14), new(RestrictionKind.Sun, 7)])),
            problem => problem.Remedy.Contains("twice", StringComparison.Ordinal)
        );
        Assert.Contains(
            ClinicianSheet.Check(new("Dr Sandt", "", [], [new(RestrictionKind.Cleansing, 9), new(RestrictionKind.MakeUp, 5)])),
            problem => problem.Field == "after"
        );
        Assert.Empty(
            ClinicianSheet.Check(new("Dr Sandt", "", [], [new(RestrictionKind.Irritants, 14), new(RestrictionKind.Retinoid, 21)]))
        );
    }

    [Fact]
    public void A_house_may_lengthen_a_row_and_never_shorten_it()
    {
        var ships = CareTemplates.Of(TreatmentKind.SuperficialPeel);
        CareTemplate With(RestrictionKind kind, int length) =>
            ships with
            {
                Id = "own",
                After = [.. ships.After.Select(one => one.Kind == kind ? one with { Length = length } : one)],
            };

        Assert.Empty(RestrictionCheck.Of(With(RestrictionKind.Irritants, 9)));
        Assert.Empty(RestrictionCheck.Of(With(RestrictionKind.Sport, 24)));
        Assert.Contains(RestrictionCheck.Of(With(RestrictionKind.Irritants, 6)), problem => problem.Field == "after");
        Assert.Equal(
            7,
            TreatmentTimes
                .Of(
                    new Treatment
                    {
                        Id = "t",
                        Kind = TreatmentKind.SuperficialPeel,
                        On = On,
                        Template = With(RestrictionKind.Irritants, 1),
                    }
                )
                .AfterDays
        );
        Assert.Equal(
            9,
            TreatmentTimes
                .Of(
                    new Treatment
                    {
                        Id = "t",
                        Kind = TreatmentKind.SuperficialPeel,
                        On = On,
                        Template = With(RestrictionKind.Irritants, 9),
                    }
                )
                .AfterDays
        );
    }

    [Fact]
    public void Needling_deeper_than_a_millimetre_is_deep_whatever_it_was_called() =>
        Assert.Equal(
            7,
            TreatmentTimes
                .Of(
                    new Treatment
                    {
                        Id = "t",
                        Kind = TreatmentKind.NeedlingShallow,
                        DepthMm = 1.25m,
                        On = On,
                    }
                )
                .AfterDays
        );

    /// <summary>The night the clocks go forward is an hour shorter; 24 hours stay 24.</summary>
    [Theory]
    [InlineData(2027, 3, 27, 25, 15)]
    [InlineData(2027, 10, 30, 23, 13)]
    [InlineData(2027, 6, 1, 24, 14)]
    public void Hours_stay_hours_when_the_clocks_change(int year, int month, int day, int _, int hour)
    {
        var on = new DateOnly(year, month, day);
        var span = CareSpan
            .Of(
                new Treatment
                {
                    Id = "t",
                    Kind = TreatmentKind.NeedlingShallow,
                    On = on,
                    At = new(14, 0),
                },
                Zone
            )
            .Single(span => span.Kind == RestrictionKind.MakeUp);

        Assert.Equal(on.AddDays(1).ToDateTime(new(hour, 0)), span.EndsAt);
    }

    private static Treatment Some(Random random)
    {
        var hour = random.Next(4);
        return new()
        {
            Id = $"t{random.Next()}",
            Kind = (TreatmentKind)random.Next(10),
            On = On.AddDays(random.Next(61)),
            At = hour == 0 ? null : new TimeOnly(8 + hour, 30),
        };
    }

    [Fact]
    public void Overlaps_come_out_the_same_in_any_order_and_grouping()
    {
        var random = new Random(15);
        IReadOnlyList<CareSpan> Few() => [.. Enumerable.Range(0, random.Next(6)).SelectMany(_ => CareSpan.Of(Some(random), Zone))];
        for (var i = 0; i < 2000; i++)
        {
            var (a, b, c) = (Few(), Few(), Few());
            var all = Strictest.Of([.. a, .. b, .. c]);

            Assert.Equal(all, Strictest.Of(c.Concat(a).Concat(b).Reverse()));
            Assert.Equal(all, Strictest.Of(Strictest.Of(a.Concat(b)).Concat(c)));
            Assert.Equal(all, Strictest.Of(a.Concat(Strictest.Of(b.Concat(c)))));
            Assert.Equal(all, Strictest.Of(all));
        }
    }

    [Fact]
    public void Of_any_two_treatments_the_strictest_holds_on_every_day()
    {
        var random = new Random(16);
        for (var i = 0; i < 300; i++)
        {
            var spans = CareSpan.Of(Some(random), Zone).Concat(CareSpan.Of(Some(random), Zone)).ToList();
            var joined = Strictest.Of(spans);
            for (var day = On.AddDays(-20); day <= On.AddDays(95); day = day.AddDays(1))
            {
                foreach (var kind in Enum.GetValues<RestrictionKind>())
                {
                    Assert.Equal(
                        spans.Exists(span => span.Kind == kind && span.Covers(day)),
                        joined.Any(span => span.Kind == kind && span.Covers(day))
                    );
                    DateTime? Latest(IEnumerable<CareSpan> of) =>
                        of.Where(span => span.Kind == kind && span.Covers(day)).Select(span => (DateTime?)span.End).Max();
                    Assert.True(Latest(joined) >= Latest(spans) || Latest(spans) is null);
                }
            }
        }
    }

    [Fact]
    public void Any_two_treatments_are_planned_as_the_auditor_knows_them()
    {
        var random = new Random(17);
        var scrub = new Product
        {
            Id = "scrub",
            Name = "Fine scrub",
            Kind = ProductKind.Scrub,
        };
        var sheet = new ClinicianSheet(
            "Dr Sandt",
            "",
            [new(RestrictionKind.Irritants, 10)],
            [new(RestrictionKind.Irritants, 12), new(RestrictionKind.Sun, 30)]
        );
        for (var i = 0; i < 150; i++)
        {
            var file = CaseBuilder
                .Basic()
                .Own(CaseBuilder.Glycolic, CaseBuilder.Retinol, scrub)
                .InUse("glycolic", CaseBuilder.Monday.AddDays(-1), 3)
                .InUse("retinol", CaseBuilder.Monday.AddDays(-1), 1)
                .Established(Family.Aha, CaseBuilder.Monday)
                .Established(Family.Retinoid, CaseBuilder.Monday)
                .Build() with
            {
                Treatments = [Some(random) with { Sheet = i % 3 == 0 ? sheet : null }, Some(random)],
            };

            Assert.Empty(PathAuditor.Audit(file, CaseBuilder.Rules, PathPlanner.Plan(file, CaseBuilder.Rules, days: 110)));
        }
    }
}
