using OatPath.Core.Audit;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Planner;
using OatPath.Core.Proposals;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

public class ProposalTests
{
    private static readonly Product Cream = new()
    {
        Id = "drift",
        Name = "Drift cream",
        Kind = ProductKind.CreamCleanser,
    };
    private static readonly Product Light = new()
    {
        Id = "light",
        Name = "Ferry light",
        Kind = ProductKind.Moisturiser,
        Runniness = 2,
    };
    private static readonly Product Tinted = new()
    {
        Id = "tint",
        Name = "Towpath tint",
        Kind = ProductKind.SunscreenTinted,
        Spf = 50,
        BroadSpectrum = true,
    };
    private static readonly Product Mandelic = new()
    {
        Id = "mandelic",
        Name = "Orchard liquid",
        Kind = ProductKind.LeaveOnAcidLiquid,
        Actives = [new(Substance.Mandelic, 8)],
        Ph = 3.6m,
    };
    private static readonly Product Lactic = new()
    {
        Id = "lactic",
        Name = "Sedge serum",
        Kind = ProductKind.LeaveOnAcidLiquid,
        Actives = [new(Substance.Lactic, 5)],
        Ph = 3.8m,
    };
    private static readonly Product Oil = new()
    {
        Id = "oil",
        Name = "Lock oil",
        Kind = ProductKind.OilCleanser,
    };
    private static readonly Product[] Studio =
    [
        CaseBuilder.Cleanser,
        CaseBuilder.Moisturiser,
        CaseBuilder.Sunscreen,
        Cream,
        Light,
        Tinted,
        Mandelic,
        Lactic,
        Oil,
        CaseBuilder.Glycolic,
        CaseBuilder.Salicylic,
        CaseBuilder.Azelaic,
        CaseBuilder.Retinol,
    ];

    private static Proposal Propose(Func<Intake, Intake> intake, RegimenSize size = RegimenSize.Essential, params Product[] owned) =>
        Proposer.For(
            new CaseBuilder().Own(owned).With(old => intake(old with { MinutesADay = 30 })).Build(),
            CaseBuilder.Rules,
            Studio,
            size
        );

    private static string Ids(Proposal proposal) => string.Join(" ", proposal.Items.Select(item => item.Product.Id));

    [Fact]
    public void Of_two_alike_the_one_is_chosen_that_bites_less_on_the_skins_of_this_house()
    {
        Product[] alike = [.. new[] { "a", "b" }.Select(id => CaseBuilder.Salicylic with { Id = id, Name = $"Pad {id}" })];
        string Chosen(HouseRules rules) =>
            Ids(
                Proposer.For(
                    new CaseBuilder()
                        .With(old => old with { MinutesADay = 30, SkinType = SkinType.Oily, Concerns = [Concern.Breakouts] })
                        .Build(),
                    rules,
                    [.. Studio.Where(product => product != CaseBuilder.Salicylic && product.Id != "salicylic"), .. alike],
                    RegimenSize.Essential
                )
            );
        HouseRules With(string product) =>
            CaseBuilder.Rules.WithBitesFrom(CaseBuilder.Monday, new Dictionary<string, int> { [product] = 125 });

        var plain = Chosen(CaseBuilder.Rules);
        var (first, other) = plain.EndsWith(" a", StringComparison.Ordinal) ? ("a", "b") : ("b", "a");
        Assert.EndsWith($" {first}", plain, StringComparison.Ordinal);
        Assert.EndsWith($" {other}", Chosen(With(first)), StringComparison.Ordinal);
        Assert.EndsWith($" {first}", Chosen(With(other)), StringComparison.Ordinal);
    }

    [Fact]
    public void Oily_skin_with_breakouts_gets_a_gel_a_light_cream_sunscreen_and_salicylic_acid() =>
        Assert.Equal(
            "cleanser light sun salicylic",
            Ids(Propose(intake => intake with { SkinType = SkinType.Oily, Concerns = [Concern.Breakouts] }))
        );

    [Fact]
    public void Dry_skin_gets_cream_and_an_acid_that_suits_it()
    {
        var proposal = Propose(intake => intake with { SkinType = SkinType.Dry, Concerns = [Concern.Dullness] });

        Assert.Equal("drift cream sun lactic", Ids(proposal));
        Assert.Equal(
            "A cream cleans without stripping: for dry or easily upset skin, and for winter.",
            Words.Say(proposal.Items[0].Because[0])
        );
    }

    [Fact]
    public void Skin_that_marks_easily_gets_azelaic_before_glycolic_and_a_tinted_sunscreen() =>
        Assert.Equal(
            "cleanser cream tint azelaic",
            Ids(Propose(intake => intake with { Phototype = Phototype.V, SkinType = SkinType.Combination, Concerns = [Concern.Marks] }))
        );

    [Theory]
    [InlineData(11, 3, "2027-01-15", true)]
    [InlineData(11, 3, "2027-07-15", false)]
    [InlineData(6, 8, "2027-07-15", true)]
    [InlineData(6, 8, "2027-01-15", false)]
    public void Winter_is_the_houses_and_makes_the_cream_richer(int from, int until, string day, bool rich)
    {
        var file = new CaseBuilder().With(intake => intake with { SkinType = SkinType.Normal }).Now(DateOnly.Parse(day, null)).Build();
        var proposal = Proposer.For(file, CaseBuilder.Rules with { WinterFrom = from, WinterUntil = until }, Studio, RegimenSize.Essential);

        Assert.Equal(rich ? "cream" : "light", proposal.Items.Single(item => item.Product.Kind == ProductKind.Moisturiser).Product.Id);
    }

    [Fact]
    public void A_beginner_gets_one_exfoliant_even_for_two_concerns_in_the_full_size()
    {
        var proposal = Propose(intake => intake with { Concerns = [Concern.Dullness, Concern.Oil, Concern.FineLines] }, RegimenSize.Full);

        Assert.Single(proposal.Items, item => item.Product.Exfoliates());
        Assert.Contains(proposal.Items, item => item.Product.Id == "retinol");
        Assert.Equal(RuleBook.ProposeLater, proposal.Concerns.Single(answer => answer.Concern == Concern.Oil).Because.Rule);
    }

    [Fact]
    public void What_the_client_owns_and_fits_is_kept_and_what_is_not_needed_is_parked_with_a_reason()
    {
        var proposal = Propose(
            intake => intake with { SkinType = SkinType.Oily, Concerns = [Concern.Breakouts] },
            RegimenSize.Essential,
            CaseBuilder.Azelaic,
            Oil,
            Light
        );

        Assert.True(proposal.Items.Single(item => item.Product.Id == "light").Owned);
        Assert.Equal(ShelfState.Parked, proposal.Case.Shelf.Single(item => item.Product.Id == "oil").State);
        Assert.All(proposal.Parked, omitted => Assert.NotEmpty(Words.Say(omitted.Because)));
    }

    [Fact]
    public void An_active_under_way_goes_on()
    {
        var file = new CaseBuilder()
            .Own(CaseBuilder.Cleanser, CaseBuilder.Moisturiser, CaseBuilder.Sunscreen, CaseBuilder.Glycolic)
            .InUse("glycolic", CaseBuilder.Monday.AddDays(-30), 2)
            .With(intake => intake with { Concerns = [Concern.Redness], MinutesADay = 30 })
            .Build();
        var proposal = Proposer.For(file, CaseBuilder.Rules, Studio, RegimenSize.Standard);

        Assert.False(proposal.Items.Single(item => item.Product.Id == "glycolic").Starts);
        Assert.True(proposal.Items.Single(item => item.Product.Id == "azelaic").Starts);
    }

    [Fact]
    public void What_nobody_has_is_said_and_scars_are_left_to_the_salon()
    {
        var proposal = Proposer.For(
            new CaseBuilder().With(intake => intake with { Concerns = [Concern.Scars, Concern.Puffiness] }).Build(),
            CaseBuilder.Rules,
            [CaseBuilder.Cleanser, CaseBuilder.Moisturiser],
            RegimenSize.Standard
        );

        Assert.Equal(["a broad-spectrum sunscreen, SPF 30 or more"], proposal.Lacks.Select(because => because.Values["what"]));
        Assert.Equal([RuleBook.ProposeSalon, RuleBook.ProposeNothingFits], proposal.Concerns.Select(answer => answer.Because.Rule));
    }

    [Fact]
    public void Few_minutes_take_the_least_important_out_first_and_say_so()
    {
        var proposal = Propose(
            intake => intake with { MinutesADay = 5, WearsMakeUp = true, Concerns = [Concern.Breakouts, Concern.FineLines] },
            RegimenSize.Full
        );

        Assert.True(proposal.MinutesADay <= 5, $"{proposal.MinutesADay}");
        Assert.Contains(proposal.Notes, note => note.Rule == RuleBook.ProposeNoRoom && note.Values["product"] == "Lock oil");
        Assert.Contains(proposal.Items, item => item.Product.Kind is ProductKind.SunscreenFluid);
    }

    [Fact]
    public void Two_beginners_actives_are_begun_fourteen_days_apart()
    {
        var path = PathPlanner.Plan(
            Propose(intake => intake with { Concerns = [Concern.Marks, Concern.Dullness] }, RegimenSize.Standard).Case,
            CaseBuilder.Rules,
            days: 60
        );

        Assert.True(path.DaysOf("lactic")[0].DayNumber - path.DaysOf("azelaic")[0].DayNumber >= 14);
    }

    /// <summary>The concern list again, written apart from the product's own table.</summary>
    private static bool Helps(Product product, Concern concern)
    {
        bool Has(params Substance[] any) => product.Actives.Any(active => any.Contains(active.Substance));
        return concern switch
        {
            Concern.Breakouts => product.Has(Family.Bha)
                || Has(Substance.Azelaic, Substance.BenzoylPeroxide)
                || product.Kind == ProductKind.NiacinamideSerum,
            Concern.CloggedPores => product.Has(Family.Bha)
                || product.Has(Family.Retinoid)
                || product.Kind is ProductKind.ClayMask or ProductKind.UltrasonicBlade,
            Concern.Oil => product.Has(Family.Bha) || product.Kind is ProductKind.NiacinamideSerum or ProductKind.ClayMask,
            Concern.Marks => Has(Substance.Azelaic, Substance.Mandelic)
                || product.Has(Family.PigmentInhibitor)
                || product.Has(Family.AscorbicAcid)
                || product.Has(Family.VitaminCDerivative),
            Concern.UnevenTone => Has(Substance.Lactic, Substance.Glycolic)
                || product.Has(Family.AscorbicAcid)
                || product.Has(Family.VitaminCDerivative)
                || product.Has(Family.Retinoid),
            Concern.FineLines => product.Has(Family.Retinoid)
                || Has(Substance.Glycolic, Substance.Peptides)
                || product.Has(Family.AscorbicAcid)
                || product.Has(Family.VitaminCDerivative)
                || product.Kind == ProductKind.MicrocurrentDevice,
            Concern.Dullness => Has(Substance.Lactic, Substance.Glycolic) || product.Has(Family.Pha) || product.Kind == ProductKind.Enzyme,
            Concern.Dryness => product.Has(Family.Pha) || Has(Substance.Lactic, Substance.Urea) || product.Kind == ProductKind.Moisturiser,
            Concern.Redness => Has(Substance.Azelaic) || product.Kind == ProductKind.SoothingMask,
            Concern.Puffiness => product.Kind == ProductKind.WarmColdPlate,
            _ => false,
        };
    }

    [Fact]
    public void Sizes_nest() => RandomCase.Each(300, (file, _) =>
        {
            var sizes = Proposer.All(file, CaseBuilder.Rules, RandomCase.Studio);
            foreach (var (smaller, larger) in sizes.Zip(sizes.Skip(1)))
            {
                Assert.Empty(smaller.Items.Select(item => item.Product.Id).Except(larger.Items.Select(item => item.Product.Id)));
                Assert.True(
                    smaller.MinutesADay <= larger.MinutesADay && smaller.MonthCost <= larger.MonthCost && smaller.Steps <= larger.Steps,
                    $"{smaller.Size}: {smaller.MinutesADay} min, {smaller.MonthCost}, {smaller.Steps} steps; {larger.Size}: "
                        + $"{larger.MinutesADay} min, {larger.MonthCost}, {larger.Steps} steps"
                );
                Assert.Equal(larger.Items.Count - smaller.Items.Count, larger.More!.Adds.Count);
            }
        });

    [Fact]
    public void The_difference_to_the_smaller_size_is_one_sentence()
    {
        var sizes = Proposer.All(
            new CaseBuilder()
                .With(intake =>
                    intake with
                    {
                        MinutesADay = 30,
                        SkinType = SkinType.Oily,
                        WearsMakeUp = true,
                        Concerns = [Concern.Breakouts, Concern.FineLines],
                    }
                )
                .Build(),
            CaseBuilder.Rules,
            Studio
        );

        Assert.Null(sizes[0].More);
        Assert.StartsWith("The essential one, with Heron drops and Lock oil: ", sizes[1].More!.InWords("crowns"), StringComparison.Ordinal);
        Assert.Equal("The same as the standard one: nothing more is needed, or fits.", sizes[2].More!.InWords("crowns"));
    }

    [Fact]
    public void No_proposal_breaches_a_rule_and_none_leaves_a_concern_without_an_answer() => RandomCase.Each(300, (file, seed) =>
        {
            var proposal = Proposer.For(file, CaseBuilder.Rules, RandomCase.Studio, (RegimenSize)(seed % 3));
            var path = PathPlanner.Plan(proposal.Case, CaseBuilder.Rules, days: 45);

            Assert.Empty(PathAuditor.Audit(proposal.Case, CaseBuilder.Rules, path).Take(5).Select(breach => breach.ToString()));
            Assert.Equal(file.Intake.Concerns, proposal.Concerns.Select(answer => answer.Concern));
            Assert.All(proposal.Concerns, answer =>
                Assert.True(answer.Product is null ? RuleBook.Find(answer.Because.Rule) is not null : Helps(answer.Product, answer.Concern))
            );
            Assert.All(proposal.Items, item => Assert.All(item.Because, because => Assert.NotEmpty(Words.Say(because))));
            Assert.All(proposal.Parked, omitted => Assert.NotNull(RuleBook.Find(omitted.Because.Rule)));
            var basics = proposal.Items.Count(item =>
                item.Product.Kind
                    is ProductKind.CreamCleanser
                        or ProductKind.GelCleanser
                        or ProductKind.FoamCleanser
                        or ProductKind.Moisturiser
                        or ProductKind.SunscreenFluid
                        or ProductKind.SunscreenTinted
            );
            Assert.True(basics + proposal.Lacks.Count >= 3);
            var over = proposal
                .Notes.Select(note => note.Rule)
                .Intersect([RuleBook.ManySteps, RuleBook.ProposeOverMinutes, RuleBook.ProposeOverBudget])
                .Any();
            Assert.True(
                over
                    || (
                        proposal.MinutesADay <= file.Intake.MinutesADay
                        && (file.Intake.BudgetAMonth is null || proposal.MonthCost <= file.Intake.BudgetAMonth)
                    )
            );
            foreach (var half in proposal.Path.Days.SelectMany(day => new[] { day.Morning, day.Evening }))
            {
                Assert.True(over || half.Tasks <= 6);
            }

            // An essential routine with room names an active for the first concern that something on the shelves can serve.
            if (seed % 3 == 0 && proposal.Notes.Count == 0 && file.Intake.Concerns is [var first, ..])
            {
                var answer = proposal.Concerns.First(answer => answer.Concern == first);
                Assert.True(
                    answer.Product is not null
                        || answer.Because.Rule is RuleBook.ProposeSalon or RuleBook.ProposeNothingFits
                        || proposal.Items.Any(item => item.Because[0].Rule == RuleBook.ProposeGoesOn),
                    answer.Because.Rule
                );
            }
        });
}
