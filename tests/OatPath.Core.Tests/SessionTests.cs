using OatPath.Core.Case;
using OatPath.Core.Formats;
using OatPath.Core.House;
using OatPath.Core.Planner;
using OatPath.Core.Ramp;
using OatPath.Core.Scripting;
using OatPath.Core.Session;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

public class SessionTests
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

    private static SessionScript Script(int? target = null) =>
        PeelScript.Compile(PeelWeek, House, "kiln-peel", Evening).Script! is var script && target is { } seconds
            ? script with
            {
                TargetSeconds = seconds,
                Groups = ZoneGroups.Of(ZoneGroups.Order(2, []), seconds),
            }
            : PeelScript.Compile(PeelWeek, House, "kiln-peel", Evening).Script!;

    /// <summary>The kit ticked and every question answered so that it goes on, in the first second.</summary>
    private static List<SessionEvent> Ready(SessionScript script) =>
        [
            .. script.Kit.Select(item => new SessionEvent($"k-{item.Id}", 100, SessionEventKind.Ticked, item.Id)),
            .. script.Asks.Select(ask => new SessionEvent(
                $"a-{ask.Id}",
                200,
                SessionEventKind.Answered,
                ask.Id,
                Value: ask.GoesOn ? 1 : 0
            )),
        ];

    private static SessionEvent Touch(FaceZone zone, long at) => new($"t-{zone}-{at}", at, SessionEventKind.Touched, Zone: zone);

    private static SessionEvent Off(FaceZone zone, long at) => new($"o-{zone}-{at}", at, SessionEventKind.Off, Zone: zone);

    [Fact]
    public void A_script_names_what_ends_it_before_its_bottle_and_the_rung_held()
    {
        var script = Script();

        Assert.Equal(
            ("ending", "timer", "bottle", 480, 600, 60),
            (script.Kit[0].Id, script.Kit[1].Id, script.Kit[2].Id, script.TargetSeconds, script.LimitSeconds, script.StingEverySeconds)
        );
        Assert.Equal(FaceZone.Forehead, script.Groups[^1].Zones[^1].Zone);
        Assert.DoesNotContain(script.Groups.SelectMany(group => group.Zones), step =>
            step.Zone is FaceZone.Neck or FaceZone.LeftEye or FaceZone.RightEye
        );
    }

    [Fact]
    public void There_is_no_script_without_its_evening_its_ending_or_its_kit()
    {
        string Why(CaseFile file, string product, DateOnly on) =>
            PeelScript.Compile(file, House, product, on) is (null, [var because, ..]) ? because.Rule : "";
        CaseFile With(Func<Product, Product> change) =>
            PeelWeek with
            {
                Shelf =
                [
                    .. PeelWeek.Shelf.Select(item => item.Product.Id == "kiln-peel" ? item with { Product = change(item.Product) } : item),
                ],
            };

        Assert.Equal(RuleBook.PeelNext, Why(PeelWeek, "kiln-peel", Evening.AddDays(-1)));
        Assert.Equal(RuleBook.SessionNotPlanned, Why(PeelWeek, "kiln-peel", Evening.AddDays(-30)));
        Assert.Equal(RuleBook.SessionNoKit, Why(PeelWeek, "dew-serum", Evening));
        Assert.Equal(RuleBook.SessionEndingUnknown, Why(With(product => product with { Ending = null }), "kiln-peel", Evening));
        Assert.Equal(
            RuleBook.AhaLimit,
            Why(With(product => product with { Actives = [new(Substance.Glycolic, 40)] }), "kiln-peel", Evening)
        );
        Assert.Equal(RuleBook.UnknownStrength, Why(With(product => product with { Ph = null }), "kiln-peel", Evening));
        Assert.NotEmpty(
            PeelScript
                .Compile(PeelWeek with { Intake = PeelWeek.Intake with { BirthDate = Evening.AddYears(-17) } }, House, "kiln-peel", Evening)
                .Reasons
        );
    }

    [Fact]
    public void A_zone_left_out_is_in_no_group()
    {
        var file = PeelWeek with
        {
            Intake = PeelWeek.Intake with
            {
                Flags = [.. PeelWeek.Intake.Flags, new Flag { Kind = FlagKind.EczemaProneZone, Zones = [FaceZone.Jaw, FaceZone.Nose] }],
            },
        };
        var zones = PeelScript
            .Compile(file, House, "kiln-peel", Evening)
            .Script!.Groups.SelectMany(group => group.Zones)
            .Select(step => step.Zone)
            .ToList();

        Assert.Empty(zones.Intersect([FaceZone.LeftJaw, FaceZone.RightJaw, FaceZone.Nose]));
        Assert.NotEmpty(zones);
    }

    [Fact]
    public void No_clock_starts_before_the_kit_is_complete_and_every_question_answered()
    {
        var script = Script();
        var ready = Ready(script);

        Assert.Equal((SessionPhase.Kit, "ending"), (SessionPlayer.Play(script, [], 0).Phase, SessionPlayer.Play(script, [], 0).Next));
        Assert.All(ready, missing =>
            Assert.NotEqual(SessionDo.Apply, SessionPlayer.Play(script, ready.Where(other => other != missing), 1000).Do)
        );
        Assert.Equal(SessionDo.Apply, SessionPlayer.Play(script, ready, 1000).Do);
    }

    [Fact]
    public void Whatever_was_done_unchecked_is_recorded_and_comes_off_at_once()
    {
        var script = Script();
        var state = SessionPlayer.Play(script, [Touch(FaceZone.Chin, 1000)], 5000);

        Assert.Equal((SessionDo.RemoveNow, 4000L), (state.Do, state.Zones.Single().ContactMilliseconds));
        Assert.Contains(SessionWarning.BeganUnchecked, state.Warnings);
        Assert.Equal(SessionPhase.Ending, SessionPlayer.Play(script, [Touch(FaceZone.Chin, 1000), Off(FaceZone.Chin, 9000)], 10_000).Phase);
    }

    [Fact]
    public void An_answer_that_says_no_refuses_and_what_is_on_comes_off()
    {
        var script = Script();
        SessionEvent[] refused = [.. Ready(script), new("no", 300, SessionEventKind.Answered, "open-skin", Value: 1)];

        Assert.Equal(
            (SessionPhase.Refused, "open-skin", SessionOutcome.Refused),
            (
                SessionPlayer.Play(script, refused, 1000).Phase,
                SessionPlayer.Play(script, refused, 1000).Next,
                SessionPlayer.Play(script, refused, 1000).Outcome
            )
        );
        Assert.Equal(SessionDo.RemoveNow, SessionPlayer.Play(script, [.. refused, Touch(FaceZone.Chin, 2000)], 3000).Do);
    }

    [Fact]
    public void A_sting_of_five_ends_it_and_a_burn_goes_straight_to_water()
    {
        var script = Script();
        SessionEvent[] on = [.. Ready(script), Touch(FaceZone.Chin, 1000)];

        Assert.Equal(1000 + 60_000, SessionPlayer.Play(script, on, 2000).StingDueAt);
        Assert.NotEqual(
            SessionDo.RemoveNow,
            SessionPlayer.Play(script, [.. on, new("s", 90_000, SessionEventKind.Stung, Value: 4)], 91_000).Do
        );
        var stung = SessionPlayer.Play(script, [.. on, new("s", 90_000, SessionEventKind.Stung, Value: 5)], 91_000);
        Assert.Equal(SessionDo.RemoveNow, stung.Do);
        Assert.Equal(
            SessionOutcome.EndedForSting,
            SessionPlayer
                .Play(
                    script,
                    [
                        .. on,
                        new("s", 90_000, SessionEventKind.Stung, Value: 5),
                        Off(FaceZone.Chin, 99_000),
                        new("e", 120_000, SessionEventKind.Ended),
                        new("c", 125_000, SessionEventKind.Stung, Value: 1),
                    ],
                    130_000
                )
                .Outcome
        );

        var burns = SessionPlayer.Play(script, [.. on, new("b", 90_000, SessionEventKind.Burns)], 91_000);
        Assert.Equal(
            (SessionPhase.Water, SessionDo.RunWater, 690_000L, SessionOutcome.Burned),
            (burns.Phase, burns.Do, burns.WaterUntil, burns.Outcome)
        );
        Assert.Equal(
            SessionOutcome.Frosted,
            SessionPlayer.Play(script, [.. on, new("f", 90_000, SessionEventKind.Frosted)], 91_000).Outcome
        );
        Assert.Equal(SessionDo.Wait, SessionPlayer.Play(script, [.. on, new("c", 450_000, SessionEventKind.Crystals)], 451_000).Do);
        Assert.Equal(
            (SessionPhase.Eye, SessionDo.RinseEye),
            (
                SessionPlayer
                    .Play(script, [.. on, new("b", 90_000, SessionEventKind.Burns), new("i", 95_000, SessionEventKind.InEye)], 96_000)
                    .Phase,
                SessionPlayer.Play(script, [.. on, new("i", 95_000, SessionEventKind.InEye)], 96_000).Do
            )
        );
    }

    [Fact]
    public void Coming_back_twenty_minutes_late_says_take_it_off_now_and_records_it()
    {
        var script = Script();
        SessionEvent[] on = [.. Ready(script), Touch(FaceZone.Chin, 1000)];
        var late = SessionPlayer.Play(script, on, 1000 + (28 * 60_000));

        Assert.Equal(SessionDo.RemoveNow, late.Do);
        Assert.Equal([SessionWarning.OverTarget, SessionWarning.OverLimit], late.Warnings);
        Assert.Equal(SessionPhase.Ending, SessionPlayer.Play(script, [.. on, Off(FaceZone.Chin, 1_700_000)], 1_700_000).Phase);
    }

    /// <summary>
    /// Hands that put on in 5 to 60 s and take off in 3 to 20 s, half a zone in half of it, and stop what they do when the guide says so.
    /// </summary>
    private static (List<SessionEvent> Events, SessionState Last) Play(SessionScript script, Random hands, Action<SessionState, long> look)
    {
        var events = Ready(script);
        var free = 1000L;
        long? offAt = null;
        FaceZone? taking = null;
        for (var now = 1000L; now < 3_600_000; now += 1000)
        {
            if (taking is { } zone && now >= offAt)
            {
                events.Add(Off(zone, now));
                taking = null;
            }

            var state = SessionPlayer.Play(script, events, now);
            look(state, now);
            if (taking is not null)
            {
                continue;
            }

            switch (state.Do)
            {
                case SessionDo.Apply when now >= free:
                    events.Add(Touch(EnumName.Find<FaceZone>(state.Next!)!.Value, now));
                    free = now + (hands.Next(5, 61) * 1000);
                    break;
                case SessionDo.Remove or SessionDo.RemoveNow:
                    taking = EnumName.Find<FaceZone>(state.Next!);
                    offAt = now + (hands.Next(3, script.Groups[0].Zones[0].RemoveSeconds) * 1000);
                    free = now;
                    break;
                case SessionDo.Layer when now >= free:
                    events.Add(new($"l-{state.Next}", now, SessionEventKind.Layered, Zone: EnumName.Find<FaceZone>(state.Next!)!.Value));
                    free = now + (hands.Next(5, 61) * 1000);
                    break;
                case SessionDo.Dry:
                    events.Add(new($"dry-{now}", now, SessionEventKind.Readied, "dry"));
                    break;
                case SessionDo.End:
                    events.Add(new("end", now, SessionEventKind.Ended));
                    break;
                case SessionDo.TellSting:
                    events.Add(new($"calm-{now}", now, SessionEventKind.Stung, Value: hands.Next(0, 2)));
                    break;
                case SessionDo.Nothing:
                    return (events, state);
            }
        }

        throw new InvalidOperationException("The session did not end in an hour.");
    }

    [Fact]
    public void With_slow_fast_and_clumsy_hands_every_zone_is_off_in_time()
    {
        for (var seed = 0; seed < 400; seed++)
        {
            var random = new Random(seed);
            int[] rungs = [30, 60, 90, 120, 150, 180, 300, 480, 600];
            var script = Script(rungs[seed % rungs.Length]);
            script =
                seed % 3 == 0 && script.TargetSeconds >= 300
                    ? script with
                    {
                        Layers = 2,
                        LayerAfterSeconds = script.TargetSeconds / 2,
                    }
                    : script;
            var touched = new Dictionary<FaceZone, long>();
            var steps = script.Groups.SelectMany(group => group.Zones).ToDictionary(step => step.Zone);
            long? wetAt = null;
            var (events, last) = Play(script, random, (state, now) =>
            {
                wetAt = state.Zones.Any(zone => !zone.IsOn && state.Do == SessionDo.Remove) ? now : wetAt;
                Assert.False(
                    state.Do == SessionDo.Apply
                        && (
                            wetAt > now - (script.AirSeconds * 1000)
                            || state.Zones.Any(zone => zone.IsOn && wetAt > touched.GetValueOrDefault(zone.Zone, long.MaxValue))
                        ),
                    $"seed {seed}: {state.Next} goes on beside wet skin"
                );
                foreach (var zone in state.Zones.Where(zone => zone.IsOn))
                {
                    touched.TryAdd(zone.Zone, now - zone.ContactMilliseconds);
                    Assert.True(
                        zone.CueAt <= touched[zone.Zone] + ((script.TargetSeconds - steps[zone.Zone].RemoveSeconds) * 1000),
                        $"seed {seed}: {zone.Zone} is cued late"
                    );
                    Assert.True(
                        zone.CueAt >= touched[zone.Zone] + (steps[zone.Zone].ApplySeconds * 1000),
                        $"seed {seed}: {zone.Zone} is cued off before it can be on"
                    );
                }
            });

            Assert.Equal((SessionOutcome.Done, SessionPhase.Done), (last.Outcome, last.Phase));
            Assert.Empty(last.Warnings);
            Assert.Equal(script.Groups.Sum(group => group.Zones.Count), last.Zones.Count);
            Assert.All(last.Zones, zone => Assert.InRange(zone.ContactMilliseconds, 1, script.TargetSeconds * 1000L));
        }
    }

    [Fact]
    public void Every_rung_of_every_kit_can_be_led_and_a_short_one_goes_half_zone_by_half_zone()
    {
        foreach (var kit in new[] { CaseBuilder.WeakKit, CaseBuilder.StrongKit })
        {
            var rungs = Ladder.For(kit, new Intake(), CaseBuilder.StrongKitRules)!.Rungs;
            Assert.All(rungs, rung => Assert.NotEmpty(ZoneGroups.Of(ZoneGroups.Order(2, []), rung.ContactSeconds!.Value)));
        }

        var order = ZoneGroups.Order(2, [FaceZone.InnerLeftCheek, FaceZone.Nose]);
        var halves = ZoneGroups.Of(order, 30).Select(group => group.Zones.Single().Zone).ToList();
        Assert.Equal(order.SelectMany(FaceZones.HalvesOf), halves);
        Assert.DoesNotContain(halves, half => FaceZones.WholeOf(half) is FaceZone.LeftCheek or FaceZone.Nose);
        Assert.All(halves, half => Assert.Contains(half, FaceZones.HalvesOf(FaceZones.WholeOf(half))));
        Assert.Throws<ArgumentOutOfRangeException>(() => ZoneGroups.Of(order, ZoneGroups.LeastSeconds - 1));
    }

    [Fact]
    public void Nothing_goes_on_before_what_came_off_is_dry_and_aired()
    {
        var script = Script(60);
        SessionEvent[] off = [.. Ready(script), Touch(FaceZone.LeftCheek, 1000), Off(FaceZone.LeftCheek, 50_000)];
        SessionEvent[] dry = [.. off, new("d", 70_000, SessionEventKind.Readied, "dry")];

        Assert.Equal(SessionDo.Dry, SessionPlayer.Play(script, off, 600_000).Do);
        var airing = SessionPlayer.Play(script, dry, 129_999);
        Assert.Equal((SessionDo.Air, 130_000L), (airing.Do, airing.AirUntil));
        Assert.Equal(SessionDo.Apply, SessionPlayer.Play(script, dry, 130_000).Do);

        // Dry said by mistake is taken back; dry said while something is on says nothing.
        SessionEvent[] back = [.. dry, new("b", 80_000, SessionEventKind.TakenBack, "d")];
        Assert.Equal(SessionDo.Dry, SessionPlayer.Play(script, back, 600_000).Do);
        SessionEvent[] early = [.. off, new("d", 40_000, SessionEventKind.Readied, "dry")];
        Assert.Equal(SessionDo.Dry, SessionPlayer.Play(script, early, 600_000).Do);
    }

    [Fact]
    public void One_press_for_a_group_counts_every_zone_from_it_and_is_taken_back_as_one()
    {
        var script = Script();
        var group = script.Groups.Single();
        Assert.True(group.Together);
        SessionEvent[] on = [.. Ready(script), new("all", 1000, SessionEventKind.TouchedTogether, Zone: group.Zones[2].Zone)];

        var state = SessionPlayer.Play(script, on, 61_000);
        Assert.Equal(group.Zones.Select(step => step.Zone).Order(), state.Zones.Select(zone => zone.Zone).Order());
        Assert.All(state.Zones, zone => Assert.Equal((true, 60_000L), (zone.IsOn, zone.ContactMilliseconds)));
        Assert.Equal((SessionDo.Wait, 1000L), (state.Do, state.TogetherAt));

        // So early that all of it is off, zone after zone, before the first press is as old as the target.
        var cue = state.Zones.Min(zone => zone.CueAt)!.Value;
        Assert.Equal(1000 + ((script.TargetSeconds - (group.Zones.Count * ZoneGroups.RemoveSeconds)) * 1000), cue);
        Assert.Equal(SessionDo.Remove, SessionPlayer.Play(script, on, cue).Do);
        var off = SessionPlayer.Play(script, [.. on, new("off", cue + 160_000, SessionEventKind.AllOff)], cue + 160_000);
        Assert.Equal((SessionPhase.Ending, SessionDo.End), (off.Phase, off.Do));
        Assert.DoesNotContain(SessionWarning.OverTarget, off.Warnings);

        // A press for one zone ends it: then each has its own.
        Assert.Null(SessionPlayer.Play(script, [.. on, Touch(FaceZone.Neck, 2000)], 3000).TogetherAt);
        var back = SessionPlayer.Play(script, [.. on, new("b", 2000, SessionEventKind.TakenBack, "all")], 3000);
        Assert.Equal((SessionDo.Apply, 0), (back.Do, back.Zones.Count));
    }

    [Theory]
    [InlineData(new long[] { 0, 15_000, 31_000, 44_000 }, 15)]
    [InlineData(new long[] { 0, 2000, 4000, 6000 }, 10)]
    [InlineData(new long[] { 0, 90_000, 180_000, 270_000 }, 30)]
    [InlineData(new long[] { 0, 9000, 18_000 }, 20)]
    public void A_pace_is_the_middle_of_what_was_practised_within_its_bounds(long[] touches, int seconds) =>
        Assert.Equal(
            seconds,
            HandPace.Of(
                touches.Select(at => new SessionEvent(
                    $"t{at}",
                    at * 20,
                    SessionEventKind.Touched,
                    Zone: FaceZone.Chin,
                    SteadyMilliseconds: at
                ))
            )
        );

    [Fact]
    public void Too_short_a_contact_takes_no_one_press_for_a_group()
    {
        var order = ZoneGroups.Order(2, []);
        Assert.All(ZoneGroups.Of(order, 300), group => Assert.False(group.Together));
        Assert.True(ZoneGroups.Of(order, 320).Single().Together);
        Assert.False(ZoneGroups.Of(order, 320, paceSeconds: 30).Single().Together);
    }

    [Fact]
    public void A_first_layer_goes_on_working_under_the_second_and_both_are_counted()
    {
        var script = Script(420) with { Layers = 2, LayerAfterSeconds = 240, Groups = [new([new(FaceZone.Chin, 20, 20)])] };
        SessionEvent[] events =
        [
            .. Ready(script),
            Touch(FaceZone.Chin, 1000),
            new("l", 241_000, SessionEventKind.Layered, Zone: FaceZone.Chin),
            Off(FaceZone.Chin, 421_000),
        ];

        Assert.Equal(
            (SessionDo.Wait, SessionDo.Layer),
            (SessionPlayer.Play(script, events, 240_000).Do, SessionPlayer.Play(script, events[..^2], 241_000).Do)
        );
        Assert.Equal([420_000L, 180_000L], SessionPlayer.Play(script, events, 500_000).Zones.Single().LayerMilliseconds);
        Assert.Empty(SessionPlayer.Play(script, events, 500_000).Warnings);
        Assert.Contains(
            SessionWarning.ExtraLayer,
            SessionPlayer
                .Play(script, [.. events[..^1], new("third", 300_000, SessionEventKind.Layered, Zone: FaceZone.Chin)], 300_000)
                .Warnings
        );
        Assert.NotEqual(SessionDo.Layer, SessionPlayer.Play(script, events[..^2], 381_000).Do);
    }

    [Fact]
    public void A_drop_where_nothing_belongs_is_wiped_off_first_and_the_session_goes_on()
    {
        var script = Script();
        SessionEvent[] events = [.. Ready(script), Touch(FaceZone.LeftCheek, 1000), Touch(FaceZone.LeftBrow, 5000)];
        var state = SessionPlayer.Play(script, events, 6000);

        Assert.Equal((SessionDo.RemoveNow, "left-brow"), (state.Do, state.Next));
        Assert.Equal(1000 + ((script.TargetSeconds - 20) * 1000L), state.Zones[0].CueAt);
        Assert.Equal(SessionDo.Apply, SessionPlayer.Play(script, [.. events, Off(FaceZone.LeftBrow, 9000)], 10_000).Do);
    }

    [Fact]
    public void A_press_by_mistake_is_taken_back_but_never_what_may_hurt()
    {
        var script = Script();
        SessionEvent[] on = [.. Ready(script), Touch(FaceZone.Chin, 1000)];
        SessionEvent Back(string id) => new($"back-{id}", 300_000, SessionEventKind.TakenBack, id);

        // Off by mistake: the contact runs on from the first touch.
        Assert.Equal(
            399_000,
            SessionPlayer
                .Play(script, [.. on, Off(FaceZone.Chin, 200_000), Back("o-Chin-200000")], 400_000)
                .Zones.Single()
                .ContactMilliseconds
        );
        Assert.Equal(
            SessionPhase.Water,
            SessionPlayer.Play(script, [.. on, new("b", 90_000, SessionEventKind.Burns), Back("b")], 400_000).Phase
        );
        Assert.Equal(
            SessionDo.RemoveNow,
            SessionPlayer.Play(script, [.. on, new("s", 90_000, SessionEventKind.Stung, Value: 6), Back("s")], 400_000).Do
        );
        Assert.Equal(4, SessionPlayer.Play(script, [.. on, new("s", 90_000, SessionEventKind.Stung, Value: 4)], 400_000).WorstSting);
        Assert.Equal(
            0,
            SessionPlayer.Play(script, [.. on, new("s", 90_000, SessionEventKind.Stung, Value: 4), Back("s")], 400_000).WorstSting
        );
    }

    [Fact]
    public void Where_nobody_knows_how_long_it_was_on_it_comes_off()
    {
        var script = Script();
        SessionEvent[] on = [.. Ready(script), Touch(FaceZone.Chin, 1000), new("lost", 2000, SessionEventKind.ClockLost)];

        Assert.Equal(SessionDo.RemoveNow, SessionPlayer.Play(script, on, 3000).Do);
        Assert.Contains(SessionWarning.ClockLost, SessionPlayer.Play(script, on, 3000).Warnings);
        Assert.Equal(SessionPhase.Ending, SessionPlayer.Play(script, [.. on, new("all", 4000, SessionEventKind.AllOff)], 5000).Phase);
    }

    [Fact]
    public void A_sting_that_stays_after_the_ending_is_rinsed_again_and_becomes_a_stop()
    {
        var script = Script();
        const int Minute = 60_000;
        SessionEvent[] over =
        [
            .. Ready(script),
            Touch(FaceZone.Chin, 1000),
            new("now", 60_000, SessionEventKind.EndNow),
            Off(FaceZone.Chin, 70_000),
            new("end", Minute * 2, SessionEventKind.Ended),
        ];
        SessionEvent Sting(int minute, int value) => new($"s{minute}", minute * Minute, SessionEventKind.Stung, Value: value);
        SessionState At(int minute, params SessionEvent[] more) => SessionPlayer.Play(script, [.. over, .. more], minute * Minute);

        Assert.Equal((SessionPhase.Calming, SessionDo.TellSting), (At(2).Phase, At(2).Do));
        Assert.Equal(SessionOutcome.EndedEarly, At(4, Sting(3, 1)).Outcome);
        Assert.Equal((SessionDo.Wait, 12 * Minute), (At(4, Sting(3, 3)).Do, At(4, Sting(3, 3)).StingDueAt));
        Assert.Equal(SessionDo.TellSting, At(12, Sting(3, 3)).Do);
        Assert.Equal(SessionDo.RinseAgain, At(14, Sting(3, 3), Sting(13, 3)).Do);
        Assert.Equal(
            (SessionOutcome.StillStings, SessionDo.GetHelp),
            (At(24, Sting(3, 3), Sting(13, 3), Sting(23, 2)).Outcome, At(24, Sting(3, 3), Sting(13, 3), Sting(23, 2)).Do)
        );
    }

    [Fact]
    public void Water_runs_ten_minutes_then_twenty_where_it_still_burns_and_an_eye_fifteen()
    {
        var script = Script();
        SessionEvent[] burned = [.. Ready(script), Touch(FaceZone.Chin, 1000), new("b", 60_000, SessionEventKind.Burns)];
        SessionState At(int seconds, params SessionEvent[] more) => SessionPlayer.Play(script, [.. burned, .. more], seconds * 1000L);

        Assert.Equal(SessionDo.TellBurning, At(660).Do);
        Assert.Equal(SessionDo.Nothing, At(700, new SessionEvent("c", 670_000, SessionEventKind.Cooled)).Do);
        Assert.Equal(
            (SessionDo.RunWater, 1_260_000L),
            (
                At(700, new SessionEvent("s", 670_000, SessionEventKind.StillBurns)).Do,
                At(700, new SessionEvent("s", 670_000, SessionEventKind.StillBurns)).WaterUntil
            )
        );
        Assert.Equal(SessionDo.TellBurning, At(1260, new SessionEvent("s", 670_000, SessionEventKind.StillBurns)).Do);
        Assert.Equal(
            SessionDo.GetHelp,
            At(
                1270,
                new SessionEvent("s", 670_000, SessionEventKind.StillBurns),
                new SessionEvent("s2", 1_265_000, SessionEventKind.StillBurns)
            ).Do
        );
        Assert.Equal(
            (SessionDo.RinseEye, SessionDo.GetHelp),
            (
                At(100, new SessionEvent("i", 70_000, SessionEventKind.InEye)).Do,
                At(971, new SessionEvent("i", 70_000, SessionEventKind.InEye)).Do
            )
        );
    }

    [Fact]
    public void The_same_events_in_any_order_and_twice_give_the_same_state()
    {
        for (var seed = 0; seed < 60; seed++)
        {
            var random = new Random(seed);
            var script = Script(seed % 2 == 0 ? 480 : 90);
            var (events, _) = Play(script, random, (_, _) => { });
            var now = (long)random.Next(0, 1_000_000);
            var shuffled = events.Concat(events.Take(random.Next(events.Count))).OrderBy(_ => random.Next()).ToList();

            Assert.Equal(
                CaseJson.Write(SessionPlayer.Play(script, events, now)),
                CaseJson.Write(SessionPlayer.Play(script, shuffled, now))
            );
        }
    }

    [Fact]
    public void Any_log_at_all_can_be_recorded()
    {
        var script = Script();
        var kinds = Enum.GetValues<SessionEventKind>();
        for (var seed = 0; seed < 2000; seed++)
        {
            var random = new Random(seed);
            var events = Enumerable
                .Range(0, random.Next(0, 40))
                .Select(i => new SessionEvent(
                    $"e{i}",
                    random.Next(0, 2_000_000),
                    kinds[random.Next(kinds.Length)],
                    random.Next(3) == 0 ? null
                        : random.Next(2) == 0 ? script.Kit[random.Next(script.Kit.Count)].Id
                        : script.Asks[random.Next(script.Asks.Count)].Id,
                    random.Next(3) == 0 ? null : (FaceZone)random.Next(Enum.GetValues<FaceZone>().Length),
                    random.Next(4) == 0 ? null : random.Next(0, 11)
                ))
                .ToList();
            var state = SessionPlayer.Play(script, events, 2_000_000);

            Assert.All(state.Zones, zone => Assert.InRange(zone.ContactMilliseconds, 0, 2_000_000));
            Assert.True(
                state.Zones.All(zone => zone.ContactMilliseconds <= script.TargetSeconds * 1000)
                    || state.Warnings.Contains(SessionWarning.OverTarget)
            );
            Assert.True(events.TrueForAll(happened => happened.Kind != SessionEventKind.InEye) || state.Phase == SessionPhase.Eye);
        }
    }
}
