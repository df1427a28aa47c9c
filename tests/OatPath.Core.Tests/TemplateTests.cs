using OatPath.Core.Audit;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Planner;
using OatPath.Core.Proposals;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

public class TemplateTests
{
    private static readonly Product Mandelic = new()
    {
        Id = "mandelic",
        Name = "Orchard liquid",
        Kind = ProductKind.LeaveOnAcidLiquid,
        Actives = [new(Substance.Mandelic, 8)],
        Ph = 3.6m,
    };

    private static RegimenTemplate Template(params Product[] products) =>
        RegimenTemplate.Of("Plain", CaseBuilder.Basic().Own(products).Build());

    [Fact]
    public void What_an_allergy_forbids_is_replaced_and_says_so()
    {
        var fit = TemplateFitting.Fit(
            Template(CaseBuilder.Salicylic),
            new CaseBuilder().With(intake => intake with { Allergies = [Allergen.Salicylates] }).Build(),
            CaseBuilder.Rules,
            [Mandelic]
        );
        var line = fit.Lines.Single(line => line.Wanted.Id == "salicylic");

        Assert.Equal((TemplateAnswer.Instead, "mandelic", RuleBook.Allergy), (line.Answer, line.Used!.Id, line.Because!.Rule));
        Assert.Equal("mandelic", fit.Case.Decisions.OfType<StartActive>().Single().Product);
    }

    [Fact]
    public void A_home_facial_and_the_place_of_a_mask_go_with_it()
    {
        CaseBuilder Routine() =>
            CaseBuilder
                .Basic()
                .Own(CaseBuilder.Steamer, CaseBuilder.Clay, CaseBuilder.Enzyme)
                .Tie(CaseBuilder.Monday.AddDays(-10), 21, "steamer", "clay", "enzyme")
                .Decide(
                    new PlaceMask
                    {
                        Id = "place",
                        On = CaseBuilder.Monday.AddDays(-10),
                        Product = "clay",
                        Place = MaskPlace.TZone,
                    }
                );
        var template = RegimenTemplate.Of("Facial", Routine().Build());
        TieFacial? For(CaseBuilder client) =>
            TemplateFitting
                .Fit(template, client.Build(), CaseBuilder.Rules, [])
                .Case.Decisions.OfType<TieFacial>()
                .SingleOrDefault(facial => facial.Id == "template-facial");

        var plain = For(new CaseBuilder());
        Assert.Equal((21, 3), (plain!.EveryDays, plain.Products.Count));
        Assert.Equal(
            MaskPlace.TZone,
            TemplateFitting
                .Fit(template, new CaseBuilder().Build(), CaseBuilder.Rules, [])
                .Case.Decisions.OfType<PlaceMask>()
                .Single()
                .Place
        );

        // What does not suit falls away, and a client with a facial of her own keeps it.
        var latex = For(new CaseBuilder().With(intake => intake with { Allergies = [Allergen.Latex] }));
        Assert.Equal(["clay", "steamer"], latex!.Products.Order());
        Assert.Null(For(Routine()));
    }

    [Fact]
    public void The_clients_own_cleanser_does_the_work_of_the_templates()
    {
        var own = CaseBuilder.Cleanser with { Id = "own", Name = "Own gel" };
        var line = TemplateFitting
            .Fit(Template(), new CaseBuilder().Own(own).Build(), CaseBuilder.Rules, [])
            .Lines.Single(line => line.Wanted.Id == "cleanser");

        Assert.Equal((TemplateAnswer.Own, "own"), (line.Answer, line.Used!.Id));
    }

    [Fact]
    public void A_beginner_takes_one_of_two_exfoliants()
    {
        var fit = TemplateFitting.Fit(
            Template(CaseBuilder.Glycolic, CaseBuilder.Salicylic),
            new CaseBuilder().Build(),
            CaseBuilder.Rules,
            []
        );

        Assert.Equal(RuleBook.OneExfoliant, fit.Lines.Single(line => line.Answer == TemplateAnswer.LeftOut).Because!.Rule);
        Assert.Single(fit.Starts);
    }

    [Fact]
    public void Nothing_of_one_bottle_stays_in_a_template() =>
        Assert.All(
            Template(CaseBuilder.Glycolic with { Batch = "B1", OpenedOn = CaseBuilder.Monday, EmptyOn = CaseBuilder.Monday }).Products,
            product => Assert.Equal(("", null, null), (product.Batch, product.OpenedOn, product.EmptyOn))
        );

    [Fact]
    public void Any_routine_fits_any_client_without_a_breach() => RandomCase.Each(300, (file, seed) =>
        {
            var other = RandomCase.Build(new Random(seed + 500_000));
            var fit = TemplateFitting.Fit(RegimenTemplate.Of("Other", other), file, CaseBuilder.Rules, RandomCase.Studio);

            Assert.Empty(CaseCheck.Check(fit.Case));
            Assert.Empty(
                PathAuditor
                    .Audit(fit.Case, CaseBuilder.Rules, PathPlanner.Plan(fit.Case, CaseBuilder.Rules, days: 40))
                    .Take(5)
                    .Select(breach => breach.ToString())
            );
            Assert.Equal(other.Shelf.Count(item => item.State == ShelfState.InUse), fit.Lines.Count);
            Assert.All(fit.Lines, line =>
                Assert.True(line.Answer == TemplateAnswer.Same ? line.Because is null : RuleBook.Find(line.Because!.Rule) is not null)
            );
        });
}
