using OatPath.Core.Labels;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

/// <summary>A pasted text is taken apart into products; what is doubtful is said, and nothing is made up.</summary>
public class PastedProductsTests
{
    private static PastedProduct One(string text) => Assert.Single(PastedProducts.Read(text).Products);

    [Fact]
    public void A_line_gives_its_name_kind_strength_content_and_price()
    {
        var (product, doubts, _) = One("Reed water, toner, glycolic 7, pH 3.8, 200 mL, 24.00");

        Assert.Equal("Reed water", product.Name);
        Assert.Equal(ProductKind.ExfoliatingToner, product.Kind);
        Assert.Equal([new Active(Substance.Glycolic, 7)], product.Actives);
        Assert.Equal((3.8m, 200m, 24m), (product.Ph, product.ContentMl, product.Price));
        Assert.Empty(doubts);
    }

    [Theory]
    [InlineData("Brook gel wash, gel cleanser, 200 mL", ProductKind.GelCleanser)]
    [InlineData("Willow drops; leave-on acid liquid; salicylic 2 %; pH 3,4; 19,50", ProductKind.LeaveOnAcidLiquid)]
    [InlineData("Towpath fluid\tsunscreen fluid\tSPF 50 UVA\t150 ml", ProductKind.SunscreenFluid)]
    [InlineData("Heron night drops, serum, retinol 0.3", ProductKind.Retinoid)]
    [InlineData("Thistle pads, peel pad, glycolic 5 + salicylic 0.5, pH 3.7, 60 pads", ProductKind.PeelPad)]
    public void Kinds_are_read_from_their_words_and_what_is_in_them(string line, ProductKind kind)
    {
        var (product, doubts, _) = One(line);

        Assert.Equal(kind, product.Kind);
        Assert.DoesNotContain(doubts, doubt => doubt.StartsWith("Not understood", StringComparison.Ordinal));
    }

    [Fact]
    public void What_is_missing_or_strange_is_a_doubt_and_never_filled_in()
    {
        var (product, doubts, _) = One("Mystery drops, salicylic, moonpetal dust, 30 mL");

        Assert.Equal([new Active(Substance.Salicylic, null)], product.Actives);
        Assert.Contains(doubts, doubt => doubt.Contains("how strong is not said", StringComparison.Ordinal));
        Assert.Contains(doubts, doubt => doubt.Contains("moonpetal dust", StringComparison.Ordinal));
        Assert.Null(product.Ph);
    }

    [Fact]
    public void A_sunscreen_whose_cover_is_not_said_counts_as_none_and_says_so()
    {
        var (product, doubts, _) = One("Bank cream, sunscreen, SPF 30, 50 mL");

        Assert.False(product.BroadSpectrum);
        Assert.Contains(doubts, doubt => doubt.Contains("UVA", StringComparison.Ordinal));
    }

    [Fact]
    public void Labels_are_parted_by_blank_lines_and_lines_by_themselves()
    {
        const string text = """
            Chalk cream
            Cream, 10 % azelaic acid, pH 4.6
            Ingredients: Aqua, Azelaic Acid, Caprylic/Capric Triglyceride, Glycerin, Cetearyl Alcohol, Phenoxyethanol

            Brook gel wash, gel cleanser, 200 mL
            Dew serum, hydrating serum, hyaluronic 1, 30 mL


            Ferry mist
            Ingredients: Aqua, Glycerin, Betaine, Panthenol, Sodium Hyaluronate, Sodium Benzoate
            """;
        var (products, problem) = PastedProducts.Read(text);

        Assert.Null(problem);
        Assert.Equal(["Chalk cream", "Brook gel wash", "Dew serum", "Ferry mist"], products.Select(read => read.Product.Name));
        Assert.Equal(ProductKind.AzelaicSuspension, products[0].Product.Kind);
        Assert.Equal(4.6m, products[0].Product.Ph);
        Assert.StartsWith("Chalk cream", products[0].Product.Label, StringComparison.Ordinal);
    }

    [Fact]
    public void A_poem_is_no_product_and_says_what_to_do()
    {
        var (product, doubts, isRead) = One("The river went by\nand nobody asked it\nwhere it had been");

        Assert.Empty(product.Actives);
        Assert.False(isRead);
        Assert.Contains(doubts, doubt => doubt.Contains("no list of ingredients", StringComparison.Ordinal));
    }

    [Theory]
    [InlineData("", "paste labels")]
    [InlineData("   \n \n", "paste labels")]
    public void Nothing_is_refused_with_its_remedy(string text, string remedy) =>
        Assert.Contains(remedy, PastedProducts.Read(text).Problem!.Remedy, StringComparison.Ordinal);

    [Fact]
    public void Too_many_at_once_are_refused_whole()
    {
        var many = string.Join('\n', Enumerable.Range(0, PastedProducts.Most + 1).Select(i => $"Wash {i}, gel cleanser, 200 mL"));

        Assert.Contains("at most", PastedProducts.Read(many).Problem!.Remedy, StringComparison.Ordinal);
        Assert.Empty(PastedProducts.Read(many).Products);
    }

    [Fact]
    public void Actives_written_as_text_read_back()
    {
        Active[] actives = [new(Substance.Glycolic, 7), new(Substance.Salicylic, 0.5m), new(Substance.Retinol, null)];

        Assert.Equal(actives, ActiveText.Read(ActiveText.Write(actives)).Actives);
        Assert.Single(ActiveText.Read("glycolic seven").Wrong);
        Assert.Single(ActiveText.Read("moonpetal 3").Wrong);
    }
}
