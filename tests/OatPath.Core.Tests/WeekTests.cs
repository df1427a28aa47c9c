using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Planner.KeptOff;
using OatPath.Core.Ramp;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

public class WeekTests
{
    private static readonly DateOnly Monday = CaseBuilder.Monday;

    private static ShapeWeek Week(DayOfWeek[] rest, params NeverOn[] never) =>
        new()
        {
            Id = "week",
            On = Monday,
            RestEvenings = rest,
            Never = never,
        };

    private static string Days(CarePath path, string product) =>
        string.Join(
            " ",
            path.DaysOf(product).Take(4).Select(day => day.ToString("ddd", System.Globalization.CultureInfo.InvariantCulture))
        );

    [Fact]
    public void Never_on_a_Friday_moves_the_evening_and_keeps_the_gap()
    {
        var path = CaseBuilder
            .Basic()
            .Own(CaseBuilder.Glycolic)
            .InUse("glycolic", Monday, 2)
            .Decide(Week([], new NeverOn("glycolic", [DayOfWeek.Friday])))
            .Plan(28);

        Assert.Equal("Mon Wed Sat Mon", Days(path, "glycolic"));
        Assert.DoesNotContain(path.DaysOf("glycolic"), day => day.DayOfWeek == DayOfWeek.Friday);
        var friday = path.On(Monday.AddDays(4))!.Evening;
        Assert.Equal(
            "Reed water rests: never on a Friday in this client's week.",
            Words.Say(friday.Omitted.Single(omission => omission.Product == "glycolic").Because)
        );
    }

    [Fact]
    public void Two_established_acids_take_alternate_evenings_and_Sunday_rests()
    {
        var path = CaseBuilder
            .Basic()
            .Own(
                CaseBuilder.Glycolic,
                CaseBuilder.Azelaic with
                {
                    Kind = Shelf.ProductKind.LeaveOnAcidGel,
                    Actives = [new(Substance.Lactic, 5)],
                    Ph = 3.8m,
                }
            )
            .InUse("glycolic", Monday, 2)
            .InUse("azelaic", Monday, 2)
            .Established(Family.Aha, Monday)
            .Decide(
                Week(
                    [DayOfWeek.Sunday],
                    new NeverOn("glycolic", [DayOfWeek.Tuesday, DayOfWeek.Thursday, DayOfWeek.Saturday]),
                    new NeverOn("azelaic", [DayOfWeek.Monday, DayOfWeek.Wednesday, DayOfWeek.Friday])
                )
            )
            .Plan(28);

        Assert.Equal("Mon Wed Fri Mon", Days(path, "glycolic"));
        Assert.Equal("Tue Thu Sat Tue", Days(path, "azelaic"));
        Assert.All(path.Days.Where(day => day.Date.DayOfWeek == DayOfWeek.Sunday), day =>
            Assert.Equal(RuleBook.RestEvening, day.Evening.WhyNot("glycolic"))
        );
    }

    [Fact]
    public void A_wish_that_costs_uses_says_how_many_and_which_day_to_free()
    {
        var everyday = Enum.GetValues<DayOfWeek>();
        var path = CaseBuilder
            .Basic()
            .Own(CaseBuilder.Glycolic)
            .InUse("glycolic", Monday, 1)
            .Decide(Week([], new NeverOn("glycolic", [.. everyday.Except([DayOfWeek.Monday, DayOfWeek.Tuesday])])))
            .Plan(28);

        var cost = Assert.Single(path.Warnings, because => because.Rule == RuleBook.WishShort);
        Assert.Equal(
            "The days left free give Reed water 1 uses a week; its rung is 2 evenings a week. Nearest: free Thursday.",
            Words.Say(cost)
        );
    }

    [Fact]
    public void When_one_day_is_not_enough_the_fewest_wishes_that_are_stand_together()
    {
        var path = CaseBuilder
            .Basic()
            .Own(CaseBuilder.Retinol, CaseBuilder.Glycolic)
            .InUse("retinol", Monday, 4)
            .InUse("glycolic", Monday, 1)
            .Decide(
                Week(
                    [DayOfWeek.Monday, DayOfWeek.Thursday],
                    new NeverOn("glycolic", [DayOfWeek.Tuesday, DayOfWeek.Wednesday, DayOfWeek.Friday, DayOfWeek.Saturday])
                )
            )
            .Plan(10);

        var said = Assert.Single(path.Warnings, because => because.Rule == RuleBook.WishesTogether);
        Assert.Equal(
            "For every product to have its rung, 2 of the wishes would have to go: Monday evening free; Thursday evening free.",
            Words.Say(said)
        );
    }

    [Fact]
    public void The_wishes_named_are_enough_and_no_fewer_would_be()
    {
        for (var seed = 0; seed < 400; seed++)
        {
            var random = new Random(seed);
            DayOfWeek[] Some(int most) => [.. Enum.GetValues<DayOfWeek>().OrderBy(_ => random.Next()).Take(random.Next(most))];
            var wishers = Enumerable
                .Range(0, random.Next(1, 4))
                .Select(i => new WeekSearch.Wisher($"p{i}", $"P{i}", (Frequency)random.Next(5), random.Next(3) > 0))
                .ToList();
            var week = Week(Some(5), [.. wishers.Select(wisher => new NeverOn(wisher.Product, Some(5)))]);
            int Short(ShapeWeek with) =>
                wishers.Count(wisher =>
                    WeekRoom.UsesAWeek(wisher.Frequency, day =>
                        !(wisher.RestsInEvening && with.RestEvenings.Contains(day))
                        && !with.Never.Any(never => never.Product == wisher.Product && never.Days.Contains(day))
                    ) + WeekSearch.Slack
                    < WeekRoom.UsesAWeek(wisher.Frequency, _ => true)
                );
            IEnumerable<ShapeWeek> Without(ShapeWeek wished) =>
                wished
                    .RestEvenings.Select(day => wished with { RestEvenings = [.. wished.RestEvenings.Except([day])] })
                    .Concat(
                        wished.Never.SelectMany(never =>
                            never.Days.Select(day =>
                                wished with
                                {
                                    Never =
                                    [
                                        .. wished.Never.Select(other =>
                                            other == never ? other with { Days = [.. other.Days.Except([day])] } : other
                                        ),
                                    ],
                                }
                            )
                        )
                    );
            var oneIsEnough = Without(week).Any(less => Short(less) == 0);
            var twoAreEnough = Without(week).SelectMany(Without).Any(less => Short(less) == 0);

            var said = WeekSearch.Nearest(week, wishers);
            if (Short(week) == 0 || (oneIsEnough && Short(week) == 1))
            {
                Assert.Null(said);
            }
            else if (oneIsEnough || twoAreEnough)
            {
                Assert.Equal(oneIsEnough ? "1" : "2", said!.Values["count"]);
            }
            else
            {
                Assert.True(said is null || said.Values["count"] is "3" or "4");
            }
        }
    }

    [Fact]
    public void A_week_without_a_free_day_is_refused_with_the_way_out()
    {
        var problems = CaseCheck.Check(
            CaseBuilder
                .Basic()
                .Own(CaseBuilder.Glycolic)
                .Decide(
                    Week(
                        Enum.GetValues<DayOfWeek>(),
                        new NeverOn("glycolic", Enum.GetValues<DayOfWeek>()),
                        new NeverOn("nobody", [DayOfWeek.Monday])
                    )
                )
                .Build()
        );

        Assert.Contains(problems, problem =>
            problem.Field == "decisions[0].restEvenings" && problem.Remedy.Contains("at least one evening", StringComparison.Ordinal)
        );
        Assert.Contains(problems, problem => problem.Field == "decisions[0].never[0].days");
        Assert.Contains(problems, problem => problem.Field == "decisions[0].never[1].product");
    }

    [Fact]
    public void A_rest_evening_keeps_soothing_masks()
    {
        var path = CaseBuilder
            .Basic()
            .Own(
                new Shelf.Product
                {
                    Id = "calm",
                    Name = "Moss mask",
                    Kind = Shelf.ProductKind.SoothingMask,
                }
            )
            .Decide(Week([.. Enum.GetValues<DayOfWeek>().Except([DayOfWeek.Monday])]))
            .Now(Monday.AddDays(1))
            .Plan(7);

        Assert.NotEmpty(path.DaysOf("calm"));
    }

    [Theory]
    [InlineData(Frequency.EveryDay, 7)]
    [InlineData(Frequency.EveryOther, 3.5)]
    [InlineData(Frequency.ThreeAWeek, 3)]
    [InlineData(Frequency.TwiceAWeek, 2)]
    [InlineData(Frequency.OnceAWeek, 1)]
    public void A_free_week_has_room_for_its_rung(Frequency frequency, double uses) =>
        Assert.Equal(uses, WeekRoom.UsesAWeek(frequency, _ => true));
}
