using OatPath.Core.Labels;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

public class LabelTests
{
    private static LabelReading Read(string text)
    {
        var (reading, problem) = LabelReader.Read(text);
        Assert.True(reading is not null, problem?.ToString());
        return reading;
    }

    private static LabelIngredient Of(LabelReading reading, string name) => Assert.Single(reading.Ingredients, item => item.Name == name);

    [Fact]
    public void A_cleanser_with_glycolic_above_phenoxyethanol_is_an_exfoliating_one()
    {
        var reading = Read(
            "Aqua, Glycerin, Cocamidopropyl Betaine, Glycolic Acid, Sodium Hydroxide, Phenoxyethanol, Ethylhexylglycerin, Parfum"
        );

        Assert.Equal(ProductKind.ExfoliatingCleanser, reading.Kind);
        Assert.Contains("exfoliates", reading.Roles);
        Assert.Equal(IngredientRole.Works, Of(reading, "Glycolic Acid").Role);
        Assert.Contains(LabelFlags.UnknownStrength, reading.Flags);
    }

    [Fact]
    public void Citric_acid_after_phenoxyethanol_only_adjusts_the_pH()
    {
        var reading = Read("Aqua, Glycerin, Cocamidopropyl Betaine, Sodium Chloride, Phenoxyethanol, Citric Acid, Parfum");

        Assert.Equal(ProductKind.GelCleanser, reading.Kind);
        Assert.Equal(IngredientRole.AdjustsPh, Of(reading, "Citric Acid").Role);
        Assert.DoesNotContain("exfoliates", reading.Roles);
        Assert.Empty(reading.Actives);
    }

    [Theory]
    [InlineData("Salicylic Acid")]
    [InlineData("Retinol")]
    [InlineData("Benzoyl Peroxide")]
    [InlineData("Hydroquinone")]
    public void Some_actives_work_at_any_place_on_the_list(string name)
    {
        var reading = Read($"Aqua, Glycerin, Butylene Glycol, Phenoxyethanol, Xanthan Gum, Disodium EDTA, {name}");

        Assert.Equal(IngredientRole.Works, Of(reading, name).Role);
    }

    [Fact]
    public void A_percent_beside_a_name_says_more_than_its_place()
    {
        Assert.Equal(IngredientRole.Works, Of(Read("Aqua, Phenoxyethanol, Parfum, Lactic Acid 5 %, Citric Acid"), "Lactic Acid").Role);
        Assert.Equal(IngredientRole.AdjustsPh, Of(Read("Aqua, Lactic Acid (0.3%), Glycerin, Phenoxyethanol"), "Lactic Acid").Role);
        Assert.Equal(IngredientRole.Other, Of(Read("Aqua, Glycerin, Salicylic Acid 0,1 %, Phenoxyethanol"), "Salicylic Acid").Role);
    }

    [Fact]
    public void Two_markers_before_an_acid_are_surer_than_one()
    {
        var one = Of(Read("Aqua, Glycerin, Propanediol, Phenoxyethanol, Lactic Acid, Betaine"), "Lactic Acid");
        var two = Of(Read("Aqua, Glycerin, Propanediol, Phenoxyethanol, Xanthan Gum, Lactic Acid, Betaine"), "Lactic Acid");

        Assert.Equal((IngredientRole.AdjustsPh, IngredientRole.AdjustsPh), (one.Role, two.Role));
        Assert.True(two.Certainty > one.Certainty);
    }

    [Fact]
    public void An_alphabetical_list_gives_no_inference()
    {
        var reading = Read(
            "Inactive ingredients: Allantoin, Butylene Glycol, Carbomer, Disodium EDTA, Glycerin, Glycolic Acid, Phenoxyethanol, Water,"
                + " Xanthan Gum"
        );

        Assert.True(reading.Alphabetical);
        Assert.Null(reading.OnePercentFrom);
        var acid = Of(reading, "Glycolic Acid");
        Assert.Equal(IngredientRole.Works, acid.Role);
        Assert.True(acid.Certainty <= 0.5);
    }

    [Fact]
    public void Three_spellings_of_one_list_read_the_same()
    {
        string[] spellings =
        [
            "Ingredients: Aqua, Glycerin, Lactic Acid, Niacinamide, Panthenol, Phenoxyethanol, Salicylic Acid, Parfum.",
            "INHALTSSTOFFE: WASSER/AQUA; Glyzerin; Milchsäure; Nicotinamid; D-Panthenol; 2-Phenoxyethanol; Salicylsäure; Duftstoff",
            "Ingrédients :\neau (water)\nglycérine\nacide lactique\nvitamin B3\npantenol\nphenoxythanol\nsalycilic "
                + "acid\nfragrance (parfum)",
        ];
        var readings = Array.ConvertAll(spellings, Read);

        foreach (var reading in readings)
        {
            Assert.Equal(
                readings[0].Ingredients.Select(item => (item.Name, item.Role, item.Position)),
                reading.Ingredients.Select(item => (item.Name, item.Role, item.Position))
            );
            Assert.Equal(readings[0].Roles, reading.Roles);
            Assert.Equal(readings[0].Flags, reading.Flags);
            Assert.Equal(readings[0].Kind, reading.Kind);
            Assert.Empty(reading.Unknown);
        }
    }

    [Fact]
    public void The_box_of_active_ingredients_comes_first()
    {
        var reading = Read(
            "Drug Facts\nActive ingredient    Purpose\nBenzoyl peroxide 2.5%    Acne treatment\nInactive ingredients: water, glycerin, "
                + "carbomer, sodium hydroxide\nDirections: use once a day, with care."
        );

        Assert.Equal(new Active(Substance.BenzoylPeroxide, 2.5m), Assert.Single(reading.Actives));
        Assert.Equal(ProductKind.BenzoylPeroxide, reading.Kind);
        Assert.Contains(LabelFlags.OverAcid, reading.Flags);
        Assert.Empty(reading.Unknown);
    }

    [Theory]
    [InlineData("Aqua, Petrolatum, Cetearyl Alcohol, Glyceryl Stearate, Retinol, Phenoxyethanol", ProductKind.Retinoid)]
    [InlineData(
        "Plain night cream\nAqua, Caprylic/Capric Triglyceride, Cetearyl Alcohol, Glyceryl Stearate, Salix Alba (Willow) Bark Extract, "
            + "Phenoxyethanol",
        ProductKind.Moisturiser
    )]
    [InlineData("Spot patch\nHydrocolloid, Salicylic Acid, Melaleuca Alternifolia Leaf Oil", ProductKind.SpotPatch)]
    public void A_hidden_active_is_found(string label, ProductKind kind)
    {
        var reading = Read(label);

        Assert.Equal(kind, reading.Kind);
        Assert.NotEmpty(reading.Actives);
        Assert.True(kind == ProductKind.Retinoid || reading.Has(LabelFlags.HiddenActive));
    }

    [Fact]
    public void What_it_may_contain_does_not_work()
    {
        var reading = Read(
            "Zinc Oxide, Titanium Dioxide, Aqua, Glycerin, Phenoxyethanol [+/- CI 77491, CI 77492, Salicylic Acid]. SPF 50 broad spectrum"
        );

        Assert.Equal(ProductKind.SunscreenTinted, reading.Kind);
        Assert.Equal(IngredientRole.Other, Of(reading, "Salicylic Acid").Role);
        Assert.Equal(50, reading.Spf);
        Assert.True(reading.BroadSpectrum);
    }

    [Fact]
    public void An_unknown_name_is_listed_and_a_telling_part_of_it_counts()
    {
        var reading = Read("Aqua, Glycerin, Moonpetal Extract, Retinyl Moonate, Phenoxyethanol");

        Assert.Equal(["Moonpetal Extract", "Retinyl Moonate"], reading.Unknown);
        Assert.Contains("retinoid", reading.Roles);
    }

    [Fact]
    public void Brackets_slashes_and_broken_words_are_read()
    {
        var reading = Read(
            "Aqua/Water/Eau, Caprylic/Capric Triglyceride, 1,2-Hexanediol, Exfoliating Complex (Glycolic Acid, Salicylic Acid), "
                + "Phenoxy-\nethanol, Citrus Limon (Lemon) Peel Oil"
        );

        Assert.Equal(
            [
                "Water",
                "Caprylic/Capric Triglyceride",
                "1,2-Hexanediol",
                "Glycolic Acid",
                "Salicylic Acid",
                "Phenoxyethanol",
                "Citrus Limon Peel Oil",
            ],
            reading.Ingredients.Select(item => item.Name)
        );
        Assert.Equal([1, 2, 3, 4, 4, 5, 6], reading.Ingredients.Select(item => item.Position));
        Assert.Contains(LabelFlags.Fragrance, reading.Flags);
        Assert.Contains(LabelFlags.LightSensitising, reading.Flags);
    }

    [Fact]
    public void A_claim_on_the_front_gives_the_percent()
    {
        var reading = Read(
            "Ford peel\n30 % Glycolic Acid, pH 3.1\nIngredients: Aqua, Glycolic Acid, Sodium Hydroxide, Hydroxyethylcellulose"
        );

        Assert.Equal(new Active(Substance.Glycolic, 30), Assert.Single(reading.Actives));
        Assert.Equal(3.1m, reading.Ph);
        Assert.Equal(ProductKind.WashOffPeel, reading.Kind);
        Assert.Equal("Ford peel", reading.Title);
    }

    [Fact]
    public void A_line_of_claims_above_a_list_without_heading_is_no_part_of_it()
    {
        var reading = Read("Old kiln liquid\nPeel, 35 % glycolic acid, pH 2.6\nAqua, Glycolic Acid, Sodium Hydroxide");

        Assert.Equal(ProductKind.WashOffPeel, reading.Kind);
        Assert.Equal(["Water", "Glycolic Acid", "Sodium Hydroxide"], reading.Ingredients.Select(item => item.Name));
        Assert.Equal((new Active(Substance.Glycolic, 35), 2.6m), (reading.Actives.Single(), reading.Ph!.Value));
    }

    [Theory]
    [InlineData("Resorcinol")]
    [InlineData("Pyruvic Acid")]
    [InlineData("TCA")]
    public void What_is_never_used_at_home_is_flagged_wherever_it_stands(string name) =>
        Assert.Contains(LabelFlags.NeverAtHome, Read($"Aqua, Alcohol Denat., Phenoxyethanol, {name}").Flags);

    [Fact]
    public void Bases_are_flagged()
    {
        var reading = Read(
            "Aqua, Sodium Laureth Sulfate, Alcohol Denat., Cocos Nucifera (Coconut) Oil, Lanolin, Arachis Hypogaea Oil, Papain, "
                + "Methylisothiazolinone"
        );

        Assert.Superset(
            new HashSet<string>
            {
                LabelFlags.StrongSulphate,
                LabelFlags.AlcoholNearTop,
                LabelFlags.HeavyOil,
                "allergen-lanolin",
                "allergen-nut-oils",
                "allergen-latex",
                "allergen-preservatives",
            },
            reading.Flags.ToHashSet()
        );
    }

    [Fact]
    public void A_lone_fruit_extract_is_no_acid_but_two_are()
    {
        Assert.Empty(Read("Aqua, Glycerin, Vaccinium Myrtillus Fruit Extract, Phenoxyethanol").Actives);
        Assert.NotEmpty(Read("Aqua, Vaccinium Myrtillus Fruit Extract, Sugar Cane Extract, Glycerin, Phenoxyethanol").Actives);
    }

    [Theory]
    [InlineData("", "paste the list")]
    [InlineData("   \n ", "paste the list")]
    [InlineData("!!! ??? ---", "no list of ingredients")]
    public void An_empty_text_says_what_to_do(string text, string remedy) =>
        Assert.Contains(remedy, LabelReader.Read(text).Problem!.Remedy, StringComparison.Ordinal);

    [Fact]
    public void A_text_too_long_or_no_text_at_all_is_refused()
    {
        Assert.Contains("5,000,000", LabelReader.Read(new string('a', 5_000_000)).Problem!.Remedy, StringComparison.Ordinal);
        Assert.Contains("no text", LabelReader.Read("PNG\u0000\u0001\u0002\u0003\u0004, aqua").Problem!.Remedy, StringComparison.Ordinal);
    }

    /// <summary>Any order, case, separator and noise: nothing throws, nothing is dropped, certainty stays in range.</summary>
    [Fact]
    public void Whatever_is_pasted_every_name_is_found_or_listed()
    {
        var names = IngredientTable.Known.All.SelectMany(ingredient => ingredient.Also.Prepend(ingredient.Name)).ToArray();
        for (var seed = 0; seed < 1500; seed++)
        {
            var random = new Random(seed);
            var picked = Enumerable
                .Range(0, random.Next(1, 25))
                .Select(_ => random.Next(6) == 0 ? $"Zzyx{random.Next(100)} extract" : names[random.Next(names.Length)])
                .ToList();
            var separator = random.Next(3) switch
            {
                0 => ", ",
                1 => "; ",
                _ => "\n",
            };
            var text = string.Join(separator, picked.Select(name => random.Next(2) == 0 ? name.ToUpperInvariant() : name));
            var (reading, problem) = LabelReader.Read(text);

            Assert.True(reading is not null, $"{problem}: {text}");
            Assert.All(reading.Ingredients, item => Assert.InRange(item.Certainty, 0.01, 1));
            foreach (var name in picked.Where(name => !name.StartsWith("Zzyx", StringComparison.Ordinal)))
            {
                Assert.True(
                    reading.Ingredients.Any(item => item.Ingredient == IngredientTable.Known.Find(name)),
                    $"{name} is lost of: {text}"
                );
            }

            Assert.Equal(
                picked.Count(name => name.StartsWith("Zzyx", StringComparison.Ordinal)),
                reading.Unknown.Count(name => name.StartsWith("zzyx", StringComparison.OrdinalIgnoreCase))
            );
        }
    }

    [Fact]
    public void One_slip_of_the_pen_in_a_long_name_is_forgiven()
    {
        foreach (var ingredient in IngredientTable.Known.All.Where(ingredient => ingredient.IsIrritant && ingredient.Name.Length >= 8))
        {
            for (var at = 1; at < ingredient.Name.Length; at++)
            {
                var reading = Read($"Aqua, {ingredient.Name.Remove(at, 1)}, Glycerin");
                Assert.True(
                    reading.Ingredients.Any(item => item.Ingredient.Family == ingredient.Family),
                    $"{ingredient.Name.Remove(at, 1)} became {string.Join(", ", reading.Ingredients.Select(item => item.Name))}"
                );
            }
        }
    }

    [Fact]
    public void The_knowledge_agrees_with_the_chemistry_of_the_rules()
    {
        var all = IngredientTable.Known.All;
        Assert.True(all.Count >= 300, $"{all.Count}");
        foreach (
            var ingredient in all.Where(ingredient =>
                ingredient.Substance is not null
                && ingredient.Name.StartsWith(SubstanceTraits.Of(ingredient.Substance!.Value).Title, StringComparison.OrdinalIgnoreCase)
            )
        )
        {
            var traits = SubstanceTraits.Of(ingredient.Substance!.Value);
            Assert.True(traits.Pka is null || traits.Pka == ingredient.Pka, ingredient.Name);
            Assert.True(traits.MolarMass is null || traits.MolarMass == ingredient.MolarMass, ingredient.Name);
        }

        Assert.All(Enum.GetValues<Substance>(), substance => Assert.Contains(all, ingredient => ingredient.Substance == substance));
        Assert.All(all.Where(ingredient => ingredient.Family == Family.Bha), ingredient =>
            Assert.Contains(Allergen.Salicylates, ingredient.Allergens)
        );
    }
}
