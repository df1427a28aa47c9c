using OatPath.Core.Fit;
using OatPath.Core.House;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

public class ShelfReviewTests
{
    private static readonly DateOnly Today = CaseBuilder.Monday;
    private static Product AcidWash =>
        new()
        {
            Id = "wash",
            Name = "Mill wash",
            Kind = ProductKind.ExfoliatingCleanser,
            Actives = [new(Substance.Glycolic, 4)],
            Ph = 3.9m,
        };
    private static Product Suds =>
        new()
        {
            Id = "suds",
            Name = "Mill suds",
            Kind = ProductKind.GelCleanser,
            StrongSulphate = true,
        };
    private static Product Lactic =>
        new()
        {
            Id = "lactic",
            Name = "Sedge serum",
            Kind = ProductKind.LeaveOnAcidLiquid,
            Actives = [new(Substance.Lactic, 5)],
            Ph = 3.8m,
        };

    private static IReadOnlyList<ShelfAdvice> Review(
        IReadOnlyList<Product> owned,
        IReadOnlyList<Product>? studio = null,
        Intake? intake = null,
        bool established = false
    ) => ShelfReview.Of(owned, studio ?? [], intake ?? new Intake { BirthDate = new DateOnly(1990, 5, 1) }, Today, _ => established);

    [Fact]
    public void An_acid_cleanser_under_an_acid_is_parked_and_a_gentle_one_offered()
    {
        var advice = Review([AcidWash, CaseBuilder.Glycolic], [Suds, CaseBuilder.Cleanser, CaseBuilder.Moisturiser])[0];

        Assert.Equal((ShelfStep.Park, RuleBook.AcidUnderAcid), (advice.Step, advice.Because!.Rule));
        Assert.Equal(["cleanser"], advice.Instead.Select(product => product.Id));
    }

    [Fact]
    public void What_the_client_has_already_is_not_offered_again()
    {
        var advice = Review(
            [AcidWash, CaseBuilder.Glycolic, CaseBuilder.Cleanser],
            [
                new()
                {
                    Id = "other",
                    Name = "Rush foam",
                    Kind = ProductKind.FoamCleanser,
                },
            ]
        )[0];

        Assert.Equal("cleanser", advice.Already!.Id);
        Assert.Empty(advice.Instead);
    }

    [Fact]
    public void A_beginner_keeps_the_mildest_exfoliant_and_an_established_skin_both()
    {
        var beginner = Review([CaseBuilder.Glycolic, Lactic]);

        Assert.Equal([ShelfStep.Park, ShelfStep.Keep], beginner.Select(advice => advice.Step));
        Assert.Equal("Sedge serum", beginner[0].Because!.Values["other"]);
        Assert.All(Review([CaseBuilder.Glycolic, Lactic], established: true), advice => Assert.Equal(ShelfStep.Keep, advice.Step));
    }

    [Fact]
    public void A_hidden_active_beside_an_open_one_is_parked()
    {
        var cream = new Product
        {
            Id = "cream",
            Name = "Night cream",
            Kind = ProductKind.Moisturiser,
            Actives = [new(Substance.RetinylEster)],
        };

        Assert.Equal(RuleBook.HiddenDouble, Review([cream, CaseBuilder.Retinol])[0].Because!.Rule);
        Assert.Equal(ShelfStep.Keep, Review([cream])[0].Step);
    }

    [Fact]
    public void What_is_never_used_at_home_is_brought_in_and_what_is_unknown_waits()
    {
        var peel = new Product
        {
            Id = "peel",
            Name = "Spire liquid",
            Kind = ProductKind.WashOffPeel,
            Actives = [new(Substance.Resorcinol, 5)],
            Ph = 3m,
        };
        var bottle = new Product
        {
            Id = "bottle",
            Name = "Plain bottle",
            Kind = ProductKind.ExfoliatingToner,
            Actives = [new(Substance.Lactic)],
        };
        var advice = Review([peel, bottle], [Lactic]);

        Assert.Equal([ShelfStep.BringIn, ShelfStep.Park], advice.Select(item => item.Step));
        Assert.Equal(["lactic"], advice[1].Instead.Select(product => product.Id));
    }

    [Fact]
    public void A_bottle_past_its_months_is_thrown_out()
    {
        var advice = Review([CaseBuilder.Moisturiser with { OpenedOn = Today.AddMonths(-13), MonthsGood = 12 }])[0];

        Assert.Equal((ShelfStep.ThrowOut, RuleBook.PastItsTime), (advice.Step, advice.Because!.Rule));
    }

    /// <summary>Whatever is offered instead suits the client and would be kept itself.</summary>
    [Fact]
    public void What_is_offered_instead_is_no_new_trouble() => RandomCase.Each(400, (file, _) =>
        {
            var shelf = file.Shelf.Select(item => item.Product).ToList();
            var (owned, studio) = (shelf.Take(shelf.Count / 2).ToList(), shelf.Skip(shelf.Count / 2).ToList());
            foreach (var advice in ShelfReview.Of(owned, studio, file.Intake, Today, _ => false))
            {
                Assert.Equal(advice.Step == ShelfStep.Keep, advice.Because is null);
                Assert.All(advice.Instead, product =>
                    Assert.DoesNotContain(Suitability.Judge(product, file.Intake, Today), verdict => verdict.Refuses)
                );
            }
        });
}
