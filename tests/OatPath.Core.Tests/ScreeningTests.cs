using OatPath.Core.Case;
using OatPath.Core.Formats;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Peel;
using OatPath.Core.Planner;
using OatPath.Core.Screening;
using OatPath.Core.Scripting;
using OatPath.Core.Session;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

public class ScreeningTests
{
    private static readonly HouseRules House = CaseJson
        .ReadRules(File.ReadAllText(Path.Combine(Repository.Root, "demo", "studio.json")))
        .Rules!;
    private static readonly CaseFile PeelWeek = CaseJson
        .ReadCase(File.ReadAllText(Path.Combine(Repository.Root, "demo", "cases", "peel-week.json")))
        .Case!;
    private static readonly DateOnly Evening = PathPlanner
        .Plan(PeelWeek, House, days: 1)
        .Ladders.Single(ladder => ladder.Product == "kiln-peel")
        .NextOn!.Value;

    /// <summary>The demo client on the evening of the peel.</summary>
    private static CaseFile Tonight => PeelWeek with { AsOf = CaseBuilder.At(Evening, 19) };

    private static CaseFile With(params Flag[] flags) =>
        Tonight with
        {
            Intake = Tonight.Intake with { Flags = [.. Tonight.Intake.Flags, .. flags] },
        };

    private static CaseFile Kit(Func<Product, Product> change) =>
        Tonight with
        {
            Shelf = [.. Tonight.Shelf.Select(item => item.Product.Id == "kiln-peel" ? item with { Product = change(item.Product) } : item)],
        };

    private static Screened Answers(params DayQuestion[] yes) =>
        new()
        {
            Id = "asked",
            Product = "kiln-peel",
            Day = Evening,
            HappenedAt = CaseBuilder.At(Evening, 18),
            Yes = yes,
        };

    private static ScreeningResult Of(CaseFile file, HouseRules? rules = null) => PeelScreening.Of(file, rules ?? House, "kiln-peel")!;

    [Fact]
    public void The_outcome_is_go_wait_salon_only_or_a_clinician_each_with_its_reason_and_what_would_change_it()
    {
        Assert.Equal((ScreeningOutcome.Go, Evening), (Of(Tonight).Outcome, Of(Tonight).WaitUntil));

        var waits = Of(With(new Flag { Kind = FlagKind.Sunburn, From = Evening.AddDays(-1) }));
        Assert.Equal(ScreeningOutcome.Wait, waits.Outcome);
        Assert.True(waits.WaitUntil > Evening);
        Assert.All(waits.Reasons, reason => Assert.False(string.IsNullOrWhiteSpace(reason.Changes)));

        Assert.Equal(ScreeningOutcome.AskClinician, Of(With(new Flag { Kind = FlagKind.Diabetes })).Outcome);
        Assert.Equal(
            ScreeningOutcome.AskClinician,
            Of(With(new Flag { Kind = FlagKind.Isotretinoin, From = Evening.AddDays(-30) })).Outcome
        );
        Assert.Equal(ScreeningOutcome.SalonOnly, Of(With(new Flag { Kind = FlagKind.Rosacea })).Outcome);
        Assert.Equal(ScreeningOutcome.SalonOnly, Of(Tonight, House with { HomePeels = HomePeels.SalonOnly }).Outcome);
        Assert.Equal(ScreeningOutcome.SalonOnly, Of(Kit(kit => kit with { Actives = [new(Substance.Glycolic, 40)] })).Outcome);
        Assert.Null(PeelScreening.Of(Tonight, House, "dew-serum"));
    }

    [Fact]
    public void Several_reasons_are_all_told_the_gravest_first()
    {
        var result = Of(With(new Flag { Kind = FlagKind.Diabetes }, new Flag { Kind = FlagKind.Sunburn, From = Evening }));

        Assert.Equal(ScreeningOutcome.AskClinician, result.Reasons[0].Outcome);
        Assert.Contains(result.Reasons, reason => reason.Outcome == ScreeningOutcome.Wait);
    }

    [Theory]
    [InlineData(DayQuestion.Sunburn, 7)]
    [InlineData(DayQuestion.UsedElse, 7)]
    [InlineData(DayQuestion.Stings, 7)]
    [InlineData(DayQuestion.NewMedicine, 60)]
    [InlineData(DayQuestion.ColdSore, 60)]
    [InlineData(DayQuestion.Pregnant, 60)]
    [InlineData(DayQuestion.Ill, 60)]
    public void A_yes_keeps_every_peel_off_for_as_long_as_it_holds(DayQuestion question, int days)
    {
        var path = PathPlanner.Plan(Tonight with { Log = [.. Tonight.Log, Answers(question)] }, House, days: 60);

        Assert.All(path.Days.Take(days + 1).Take(60), day =>
            Assert.DoesNotContain(day.Evening.Steps, step => step.Product == "kiln-peel" && step.ContactSeconds is not null)
        );
    }

    [Theory]
    [InlineData(DayQuestion.UsedElse)]
    [InlineData(DayQuestion.Stings)]
    [InlineData(DayQuestion.NewMedicine)]
    public void On_the_day_of_such_an_answer_no_other_irritant_takes_the_place_of_the_peel(DayQuestion question)
    {
        var asked = Tonight with { Log = [.. Tonight.Log, Answers(question)] };
        var path = PathPlanner.Plan(asked, House, Evening.AddDays(-5), 12);

        Assert.DoesNotContain(path.On(Evening)!.Evening.Steps, step =>
            step.Product is not null && asked.Shelf.Single(item => item.Product.Id == step.Product).Product.Irritancy() == Degree.Yes
        );

        // What had stopped for the peel had stopped: an answer does not change the days before it.
        var before = PathPlanner.Plan(Tonight, House, Evening.AddDays(-5), 5);
        Assert.Equal(before.Days.Select(day => CaseJson.Write(day.Evening)), path.Days.Take(5).Select(day => CaseJson.Write(day.Evening)));
        Assert.Empty(Audit.PathAuditor.Audit(asked, House, PathPlanner.Plan(asked, House, days: 60)));
    }

    [Fact]
    public void The_last_answers_of_a_day_count_and_a_practitioner_clears_them_with_a_reason()
    {
        var yes = Answers(DayQuestion.NewMedicine);
        CaseFile Asked(params LogEntry[] more) => Tonight with { Log = [.. Tonight.Log, .. more] };
        var cleared = Asked(yes) with
        {
            Decisions =
            [
                .. Tonight.Decisions,
                new ClearScreening
                {
                    Id = "clear",
                    On = Evening,
                    Screening = "asked",
                    Reason = "a vitamin",
                },
            ],
        };

        Assert.NotEqual(ScreeningOutcome.Go, Of(Asked(yes)).Outcome);
        Assert.Equal(
            ScreeningOutcome.Go,
            Of(Asked(yes, Answers() with { Id = "again", HappenedAt = yes.HappenedAt.AddMinutes(2) })).Outcome
        );
        Assert.Equal(ScreeningOutcome.Go, Of(cleared).Outcome);
        Assert.NotEmpty(
            CaseCheck.Check(
                cleared with
                {
                    Decisions =
                    [
                        .. Tonight.Decisions,
                        new ClearScreening
                        {
                            Id = "clear",
                            On = Evening,
                            Screening = "asked",
                            Reason = "x",
                        },
                    ],
                }
            )
        );
    }

    [Fact]
    public void Open_skin_is_left_out_until_an_answer_says_that_it_has_closed()
    {
        var open = Answers(DayQuestion.OpenSkin) with { Zones = [FaceZone.Chin] };
        var file = Tonight with { Log = [.. Tonight.Log, open] };

        Assert.Equal([FaceZone.Chin], Of(file).LeaveOut);
        Assert.DoesNotContain(PeelScript.Compile(file, House, "kiln-peel", Evening).Script!.Groups.SelectMany(group => group.Zones), step =>
            step.Zone == FaceZone.Chin
        );
        var later = file with
        {
            AsOf = CaseBuilder.At(Evening.AddDays(3), 20),
            Log =
            [
                .. file.Log,
                Answers() with
                {
                    Id = "closed",
                    Day = Evening.AddDays(3),
                    HappenedAt = CaseBuilder.At(Evening.AddDays(3), 19),
                },
            ],
        };
        Assert.DoesNotContain(new KnownFacts(later).File.Intake.Flags, flag =>
            flag.Kind == FlagKind.OpenSkin && flag.Covers(Evening.AddDays(3))
        );
    }

    [Fact]
    public void Every_active_is_compared_with_those_of_the_last_peel()
    {
        Assert.Equal(ComparedStrength.Same, Of(Tonight).Compared.Single().Strength);

        var lastPeel = Tonight.Log.OfType<Applied>().Where(use => use.Product == "kiln-peel").Max(use => use.HappenedAt);
        var item = Tonight.Shelf.Single(item => item.Product.Id == "kiln-peel");
        CaseFile Was(decimal? percent, decimal? ph) =>
            Tonight with
            {
                Shelf =
                [
                    .. Tonight.Shelf.Where(other => other != item),
                    item with
                    {
                        Was = [new(lastPeel.AddHours(5), item.Product.Kind, [new(Substance.Glycolic, percent)], ph)],
                    },
                ],
            };

        // The same percent at a lower pH bites harder.
        Assert.Equal(ComparedStrength.Stronger, Of(Was(12, 4.2m)).Compared.Single().Strength);
        Assert.Equal(ComparedStrength.Weaker, Of(Was(14, 3.6m)).Compared.Single().Strength);
        Assert.Equal(ComparedStrength.Unknown, Of(Was(12, null)).Compared.Single().Strength);
        Assert.Contains("bites harder", Of(Was(12, 4.2m)).Compared.Single().InWords, StringComparison.Ordinal);
    }

    [Fact]
    public void The_countdown_names_patches_and_hidden_actives_too()
    {
        var patch = new Product
        {
            Id = "dots",
            Name = "Hedge dots",
            Kind = ProductKind.SpotPatch,
        };
        var lines = Countdown.Of(Tonight with { Shelf = [.. Tonight.Shelf, new() { Product = patch }] }, "kiln-peel", Evening);

        Assert.Contains(lines, line =>
            line.Product.Id == "dots" && line.LastBefore == Evening.AddDays(-4) && line.BackOn == Evening.AddDays(4)
        );
        Assert.Contains(lines, line => line.Product.Name == "Chalk cream" && !line.OnlyTonight);
        Assert.Single(Countdown.Soon(lines, Evening.AddDays(-4), 0), line => line.Product.Id == "dots");
        Assert.DoesNotContain(lines, line => line.Product.IsKit());

        // The same as a window of the path, for each coming peel, whatever stretch of days is asked for.
        foreach (var days in new[] { 1, 14, 40 })
        {
            var window = PathPlanner.Plan(PeelWeek, House, days: days).Windows.First(window => window.Kind == Plan.WindowKind.PeelStops);
            Assert.Equal((Evening.AddDays(-3), (DateOnly?)Evening.AddDays(3)), (window.From, window.Until));
            Assert.Contains("Chalk cream: last on", Words.Say(window.Because), StringComparison.Ordinal);
        }
    }

    [Fact]
    public void Nothing_past_a_hard_limit_is_planned_scripted_or_cued_whatever_the_house_says()
    {
        var scripts = 0;
        for (var seed = 0; seed < 1300; seed++)
        {
            var random = new Random(seed);
            decimal? percent = random.Next(8) == 0 ? null : random.Next(4, 46);
            decimal? ph = random.Next(8) == 0 ? null : random.Next(22, 45) / 10m;
            var salicylic = random.Next(4) == 0 ? random.Next(1, 5) : 0;
            var age = random.Next(4) == 0 ? random.Next(14, 18) : 30;
            FlagKind? flag =
                random.Next(4) == 0 ? new[] { FlagKind.Isotretinoin, FlagKind.Pregnancy, FlagKind.ColdSoreActive }[random.Next(3)] : null;
            var rules = House with
            {
                HomePeels = (HomePeels)random.Next(3),
                PractiseFirst = random.Next(2) == 0,
                AcidHoldDays = random.Next(1, 60),
                ChangeSpacingDays = random.Next(1, 30),
                WindowSpf = 30,
            };
            var file = Kit(kit =>
                kit with
                {
                    Actives =
                    [
                        new(Substance.Glycolic, percent),
                        .. salicylic > 0 ? new[] { new Active(Substance.Salicylic, salicylic) } : [],
                    ],
                    Ph = ph,
                }
            );
            file = file with
            {
                Intake = file.Intake with
                {
                    BirthDate = Evening.AddYears(-age),
                    Flags = flag is { } kind ? [new Flag { Kind = kind, From = Evening.AddDays(-9) }] : [],
                },
                Decisions =
                [
                    .. file.Decisions.Select(decision =>
                        decision is StartActive { Product: "kiln-peel" } start
                            ? start with
                            {
                                Reason = "signed off by the practitioner",
                            }
                            : decision
                    ),
                ],
            };
            var beyond = percent is null or > 30 || ph is null or < 3.0m || salicylic > 2 || age < 18 || flag is not null;
            var path = PathPlanner.Plan(file, rules, days: 40);
            var evening = path
                .Days.FirstOrDefault(day => day.Evening.Steps.Any(step => step.Product == "kiln-peel" && step.ContactSeconds is not null))
                ?.Date;
            Assert.False(beyond && evening is not null, $"seed {seed}: planned");
            foreach (var on in new[] { Evening, evening ?? Evening.AddDays(14) })
            {
                if (PeelScript.Compile(file, rules, "kiln-peel", on).Script is not { } script)
                {
                    continue;
                }

                scripts++;
                Assert.False(beyond, $"seed {seed}: scripted");
                Assert.True(
                    script.TargetSeconds <= script.LimitSeconds && script.LimitSeconds <= (percent <= 15 && ph >= 3.5m ? 600 : 180),
                    $"seed {seed}: {script.TargetSeconds} of {script.LimitSeconds}"
                );
                Assert.Equal("ending", script.Kit[0].Id);
                Assert.Contains(script.Kit, item => item.Id == "timer");

                // Whatever is pressed without the kit, nothing is asked for but to take it off.
                var pressed = Enumerable
                    .Range(0, random.Next(1, 12))
                    .Select(i => new SessionEvent(
                        $"e{i}",
                        i * 1000,
                        (SessionEventKind)random.Next(Enum.GetValues<SessionEventKind>().Length),
                        script.Kit[random.Next(1, script.Kit.Count)].Id,
                        FaceZone.Chin,
                        random.Next(11)
                    ))
                    .ToList();
                var shown = SessionPlayer.Play(script, pressed, 20_000);
                Assert.True(shown.Phase != SessionPhase.On || shown.Do == SessionDo.RemoveNow, $"seed {seed}: {shown.Do}");
            }
        }

        Assert.True(scripts > 50, $"{scripts} scripts");
    }

    [Theory]
    [InlineData(SessionEventKind.Burns, CheckIn.Outcome.Stop)]
    [InlineData(SessionEventKind.Frosted, CheckIn.Outcome.MedicalHelp)]
    [InlineData(SessionEventKind.InEye, CheckIn.Outcome.MedicalHelp)]
    public void A_session_that_hurt_is_a_report_that_stops(SessionEventKind kind, CheckIn.Outcome expected)
    {
        var script = PeelScript.Compile(Tonight, House, "kiln-peel", Evening).Script!;
        SessionEvent[] events = [new("t", 1000, SessionEventKind.Touched, Zone: FaceZone.Chin), new("h", 60_000, kind)];
        var held = new SessionHeld
        {
            Id = "s",
            Product = "kiln-peel",
            Day = Evening,
            HappenedAt = CaseBuilder.At(Evening, 18),
            Script = script,
            Events = events,
        };
        var path = PathPlanner.Plan(Tonight with { Log = [.. Tonight.Log, held] }, House, days: 3);

        Assert.Equal(expected, path.Reports.Single(report => report.Id == "s").Outcome);
        Assert.True(path.Days[1].Evening.Repair);
        var practice = PathPlanner.Plan(Tonight with { Log = [.. Tonight.Log, held with { Practice = true }] }, House, days: 3);
        Assert.DoesNotContain(practice.Reports, report => report.Id == "s");
    }

    [Fact]
    public void A_session_left_open_counts_its_contact_up_to_the_last_thing_known()
    {
        var script = PeelScript.Compile(Tonight, House, "kiln-peel", Evening).Script!;
        SessionEvent[] events =
        [
            new("t", 1000, SessionEventKind.Touched, Zone: FaceZone.Chin),
            new("s", 901_000, SessionEventKind.Stung, Value: 2),
        ];
        var file = Tonight with
        {
            Log =
            [
                .. Tonight.Log,
                new SessionHeld
                {
                    Id = "s",
                    Product = "kiln-peel",
                    Day = Evening,
                    HappenedAt = CaseBuilder.At(Evening, 18),
                    Script = script,
                    Events = events,
                },
            ],
        };

        Assert.Equal(900, new KnownFacts(file).ContactOf("kiln-peel", Evening));
        Assert.Contains(PathPlanner.Plan(file, House, days: 1).Warnings, warning => warning.Rule == RuleBook.PeelOverrun);
    }
}
