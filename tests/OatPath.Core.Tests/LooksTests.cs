using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.Formats;
using OatPath.Core.Known;
using OatPath.Core.LookBack;
using OatPath.Core.Meter;
using OatPath.Core.Planner;
using OatPath.Core.Scores;
using OatPath.Core.Skin;
using static OatPath.Core.Tests.CaseBuilder;

namespace OatPath.Core.Tests;

/// <summary>What is scored, metered and compared: kept as each person saw it, and nothing that a plan goes by.</summary>
public class LooksTests
{
    private static int made;

    private static ZoneScore Score(SkinScale scale, FaceZone zone, int score) =>
        new()
        {
            Scale = scale,
            Zone = zone,
            Score = score,
        };

    private static Scored Scored(DateOnly day, string by, params ZoneScore[] scores) =>
        new()
        {
            Id = $"scored-{Interlocked.Increment(ref made)}",
            HappenedAt = new(day.ToDateTime(new(18, 0)), TimeSpan.FromHours(1)),
            By = by,
            Day = day,
            Scores = scores,
        };

    private static IEnumerable<MeterReading> Readings(MeterQuantity quantity, FaceZone zone, params decimal[] values) =>
        values.Select(value => new MeterReading
        {
            Quantity = quantity,
            Zone = zone,
            Value = value,
        });

    private static Compared Compared(DateOnly day, BetterSide feel, BetterSide look, BetterSide touch, bool later = false) =>
        new()
        {
            Id = $"compared-{Interlocked.Increment(ref made)}",
            HappenedAt = new(day.ToDateTime(new(later ? 21 : 18, 0)), TimeSpan.FromHours(1)),
            Product = "dew",
            Day = day,
            Side = FaceSide.Right,
            Later = later,
            Feel = feel,
            Look = look,
            Touch = touch,
        };

    private static TryHalf Trial(int days = 14) =>
        new()
        {
            Id = "half",
            Product = "dew",
            Side = FaceSide.Right,
            Days = days,
            On = Monday,
        };

    [Fact]
    public void People_stand_beside_each_other_and_of_one_person_the_last_word_of_a_day_counts()
    {
        var days = ScoredDay.Of([
            Scored(Monday, "Maren", Score(SkinScale.Redness, FaceZone.Nose, 3), Score(SkinScale.Oil, FaceZone.Nose, 1)),
            Scored(Monday, "client", Score(SkinScale.Redness, FaceZone.Nose, 1)),
            Scored(Monday, "Maren", Score(SkinScale.Redness, FaceZone.Nose, 2)),
            Scored(Monday.AddDays(1), "Maren", Score(SkinScale.Redness, FaceZone.Nose, 0)),
        ]);

        Assert.Equal([Monday, Monday.AddDays(1)], days.Select(day => day.Day));
        var nose = days[0].Places.Single(place => place.Scale == SkinScale.Redness);
        Assert.Equal([new("Maren", 2), new("client", 1)], nose.By);
        Assert.Equal((2, 1), (nose.Most, nose.Apart));
        Assert.Equal((2, 1), (days[0].Most(SkinScale.Redness, byClient: false), days[0].Most(SkinScale.Redness, byClient: true)));
        Assert.Null(days[0].Most(SkinScale.Oil, byClient: true));
        Assert.Equal(0, days[1].Most(SkinScale.Redness, byClient: false));
    }

    [Fact]
    public void A_score_beyond_the_scale_a_zone_that_is_none_and_a_zone_named_twice_are_refused()
    {
        Assert.Empty(ScoreCheck.Check([Score(SkinScale.Marks, FaceZone.LeftCheek, 4)]));
        Assert.Single(ScoreCheck.Check([]));
        Assert.Single(ScoreCheck.Check([Score(SkinScale.Marks, FaceZone.LeftCheek, 5)]));
        Assert.Single(ScoreCheck.Check([Score(SkinScale.Marks, FaceZone.LeftEye, 1)]));
        Assert.Single(ScoreCheck.Check([Score(SkinScale.Marks, FaceZone.LeftCheek, 1), Score(SkinScale.Marks, FaceZone.LeftCheek, 2)]));
        var file = Basic().Log(Scored(Monday, "Maren", Score(SkinScale.Marks, FaceZone.LeftCheek, 5))).Now(Monday).Build();
        Assert.Contains(CaseCheck.Check(file), problem => problem.Field == "log[0].scores");
    }

    [Fact]
    public void Three_readings_make_a_mean_and_two_do_not()
    {
        var means = ZoneMean.Of([
            .. Readings(MeterQuantity.Oil, FaceZone.Nose, 40, 42, 44),
            .. Readings(MeterQuantity.Oil, FaceZone.Chin, 40, 42),
        ]);

        Assert.Equal((42.0, 2.0), (means[0].Mean!.Value, means[0].Spread!.Value));
        Assert.Equal((FaceZone.Chin, false), (means[1].Zone, means[1].IsEnough));
    }

    [Fact]
    public void Over_days_a_mean_is_of_the_zones_read_on_all_of_them()
    {
        MeteredDay Day(int day, params (FaceZone Zone, decimal Value)[] read) =>
            new(
                Monday.AddDays(day),
                "MB-1",
                ZoneMean.Of(read.SelectMany(one => Readings(MeterQuantity.Oil, one.Zone, one.Value, one.Value, one.Value)))
            );

        MeteredDay[] days =
        [
            Day(0, (FaceZone.Nose, 40), (FaceZone.Chin, 20)),
            Day(7, (FaceZone.Nose, 40)),
            new(Monday.AddDays(9), "MB-1", ZoneMean.Of(Readings(MeterQuantity.Redness, FaceZone.Chin, 1, 2, 3))),
            Day(14, (FaceZone.Nose, 44), (FaceZone.Chin, 80)),
        ];

        Assert.Equal([(Monday, 40.0), (Monday.AddDays(7), 40.0), (Monday.AddDays(14), 44.0)], MeteredDay.Over(days, MeterQuantity.Oil));
        Assert.Empty(MeteredDay.Over([days[1], Day(14, (FaceZone.Chin, 80))], MeterQuantity.Oil));
    }

    [Theory]
    [InlineData(50, 51, 52, true)]
    [InlineData(46, 47, 48, false)]
    [InlineData(43, 55, 56, false)]
    [InlineData(30, 31, 32, true)]
    public void A_change_is_larger_than_twice_the_repeat_error_with_no_reading_among_the_others(int a, int b, int c, bool change)
    {
        ZoneMean Mean(params decimal[] values) => ZoneMean.Of(Readings(MeterQuantity.Hydration, FaceZone.Nose, values)).Single();
        Assert.Equal(change, Mean(42, 43, 44).IsChangeTo(Mean(a, b, c)));
        Assert.Equal(change, Mean(a, b, c).IsChangeTo(Mean(42, 43, 44)));
    }

    [Fact]
    public void Where_nothing_changed_a_meter_seldom_tells_a_change()
    {
        var random = new Random(11);
        ZoneMean Day()
        {
            // What all readings of one day share, and what each has of its own.
            var shared = 1.5 * Normal(random);
            return ZoneMean
                .Of(
                    Readings(
                        MeterQuantity.Redness,
                        FaceZone.Nose,
                        [.. Enumerable.Range(0, 3).Select(_ => (decimal)(50 + shared + Normal(random)))]
                    )
                )
                .Single();
        }

        var told = Enumerable.Range(0, 2000).Count(_ => Day().IsChangeTo(Day()));
        Assert.InRange(told, 0, 60);
    }

    [Fact]
    public void A_half_face_test_counts_each_day_once_by_its_last_comparison()
    {
        var (t, s, u) = (BetterSide.Treated, BetterSide.Same, BetterSide.Untreated);
        LogEntry[] log =
        [
            Compared(Monday, u, u, u),
            Compared(Monday, t, s, t, later: true),
            Compared(Monday.AddDays(1), t, u, s),
            Compared(Monday.AddDays(2), u, u, s),
            Compared(Monday.AddDays(20), t, t, t),
        ];

        var result = HalfFaceResult.Of([Trial()], log).Single();

        Assert.Equal(new(1, 1, 1), result.Days);
        Assert.Equal(new(2, 0, 2), result.Feel);
        Assert.Equal(2, result.Differing);
        Assert.True(result.Differing < HalfFaceResult.Fewest);
    }

    [Theory]
    [InlineData(0, 0, 1)]
    [InlineData(1, 0, 0.5)]
    [InlineData(5, 0, 1 / 32.0)]
    [InlineData(0, 5, 1 / 32.0)]
    [InlineData(4, 1, 6 / 32.0)]
    [InlineData(3, 3, 42 / 64.0)]
    public void Its_chance_is_that_of_a_coin(int treated, int untreated, double chance)
    {
        var log = Enumerable
            .Range(0, treated + untreated)
            .Select(i => i < treated ? BetterSide.Treated : BetterSide.Untreated)
            .Select((side, i) => Compared(Monday.AddDays(i), side, side, side));

        Assert.Equal(chance, HalfFaceResult.Of([Trial()], [.. log]).Single().Chance, 9);
    }

    [Fact]
    public void What_is_judged_blind_counts_once_for_each_judge_and_picture()
    {
        JudgedBlind Judged(string by, string picture, BetterSide better) =>
            new()
            {
                Id = $"judged-{Interlocked.Increment(ref made)}",
                HappenedAt = new(Monday.ToDateTime(new(18, 0)), TimeSpan.FromHours(1)),
                By = by,
                Trial = "half",
                Picture = picture,
                Better = better,
            };

        LogEntry[] log =
        [
            Judged("Maren", "one", BetterSide.Untreated),
            Judged("Maren", "one", BetterSide.Treated),
            Judged("Ilse", "one", BetterSide.Same),
            Judged("Maren", "two", BetterSide.Treated),
        ];

        Assert.Equal(new(2, 1, 0), HalfFaceResult.Of([Trial()], log).Single().Blind);
    }

    [Fact]
    public void A_picture_is_asked_for_before_a_treatment_on_the_third_day_and_when_it_is_time_to_look()
    {
        PictureOccasion? On(DateOnly day, DateOnly? visit = null, HonestWait? wait = null, params DateOnly[] taken) =>
            PictureAsked.Of([Monday], visit, wait is null ? [] : [wait], day, taken)?.For;

        Assert.Null(On(Monday.AddDays(-3)));
        Assert.Equal(PictureOccasion.BeforeTreatment, On(Monday.AddDays(-2)));
        Assert.Equal(PictureOccasion.BeforeTreatment, On(Monday));
        Assert.Null(On(Monday, taken: Monday.AddDays(-1)));
        Assert.Equal(PictureOccasion.BeforeTreatment, On(Monday, taken: Monday.AddDays(-3)));
        Assert.Null(On(Monday.AddDays(2)));
        Assert.Equal(PictureOccasion.DayThree, On(Monday.AddDays(3)));
        Assert.Equal(PictureOccasion.DayThree, On(Monday.AddDays(5)));
        Assert.Null(On(Monday.AddDays(6)));
        Assert.Equal(PictureOccasion.BeforeTreatment, On(Monday.AddDays(9), visit: Monday.AddDays(10)));
        var tone = new HonestWait(Concern.UnevenTone, null, Monday, Monday.AddDays(28), Monday.AddDays(56));
        Assert.Null(On(Monday.AddDays(27), wait: tone));
        Assert.Equal(PictureOccasion.LookAgain, On(Monday.AddDays(28), wait: tone));
        Assert.Null(On(Monday.AddDays(43), wait: tone));
    }

    [Fact]
    public void A_plan_does_not_go_by_scores_readings_or_judgements() => RandomCase.Seeds(40, seed =>
        {
            var file = RandomCase.Build(new Random(seed), new());
            var day = House.CareDay.Of(file.AsOf, House.CareDay.ZoneOf(file.Zone));
            LogEntry[] looks =
            [
                Scored(day, "client", [.. SkinScales.Zones.Select(zone => Score(SkinScale.Redness, zone, SkinScales.Most))]) with
                {
                    HappenedAt = file.AsOf,
                },
                new Metered
                {
                    Id = "metered",
                    HappenedAt = file.AsOf,
                    Day = day,
                    Serial = "MB-1",
                    Readings = [.. Readings(MeterQuantity.Redness, FaceZone.Nose, 100, 100, 100)],
                },
                new JudgedBlind
                {
                    Id = "judged",
                    HappenedAt = file.AsOf,
                    Trial = "half",
                    Picture = "one",
                    Better = BetterSide.Untreated,
                },
            ];
            var looked = file with { Log = [.. file.Log, .. looks] };
            Assert.Equal(CaseCheck.Check(file).Count, CaseCheck.Check(looked).Count);
            Assert.Equal(CaseJson.Write(PathPlanner.Plan(file, new())), CaseJson.Write(PathPlanner.Plan(looked, new())));
            Assert.Equal(CaseJson.Write(looked), CaseJson.Write(CaseJson.ReadCase(CaseJson.Write(looked)).Case!));
        });

    private static double Normal(Random random) =>
        Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());

    [Fact]
    public void Around_a_change_stand_the_last_look_before_it_and_the_last_from_then_on_of_the_same_eyes()
    {
        var looks = Looks
            .Of([
                Scored(Monday.AddDays(-29), "Maren", Score(SkinScale.Redness, FaceZone.Nose, 4)),
                Scored(Monday.AddDays(-9), "Maren", Score(SkinScale.Redness, FaceZone.Nose, 3)),
                Scored(Monday.AddDays(-1), "Maren", Score(SkinScale.Redness, FaceZone.Nose, 2), Score(SkinScale.Redness, FaceZone.Chin, 1)),
                Scored(Monday, "Maren", Score(SkinScale.Redness, FaceZone.Nose, 1)),
                Scored(Monday.AddDays(27), "client", Score(SkinScale.Redness, FaceZone.Nose, 3)),
                Scored(Monday.AddDays(28), "Maren", Score(SkinScale.Redness, FaceZone.Nose, 0)),
            ])
            .With([new(Monday.AddDays(27), 10), new(Monday.AddDays(-2), 14), new(Monday.AddDays(3), 11)]);

        Assert.Equal(
            [
                new(
                    new ScoredLook(SkinScale.Redness, ByClient: false, Monday.AddDays(-1), 2, Zones: 2),
                    new ScoredLook(SkinScale.Redness, ByClient: false, Monday, 1, Zones: 1)
                ),
                new(null, new ScoredLook(SkinScale.Redness, ByClient: true, Monday.AddDays(27), 3, Zones: 1)),
                new(new PicturedLook(Monday.AddDays(-2), 14), new PicturedLook(Monday.AddDays(27), 10)),
            ],
            looks.Around(Monday)
        );
        Assert.Empty(looks.Around(Monday.AddDays(200)));
    }

    [Theory]
    [InlineData(12, 9, false)]
    [InlineData(12, 8.9, true)]
    [InlineData(12, 15.1, true)]
    public void What_pictures_differ_by_anyhow_is_no_change(double before, double after, bool told)
    {
        Assert.Equal(told, new LookPair(new PicturedLook(Monday, before), new PicturedLook(Monday.AddDays(9), after)).IsTold(1.5));
        Assert.False(new LookPair(null, new PicturedLook(Monday, after)).IsTold(1.5));
    }

    [Fact]
    public void A_treatment_is_told_by_the_last_day_before_it_and_all_until_the_next_or_twelve_weeks()
    {
        var file = new CaseBuilder()
            .Now(Monday.AddDays(200))
            .Treat(TreatmentKind.SuperficialPeel, Monday)
            .Treat(TreatmentKind.SuperficialPeel, Monday.AddDays(42))
            .Treat(TreatmentKind.SuperficialPeel, Monday.AddDays(300))
            .Build();
        var courses = HealingCourse.Of(file);

        Assert.Equal([Monday.AddDays(42), Monday], courses.Select(course => course.On));
        int[] taken = [-40, -20, -3, 0, 3, 42, 43, 126, 127];
        Assert.Equal([-3, 0, 3, 42], courses[1].DaysOf(taken.Select(Monday.AddDays)).Select(day => day.DayNumber - Monday.DayNumber));
        Assert.Equal([42, 43, 126], courses[0].DaysOf(taken.Select(Monday.AddDays)).Select(day => day.DayNumber - Monday.DayNumber));
    }
}
