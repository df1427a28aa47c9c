using OatPath.Core.House;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

public class DeviceTests
{
    private static readonly DateOnly Monday = CaseBuilder.Monday;

    private static Product Of(ProductKind kind) =>
        new()
        {
            Id = kind.ToString(),
            Name = KindTraits.Of(kind).Title,
            Kind = kind,
            Sheet = kind == ProductKind.LightMask ? new() { MostSeconds = 600, RestDays = 3 } : null,
        };

    private static string Evening(CaseBuilder build, DateOnly? day = null) =>
        string.Join(
            " ",
            build.Plan(14).On(day ?? Monday)!.Evening.Steps.Select(step => step.Action == StepAction.Apply ? step.Key : $"({step.Key})")
        );

    [Fact]
    public void Steam_comes_first_and_the_oil_still_finds_dry_skin() =>
        Assert.Equal(
            "(hands) FacialSteamer (dry-between) OilCleanser cleanser (dry) cream",
            Evening(CaseBuilder.Basic().Own(Of(ProductKind.FacialSteamer), Of(ProductKind.OilCleanser)))
        );

    private static Product Gel(string id, ProductKind device, GelCharge? charge) =>
        new()
        {
            Id = id,
            Name = id,
            Kind = ProductKind.ConductiveGel,
            MadeFor = device,
            Charge = charge,
        };

    /// <summary>One gel too few, the other device's, or one whose charge nobody noted.</summary>
    public static TheoryData<ProductKind, string> WrongGels =>
        new()
        {
            { ProductKind.GalvanicDevice, "minus" },
            { ProductKind.GalvanicDevice, "plain other" },
            { ProductKind.GalvanicDevice, "minus unknown" },
            { ProductKind.MicrocurrentDevice, "minus plus" },
            { ProductKind.IonCleanser, "minus plus other" },
        };

    [Theory]
    [MemberData(nameof(WrongGels))]
    public void The_wrong_gel_is_refused_and_the_right_one_named(ProductKind device, string gels)
    {
        var build = CaseBuilder.Basic().Own(Of(device));
        foreach (var gel in gels.Split(' '))
        {
            build.Own(
                gel switch
                {
                    "minus" => Gel("minus", ProductKind.GalvanicDevice, GelCharge.Negative),
                    "plus" => Gel("plus", ProductKind.GalvanicDevice, GelCharge.Positive),
                    "other" => Gel("other", ProductKind.MicrocurrentDevice, GelCharge.None),
                    "unknown" => Gel("unknown", ProductKind.GalvanicDevice, null),
                    _ => Gel("plain", ProductKind.GalvanicDevice, GelCharge.None),
                }
            );
        }

        var omission = build.Plan(1).Days[0].Evening.Omitted.Single(omission => omission.Product == device.ToString());
        Assert.Equal(RuleBook.DeviceGel, omission.Because.Rule);
        Assert.Contains(
            device switch
            {
                ProductKind.GalvanicDevice when gels.StartsWith("plain", StringComparison.Ordinal) => "two gels",
                ProductKind.GalvanicDevice => "positive gel",
                ProductKind.MicrocurrentDevice => "without a charge",
                _ => "mist or gel",
            },
            Words.Say(omission.Because),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void A_current_goes_on_after_cleansing_with_its_gel_and_before_toner() =>
        Assert.Equal(
            "(hands) cleanser GalvanicDevice (dry) CalmingToner cream",
            Evening(
                CaseBuilder
                    .Basic()
                    .Own(
                        Of(ProductKind.GalvanicDevice),
                        Gel("minus", ProductKind.GalvanicDevice, GelCharge.Negative),
                        Gel("plus", ProductKind.GalvanicDevice, GelCharge.Positive),
                        Of(ProductKind.CalmingToner)
                    )
            )
        );

    [Fact]
    public void Without_its_own_gel_no_current_runs() =>
        Assert.Equal(
            RuleBook.DeviceGel,
            CaseBuilder.Basic().Own(Of(ProductKind.MicrocurrentDevice)).Plan(3).Days[0].Evening.WhyNot("MicrocurrentDevice")
        );

    [Fact]
    public void A_current_and_an_acid_never_share_an_evening_established_or_not()
    {
        var path = CaseBuilder
            .Basic()
            .Own(Of(ProductKind.MicrocurrentDevice), Gel("plain", ProductKind.MicrocurrentDevice, GelCharge.None), CaseBuilder.Glycolic)
            .InUse("glycolic", Monday, 3)
            .Established(Family.Aha, Monday)
            .Plan(28);

        Assert.NotEmpty(path.DaysOf("MicrocurrentDevice"));
        Assert.NotEmpty(path.DaysOf("glycolic"));
        Assert.Empty(path.DaysOf("MicrocurrentDevice").Intersect(path.DaysOf("glycolic")));
    }

    [Theory]
    [InlineData(ProductKind.GalvanicDevice, FlagKind.ImplantedElectronics, RuleBook.ElectricalDevice)]
    [InlineData(ProductKind.MicrocurrentDevice, FlagKind.Pregnancy, RuleBook.ElectricalDevice)]
    [InlineData(ProductKind.IonCleanser, FlagKind.MetalInFace, RuleBook.ElectricalDevice)]
    [InlineData(ProductKind.LightMask, FlagKind.LightSensitiveEyes, RuleBook.LightMask)]
    [InlineData(ProductKind.WarmColdPlate, FlagKind.Rosacea, RuleBook.HeatDevice)]
    [InlineData(ProductKind.FacialSteamer, FlagKind.Rosacea, RuleBook.HeatDevice)]
    public void A_flag_keeps_a_device_off(ProductKind kind, FlagKind flag, string rule)
    {
        var build = CaseBuilder.Basic().Own(Of(kind), Of(ProductKind.ConductiveGel)).Flag(flag);

        Assert.Empty(build.Plan(14).DaysOf(kind.ToString()));
        Assert.Equal(rule, build.Plan(1).Days[0].Evening.WhyNot(kind.ToString()));
    }

    [Fact]
    public void Fresh_filler_rests_every_device_for_fourteen_days()
    {
        var path = CaseBuilder.Basic().Own(Of(ProductKind.LightMask)).Flag(FlagKind.RecentFiller, Monday).Plan(28);

        Assert.Equal(Monday.AddDays(15), path.DaysOf("LightMask")[0]);
    }

    [Fact]
    public void The_brush_carries_the_cleanser_and_never_meets_an_acid()
    {
        var build = CaseBuilder
            .Basic()
            .Own(Of(ProductKind.CleansingBrush), CaseBuilder.Glycolic)
            .Start("CleansingBrush", Monday.AddDays(-40))
            .InUse("glycolic", Monday, 1);
        var path = build.Plan(28);

        Assert.Empty(path.DaysOf("CleansingBrush").Intersect(path.DaysOf("glycolic")));
        Assert.Contains("CleansingBrush cleanser", Evening(build, path.DaysOf("CleansingBrush")[0]), StringComparison.Ordinal);
    }
}
