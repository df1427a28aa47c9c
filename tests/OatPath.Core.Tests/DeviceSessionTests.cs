using OatPath.Core.Case;
using OatPath.Core.Formats;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Planner;
using OatPath.Core.Routine;
using OatPath.Core.Scripting;
using OatPath.Core.Session;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

/// <summary>Devices and tools as guided sessions: when there is one, what it asks, how its clock runs, what it leaves behind.</summary>
public class DeviceSessionTests
{
    private static readonly DateOnly Monday = CaseBuilder.Monday;

    private static readonly CaseFile Owner = CaseJson
        .ReadCase(File.ReadAllText(Path.Combine(Repository.Root, "demo", "cases", "device-evening.json")))
        .Case!;
    private static readonly HouseRules House = CaseJson
        .ReadRules(File.ReadAllText(Path.Combine(Repository.Root, "demo", "studio.json")))
        .Rules!;

    private static Product Gel(string id, ProductKind device, GelCharge charge, decimal? content = null) =>
        new()
        {
            Id = id,
            Name = id,
            Kind = ProductKind.ConductiveGel,
            MadeFor = device,
            Charge = charge,
            ContentMl = content,
        };

    private static CaseBuilder Galvanic(decimal? content = null) =>
        CaseBuilder
            .Basic()
            .Own(
                new Product
                {
                    Id = "ripple",
                    Name = "Ripple plate",
                    Kind = ProductKind.GalvanicDevice,
                },
                Gel("minus", ProductKind.GalvanicDevice, GelCharge.Negative, content),
                Gel("plus", ProductKind.GalvanicDevice, GelCharge.Positive, content)
            );

    private static SessionScript Script(CaseFile file, string product, DateOnly on) =>
        SessionCompiler.Compile(file, CaseBuilder.Rules, product, on).Script!;

    private static SessionScript Ripple => Script(Galvanic().Build(), "ripple", Monday);

    /// <summary>Events at hand, each with its own id.</summary>
    private sealed class Log(SessionScript script)
    {
        public List<SessionEvent> Events { get; } = [];

        public Log Ready()
        {
            script.Kit.ToList().ForEach(item => Add(0, SessionEventKind.Ticked, item.Id));
            script.Asks.ToList().ForEach(ask => Add(0, SessionEventKind.Answered, ask.Id, value: ask.GoesOn ? 1 : 0));
            return this;
        }

        public Log Add(double seconds, SessionEventKind kind, string? item = null, FaceZone? zone = null, int? value = null)
        {
            Events.Add(new($"e{Events.Count:000}", (long)(seconds * 1000), kind, item, zone, value));
            return this;
        }

        public SessionState At(double seconds) => SessionPlayer.Play(script, Events, (long)(seconds * 1000));

        public SessionHeld Held(DateOnly day) =>
            new()
            {
                Id = "held",
                Product = script.Product,
                Day = day,
                HappenedAt = CaseBuilder.At(day, 21),
                Script = script,
                Events = Events,
            };
    }

    [Fact]
    public void A_first_galvanic_session_is_on_the_left_half_and_the_next_on_the_whole_face()
    {
        var path = Galvanic().Plan(14);
        var days = path.DaysOf("ripple");
        FaceSide? SideOn(DateOnly day) => path.On(day)!.Evening.Steps.Single(step => step.Product == "ripple").Side;

        Assert.Equal(FaceSide.Left, SideOn(days[0]));
        Assert.All(days.Skip(1), day => Assert.Null(SideOn(day)));
        Assert.Equal(FaceSide.Left, Ripple.Device!.Half);
        Assert.DoesNotContain(Ripple.Device.Guide.Passes.SelectMany(pass => pass.Strokes).SelectMany(stroke => stroke.Zones), zone =>
            FaceZones.SideOf(zone) == FaceSide.Right
        );
        Assert.All(Ripple.Device.Guide.Passes, pass =>
            Assert.Contains(pass.Strokes, stroke => stroke.Words.Contains("only the left half", StringComparison.Ordinal))
        );
    }

    [Fact]
    public void Half_a_face_takes_half_the_amount_and_a_vial_goes_on_whole()
    {
        var serum = new Product
        {
            Id = "dew",
            Name = "Dew",
            Kind = ProductKind.HydratingSerum,
            Dispenser = Dispenser.Pipette,
        };
        Step StepOf(Product product) =>
            CaseBuilder
                .Basic()
                .Own(product)
                .Decide(
                    new TryHalf
                    {
                        Id = "half",
                        Product = product.Id,
                        Side = FaceSide.Right,
                        Days = 3,
                        On = Monday,
                    }
                )
                .Plan(5)
                .Days[0]
                .Evening.Steps.Single(step => step.Product == product.Id);

        Assert.Equal((FaceSide.Right, AmountGuide.For(serum).Count / 2), (StepOf(serum).Side!.Value, StepOf(serum).Amount!.Count));
        Assert.Equal(
            AmountGuide.For(serum).Count,
            StepOf(serum with { Dispenser = Dispenser.Vial, Amount = AmountGuide.For(serum) }).Amount!.Count
        );
        Assert.Null(
            CaseBuilder
                .Basic()
                .Own(serum)
                .Decide(
                    new TryHalf
                    {
                        Id = "half",
                        Product = "dew",
                        Side = FaceSide.Right,
                        Days = 3,
                        On = Monday,
                    }
                )
                .Plan(5)
                .Days[3]
                .Evening.Steps.Single(step => step.Product == "dew")
                .Side
        );
    }

    [Fact]
    public void The_script_names_the_clients_own_gels_and_asks_who_must_never_use_a_current()
    {
        var script = SessionCompiler.Compile(Owner, House, "ripple-plate", CareDay.Of(Owner.AsOf, CareDay.FindZone(Owner.Zone)!)).Script!;

        Assert.Equal(["Current gel, minus", "Current gel, plus"], script.Device!.Gels.Select(gel => gel.Name));
        Assert.Contains(script.Asks, ask => ask.Text.Contains("implant", StringComparison.Ordinal) && !ask.GoesOn);
        Assert.Contains("left jaw", script.Device.Guide.LeftOut.Select(title => title.ToLowerInvariant()));
        Assert.DoesNotContain(script.Device.Guide.Passes.SelectMany(pass => pass.Strokes), stroke =>
            stroke.Zones.Contains(FaceZone.LeftJaw)
        );
        Assert.Equal((10, 5, 30), (script.Device.SteadySeconds, script.Device.LastSteadySeconds, script.Device.LastSeconds));
    }

    [Fact]
    public void The_clock_waits_while_contact_is_lost_and_the_wrong_gel_starts_none()
    {
        var log = new Log(Ripple).Ready();
        Assert.Equal(SessionDo.PutGel, log.At(1).Do);
        log.Add(1, SessionEventKind.GelOn, "positive").Add(2, SessionEventKind.SetTo, "negative").Add(3, SessionEventKind.Contact);
        var wrong = log.At(30);
        Assert.Equal((SessionDo.ChangeGel, 0L), (wrong.Do, wrong.Device!.WayMilliseconds.Sum()));
        Assert.Contains(SessionWarning.WrongGel, wrong.Warnings);

        log.Add(31, SessionEventKind.GelOn, "negative").Add(34, SessionEventKind.ContactLost).Add(54, SessionEventKind.Contact);
        Assert.Equal(SessionDo.Reach, log.At(53.9).Do);
        Assert.Equal((3000L, SessionDo.Lead), (log.At(54).Device!.WayMilliseconds.Sum(), log.At(54).Do));

        // Switched off it forgets its setting; on again it is asked for.
        log.Add(56, SessionEventKind.DeviceOff);
        Assert.Equal(SessionDo.SwitchOn, log.At(60).Do);
        log.Add(61, SessionEventKind.Contact);
        Assert.Equal((SessionDo.Set, 5000L), (log.At(70).Do, log.At(70).Device!.WayMilliseconds.Sum()));
    }

    [Fact]
    public void Two_devices_at_once_stop_the_clock_and_an_empty_battery_ends_early()
    {
        var log = new Log(Ripple)
            .Ready()
            .Add(1, SessionEventKind.DeviceOn, "one")
            .Add(1, SessionEventKind.GelOn, "negative")
            .Add(2, SessionEventKind.SetTo, "negative")
            .Add(3, SessionEventKind.Contact)
            .Add(5, SessionEventKind.DeviceOn, "two");
        Assert.Equal((SessionDo.OneDevice, 2000L), (log.At(60).Do, log.At(60).Device!.WayMilliseconds.Sum()));

        log.Add(61, SessionEventKind.DeviceOff, "two")
            .Add(62, SessionEventKind.Contact)
            .Add(63, SessionEventKind.Battery, value: 3)
            .Add(63, SessionEventKind.DeviceOff, "one")
            .Add(70, SessionEventKind.EndNow);
        Assert.Equal((SessionPhase.Ending, 3), (log.At(71).Phase, log.At(71).Device!.Battery!.Value));
        log.Add(80, SessionEventKind.Ended).Add(81, SessionEventKind.Stung, value: 0);
        Assert.Equal(SessionOutcome.EndedEarly, log.At(90).Outcome);
        Assert.Contains(HeldSessions.Read(log.Held(Monday)), entry => entry is Applied);
    }

    [Fact]
    public void Longer_than_planned_is_named_where_the_device_tells_when_it_was_lifted()
    {
        var script = Ripple;
        var seconds = script.Device!.Guide.Passes[0].Seconds;
        var log = new Log(script)
            .Ready()
            .Add(1, SessionEventKind.DeviceOn, "one")
            .Add(1, SessionEventKind.GelOn, "negative")
            .Add(1, SessionEventKind.SetTo, "negative")
            .Add(1, SessionEventKind.Contact)
            .Add(1 + seconds + 25, SessionEventKind.ContactLost);

        Assert.Equal(25_000, log.At(400).Device!.OverMilliseconds);
        Assert.Contains(SessionReading.Faults(script, log.At(400)), fault => fault.Contains("0:25 longer", StringComparison.Ordinal));
        Assert.Equal(seconds * 1000, log.At(400).Device!.WayMilliseconds.Sum());
    }

    [Fact]
    public void A_nick_cuts_its_zone_out_of_the_session_and_of_every_day_until_it_has_closed()
    {
        var razor = new Product
        {
            Id = "razor",
            Name = "Reed",
            Kind = ProductKind.Razor,
            Dispenser = Dispenser.SingleUse,
            Pieces = 5,
        };
        var build = CaseBuilder
            .Basic()
            .Own(razor, CaseBuilder.Glycolic)
            .InUse("razor", Monday.AddDays(-60), 0)
            .InUse("glycolic", Monday.AddDays(-60), 2);
        var log = new Log(Script(CaseBuilder.Basic().Own(razor).InUse("razor", Monday, 0).Build(), "razor", Monday))
            .Ready()
            .Add(5, SessionEventKind.Readied, "0.0")
            .Add(9, SessionEventKind.Passed, "0.0")
            .Add(12, SessionEventKind.Nicked, zone: FaceZone.Jaw);
        Assert.DoesNotContain(
            "jaw",
            string.Join(
                " ",
                Enumerable.Range(0, 6).Select(i => log.Add(20 + i, SessionEventKind.Passed, log.At(20 + i).Next).At(20 + i).Next)
            ),
            StringComparison.OrdinalIgnoreCase
        );
        Assert.Equal([FaceZone.LeftJaw, FaceZone.RightJaw], log.At(60).Device!.Cut);
        Assert.Equal(SessionPhase.Ending, log.At(60).Phase);

        var after = build.Log(log.Held(Monday.AddDays(-1))).Plan(10);
        var acids = after.Days.SelectMany(day => day.Evening.Steps).Where(step => step.Product == "glycolic").ToList();
        Assert.NotEmpty(acids);
        Assert.All(acids, step => Assert.Contains(FaceZone.LeftJaw, step.LeaveOut));
        Assert.Contains(after.Windows, window => window.Kind == Plan.WindowKind.Nick && window.Until is null);

        var closed = build
            .Log(
                new NickClosed
                {
                    Id = "closed",
                    Nick = "held-nick",
                    Day = Monday,
                    HappenedAt = CaseBuilder.At(Monday, 8),
                }
            )
            .Plan(10);
        Assert.All(closed.Days.SelectMany(day => day.Evening.Steps).Where(step => step.Product == "glycolic"), step =>
            Assert.Empty(step.LeaveOut)
        );
    }

    [Fact]
    public void Gel_and_tips_are_counted_to_nothing_then_asked_for()
    {
        var file = Galvanic(content: 8).Build();
        Assert.Equal(2, PathPlanner.Plan(file, CaseBuilder.Rules, null, 60).DaysOf("ripple").Count);
        var used = Galvanic(content: 8).Use("ripple", Monday.AddDays(-3)).Use("ripple", Monday.AddDays(-7)).Plan(14);
        Assert.Empty(used.DaysOf("ripple"));
        Assert.Equal(2, used.Questions.Count(question => question.Because.Rule == RuleBook.UsedUp));

        var wand = CaseBuilder
            .Basic()
            .Own(
                CaseBuilder.Glide,
                new Product
                {
                    Id = "wand",
                    Name = "Pin wand",
                    Kind = ProductKind.NanoTip,
                }
            )
            .Start("wand", Monday);
        Assert.Equal(RuleBook.UsedUp, wand.Plan(1).Days[0].Evening.WhyNot("wand"));
        Assert.Single(
            wand.Own(
                    new Product
                    {
                        Id = "tips",
                        Name = "Tips",
                        Kind = ProductKind.DeviceTip,
                        MadeFor = ProductKind.NanoTip,
                        Pieces = 1,
                    }
                )
                .Plan(40)
                .DaysOf("wand")
        );
    }

    [Fact]
    public void A_roller_keeps_its_distance_and_is_thrown_away_after_fifteen_uses()
    {
        CaseBuilder Rolling(decimal length) =>
            CaseBuilder
                .Basic()
                .Own(
                    CaseBuilder.Glide,
                    new Product
                    {
                        Id = "roller",
                        Name = "Burr",
                        Kind = ProductKind.NeedleRoller,
                        NeedleMm = length,
                    },
                    CaseBuilder.Glycolic
                )
                .InUse("glycolic", Monday.AddDays(-60), 3)
                .Decide(
                    new StartActive
                    {
                        Id = "signed",
                        Product = "roller",
                        On = Monday,
                        Reason = "shown in the salon",
                    }
                );
        var rules = CaseBuilder.Rules with { LongNeedlesSignedOff = true };
        foreach (var (length, interval, before, after) in new[] { (0.25m, 7, 1, 2), (0.5m, 21, 3, 3) })
        {
            var path = PathPlanner.Plan(Rolling(length).Build(), rules, null, 90);
            var days = path.DaysOf("roller");
            Assert.True(days.Count >= 3, $"{length}: {days.Count}");
            Assert.All(days.Zip(days.Skip(1)), pair => Assert.True(pair.Second.DayNumber - pair.First.DayNumber >= interval));
            Assert.All(days, day =>
                Assert.DoesNotContain(path.DaysOf("glycolic"), acid => acid >= day.AddDays(-before) && acid <= day.AddDays(after))
            );
            Assert.NotEmpty(path.DaysOf("glycolic"));
        }

        var worn = Enumerable
            .Range(1, 15)
            .Aggregate(Rolling(0.25m), (built, week) => built.Use("roller", Monday.AddDays(-7 * week)))
            .Plan(30);
        Assert.Empty(worn.DaysOf("roller"));
        Assert.Contains(worn.Questions, question => question.Product == "roller" && question.Because.Rule == RuleBook.UsedUp);
    }

    /// <summary>
    /// No session starts against an exclusion, above its interval or without what fits: nothing is compiled that the plan does not have,
    /// and what is compiled passes by itself.
    /// </summary>
    [Fact]
    public void No_session_is_compiled_that_the_plan_forbids() => RandomCase.Each(300, (file, _) =>
        {
            var path = PathPlanner.Plan(file, CaseBuilder.Rules, null, 1);
            foreach (var product in file.Shelf.Select(item => item.Product).Where(DeviceScript.Leads))
            {
                var planned = path.Days[0]
                    .Evening.Steps.FirstOrDefault(step => step.Product == product.Id && step.Action == StepAction.Apply);
                var (script, reasons) = SessionCompiler.Compile(file, CaseBuilder.Rules, product.Id, path.Today);
                Assert.True(
                    (
                        planned is null
                        || reasons.Any(because => because.Rule == RuleBook.SessionNoZone)
                        || path.Days[0].Log?.Applied.Contains(product.Id) == true
                    ) == script is null,
                    $"{product.Id}: {string.Join(' ', reasons.Select(Words.Say))}"
                );
                Assert.True(script is not null || reasons.Count > 0);
                if (script?.Device is not { } work)
                {
                    continue;
                }

                Assert.True(product.NeedleMm is null or <= 0.5m);
                Assert.All(work.Guide.Passes.Where(pass => pass.Gel is GelCharge.Negative or GelCharge.Positive), pass =>
                    Assert.Contains(work.Gels, gel => gel.Charge == pass.Gel)
                );
                var left = planned!.LeaveOut.SelectMany(FaceZones.Covered).ToHashSet();
                Assert.DoesNotContain(work.Guide.Passes.SelectMany(pass => pass.Strokes).SelectMany(stroke => stroke.Zones), left.Contains);
            }
        });

    /// <summary>
    /// Whatever happens in whatever order, no way gets more than its time, and the clock never runs with a wrong gel or setting.
    /// </summary>
    [Fact]
    public void No_way_gets_more_than_its_time()
    {
        var script = Ripple;
        var planned = script.Device!.Guide.Passes.SelectMany(pass => pass.Strokes).Select(stroke => stroke.Seconds * 1000L).ToList();
        SessionEventKind[] kinds =
        [
            SessionEventKind.GelOn,
            SessionEventKind.SetTo,
            SessionEventKind.Contact,
            SessionEventKind.Contact,
            SessionEventKind.ContactLost,
            SessionEventKind.DeviceOn,
            SessionEventKind.DeviceOff,
            SessionEventKind.Passed,
            SessionEventKind.Nicked,
        ];
        for (var seed = 0; seed < 2000; seed++)
        {
            var random = new Random(seed);
            var log = new Log(script).Ready();
            for (var i = 0; i < 40; i++)
            {
                log.Add(
                    random.Next(0, 900),
                    kinds[random.Next(kinds.Length)],
                    new[] { "negative", "positive", "0.0", "0.1", "1.0" }[random.Next(5)],
                    FaceZone.Chin
                );
            }

            var last = log.At(5000).Device!;
            Assert.All(last.WayMilliseconds.Zip(planned), pair => Assert.InRange(pair.First, 0, pair.Second));
            Assert.Equal(
                SessionPlayer.Play(script, log.Events.OrderBy(_ => random.Next()), 5_000_000).Device!.WayMilliseconds,
                last.WayMilliseconds
            );
        }
    }

    [Fact]
    public void Nine_sessions_in_ten_days_are_named_and_the_next_keeps_its_distance()
    {
        var built = Enumerable
            .Range(1, 10)
            .Where(back => back != 6)
            .Aggregate(Galvanic(), (all, back) => all.Use("ripple", Monday.AddDays(-back)));
        var path = built.Plan(14);

        Assert.Contains(path.Questions, question => question.Because.Rule == RuleBook.Overuse && question.Product == "ripple");
        Assert.True(path.DaysOf("ripple")[0] >= Monday.AddDays(2));
        Assert.Empty(Audit.PathAuditor.Audit(built.Build(), CaseBuilder.Rules, path));
    }

    [Fact]
    public void Level_three_wished_on_sensitive_skin_stays_level_one()
    {
        var brush = new Product
        {
            Id = "brush",
            Name = "Teasel brush",
            Kind = ProductKind.CleansingBrush,
        };
        var path = CaseBuilder
            .Basic()
            .With(intake => intake with { Sensitivity = Sensitivity.Sensitive })
            .Own(brush)
            .InUse("brush", Monday.AddDays(-40), 2)
            .Decide(
                new ShapeLadder
                {
                    Id = "shape",
                    Product = "brush",
                    On = Monday,
                    Start = 2,
                }
            )
            .Plan(14);
        var steps = path.Days.SelectMany(day => day.Evening.Steps).Where(step => step.Product == "brush").ToList();

        Assert.NotEmpty(steps);
        Assert.All(steps, step => Assert.Equal(1, step.Level));
    }

    [Fact]
    public void A_gentle_mask_may_close_a_devices_evening_and_no_second_device_may()
    {
        Product Of(string id, ProductKind kind) =>
            new()
            {
                Id = id,
                Name = id,
                Kind = kind,
            };
        var path = CaseBuilder.Basic().Own(Of("steam", ProductKind.FacialSteamer), Of("calm", ProductKind.SoothingMask)).Plan(1);
        Assert.Equal(
            ["steam", "calm"],
            path.Days[0].Evening.Steps.Select(step => step.Product).Where(product => product is "steam" or "calm")
        );

        var two = Galvanic().Own(Of("steam", ProductKind.FacialSteamer)).Plan(21);
        Assert.NotEmpty(two.DaysOf("steam"));
        Assert.Empty(two.DaysOf("steam").Intersect(two.DaysOf("ripple")));
    }

    [Fact]
    public void A_described_device_is_guided_by_its_sheet_and_waits_without_one()
    {
        var hum = new Product
        {
            Id = "hum",
            Name = "Hum wand",
            Kind = ProductKind.OtherDevice,
        };
        Assert.Equal(RuleBook.DeviceSheet, CaseBuilder.Basic().Own(hum).Plan(1).Days[0].Evening.WhyNot("hum"));

        var sheet = new DeviceSheet
        {
            RestDays = 5,
            MostSeconds = 60,
            Current = false,
            Heat = false,
            Light = false,
            NotOn = [FaceZone.LeftJaw],
            Ways = [new("Left side", "down", [FaceZone.LeftCheek, FaceZone.LeftJaw], 60), new("Chin", "round", [FaceZone.Chin], 60)],
        };
        var file = CaseBuilder.Basic().Own(hum with { Sheet = sheet }).Build();
        var script = Script(file, "hum", Monday);
        Assert.Equal(
            ["Chin 30"],
            script.Device!.Guide.Passes.SelectMany(pass => pass.Strokes).Select(stroke => $"{stroke.Title} {stroke.Seconds}")
        );
        Assert.Contains("Left side", script.Device.Guide.LeftOut);
        Assert.All(PathPlanner.Plan(file, CaseBuilder.Rules, null, 30).DaysOf("hum") is var days ? days.Zip(days.Skip(1)) : [], pair =>
            Assert.True(pair.Second.DayNumber - pair.First.DayNumber >= 5)
        );

        // What nobody looked up counts as a current: no session without a gel of its own.
        Assert.Equal(
            RuleBook.DeviceGel,
            CaseBuilder.Basic().Own(hum with { Sheet = sheet with { Current = null } }).Plan(1).Days[0].Evening.WhyNot("hum")
        );
    }
}
