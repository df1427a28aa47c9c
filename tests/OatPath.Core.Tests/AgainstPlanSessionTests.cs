using OatPath.Core.Audit;
using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.Formats;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Peel;
using OatPath.Core.Plan;
using OatPath.Core.Planner;
using OatPath.Core.Scripting;
using OatPath.Core.Session;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

/// <summary>
/// What is said and done in a guided session otherwise than planned: answers are facts, pink stops needles, a second session has no script.
/// </summary>
public class AgainstPlanSessionTests
{
    private static readonly DateOnly Monday = CaseBuilder.Monday;

    private static readonly Product Wand = new()
    {
        Id = "wand",
        Name = "Pin wand",
        Kind = ProductKind.NanoTip,
    };
    private static readonly Product Tips = new()
    {
        Id = "tips",
        Name = "Pin tips",
        Kind = ProductKind.DeviceTip,
        MadeFor = ProductKind.NanoTip,
    };
    private static readonly Product Plate = new()
    {
        Id = "plate",
        Name = "Ripple plate",
        Kind = ProductKind.GalvanicDevice,
    };

    private static Product Gel(GelCharge charge) =>
        new()
        {
            Id = $"gel-{charge}",
            Name = $"Gel {charge}",
            Kind = ProductKind.ConductiveGel,
            MadeFor = ProductKind.GalvanicDevice,
            Charge = charge,
        };

    /// <summary>A plate, needles, a retinoid and a kit, each in use for long.</summary>
    private static CaseBuilder Owner() =>
        CaseBuilder
            .Basic()
            .Own(
                Plate,
                Gel(GelCharge.Negative),
                Gel(GelCharge.Positive),
                Wand,
                Tips,
                CaseBuilder.Glide,
                CaseBuilder.Retinol,
                CaseBuilder.WeakKit with
                {
                    Ending = PeelEnding.Rinse,
                }
            )
            .Start("wand", Monday)
            .InUse("retinol", Monday.AddDays(-90), 2)
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

    private static (SessionScript Script, DateOnly On) Next(CaseFile file, string product)
    {
        var on = PathPlanner.Plan(file, CaseBuilder.Rules, days: 40).DaysOf(product)[0];
        return (SessionCompiler.Compile(file, CaseBuilder.Rules, product, on).Script!, on);
    }

    private static List<SessionEvent> Ready(SessionScript script, string? yes = null) =>
        [
            .. script.Kit.Select(item => new SessionEvent($"k-{item.Id}", 10, SessionEventKind.Ticked, item.Id)),
            .. script.Asks.Select(ask => new SessionEvent(
                $"a-{ask.Id}",
                20,
                SessionEventKind.Answered,
                ask.Id,
                Value: (ask.Id == yes) != ask.GoesOn ? 1 : 0
            )),
        ];

    private static CarePath After(CaseFile file, SessionScript script, DateOnly on, IReadOnlyList<SessionEvent> events)
    {
        var held = new SessionHeld
        {
            Id = "held",
            Product = script.Product,
            Day = on,
            HappenedAt = CaseBuilder.At(on, 20),
            Script = script,
            Events = events,
        };
        var with = file with { AsOf = CaseBuilder.At(on, 22), Log = [.. file.Log, held] };
        Assert.Empty(CaseCheck.Check(with));
        var path = PathPlanner.Plan(with, CaseBuilder.Rules, days: 30);
        Assert.Empty(PathAuditor.Audit(with, CaseBuilder.Rules, path));
        return path;
    }

    [Theory]
    [InlineData("plate", DayQuestion.Pregnant, "retinol,kit,plate,wand")]
    [InlineData("plate", DayQuestion.Current, "plate")]
    [InlineData("wand", DayQuestion.ColdSore, "wand,kit,retinol")]
    [InlineData("wand", DayQuestion.NewMedicine, "wand,kit")]
    public void An_answer_in_a_session_acts_like_the_same_answer_anywhere(string device, DayQuestion question, string gone)
    {
        var file = Owner().Build();
        var (script, on) = Next(file, device);
        var id = EnumName.Of(question);
        Assert.Contains(script.Asks, ask => ask.Id == id);

        var path = After(file, script, on, Ready(script, yes: id));
        Assert.Contains(path.Questions, asked => asked.Kind == QuestionKind.Screened && asked.Since == on);
        var tomorrow = path.Days.Where(day => day.Date > on && day.Date <= on.AddDays(3)).ToList();
        Assert.All(gone.Split(','), product =>
            Assert.DoesNotContain(tomorrow.SelectMany(day => day.Morning.Steps.Concat(day.Evening.Steps)), step => step.Product == product)
        );

        // The same words told at the questions of a peel day, and at Meet where Meet has them.
        var screened = file with
        {
            AsOf = CaseBuilder.At(on, 22),
            Log =
            [
                .. file.Log,
                new Screened
                {
                    Id = "q",
                    Product = "kit",
                    Day = on,
                    HappenedAt = CaseBuilder.At(on, 20),
                    Yes = [question],
                },
            ],
        };
        var asked = PathPlanner.Plan(screened, CaseBuilder.Rules, days: 30);
        foreach (var product in gone.Split(','))
        {
            Assert.Equal(
                asked.DaysOf(product).Any(day => day > on && day <= on.AddDays(3)),
                path.DaysOf(product).Any(day => day > on && day <= on.AddDays(3))
            );
        }
    }

    [Theory]
    [InlineData("wand")]
    [InlineData("plate")]
    public void Redness_told_under_needles_or_a_current_stops_the_way(string device)
    {
        var file = Owner().Build();
        var (script, _) = Next(file, device);
        List<SessionEvent> events = Ready(script);
        if (SessionPlayer.Play(script, events, 700) is { Do: SessionDo.Prepare, Next: { } way })
        {
            events.Add(new("p", 700, SessionEventKind.Readied, way));
        }

        events.AddRange([
            new("g", 800, SessionEventKind.GelOn, "negative"),
            new("s", 900, SessionEventKind.SetTo, "negative"),
            new("c", 1000, SessionEventKind.Contact),
            new("r", 20_000, SessionEventKind.Reddened, Value: 2),
        ]);
        var led = SessionPlayer.Play(script, events[..^1], 19_000);
        var stopped = SessionPlayer.Play(script, events, 21_000);

        Assert.Equal(SessionDo.Lead, led.Do);
        Assert.True(stopped.Device!.Way > led.Device!.Way, $"{led.Device.Way} to {stopped.Device.Way}");
    }

    [Theory]
    [InlineData(6, false)]
    [InlineData(7, true)]
    [InlineData(8, true)]
    public void A_sting_of_seven_told_after_the_ending_is_a_stop_at_once(int sting, bool stops)
    {
        var file = Owner().Build();
        var (script, on) = Next(file, "kit");
        List<SessionEvent> events =
        [
            .. Ready(script),
            new("t", 1000, SessionEventKind.Touched, Zone: FaceZone.Chin),
            new("o", 30_000, SessionEventKind.AllOff),
            new("e", 60_000, SessionEventKind.Ended),
            new("s", 70_000, SessionEventKind.Stung, Value: sting),
        ];
        var state = SessionPlayer.Play(script, events, 71_000);

        Assert.Equal(stops, (state.Phase, state.Do) == (SessionPhase.Done, SessionDo.GetHelp));
        if (stops)
        {
            Assert.True(After(file, script, on, events).Reports.Single().Outcome >= Outcome.Stop);
        }
    }

    [Fact]
    public void A_zone_touched_again_after_it_was_off_comes_off_at_once_and_its_contact_adds_up()
    {
        var file = Owner().Build();
        var (script, _) = Next(file, "kit");
        List<SessionEvent> events =
        [
            .. Ready(script),
            new("t", 1000, SessionEventKind.Touched, Zone: FaceZone.Chin),
            new("o", 31_000, SessionEventKind.Off, Zone: FaceZone.Chin),
            new("t2", 40_000, SessionEventKind.Touched, Zone: FaceZone.Chin),
        ];
        var state = SessionPlayer.Play(script, events, 50_000);

        Assert.Equal(SessionDo.RemoveNow, state.Do);
        Assert.Equal(40_000, state.Zones.Single(zone => zone.Zone == FaceZone.Chin).ContactMilliseconds);
    }

    [Fact]
    public void An_evening_already_held_has_no_script_and_contact_of_two_sessions_adds_up()
    {
        var file = Owner().Build();
        var (script, on) = Next(file, "kit");
        SessionHeld Held(string id, int hour) =>
            new()
            {
                Id = id,
                Product = "kit",
                Day = on,
                HappenedAt = CaseBuilder.At(on, hour),
                Script = script,
                Events =
                [
                    new($"{id}-t", 1000, SessionEventKind.Touched, Zone: FaceZone.Chin),
                    new($"{id}-o", 181_000, SessionEventKind.AllOff),
                    new($"{id}-e", 200_000, SessionEventKind.Ended),
                ],
            };
        var once = file with { AsOf = CaseBuilder.At(on, 21), Log = [.. file.Log, Held("one", 19)] };
        var (again, reasons) = SessionCompiler.Compile(once, CaseBuilder.Rules, "kit", on);

        Assert.Null(again);
        Assert.Equal(RuleBook.SessionHeld, reasons[0].Rule);
        Assert.Equal(360, new KnownFacts(once with { Log = [.. once.Log, Held("two", 20)] }).ContactOf("kit", on));
        Assert.Equal(180, new KnownFacts(CaseJson.ReadCase(CaseJson.Write(once)).Case!).ContactOf("kit", on));
    }

    [Fact]
    public void Skin_that_still_stings_twenty_minutes_after_a_kit_is_a_stop_that_a_practitioner_clears_and_no_medical_sign()
    {
        var file = Owner().StepUp("kit", 1, Monday.AddDays(-60)).Build();
        var (script, on) = Next(file, "kit");
        List<SessionEvent> events =
        [
            .. Ready(script),
            new("t", 1000, SessionEventKind.Touched, Zone: FaceZone.Chin),
            new("o", 30_000, SessionEventKind.AllOff),
            new("e", 60_000, SessionEventKind.Ended),
            new("s", 1_500_000, SessionEventKind.Stung, Value: 3),
        ];
        var held = new SessionHeld
        {
            Id = "held",
            Product = "kit",
            Day = on,
            HappenedAt = CaseBuilder.At(on, 20),
            Script = script,
            Events = events,
        };
        var cleared = file with
        {
            AsOf = CaseBuilder.At(on.AddDays(3), 18),
            Log = [.. file.Log, held],
            Decisions =
            [
                .. file.Decisions,
                new ClearRed
                {
                    Id = "c",
                    On = on.AddDays(2),
                    At = CaseBuilder.At(on.AddDays(2), 10),
                    Reason = "seen and calm",
                },
            ],
        };
        var path = PathPlanner.Plan(cleared, CaseBuilder.Rules, days: 90);

        Assert.Equal(Outcome.Stop, path.Reports.Single().Outcome);
        Assert.DoesNotContain(path.Questions, question => question.Because.Rule == RuleBook.StoppedMedical);
        Assert.Empty(PathAuditor.Audit(cleared, CaseBuilder.Rules, path));
    }
}
