using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Routes;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;

namespace OatPath.Core.Tests;

/// <summary>What is said of each kind at its step.</summary>
public class KindWordsTests
{
    private const StringComparison Ignoring = StringComparison.OrdinalIgnoreCase;

    public static TheoryData<ProductKind> Kinds => [.. Enum.GetValues<ProductKind>()];

    private static Step Of(ProductKind kind, StepAction action = StepAction.Apply) =>
        new()
        {
            Key = "x",
            Action = action,
            Product = "x",
            Kind = kind,
            Slot = RoutineSlots.Of(kind),
            Neck = true,
            SkinState = KindTraits.Of(kind).Wants,
            HoldSeconds = KindTraits.Of(kind).HoldSeconds,
            Removal = KindTraits.Of(kind).Removal,
        };

    [Theory]
    [MemberData(nameof(Kinds))]
    public void A_kind_has_a_sentence_exactly_where_it_has_a_step(ProductKind kind)
    {
        var words = KindWords.Of(kind);

        Assert.Equal(RoutineSlots.Of(kind) is not null && kind != ProductKind.WashOffPeel, words.How is not null);
        Assert.Equal(DeviceKinds.IsDevice(kind) || kind is ProductKind.Mitt or ProductKind.Razor, words.Tool is not null);
        Assert.All(StepWords.How(Of(kind)), line => Assert.EndsWith(".", line, StringComparison.Ordinal));
    }

    [Theory]
    [MemberData(nameof(Kinds))]
    public void Each_place_agrees_with_the_others(ProductKind kind)
    {
        var words = KindWords.Of(kind);
        var (traits, step) = (KindTraits.Of(kind), Of(kind));

        // What takes its time is counted or led, and nothing else is.
        var led =
            DeviceGuide.Of(
                new Product
                {
                    Id = "x",
                    Name = "x",
                    Kind = kind,
                },
                false,
                []
            )
            is not null;
        Assert.Equal(step.TakesItsTime() && traits.HoldSeconds > 0, words.Held is not null || led && traits.HoldSeconds > 0 && Takes(kind));
        if (words.Held is not null)
        {
            var held = HeldWords.Of(step)!;
            Assert.All(new[] { held.Ends, held.Burns }, line => Assert.EndsWith(".", line, StringComparison.Ordinal));
            Assert.Contains(Words.Duration(traits.HoldSeconds), held.Begins, StringComparison.Ordinal);
        }

        // Grains and tools go over the skin or not at all; what is rinsed in use is rinsed in its test.
        Assert.Equal(
            traits.ByHand && kind != ProductKind.ScrubMask
                || DeviceKinds.IsDevice(kind)
                || kind is ProductKind.DeviceTip or ProductKind.CottonPads or ProductKind.Gloves,
            words.Patch == PatchWay.None
        );
        Assert.Equal(words.Patch != PatchWay.None && !traits.LeaveOn && traits.HoldSeconds > 0, words.Patch == PatchWay.Rinsed);
        Assert.Equal(kind == ProductKind.WashOffPeel, words.Patch == PatchWay.UnderTheJaw);
        Assert.Contains("Weir thing", words.Kit?.Invoke("Weir thing") ?? "Weir thing", StringComparison.Ordinal);
    }

    /// <summary>A slot of its own on the list of an evening that takes time.</summary>
    private static bool Takes(ProductKind kind) => Of(kind).TakesItsTime();

    [Theory]
    [MemberData(nameof(Kinds))]
    public void Plan_and_guide_count_the_same_minutes(ProductKind kind)
    {
        var product = new Product
        {
            Id = "x",
            Name = "x",
            Kind = kind,
            NeedleMm = kind == ProductKind.NeedleRoller ? 0.25m : null,
        };
        if (DeviceGuide.Of(product, product.GoesOverNeck(), []) is { Seconds: > 0 } guide)
        {
            Assert.Equal(KindTraits.Of(kind).HoldSeconds, guide.Seconds);
        }
    }

    [Theory]
    [MemberData(nameof(Kinds))]
    public void What_is_rinsed_or_taken_off_says_so_and_what_stays_does_not(ProductKind kind)
    {
        if (KindWords.Of(kind).How is not { } how)
        {
            return;
        }

        var said = how(Of(kind));
        string[] off = ["rinse", "Rinse", "wipe", "drawn off", "take off", "the bin"];
        if (KindTraits.Of(kind) is { LeaveOn: false, Removal: not Removal.None })
        {
            Assert.Contains(off, word =>
                said.Contains(word, StringComparison.Ordinal) || said.Contains("its sheet", StringComparison.Ordinal)
            );
        }
        else if (KindTraits.Of(kind).LeaveOn)
        {
            Assert.DoesNotContain(off, word => said.Contains(word, StringComparison.Ordinal));
        }
    }

    [Theory]
    [InlineData(ProductKind.EyeMakeUpRemover, "closed lids")]
    [InlineData(ProductKind.LipBalm, "lips")]
    [InlineData(ProductKind.EyeGel, "along the bony rim of the eyes")]
    [InlineData(ProductKind.NeckCream, "neck")]
    [InlineData(ProductKind.SpotTreatment, "on the spots only")]
    [InlineData(ProductKind.Moisturiser, "face and neck")]
    public void The_place_beside_the_amount_is_the_kinds_own(ProductKind kind, string where) =>
        Assert.Equal(where, KindWords.WhereOf(Of(kind)));

    [Theory]
    [InlineData(ProductKind.EyeMakeUpRemover)]
    [InlineData(ProductKind.LipBalm)]
    [InlineData(ProductKind.EyeGel)]
    public void Nothing_near_eye_or_lip_is_spread_over_face_or_neck(ProductKind kind) =>
        Assert.DoesNotContain(StepWords.How(Of(kind)), line => line.Contains("neck", Ignoring) || line.Contains("face", Ignoring));

    [Theory]
    [InlineData(ProductKind.Scrub)]
    [InlineData(ProductKind.Mitt)]
    public void Grains_and_cloth_go_in_light_circles_and_no_layer_is_left(ProductKind kind)
    {
        var said = string.Join(' ', StepWords.How(Of(kind)));

        Assert.Contains("ight circles, cheeks first", said, StringComparison.Ordinal);
        Assert.DoesNotContain("layer", said, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData(ProductKind.Enzyme, true)]
    [InlineData(ProductKind.ExfoliatingCleanser, true)]
    [InlineData(ProductKind.LeaveOnAcidLiquid, false)]
    [InlineData(ProductKind.Retinoid, false)]
    public void A_patch_test_goes_on_clean_dry_skin_and_is_rinsed_where_the_product_is(ProductKind kind, bool rinsed)
    {
        var said = string.Join(' ', StepWords.How(Of(kind, StepAction.PatchTest)));

        Assert.Contains("On clean, dry skin, first of all", said, StringComparison.Ordinal);
        Assert.Equal(rinsed, said.Contains("rinse it off", StringComparison.Ordinal));
    }

    [Fact]
    public void Only_what_is_milky_is_massaged_until_it_turns_milky() =>
        Assert.DoesNotContain("milky", string.Join(' ', StepWords.How(Of(ProductKind.MicellarWater))), StringComparison.Ordinal);
}
