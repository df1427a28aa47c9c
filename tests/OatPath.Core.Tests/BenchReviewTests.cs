using OatPath.Core.Audit;
using OatPath.Core.Bench;
using OatPath.Core.House;
using OatPath.Core.Planner;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

public class BenchReviewTests
{
    private static readonly DateOnly Monday = CaseBuilder.Monday;
    private static readonly Product Balm = new()
    {
        Id = "balm",
        Name = "Cover balm",
        Kind = ProductKind.OcclusiveBalm,
    };
    private static readonly Product Suds = new()
    {
        Id = "suds",
        Name = "Mill suds",
        Kind = ProductKind.GelCleanser,
        StrongSulphate = true,
    };
    private static readonly Product Wash = new()
    {
        Id = "wash",
        Name = "Drift wash",
        Kind = ProductKind.CreamCleanser,
    };
    private static readonly Product Mandelic = new()
    {
        Id = "mandelic",
        Name = "Orchard liquid",
        Kind = ProductKind.LeaveOnAcidLiquid,
        Actives = [new(Substance.Mandelic, 8)],
        Ph = 3.6m,
    };

    private static IReadOnlyList<BenchClash> Review(CaseBuilder build, params Product[] studio) =>
        BenchReview.Of(build.Build(), CaseBuilder.Rules, studio);

    private static BenchClash Of(IReadOnlyList<BenchClash> clashes, string rule) =>
        Assert.Single(clashes, clash => clash.Because.Rule == rule);

    [Fact]
    public void A_shelf_that_goes_together_has_no_clash() =>
        Assert.Empty(Review(CaseBuilder.Basic().Own(CaseBuilder.Glycolic).InUse("glycolic", Monday, 1)));

    [Fact]
    public void Two_exfoliants_are_kept_apart_and_either_may_be_parked()
    {
        var clash = Of(
            Review(
                CaseBuilder
                    .Basic()
                    .Own(CaseBuilder.Glycolic, CaseBuilder.Salicylic)
                    .InUse("glycolic", Monday, 4)
                    .InUse("salicylic", Monday, 4)
            ),
            RuleBook.TwoExfoliants
        );

        Assert.Equal(ClashSeverity.Move, clash.Severity);
        Assert.True(clash.Evenings > 3);
        Assert.Equal(["glycolic", "salicylic"], clash.Mends.Where(mend => mend.Kind == MendKind.Park).Select(mend => mend.Product).Order());
    }

    [Fact]
    public void What_an_allergy_forbids_is_swapped_first_and_parked_last()
    {
        var clash = Of(
            Review(
                CaseBuilder
                    .Basic()
                    .Own(CaseBuilder.Salicylic)
                    .With(intake => intake with { Allergies = [Allergen.Salicylates] })
                    .Start("salicylic", Monday),
                Mandelic,
                Suds
            ),
            RuleBook.Allergy
        );

        Assert.Equal(ClashSeverity.Block, clash.Severity);
        Assert.Equal([new(MendKind.Swap, "salicylic", "mandelic"), new(MendKind.Park, "salicylic")], clash.Mends);
    }

    [Fact]
    public void Of_two_products_with_one_name_the_one_that_clashes_is_meant()
    {
        var twin = CaseBuilder.Salicylic with { Name = "Twin" };
        var other = Wash with { Id = "a-wash", Name = "Twin" };

        var clashes = Review(
            CaseBuilder.Basic().Own(other, CaseBuilder.Glycolic, twin).InUse("glycolic", Monday, 4).InUse("salicylic", Monday, 4)
        );

        var clash = Assert.Single(clashes, clash => clash.Severity == ClashSeverity.Move);
        Assert.Equal(["glycolic", "salicylic"], new[] { clash.Product, clash.Other }.Order());
    }

    [Fact]
    public void A_harsh_cleanser_on_dry_skin_is_swapped_for_a_gentle_one()
    {
        var build = new CaseBuilder()
            .Own(Suds, CaseBuilder.Moisturiser, CaseBuilder.Sunscreen)
            .With(intake => intake with { SkinType = SkinType.Dry });

        Assert.Contains(
            new Mend(MendKind.Swap, "suds", "gentle"),
            Of(Review(build, Wash with { Id = "gentle", Kind = ProductKind.GelCleanser }), RuleBook.StrongSulphate).Mends
        );
    }

    [Fact]
    public void A_routine_of_more_than_six_steps_offers_what_can_be_left_out_but_never_what_it_needs()
    {
        var extra = new[]
        {
            ProductKind.CalmingToner,
            ProductKind.HydratingSerum,
            ProductKind.NiacinamideSerum,
            ProductKind.EyeGel,
            ProductKind.NeckCream,
        }
            .Select(kind => new Product
            {
                Id = kind.ToString(),
                Name = kind.ToString(),
                Kind = kind,
            })
            .ToArray();
        var six = Review(CaseBuilder.Basic().Own(extra[..4]));
        var clash = Assert.Single(six, clash => clash.Because.Rule == RuleBook.ManySteps && clash.Other == "Morning");

        Assert.NotEmpty(clash.Mends);
        Assert.DoesNotContain(clash.Mends, mend => mend.Product is "cleanser" or "cream" or "sun");
        Assert.DoesNotContain(six, other => other.Other == "Evening");
    }

    [Fact]
    public void Sunscreen_under_its_dose_goes_back_to_the_usual_amount()
    {
        var clash = Of(
            Review(
                new CaseBuilder().Own(
                    CaseBuilder.Cleanser,
                    CaseBuilder.Moisturiser,
                    CaseBuilder.Sunscreen with
                    {
                        Amount = new(1, AmountUnit.Pea),
                    }
                )
            ),
            RuleBook.UnderDose
        );

        Assert.Equal([new(MendKind.UsualAmount, "sun")], clash.Mends);
    }

    [Fact]
    public void A_balm_straight_over_an_acid_is_a_caution_that_a_moisturiser_between_clears()
    {
        CaseBuilder With(params Product[] products) =>
            new CaseBuilder()
                .Own(CaseBuilder.Cleanser, CaseBuilder.Sunscreen, CaseBuilder.Glycolic, Balm)
                .Own(products)
                .InUse("glycolic", Monday, 1);

        // The balm is all there is for the night: it is not left out before something is in its place.
        Assert.Equal([new Mend(MendKind.Park, "glycolic")], Of(Review(With()), RuleBook.SealsAcidIn).Mends);
        Assert.DoesNotContain(Review(With(CaseBuilder.Moisturiser)), clash => clash.Because.Rule == RuleBook.SealsAcidIn);
    }

    [Fact]
    public void Nothing_at_all_and_only_acids_are_answered()
    {
        Assert.Empty(Review(new CaseBuilder()));
        var acids = Review(
            new CaseBuilder()
                .Own(CaseBuilder.Glycolic, CaseBuilder.Salicylic, Mandelic)
                .Own(CaseBuilder.Sunscreen)
                .InUse("glycolic", Monday, 1)
                .InUse("salicylic", Monday, 1)
                .InUse("mandelic", Monday, 1)
        );
        Assert.All(acids, clash => Assert.NotEmpty(clash.Mends));
    }

    [Fact]
    public void Extras_that_take_turns_are_no_clash() =>
        Assert.DoesNotContain(
            Review(
                CaseBuilder
                    .Basic()
                    .Own(
                        new Product
                        {
                            Id = "clay",
                            Name = "Bank clay",
                            Kind = ProductKind.ClayMask,
                        },
                        new Product
                        {
                            Id = "calm",
                            Name = "Moss mask",
                            Kind = ProductKind.SoothingMask,
                        }
                    )
            ),
            clash => clash.Because.Rule == RuleBook.OneExtra
        );

    [Fact]
    public void Forty_products_are_answered_in_order_and_every_band_finds_the_skin_it_wants()
    {
        var products = RandomCase
            .Studio.Concat(RandomCase.Studio.Select(product => product with { Id = product.Id + "-2", Name = product.Name + " two" }))
            .Take(40)
            .ToArray();
        var build = new CaseBuilder().Own(products);

        Assert.Contains(Review(build), clash => clash.Because.Rule == RuleBook.ManySteps);
        Assert.Contains(Review(build), clash => clash.Because.Rule == RuleBook.DuplicateActive);
        Assert.Empty(PathAuditor.Audit(build.Build(), CaseBuilder.Rules, build.Plan(28)));
    }

    [Fact]
    public void The_same_active_twice_is_named_and_one_may_be_parked()
    {
        var second = CaseBuilder.Retinol with { Id = "retinol-2", Name = "Plover cream" };
        var clash = Of(Review(CaseBuilder.Basic().Own(CaseBuilder.Retinol, second)), RuleBook.DuplicateActive);

        Assert.Equal(["retinol", "retinol-2"], clash.Mends.Where(mend => mend.Kind == MendKind.Park).Select(mend => mend.Product).Order());
    }

    [Fact]
    public void What_the_exfoliation_budget_keeps_off_is_named()
    {
        var clash = Of(
            Review(
                CaseBuilder
                    .Basic()
                    .Own(
                        CaseBuilder.Glycolic,
                        new Product
                        {
                            Id = "scrub",
                            Name = "Sand scrub",
                            Kind = ProductKind.Scrub,
                        }
                    )
                    .InUse("glycolic", Monday, 2)
                    .InUse("scrub", Monday, 0)
            ),
            RuleBook.ExfoliationBudget
        );

        Assert.Equal((ClashSeverity.Move, true), (clash.Severity, clash.Evenings > 0));
    }

    /// <summary>Every mend offered clears its clash, makes no new block, and leaves a plan the auditor accepts.</summary>
    [Fact]
    public void Every_mend_offered_clears_its_clash_and_makes_no_new_block() => RandomCase.Each(300, (file, seed) =>
        {
            Product[] studio = [Mandelic, Wash, CaseBuilder.Azelaic with { Id = "studio-azelaic" }, Balm with { Id = "studio-balm" }];
            var clashes = BenchReview.Of(file, CaseBuilder.Rules, studio);
            foreach (var (clash, mend) in clashes.SelectMany(clash => clash.Mends.Select(mend => (clash, mend))).Take(6))
            {
                var mended = BenchReview.Apply(file, mend, studio);
                var after = BenchReview.Of(mended, CaseBuilder.Rules, studio);
                Assert.DoesNotContain(after, other => other.Key == clash.Key);
                Assert.True(Served.Of(mended, CaseBuilder.Rules).NoLessThan(Served.Of(file, CaseBuilder.Rules)), mend.ToString());
                Assert.DoesNotContain(after, other =>
                    other.Severity == ClashSeverity.Block && clashes.All(before => before.Key != other.Key)
                );
                Assert.Empty(PathAuditor.Audit(mended, CaseBuilder.Rules, PathPlanner.Plan(mended, CaseBuilder.Rules, days: 21)));
            }
        });

    [Fact]
    public void A_sunscreen_that_may_not_be_used_is_replaced_and_never_only_parked()
    {
        var scented = CaseBuilder.Sunscreen with { Id = "scented", Contains = [Allergen.Fragrance] };
        var build = new CaseBuilder()
            .Own(Wash, CaseBuilder.Moisturiser, scented)
            .With(intake => intake with { Allergies = [Allergen.Fragrance] });

        Assert.Empty(Of(Review(build), RuleBook.Allergy).Mends);
        var tinted = CaseBuilder.Sunscreen with { Id = "tinted", Kind = ProductKind.SunscreenTinted };
        Assert.Equal([new Mend(MendKind.Swap, "scented", "tinted")], Of(Review(build, tinted, Suds), RuleBook.Allergy).Mends);
        Assert.Equal(
            [new Mend(MendKind.Park, "scented")],
            Of(Review(build.Own(CaseBuilder.Sunscreen with { Id = "plain" })), RuleBook.Allergy).Mends
        );
    }

    [Fact]
    public void The_newcomer_gives_way_before_what_is_in_use()
    {
        BenchClash Clash(string old, string young) =>
            Of(
                Review(
                    CaseBuilder
                        .Basic()
                        .Own(CaseBuilder.Glycolic, CaseBuilder.Salicylic)
                        .InUse(old, Monday.AddDays(-200), 4)
                        .Start(young, Monday.AddDays(-30))
                        .Patched(young, Monday.AddDays(-30))
                ),
                RuleBook.TwoExfoliants
            );

        Assert.Equal("glycolic", Clash("salicylic", "glycolic").Mends.First(mend => mend.Kind == MendKind.Park).Product);
        Assert.Equal("salicylic", Clash("glycolic", "salicylic").Mends.First(mend => mend.Kind == MendKind.Park).Product);
    }

    [Fact]
    public void What_the_client_came_for_is_not_parked_away()
    {
        var clash = Of(
            Review(
                CaseBuilder
                    .Basic()
                    .Own(CaseBuilder.Glycolic, CaseBuilder.Salicylic)
                    .With(intake => intake with { Concerns = [Concern.Oil] })
                    .InUse("glycolic", Monday, 4)
                    .InUse("salicylic", Monday, 4)
            ),
            RuleBook.TwoExfoliants
        );

        Assert.Equal(["glycolic"], clash.Mends.Where(mend => mend.Kind == MendKind.Park).Select(mend => mend.Product));
    }

    [Fact]
    public void What_may_not_be_used_displaces_nothing()
    {
        var wash = new Product
        {
            Id = "acid-wash",
            Name = "Alder wash",
            Kind = ProductKind.ExfoliatingCleanser,
            Actives = [new(Substance.Lactic, 3)],
            Ph = 4,
        };
        var intake = new Intake
        {
            SkinType = SkinType.Combination,
            BirthDate = new(1990, 1, 1),
            Allergies = [Allergen.Salicylates],
        };
        var advice = Fit.ShelfReview.Of([wash, CaseBuilder.Salicylic], [], intake, Monday, _ => false);

        Assert.Equal(Fit.ShelfStep.Keep, advice.Single(one => one.Product.Id == "acid-wash").Step);
    }

    [Fact]
    public void Renaming_and_shuffling_change_no_clash()
    {
        var file = CaseBuilder
            .Basic()
            .Own(CaseBuilder.Glycolic, CaseBuilder.Retinol, Suds, Balm)
            .InUse("glycolic", Monday, 4)
            .InUse("retinol", Monday, 4)
            .Build();
        var turned = file with { Shelf = [.. file.Shelf.Reverse()] };

        Assert.Equal(
            BenchReview.Of(file, CaseBuilder.Rules, []).Select(clash => clash.Key),
            BenchReview.Of(turned, CaseBuilder.Rules, []).Select(clash => clash.Key)
        );
    }
}
