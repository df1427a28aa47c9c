using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

public class EverydayTests
{
    private static readonly DateOnly Monday = CaseBuilder.Monday;

    private static Product Of(string id, ProductKind kind, int? runniness = null) =>
        new()
        {
            Id = id,
            Name = id,
            Kind = kind,
            Runniness = runniness,
        };

    private static IEnumerable<string?> Used(HalfDay half, RoutineSlot slot) =>
        half.Steps.Where(step => step.Slot == slot).Select(step => step.Product);

    [Fact]
    public void Of_two_cleansers_the_cream_has_the_morning_and_the_gel_the_evening()
    {
        var day = CaseBuilder.Basic().Own(Of("creamy", ProductKind.CreamCleanser)).Plan(1).Days[0];

        Assert.Equal(["creamy"], Used(day.Morning, RoutineSlot.Cleanse));
        Assert.Equal(["cleanser"], Used(day.Evening, RoutineSlot.Cleanse));
        Assert.Equal(RuleBook.OneOfAKind, day.Morning.WhyNot("cleanser"));
    }

    [Fact]
    public void Of_two_moisturisers_the_lighter_has_the_morning()
    {
        var day = CaseBuilder.Basic().Own(Of("lotion", ProductKind.Moisturiser, 3)).Plan(1).Days[0];

        Assert.Equal(["lotion"], Used(day.Morning, RoutineSlot.Moisturiser));
        Assert.Equal(["cream"], Used(day.Evening, RoutineSlot.Moisturiser));
    }

    [Fact]
    public void Of_two_sunscreens_skin_that_marks_easily_gets_the_tinted_one()
    {
        var tinted = new Product
        {
            Id = "tint",
            Name = "Tint",
            Kind = ProductKind.SunscreenTinted,
            Spf = 30,
            BroadSpectrum = true,
        };
        IEnumerable<string?> For(Phototype type) =>
            Used(
                CaseBuilder.Basic().Own(tinted).With(intake => intake with { Phototype = type }).Plan(1).Days[0].Morning,
                RoutineSlot.Sunscreen
            );

        Assert.Equal(["sun"], For(Phototype.II));
        Assert.Equal(["tint"], For(Phototype.V));
    }

    [Fact]
    public void A_moisturiser_with_SPF_counts_as_sunscreen_at_the_full_dose_when_it_is_the_only_one()
    {
        var day = new CaseBuilder()
            .Own(
                CaseBuilder.Cleanser,
                new Product
                {
                    Id = "day",
                    Name = "Day",
                    Kind = ProductKind.MoisturiserWithSpf,
                    Spf = 30,
                    BroadSpectrum = true,
                }
            )
            .Plan(1)
            .Days[0];
        var step = day.Morning.Steps[^1];

        Assert.Equal(("day", RoutineSlot.Sunscreen, "half a teaspoon"), (step.Product, step.Slot, step.Amount!.ToString()));
    }

    [Theory]
    [InlineData(true, 29, false)]
    [InlineData(false, 50, false)]
    [InlineData(true, 30, true)]
    public void A_sunscreen_counts_by_SPF_and_UVA(bool broad, int spf, bool counts)
    {
        var path = new CaseBuilder()
            .Own(
                CaseBuilder.Cleanser,
                CaseBuilder.Moisturiser,
                CaseBuilder.Glycolic,
                CaseBuilder.Sunscreen with
                {
                    BroadSpectrum = broad,
                    Spf = spf,
                }
            )
            .InUse("glycolic", Monday, 1)
            .Plan(7);
        var sunscreen = path.Days[0].Morning.Steps.Single(step => step.Slot == RoutineSlot.Sunscreen);

        Assert.Equal(counts ? RuleBook.SunscreenMorning : RuleBook.SunscreenBetterThanNone, sunscreen.Because[0].Rule);
        Assert.Equal(counts, path.DaysOf("glycolic").Count > 0);
    }

    [Fact]
    public void A_product_past_its_time_is_left_out_from_the_next_day()
    {
        var serum = new Product
        {
            Id = "hydra",
            Name = "Dew",
            Kind = ProductKind.HydratingSerum,
            OpenedOn = Monday.AddMonths(-3).AddDays(4),
            MonthsGood = 3,
        };
        var path = CaseBuilder.Basic().Own(serum).Plan(10);

        Assert.All(path.Days, day => Assert.Equal(day.Date <= Monday.AddDays(4), day.Evening.Has("hydra")));
        Assert.Equal(RuleBook.Empty, path.Days[^1].Evening.WhyNot("hydra"));
    }

    [Fact]
    public void Peel_kits_and_things_on_hand_never_enter_a_routine_and_say_why()
    {
        var kit = new Product
        {
            Id = "kit",
            Name = "Kiln",
            Kind = ProductKind.WashOffPeel,
            Actives = [new(Substance.Glycolic, 12)],
            Ph = 3.6m,
        };
        var evening = CaseBuilder.Basic().Own(kit, Of("aloe", ProductKind.AloeGel)).Plan(1).Days[0].Evening;

        Assert.Equal(RuleBook.SessionOnly, evening.WhyNot("kit"));
        Assert.Equal(RuleBook.OnHand, evening.WhyNot("aloe"));
    }

    [Fact]
    public void A_parked_product_is_nowhere()
    {
        var path = CaseBuilder.Basic().Park(CaseBuilder.Glycolic).Plan(5);

        Assert.DoesNotContain(path.Days.SelectMany(day => day.Evening.Omitted.Concat(day.Morning.Omitted)), omission =>
            omission.Product == "glycolic"
        );
        Assert.Empty(path.DaysOf("glycolic"));
    }

    [Fact]
    public void More_than_six_steps_are_named_and_an_empty_shelf_is_told_what_it_lacks()
    {
        var full = CaseBuilder
            .Basic()
            .Own(
                Of("oil", ProductKind.OilCleanser),
                Of("toner", ProductKind.CalmingToner),
                Of("a", ProductKind.HydratingSerum),
                Of("b", ProductKind.NiacinamideSerum),
                Of("eye", ProductKind.EyeGel)
            )
            .Plan(1);

        Assert.Contains(full.Warnings, because => because.Rule == RuleBook.ManySteps);
        Assert.Equal(3, new CaseBuilder().Plan(1).Warnings.Count(because => because.Rule == RuleBook.ShelfLacks));
    }

    [Theory]
    [InlineData(0)]
    [InlineData(401)]
    public void A_path_of_no_days_or_of_too_many_is_refused(int days) =>
        Assert.Throws<ArgumentOutOfRangeException>(() => CaseBuilder.Basic().Plan(days));
}
