using OatPath.Core.Routes;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

/// <summary>The ways of each device against the table of the trade.</summary>
public class DeviceGuideTests
{
    private static Product A(ProductKind kind) =>
        new()
        {
            Id = "tool",
            Name = "Tool",
            Kind = kind,
            NeedleMm = kind == ProductKind.NeedleRoller ? 0.25m : null,
            Sheet =
                kind == ProductKind.LightMask ? new() { MostSeconds = 600, RestDays = 2 }
                : kind == ProductKind.OtherDevice
                    ? new()
                    {
                        RestDays = 3,
                        Current = false,
                        Ways = [new("Cheeks", "slowly outwards", [FaceZone.LeftCheek, FaceZone.RightCheek], 90)],
                    }
                : null,
        };

    private static DeviceGuide Of(ProductKind kind, bool neck = true, params FaceZone[] leaveOut) =>
        DeviceGuide.Of(A(kind), neck, leaveOut)!;

    [Theory]
    [InlineData(ProductKind.GalvanicDevice, "Negative 120, Positive 180")]
    [InlineData(ProductKind.MicrocurrentDevice, "None 300, None 300")]
    [InlineData(ProductKind.IonCleanser, "None 165")]
    [InlineData(ProductKind.CleansingBrush, " 60,  20")]
    [InlineData(ProductKind.WarmColdPlate, "None 30, None 30, None 60, None 60, None 60")]
    [InlineData(ProductKind.NeedleRoller, " 90,  90,  90,  90,  0")]
    [InlineData(ProductKind.NanoTip, " 360,  0")]
    [InlineData(ProductKind.FacialSteamer, " 300")]
    [InlineData(ProductKind.LightMask, " 600")]
    [InlineData(ProductKind.Mitt, " 60")]
    [InlineData(ProductKind.OtherDevice, " 90")]
    [InlineData(ProductKind.UltrasonicBlade, " 180")]
    [InlineData(ProductKind.Scrub, " 60")]
    [InlineData(ProductKind.Razor, " 0")]
    public void Programmes_come_in_order_with_their_gel_and_their_seconds(ProductKind kind, string expected) =>
        Assert.Equal(expected, string.Join(", ", Of(kind).Passes.Select(pass => $"{pass.Gel} {pass.Seconds}")));

    private const string OverTheFace =
        "BetweenBrows+Forehead+Hairline, Nose+LeftEye+LeftBrow, Nose+RightEye+RightBrow, Nose+LeftCheek, Nose+RightCheek, "
        + "UpperLip+LeftCheek+LeftTemple, UpperLip+RightCheek+RightTemple, Chin+LeftJaw+LeftEar, Chin+RightJaw+RightEar";
    private const string Quarters =
        "Forehead+LeftTemple x3, Forehead+RightTemple x3, LeftCheek+LeftJaw+Chin x3, RightCheek+RightJaw+Chin x3";

    /// <summary>Zones in their order, way by way; a way that is made three times over the same zones is written once.</summary>
    [Theory]
    [InlineData(ProductKind.GalvanicDevice, OverTheFace + ", " + OverTheFace, "negative positive")]
    [InlineData(ProductKind.MicrocurrentDevice, OverTheFace + ", " + OverTheFace, "first programme second programme")]
    [InlineData(ProductKind.IonCleanser, "Forehead+BetweenBrows, Nose, Chin", "")]
    [InlineData(ProductKind.CleansingBrush, "LeftCheek, RightCheek, Forehead+Chin", "level 1")]
    [InlineData(ProductKind.WarmColdPlate, "LeftEye, RightEye, Forehead x2, LeftCheek x2, RightCheek x2", "warm cold")]
    [InlineData(ProductKind.UltrasonicBlade, "Nose, Chin", "")]
    [InlineData(
        ProductKind.NanoTip,
        "Forehead, LeftCheek, RightCheek, Nose, Chin, LeftJaw, RightJaw, BetweenBrows+LeftCheek+RightCheek",
        ""
    )]
    [InlineData(ProductKind.NeedleRoller, Quarters + ", Forehead+LeftCheek+RightCheek", "")]
    [InlineData(ProductKind.Razor, "LeftCheek, RightCheek, LeftJaw, RightJaw, Chin, UpperLip, Forehead", "")]
    [InlineData(ProductKind.Scrub, "LeftCheek, RightCheek, Forehead, Nose, Chin", "")]
    [InlineData(ProductKind.Mitt, "LeftCheek, RightCheek, Forehead, Nose, Chin", "")]
    [InlineData(ProductKind.LightMask, "Forehead+LeftCheek+RightCheek+Chin", "")]
    [InlineData(ProductKind.FacialSteamer, "Forehead+LeftCheek+RightCheek+Chin", "")]
    public void Ways_go_over_their_zones_in_order_with_their_settings(ProductKind kind, string zones, string settings)
    {
        var ways = Of(kind, neck: false).Passes.SelectMany(pass => pass.Strokes).ToList();
        var said = new List<(string Zones, int Times)>();
        foreach (var way in ways.Select(way => string.Join("+", way.Zones)))
        {
            if (said.Count > 0 && said[^1].Zones == way)
            {
                said[^1] = (way, said[^1].Times + 1);
            }
            else
            {
                said.Add((way, 1));
            }
        }

        Assert.Equal(zones, string.Join(", ", said.Select(way => way.Times == 1 ? way.Zones : $"{way.Zones} x{way.Times}")));
        Assert.Equal(settings, string.Join(" ", ways.Select(way => way.Setting).OfType<string>().Distinct()));
    }

    [Theory]
    [InlineData(ProductKind.GalvanicDevice, new[] { 120, 180 })]
    [InlineData(ProductKind.MicrocurrentDevice, new[] { 300, 300 })]
    public void A_programme_runs_its_whole_time_on_a_half_face_and_less_where_a_place_is_left_out(ProductKind kind, int[] seconds)
    {
        foreach (var side in Enum.GetValues<FaceSide>())
        {
            foreach (var neck in new[] { true, false })
            {
                var half = Of(kind, neck: neck).On(side);
                Assert.Equal(seconds, half.Passes.Select(pass => pass.Seconds));
                Assert.DoesNotContain(half.Passes.SelectMany(pass => pass.Strokes).SelectMany(stroke => stroke.Zones), zone =>
                    FaceZones.SideOf(zone) is { } at && at != side
                );
            }
        }

        var spared = Of(kind, neck: false, FaceZone.LeftJaw).On(FaceSide.Left);
        Assert.All(spared.Passes.Zip(seconds), pass => Assert.True(pass.First.Seconds < pass.Second));
    }

    [Fact]
    public void The_brush_takes_twenty_seconds_a_zone_and_starts_again_for_the_neck()
    {
        Assert.Equal(
            ["Left cheek 20", "Right cheek 20", "Forehead with chin 20"],
            Of(ProductKind.CleansingBrush, neck: false).Passes.Single().Strokes.Select(stroke => $"{stroke.Title} {stroke.Seconds}")
        );
        Assert.Equal("Neck", Of(ProductKind.CleansingBrush).Passes[1].Strokes.Single().Title);
    }

    [Fact]
    public void The_ion_cleanser_stays_on_the_T_zone_and_the_blade_on_nose_and_chin()
    {
        Assert.Equal(
            [FaceZone.Forehead, FaceZone.BetweenBrows, FaceZone.Nose, FaceZone.Chin],
            Of(ProductKind.IonCleanser).Passes.SelectMany(pass => pass.Strokes).SelectMany(stroke => stroke.Zones)
        );
        Assert.Equal(
            [FaceZone.Nose, FaceZone.Chin],
            Of(ProductKind.UltrasonicBlade).Passes.SelectMany(pass => pass.Strokes).SelectMany(stroke => stroke.Zones)
        );
    }

    /// <summary>Whatever is left out, no way touches it, what falls away is named, and nothing else changes.</summary>
    [Fact]
    public void No_way_touches_a_zone_that_is_left_out()
    {
        var random = new Random(16);
        foreach (var kind in Enum.GetValues<ProductKind>())
        {
            if (DeviceGuide.Of(A(kind), true, []) is not { } whole)
            {
                continue;
            }

            for (var i = 0; i < 60; i++)
            {
                var leaveOut = Enum.GetValues<FaceZone>().Where(_ => random.Next(6) == 0).ToArray();
                var spared = leaveOut.SelectMany(FaceZones.Covered).ToHashSet();
                var guide = Of(kind, true, leaveOut);

                Assert.DoesNotContain(guide.Passes.SelectMany(pass => pass.Strokes).SelectMany(stroke => stroke.Zones), spared.Contains);
                Assert.Equal(
                    whole.Passes.SelectMany(pass => pass.Strokes).Select(stroke => stroke.Title).Distinct().Except(guide.LeftOut).Order(),
                    guide.Passes.SelectMany(pass => pass.Strokes).Select(stroke => stroke.Title).Distinct().Order()
                );
                Assert.All(guide.Passes, pass => Assert.NotEmpty(pass.Strokes));
                Assert.True(guide.Seconds <= whole.Seconds);
            }
        }
    }

    [Fact]
    public void Both_sides_get_the_same_and_the_whole_time_is_exact()
    {
        foreach (var neck in new[] { true, false })
        {
            foreach (var kind in new[] { ProductKind.GalvanicDevice, ProductKind.MicrocurrentDevice })
            {
                foreach (var pass in Of(kind, neck).Passes)
                {
                    var sides =
                        pass.Strokes.Where(stroke => stroke.Title.StartsWith("Left", StringComparison.Ordinal))
                            .Sum(stroke => stroke.Seconds)
                        - pass.Strokes.Where(stroke => stroke.Title.StartsWith("Right", StringComparison.Ordinal))
                            .Sum(stroke => stroke.Seconds);
                    Assert.InRange(sides, 0, 2);
                    Assert.Contains(pass.Seconds, new[] { 120, 180, 300 });
                }
            }
        }
    }

    [Fact]
    public void Every_current_says_who_must_never_use_it() =>
        Assert.All(new[] { ProductKind.GalvanicDevice, ProductKind.MicrocurrentDevice, ProductKind.IonCleanser }, kind =>
            Assert.Contains(Of(kind).Checks, check =>
                check.Contains("implants", StringComparison.Ordinal) && check.Contains("pregnancy", StringComparison.Ordinal)
            )
        );
}
