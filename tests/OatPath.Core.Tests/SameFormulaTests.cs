using OatPath.Core.Labels;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

/// <summary>A product is recognised by what it holds, whatever it is called.</summary>
public class SameFormulaTests
{
    private const string List = "Aqua, Glycerin, Lactic Acid, Panthenol, Phenoxyethanol";

    private static Product Toner(string name, string label = "", decimal? percent = 5, decimal? ph = 3.8m) =>
        new()
        {
            Id = name.ToLowerInvariant(),
            Name = name,
            Kind = ProductKind.ExfoliatingToner,
            Actives = [new(Substance.Lactic, percent)],
            Ph = ph,
            Label = label,
        };

    private static Product? Found(Product stands, Product pasted) => new SameFormula([stands]).Find(pasted);

    [Theory]
    [InlineData(List, "AQUA, glycerin, Lactic acid, Panthenol,  Phenoxyethanol.", true)]
    [InlineData(List, "Ingredients: " + List, true)]
    [InlineData(List, "Aqua, Lactic Acid, Glycerin, Panthenol, Phenoxyethanol", false)]
    [InlineData(List, "Aqua, Glycerin, Lactic Acid 8%, Panthenol, Phenoxyethanol", false)]
    [InlineData(List, List + ", Parfum", false)]
    public void Two_lists_are_the_same_where_names_order_and_percents_are(string one, string other, bool same) =>
        Assert.Equal(same, Found(Toner("Reed", one), Toner("Fen", other)) is not null);

    [Fact]
    public void Where_a_list_lacks_the_actives_tell_only_with_every_percent_and_the_pH()
    {
        Assert.NotNull(Found(Toner("Reed", List), Toner("Fen")));
        Assert.Null(Found(Toner("Reed", List), Toner("Fen", percent: null)));
        Assert.Null(Found(Toner("Reed", List), Toner("Fen", ph: null)));
        Assert.Null(Found(Toner("Reed", List), Toner("Fen", ph: 3.5m)));
        Assert.Null(Found(Toner("Reed", List), Toner("Fen") with { Kind = ProductKind.LeaveOnAcidLiquid }));
    }

    [Fact]
    public void Two_lists_that_differ_are_not_the_same_by_their_actives() =>
        Assert.Null(Found(Toner("Reed", List), Toner("Fen", List + ", Parfum")));

    [Fact]
    public void A_short_list_a_kind_without_a_bottle_and_the_product_itself_are_not_found()
    {
        Assert.Null(Found(Toner("Reed", "Aqua, Glycerin", null), Toner("Fen", "Aqua, Glycerin", null)));
        Assert.Null(Found(StarterShelf.All[0], StarterShelf.All[0] with { Name = "Fen", Spec = null }));
        Assert.Null(Found(Toner("Reed", List), Toner("reed", List)));
    }
}
