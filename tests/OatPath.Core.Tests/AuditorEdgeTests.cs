using OatPath.Core.Audit;
using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Planner;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

/// <summary>Where exactly the auditor begins to object: paths changed by hand, one on either side of a limit.</summary>
public class AuditorEdgeTests
{
    private static readonly DateOnly Monday = CaseBuilder.Monday;

    private static Product Of(ProductKind kind) =>
        new()
        {
            Id = "it",
            Name = "It",
            Kind = kind,
        };

    /// <summary>A path on which a product is used on these days from the first, and nothing else.</summary>
    private static CarePath Used(CarePath path, Product product, params int[] days)
    {
        var use = new Step
        {
            Key = product.Id,
            Action = StepAction.Apply,
            Product = product.Id,
            Kind = product.Kind,
            Because = [Because.Of(RuleBook.Everyday)],
        };
        return path with
        {
            Days = [.. path.Days.Select((day, i) => day with { Evening = new HalfDay(days.Contains(i) ? [use] : [], []) })],
        };
    }

    public static TheoryData<ProductKind, SkinType, int[], bool> Roles =>
        new()
        {
            { ProductKind.Scrub, SkinType.Normal, [0, 3, 6], true },
            { ProductKind.Scrub, SkinType.Normal, [0, 3, 7], false },
            { ProductKind.Mitt, SkinType.Normal, [0, 3, 6], true },
            { ProductKind.ScrubMask, SkinType.Normal, [0, 6], true },
            { ProductKind.ScrubMask, SkinType.Normal, [0, 7], false },
            { ProductKind.Razor, SkinType.Normal, [0, 6], true },
            { ProductKind.Razor, SkinType.Normal, [0, 7], false },
            { ProductKind.UltrasonicBlade, SkinType.Normal, [0, 6], true },
            { ProductKind.UltrasonicBlade, SkinType.Normal, [0, 7], false },
            { ProductKind.PeelPad, SkinType.Normal, [0, 2, 4, 6], true },
            { ProductKind.PeelPad, SkinType.Normal, [0, 2, 4, 7], false },
            { ProductKind.Enzyme, SkinType.Normal, [0, 3, 6], true },
            { ProductKind.Enzyme, SkinType.Normal, [0, 3, 7], false },
            { ProductKind.ExfoliatingCleanser, SkinType.Dry, [0, 3, 6], true },
            { ProductKind.ExfoliatingCleanser, SkinType.Dry, [0, 3, 7], false },
            { ProductKind.ExfoliatingCleanser, SkinType.Oily, [0, 1, 2, 3, 4, 5, 6], false },
        };

    [Theory]
    [MemberData(nameof(Roles))]
    public void A_role_has_its_most_uses_in_seven_days(ProductKind kind, SkinType skin, int[] days, bool tooMany)
    {
        var product = Of(kind);
        var file = CaseBuilder.Basic().Own(product).Build();
        file = file with { Intake = file.Intake with { SkinType = skin } };
        var path = PathPlanner.Plan(file, CaseBuilder.Rules, days: 10);

        var breaches = PathAuditor
            .Audit(file, CaseBuilder.Rules, Used(path, product, days))
            .Where(breach => breach.Rule == RuleBook.ExfoliationBudget && breach.Detail.Contains(" uses as ", StringComparison.Ordinal));

        Assert.Equal(tooMany, breaches.Any());
    }

    public static TheoryData<SkinReport, string?> Reports =>
        new()
        {
            {
                new() { Sting = 7, StingSeconds = 1 },
                RuleBook.RedPause
            },
            {
                new() { Sting = 6, StingSeconds = 3600 },
                null
            },
            {
                new() { Sting = 5, StingSeconds = 3601 },
                RuleBook.RedPause
            },
            {
                new() { Sting = 5, StingSeconds = 3600 },
                null
            },
            {
                new() { Sting = 4, StingSeconds = 7200 },
                null
            },
            {
                new() { Pain = 8 },
                RuleBook.MedicalPause
            },
            {
                new() { Pain = 7 },
                null
            },
            {
                new() { Redness = 3, RednessPast24h = true },
                RuleBook.RedPause
            },
            {
                new() { Redness = 2, RednessPast24h = true },
                null
            },
            {
                new() { Signs = [Sign.Raw] },
                RuleBook.RedPause
            },
        };

    /// <summary>What pauses everything pauses it for the auditor too, and what does not, does not.</summary>
    [Theory]
    [MemberData(nameof(Reports))]
    public void A_report_pauses_from_its_limit_on(SkinReport report, string? rule)
    {
        var file = CaseBuilder
            .Basic()
            .Own(CaseBuilder.Glycolic)
            .InUse("glycolic", Monday.AddDays(-60), 1)
            .Use("glycolic", Monday)
            .Report(Monday, report)
            .Now(Monday, 22)
            .Build();
        var path = PathPlanner.Plan(file, CaseBuilder.Rules, days: 20);

        Assert.Empty(PathAuditor.Audit(file, CaseBuilder.Rules, path));
        var pauses = PathAuditor
            .Audit(file, CaseBuilder.Rules, Used(path, CaseBuilder.Glycolic, 12))
            .Where(breach => breach.Rule is RuleBook.RedPause or RuleBook.MedicalPause);

        Assert.Equal(rule, pauses.FirstOrDefault()?.Rule);
    }
}
