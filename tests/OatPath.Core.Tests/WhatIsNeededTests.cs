using OatPath.Core.Audit;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

/// <summary>What an active needs beside it, and what is used up.</summary>
public class WhatIsNeededTests
{
    private static readonly DateOnly Monday = CaseBuilder.Monday;
    private static Product Patches =>
        new()
        {
            Id = "patches",
            Name = "Dot patches",
            Kind = ProductKind.SpotPatch,
            Actives = [new(Substance.Salicylic, 0.5m)],
        };

    [Theory]
    [InlineData("cleanser", "a gentle cleanser")]
    [InlineData("cream", "a moisturiser for the night")]
    public void Without_a_usable_cleanser_or_moisturiser_acids_wait_and_the_shelf_says_which(string missing, string what)
    {
        Product[] all = [CaseBuilder.Cleanser, CaseBuilder.Moisturiser, CaseBuilder.Sunscreen];
        foreach (var empty in new[] { false, true })
        {
            var built = new CaseBuilder()
                .Own([
                    .. all.Where(product => empty || product.Id != missing)
                        .Select(product => product.Id == missing ? product with { EmptyOn = Monday } : product),
                ])
                .Own(CaseBuilder.Glycolic, CaseBuilder.Azelaic)
                .InUse("glycolic", Monday, 1)
                .InUse("azelaic", Monday, 1)
                .Established(Family.Azelaic, Monday);
            var path = built.Plan(14);

            Assert.Empty(path.DaysOf("glycolic"));
            Assert.NotEmpty(path.DaysOf("azelaic"));
            Assert.Contains(path.Warnings, warning => warning.Rule == RuleBook.ShelfLacks && warning.Values["what"] == what);
            Assert.Contains(
                what,
                Words.Say(path.Days[0].Evening.Omitted.Single(omission => omission.Product == "glycolic").Because),
                StringComparison.Ordinal
            );
            Assert.Empty(PathAuditor.Audit(built.Build(), CaseBuilder.Rules, path));
        }
    }

    [Fact]
    public void Single_use_items_are_planned_as_many_times_as_there_are_pieces()
    {
        var razor = new Product
        {
            Id = "razor",
            Name = "Reed razors",
            Kind = ProductKind.Razor,
            Dispenser = Dispenser.SingleUse,
            Pieces = 3,
        };
        var built = CaseBuilder.Basic().Own(razor).InUse("razor", Monday.AddDays(-8), 0).Use("razor", Monday.AddDays(-8));
        Assert.Equal(2, built.Plan(60).DaysOf("razor").Count);
        Assert.Equal(RuleBook.UsedUp, built.Plan(60).Days[^1].Evening.WhyNot("razor"));

        var none = built.Log(
            new BottleSeen
            {
                Id = "look",
                Product = "razor",
                Share = 0,
                HappenedAt = CaseBuilder.At(Monday, 9),
            }
        );
        Assert.Empty(none.Plan(60).DaysOf("razor"));
        Assert.Equal(
            3,
            none.Log(
                    new BottleSeen
                    {
                        Id = "new",
                        Product = "razor",
                        Share = 1,
                        Opened = true,
                        HappenedAt = CaseBuilder.At(Monday, 10),
                    }
                )
                .Plan(60)
                .DaysOf("razor")
                .Count
        );
    }

    [Fact]
    public void An_acid_whose_bottle_is_empty_or_past_its_time_is_not_planned()
    {
        Assert.Equal(
            Monday.AddDays(3),
            CaseBuilder
                .Basic()
                .Own(CaseBuilder.Glycolic with { EmptyOn = Monday.AddDays(5) })
                .InUse("glycolic", Monday, 1)
                .Plan(30)
                .DaysOf("glycolic")[^1]
        );
        Assert.Empty(
            CaseBuilder
                .Basic()
                .Own(CaseBuilder.Glycolic with { OpenedOn = Monday.AddMonths(-7), MonthsGood = 6 })
                .InUse("glycolic", Monday, 1)
                .Plan(30)
                .DaysOf("glycolic")
        );
    }

    [Fact]
    public void A_patch_test_read_before_the_start_was_decided_counts_and_one_before_a_stop_does_not()
    {
        var early = CaseBuilder.Basic().Own(CaseBuilder.Glycolic).Patched("glycolic", Monday.AddDays(-5)).Start("glycolic", Monday);
        Assert.Equal(Monday, early.Plan(14).DaysOf("glycolic")[0]);
        Assert.Empty(PathAuditor.Audit(early.Build(), CaseBuilder.Rules, early.Plan(14)));

        var reacted = CaseBuilder
            .Basic()
            .Own(CaseBuilder.Glycolic)
            .Patched("glycolic", Monday.AddDays(-5), clear: false)
            .Start("glycolic", Monday);
        Assert.Empty(reacted.Plan(14).DaysOf("glycolic"));

        var stopped = CaseBuilder
            .Basic()
            .Own(CaseBuilder.Glycolic)
            .Start("glycolic", Monday.AddDays(-20))
            .Patched("glycolic", Monday.AddDays(-20))
            .Decide(
                new StopActive
                {
                    Id = "stop",
                    Product = "glycolic",
                    On = Monday.AddDays(-3),
                }
            )
            .Start("glycolic", Monday);
        Assert.Equal(Monday.AddDays(3), stopped.Plan(14).DaysOf("glycolic")[0]);
    }

    [Fact]
    public void Skin_that_never_met_an_acid_gets_its_first_tonight_where_tonight_is_allowed()
    {
        var built = CaseBuilder
            .Basic()
            .Own(CaseBuilder.Glycolic, CaseBuilder.Azelaic)
            .Flag(FlagKind.NeverUsedAcid)
            .Start("glycolic", Monday.AddDays(-3))
            .Patched("glycolic", Monday.AddDays(-3));

        Assert.Equal(Monday, built.Plan(14).DaysOf("glycolic")[0]);
        Assert.Equal(Monday, built.Now(Monday, 8).Plan(14).DaysOf("glycolic")[0]);
    }

    [Fact]
    public void A_spot_patch_with_an_active_stops_for_a_kit_and_a_use_of_it_moves_the_kit()
    {
        var built = CaseBuilder
            .Basic()
            .Own(CaseBuilder.WeakKit, Patches)
            .Decide(
                new StartActive
                {
                    Id = "k",
                    Product = "kit",
                    On = Monday.AddDays(-90),
                    Reason = "knows the kit",
                }
            )
            .Patched("kit", Monday.AddDays(-90));
        Assert.True(built.Plan(30).DaysOf("kit")[0] < Monday.AddDays(3));

        var used = built.Use("patches", Monday.AddDays(-1)).Plan(30);
        Assert.Equal(Monday.AddDays(3), used.DaysOf("kit")[0]);
        Assert.Contains(
            "Dot patches",
            Words.Say(used.Ladders.Single(ladder => ladder.Product == "kit").NotSooner!),
            StringComparison.Ordinal
        );
        Assert.Empty(PathAuditor.Audit(built.Build(), CaseBuilder.Rules, used));
    }

    [Fact]
    public void A_kit_ticked_this_morning_keeps_the_evening_clear()
    {
        var built = CaseBuilder
            .Basic()
            .Own(CaseBuilder.WeakKit, CaseBuilder.Glycolic)
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
            .InUse("glycolic", Monday.AddDays(-30), 2)
            .Log(
                new Applied
                {
                    Id = "peel",
                    Product = "kit",
                    Day = Monday,
                    Moment = Moment.Morning,
                    HappenedAt = CaseBuilder.At(Monday, 8),
                    ContactSeconds = 300,
                }
            );
        var path = built.Now(Monday, 9).Plan(10);

        Assert.False(path.Days[0].Evening.Has("glycolic"));
        Assert.Empty(PathAuditor.Audit(built.Build(), CaseBuilder.Rules, path));
    }

    [Fact]
    public void A_report_about_a_day_before_everything_else_still_counts()
    {
        var built = CaseBuilder
            .Basic()
            .Own(CaseBuilder.Glycolic)
            .Start("glycolic", Monday)
            .Log(
                new CheckedIn
                {
                    Id = "told",
                    Day = Monday.AddDays(-3),
                    HappenedAt = CaseBuilder.At(Monday, 8),
                    Report = new CheckIn.SkinReport { AlsoUsed = "a strong peel" },
                }
            );

        Assert.True(built.Plan(30).DaysOf("glycolic")[0] > Monday.AddDays(4));
        Assert.Empty(PathAuditor.Audit(built.Build(), CaseBuilder.Rules, built.Plan(30)));
    }
}
