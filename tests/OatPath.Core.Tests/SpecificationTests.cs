using OatPath.Core.Case;
using OatPath.Core.Fit;
using OatPath.Core.Formats;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Planner;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

/// <summary>Planning by kind before by bottle, and what a bottle then changes.</summary>
public sealed class SpecificationTests
{
    private static readonly DateOnly Monday = CaseBuilder.Monday;

    private static Product Asked(string id) => StarterShelf.All.Single(product => product.Id == $"kind-{id}");

    /// <summary>A bottle that is what was asked for, with its own figures.</summary>
    private static Product Bound(Product asked, Func<Product, Product>? bottle = null) =>
        (bottle?.Invoke(asked) ?? asked) is var found ? found with { Spec = asked.Spec! with { Bottle = "bottle" } } : asked;

    [Fact]
    public void The_starter_shelf_has_every_kind_that_is_asked_for_each_right_and_refused_to_no_adult()
    {
        Assert.InRange(StarterShelf.All.Count, 40, 60);
        Assert.Equal(StarterShelf.All.Count, StarterShelf.All.Select(product => product.Id).Distinct().Count());
        Assert.Equal(StarterShelf.All.Count, StarterShelf.All.Select(product => product.Name).Distinct().Count());
        Assert.All(
            StarterShelf.All,
            product =>
            {
                var problems = new List<Problem>();
                CaseCheck.CheckProduct(problems, product, Monday);
                Assert.Empty(problems);
                Assert.True(product.IsUnbound);
                Assert.Empty(HardLimits.Check(product));
                Assert.DoesNotContain(
                    Suitability.Judge(product, new Intake { BirthDate = new DateOnly(1990, 5, 1) }, Monday),
                    verdict => verdict.Refuses
                );
            }
        );
        var families = StarterShelf.All.SelectMany(product => product.Families()).ToHashSet();
        Assert.Superset(
            new HashSet<Family>
            {
                Family.Aha,
                Family.Bha,
                Family.Pha,
                Family.Azelaic,
                Family.Retinoid,
                Family.AscorbicAcid,
                Family.BenzoylPeroxide,
                Family.Enzyme,
                Family.PigmentInhibitor,
            },
            families
        );
        Assert.Contains(StarterShelf.All, product => product.IsUsableSunscreen(50, Monday));
    }

    [Fact]
    public void A_specification_is_read_back_as_it_was_written()
    {
        var file = CaseBuilder.Basic().Own(Asked("mandelic-8"), Bound(Asked("lactic-5"))).Build();

        var (read, problems) = CaseJson.ReadCase(CaseJson.Write(file));

        Assert.Empty(problems);
        Assert.Equal(file.Shelf.Select(item => item.Product.Spec), read!.Shelf.Select(item => item.Product.Spec));
        Assert.True(read.Shelf.Single(item => item.Product.Id == "kind-mandelic-8").Product.IsUnbound);
    }

    [Fact]
    public void An_acid_asked_for_by_kind_is_planned_but_never_begins_however_many_days_go_by()
    {
        var built = CaseBuilder.Basic().Own(Asked("mandelic-8")).Start("kind-mandelic-8", Monday);

        Assert.NotEmpty(built.Plan().DaysOf("kind-mandelic-8"));
        for (var day = Monday; day < Monday.AddDays(40); day = day.AddDays(1))
        {
            var path = built.Now(day).Plan(14);
            var soon = path.Days.Where(cell => cell.Date < day.AddDays(Specification.DaysToFind)).ToList();
            Assert.DoesNotContain(soon.SelectMany(cell => cell.Evening.Steps), step => step.Product == "kind-mandelic-8");
            Assert.Equal(RuleBook.BottleFirst, soon[0].Evening.WhyNot("kind-mandelic-8"));
        }
    }

    [Fact]
    public void What_cleanses_and_cares_is_planned_from_tonight_on()
    {
        var path = new CaseBuilder().Own(Asked("gel-cleanser"), Asked("cream"), Asked("sun-50")).Plan(3);

        Assert.True(path.Days[0].Evening.Has("kind-gel-cleanser"));
        Assert.True(path.Days[0].Evening.Has("kind-cream"));
        Assert.True(path.Days[1].Morning.Has("kind-sun-50"));
    }

    [Fact]
    public void A_sunscreen_without_a_bottle_lets_no_acid_begin_and_one_with_a_bottle_does()
    {
        CaseBuilder With(Product sunscreen) =>
            new CaseBuilder()
                .Own(CaseBuilder.Cleanser, CaseBuilder.Moisturiser, sunscreen, CaseBuilder.Glycolic)
                .InUse("glycolic", Monday.AddDays(-1), 1);

        var without = With(Asked("sun-50")).Plan(14);

        Assert.DoesNotContain(without.DaysOf("glycolic"), day => day < Monday.AddDays(Specification.DaysToFind));
        Assert.Equal(RuleBook.SunscreenBottleFirst, without.Days[0].Evening.WhyNot("glycolic"));
        Assert.Contains(With(Bound(Asked("sun-50"))).Plan(14).DaysOf("glycolic"), day => day < Monday.AddDays(Specification.DaysToFind));
    }

    [Fact]
    public void A_bottle_bound_keeps_the_start_and_the_ladder_and_begins_with_its_own_patch_test()
    {
        var asked = Asked("mandelic-8");
        var start = new CaseBuilder().Start(asked.Id, Monday).Decide(
            new ShapeLadder
            {
                Id = "shape",
                Product = asked.Id,
                On = Monday,
                Top = 1,
            }
        );
        var file = start.Now(Monday.AddDays(3)).Own(CaseBuilder.Cleanser, CaseBuilder.Moisturiser, CaseBuilder.Sunscreen).Build();
        var bottle = Bound(asked, product => product with { Actives = [new(Substance.Mandelic, 7)], Ph = 3.8m, Name = "Quay drops" });

        var path = PathPlanner.Plan(
            file with
            {
                Shelf =
                [
                    .. file.Shelf,
                    new ShelfItem { Product = bottle, Was = [FormerFormula.Of(asked, CaseBuilder.At(Monday.AddDays(2)))] },
                ],
            },
            CaseBuilder.Rules,
            null,
            84
        );

        Assert.Contains(
            path.Days.Take(2).SelectMany(day => day.Evening.Steps),
            step => step.Action == StepAction.PatchTest && step.Product == asked.Id
        );
        Assert.NotEmpty(path.DaysOf(asked.Id));
        Assert.All(
            path.Days.SelectMany(day => day.Evening.Steps).Where(step => step.Product == asked.Id && step.Frequency is not null),
            step => Assert.True(step.Frequency <= Frequency.TwiceAWeek)
        );
    }

    [Fact]
    public void Uses_from_before_there_was_a_bottle_prove_nothing_of_the_bottle()
    {
        var asked = Asked("glycolic-5");
        var file = CaseBuilder
            .Basic()
            .Start(asked.Id, Monday.AddDays(-30))
            .Use(asked.Id, Monday.AddDays(-9))
            .Use(asked.Id, Monday.AddDays(-5))
            .Build();
        var bottle = new ShelfItem { Product = Bound(asked), Was = [FormerFormula.Of(asked, CaseBuilder.At(Monday, 9))] };

        var path = PathPlanner.Plan(file with { Shelf = [.. file.Shelf, bottle] }, CaseBuilder.Rules, null, 14);

        var test = path.Days.First(day => day.Evening.Steps.Any(step => step.Action == StepAction.PatchTest && step.Product == asked.Id));
        Assert.All(path.DaysOf(asked.Id), day => Assert.True(day >= test.Date.AddDays(3)));
    }

    /// <summary>The same client, once with what is asked for and once with a bottle of it: never stronger, and never more.</summary>
    [Fact]
    public void Every_bottle_inside_gives_a_plan_no_stronger_than_what_was_asked_for()
    {
        var seed = 0;
        foreach (var asked in StarterShelf.All.Where(product => product.IsActive()))
        {
            for (var i = 0; i < 6; i++)
            {
                var chance = new Random(seed++);
                var bottle = Bound(asked, product => Inside(product, chance));
                Assert.True(BottleFit.Of(asked.Spec!, bottle).Binds, $"{asked.Name}: {Said(asked, bottle)}");
                Assert.False(bottle.IsUnbound);

                // Both stand as if they had a bottle, so that what differs is the strength alone.
                var strong = Used(Bound(asked), chance.Next());
                var mild = Used(bottle, seed);
                Assert.True(
                    Ramp.LoadIndex.Of(bottle) <= Ramp.LoadIndex.Of(asked) + 1e-9,
                    $"{asked.Name}: {Ramp.LoadIndex.Of(bottle)} > {Ramp.LoadIndex.Of(asked)}"
                );
                Assert.True(mild.DaysOf(asked.Id).Count <= strong.DaysOf(asked.Id).Count, asked.Name);
            }
        }
    }

    [Fact]
    public void Every_bottle_outside_is_refused()
    {
        var seed = 0;
        foreach (var asked in StarterShelf.All)
        {
            foreach (var (what, bottle) in Outside(asked, new Random(seed++)))
            {
                Assert.False(BottleFit.Of(asked.Spec!, bottle).Binds, $"{asked.Name}, {what}: {Said(asked, bottle)}");
                var problems = new List<Problem>();
                CaseCheck.CheckProduct(problems, Bound(asked, _ => bottle), Monday);
                Assert.Contains(problems, problem => problem.Field == "product.spec");
                Assert.True(Bound(asked, _ => bottle).IsUnbound, $"{asked.Name}, {what}");
            }
        }
    }

    [Fact]
    public void A_template_asks_for_the_kind_again_since_the_next_client_has_another_bottle()
    {
        var asked = Asked("mandelic-8");
        var bound = Bottles.Bind(asked, asked with { Id = "own-1", Name = "Quay drops", Spec = null, Label = "Quay drops", Ph = 3.8m });

        var template = Proposals.RegimenTemplate.Of("Dull skin", CaseBuilder.Basic().Own(bound).Build());

        var again = template.Products.Single(product => product.Id == asked.Id);
        Assert.Equal((asked.Name, asked.Ph, "", true), (again.Name, again.Ph, again.Label, again.IsUnbound));
        Assert.Equal("Quay drops", Bottles.BottleOf(bound).Name);
    }

    [Theory]
    [InlineData(12, "3.6", BottleAnswer.Stronger, "mandelic acid 12 %, asked for mandelic acid 9 to 11 %: stronger")]
    [InlineData(8, "3.6", BottleAnswer.Gentler, "mandelic acid 8 %, asked for mandelic acid 9 to 11 %: gentler")]
    [InlineData(10, "3.2", BottleAnswer.Stronger, "pH 3.2, asked for pH 3.5 to 4.2: stronger")]
    [InlineData(10, "4.5", BottleAnswer.Gentler, "pH 4.5, asked for pH 3.5 to 4.2: gentler")]
    [InlineData(10, null, BottleAnswer.Unknown, "pH not said, asked for pH 3.5 to 4.2: not known")]
    public void A_bottle_is_compared_field_by_field(int percent, string? ph, BottleAnswer answer, string words)
    {
        var asked = Asked("mandelic-11");
        var fit = BottleFit.Of(
            asked.Spec!,
            asked with
            {
                Actives = [new(Substance.Mandelic, percent)],
                Ph = ph is null ? null : decimal.Parse(ph, System.Globalization.CultureInfo.InvariantCulture),
            }
        );

        Assert.Equal(answer, fit.Answer);
        Assert.Equal(words, Assert.Single(fit.Off).InWords());
    }

    [Fact]
    public void A_case_cannot_hide_a_milder_acid_in_what_is_asked_for_nor_begin_it()
    {
        IReadOnlyList<string> Fields(Product product, bool inUse = false)
        {
            var built = CaseBuilder.Basic().Own(product);
            return [.. CaseCheck.Check((inUse ? built.InUse(product.Id, Monday, 0) : built).Build()).Select(problem => problem.Field)];
        }

        var asked = Asked("mandelic-8");
        Assert.Empty(Fields(asked));
        Assert.Equal(["shelf[3].product.spec"], Fields(asked with { Actives = [new(Substance.Mandelic, 4)] }));
        Assert.Equal(["shelf[3].product.spec"], Fields(asked with { Ph = 4 }));
        Assert.Equal(["shelf[3].product.spec"], Fields(asked with { OpenedOn = Monday }));
        Assert.Equal(["decisions[0].alreadyInUse"], Fields(asked, inUse: true));
        Assert.Contains(
            "shelf[3].product.spec.kind",
            Fields(CaseBuilder.WeakKit with { Spec = new() { Kind = ProductKind.WashOffPeel } })
        );
        Assert.Contains(
            "shelf[3].product.spec.actives[0].most",
            Fields(asked with { Spec = asked.Spec! with { Actives = [new(Substance.Mandelic, 5)] } })
        );
        Assert.Contains("shelf[3].product.spec.phLeast", Fields(asked with { Spec = asked.Spec! with { PhLeast = 5 } }));
    }

    private static string Said(Product asked, Product bottle) =>
        string.Join("; ", BottleFit.Of(asked.Spec!, bottle).Off.Select(point => point.InWords()));

    /// <summary>A client who uses it for a while and says that it is calm, as far as the plan lets her.</summary>
    private static CarePath Used(Product product, int seed) =>
        CaseBuilder
            .Basic()
            .Own(product)
            .Start(product.Id, Monday.AddDays(-10))
            .Patched(product.Id, Monday.AddDays(-9))
            .Use(product.Id, Monday.AddDays(-6 + (seed % 2)))
            .Plan(42);

    private static Product Inside(Product asked, Random chance)
    {
        decimal Between(decimal? least, decimal? most)
        {
            var (from, to) = (least ?? (most ?? 1) / 2, most ?? 10);
            return Math.Round(from + ((to - from) * chance.Next(0, 11) / 10), 3);
        }

        var spec = asked.Spec!;
        var kinds = spec.OrKinds.Prepend(spec.Kind).ToList();
        return asked with
        {
            Kind = kinds[chance.Next(kinds.Count)],
            Actives =
            [
                .. spec.Actives.Select(range => new Active(
                    range.Substance,
                    range.Most is null ? null : Between(chance.Next(4) == 0 ? range.Most / 3 : range.Least, range.Most)
                )),
            ],
            Ph = spec.PhLeast is null ? asked.Ph : Between(spec.PhLeast, spec.PhMost + chance.Next(2)),
        };
    }

    private static IEnumerable<(string What, Product Bottle)> Outside(Product asked, Random chance)
    {
        var spec = asked.Spec!;
        yield return ("another kind", asked with { Kind = spec.Kind == ProductKind.EyeGel ? ProductKind.NeckCream : ProductKind.EyeGel });
        yield return ("with an acid besides", asked with { Actives = [.. asked.Actives, new(Substance.Tartaric, 1)] });
        foreach (var range in spec.Actives.Where(range => range.Most is not null))
        {
            Product With(decimal? percent) =>
                asked with
                {
                    Actives =
                    [
                        .. asked.Actives.Select(active =>
                            active.Substance == range.Substance ? active with { Percent = percent } : active
                        ),
                    ],
                };
            yield return ("stronger", With(range.Most + (decimal)(chance.Next(1, 50) / 10.0)));
            yield return ("no percent", With(null));
            yield return ("twice", asked with { Actives = [.. asked.Actives, new(range.Substance, 0.1m)] });
            yield return ("without it", asked with { Actives = [.. asked.Actives.Where(active => active.Substance != range.Substance)] });
        }

        if (spec.PhLeast is { } least)
        {
            yield return ("too acid", asked with { Ph = least - 0.1m });
            yield return ("no pH", asked with { Ph = null });
        }

        if (spec.SpfLeast is { } spf)
        {
            yield return ("less SPF", asked with { Spf = spf - 1 });
            yield return ("no UVA", asked with { BroadSpectrum = false });
        }

        foreach (var allergen in spec.Without)
        {
            yield return ($"with {allergen}", asked with { Contains = [allergen] });
        }

        if (spec.WithoutBase.Contains(UnwantedBase.StrongSulphate))
        {
            yield return ("sulphate", asked with { StrongSulphate = true });
        }
    }
}
