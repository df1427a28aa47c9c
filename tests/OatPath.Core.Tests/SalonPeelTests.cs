using OatPath.Core.Audit;
using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.Formats;
using OatPath.Core.Planner;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

public class SalonPeelTests
{
    private static readonly DateOnly Monday = CaseBuilder.Monday;

    private static SalonPeel Of(int? off, params SalonLayer[] layers) => new(layers, off, [], "Maren Holt");

    [Fact]
    public void Two_acids_over_each_other_are_each_counted_from_their_own_touch()
    {
        var peel = Of(420, new SalonLayer("lactic", 30, 3.2m, 0, null), new SalonLayer("glycolic", 20, 3.5m, 240, null));

        Assert.Equal([420, 180], peel.Contacts);
        Assert.False(peel.Stacked);
        Assert.Equal("lactic 30 % pH 3.2 7:00, glycolic 20 % pH 3.5 3:00", peel.InWords);
        Assert.Equal([240, null], Of(null, new SalonLayer("lactic", 30, 3.2m, 0, 240), new SalonLayer("mask", 5, 4, 240, null)).Contacts);
    }

    [Fact]
    public void High_strength_over_high_strength_keeps_peels_off_for_180_days_and_what_is_not_known_is_high()
    {
        Treatment Done(SalonPeel? peel) =>
            new()
            {
                Id = "t",
                Kind = TreatmentKind.SuperficialPeel,
                On = Monday.AddDays(-30),
                Peel = peel,
            };
        var stacked = Of(300, new SalonLayer("lactic", 50, 2.5m, 0, null), new SalonLayer("unnamed", null, null, 120, null));

        Assert.Equal(
            (28, 28, 180),
            (
                TreatmentTimes.Of(Done(null)).HomePeelDays,
                TreatmentTimes.Of(Done(Of(300, new SalonLayer("lactic", 50, 2.5m, 0, null)))).HomePeelDays,
                TreatmentTimes.Of(Done(stacked)).HomePeelDays
            )
        );

        var file = CaseBuilder
            .Basic()
            .Own(CaseBuilder.WeakKit)
            .Decide(
                new StartActive
                {
                    Id = "k",
                    Product = "kit",
                    On = Monday.AddDays(-90),
                    Reason = "knows the kit",
                }
            )
            .Patched("kit", Monday.AddDays(-90))
            .Build();
        var once = PathPlanner.Plan(file with { Treatments = [Done(null)] }, CaseBuilder.Rules, days: 10);
        var path = PathPlanner.Plan(file with { Treatments = [Done(stacked)] }, CaseBuilder.Rules, days: 120);
        Assert.True(once.Ladders.Single().NextOn <= Monday.AddDays(10));
        Assert.Equal(Monday.AddDays(151), path.Ladders.Single().NextOn);
        Assert.Empty(PathAuditor.Audit(file with { Treatments = [Done(stacked)] }, CaseBuilder.Rules, path));
    }

    [Fact]
    public void A_blend_counts_with_all_its_acids()
    {
        SalonLayer Blend(decimal? each, decimal? percent = null) =>
            new("mixed", percent, 3.2m, 0, null) { Acids = [new(Substance.Mandelic, each), new(Substance.Lactic, each)] };

        Assert.Equal("mixed (mandelic acid 10 %, lactic acid 10 %) pH 3.2 left on", Of(null, Blend(10)).InWords);
        Assert.Equal((20m, false), (Blend(10).Together!.Value, Blend(10).HighStrength));
        Assert.True(Blend(16).HighStrength);
        Assert.True(Blend(null).HighStrength);
        Assert.False(Blend(null, 25).HighStrength);
        Assert.True(Of(300, Blend(16), Blend(16) with { OnSeconds = 60 }).Stacked);
        Assert.Contains(SalonPeel.Check(Of(300, Blend(20, 30))), problem => problem.Field == "layers[0].acids");

        var file = CaseBuilder
            .Basic()
            .Treat(TreatmentKind.MediumPeel, Monday.AddDays(-3), treatment => treatment with { Peel = Of(null, Blend(10)) })
            .Build();
        Assert.Equal(Blend(10), CaseJson.ReadCase(CaseJson.Write(file)).Case!.Treatments[0].Peel!.Layers[0]);
    }

    [Theory]
    [InlineData(8 * 3600, true)]
    [InlineData((8 * 3600) + 1, false)]
    public void A_peel_left_on_comes_off_within_eight_hours(int off, bool fits) =>
        Assert.Equal(fits, SalonPeel.Check(Of(off, new SalonLayer("retinol peel", 5, 5, 0, null))).Count == 0);

    [Theory]
    [InlineData(0, "layers")]
    [InlineData(5, "layers")]
    public void A_peel_has_one_to_four_layers(int count, string field) =>
        Assert.Contains(
            SalonPeel.Check(Of(300, [.. Enumerable.Range(0, count).Select(i => new SalonLayer("lactic", 10, 3.5m, i * 10, null))])),
            problem => problem.Field == field
        );

    [Fact]
    public void Times_run_forward()
    {
        Assert.Contains(
            SalonPeel.Check(Of(300, new SalonLayer("a", 10, 3.5m, 60, null), new SalonLayer("b", 10, 3.5m, 30, null))),
            problem => problem.Field == "layers[1].on"
        );
        Assert.Contains(SalonPeel.Check(Of(100, new SalonLayer("a", 10, 3.5m, 120, null))), problem => problem.Field == "layers[0].off");
        Assert.Contains(SalonPeel.Check(Of(100, new SalonLayer(" ", 10, 3.5m, 0, null))), problem => problem.Field == "layers[0].what");
        Assert.Empty(SalonPeel.Check(Of(null, new SalonLayer("left on", 10, 3.5m, 0, null))));
    }
}
