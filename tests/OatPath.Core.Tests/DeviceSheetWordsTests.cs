using OatPath.Core.Audit;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Routes;
using OatPath.Core.Scripting;
using OatPath.Core.Session;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

/// <summary>A device as its maker's sheet names its settings, and a plate with a gel for each part of the face.</summary>
public class DeviceSheetWordsTests
{
    private static readonly DateOnly Monday = CaseBuilder.Monday;

    private static Product Plate(params SheetSetting[] settings) =>
        new()
        {
            Id = "plate",
            Name = "Ember plate",
            Kind = ProductKind.WarmColdPlate,
            Sheet = settings.Length == 0 ? null : new() { Settings = settings },
        };

    private static Product Gel(string id, params FaceZone[] zones) =>
        new()
        {
            Id = id,
            Name = id,
            Kind = ProductKind.ConductiveGel,
            MadeFor = ProductKind.WarmColdPlate,
            Charge = GelCharge.None,
            GelZones = zones,
        };

    private static readonly FaceZone[] Eyes = [FaceZone.LeftEye, FaceZone.RightEye];

    private static SessionScript Script(CaseBuilder built)
    {
        var (script, reasons) = DeviceScript.Compile(built.Build(), CaseBuilder.Rules, "plate", Monday);
        Assert.True(script is not null, string.Join("; ", reasons.Select(Words.Say)));
        return script;
    }

    [Fact]
    public void Settings_are_said_as_the_maker_calls_them_and_known_by_their_own_name()
    {
        var plate = Plate(new SheetSetting("warm", "2 presses"));
        var strokes = DeviceGuide.Of(plate, false, [])!.Passes.SelectMany(pass => pass.Strokes).ToList();

        Assert.Contains(strokes, stroke => stroke is { Setting: "warm", SetTo: "2 presses" });
        Assert.Contains(strokes, stroke => stroke is { Setting: "cold", SetTo: "cold" });
    }

    [Fact]
    public void Every_setting_of_every_guide_can_be_named()
    {
        foreach (var kind in Enum.GetValues<ProductKind>())
        {
            var product = Plate() with { Kind = kind };
            var used = new[] { 1, 2, 3 }
                .SelectMany(level => DeviceGuide.Of(product, true, [], level)?.Passes ?? [])
                .SelectMany(pass => pass.Strokes)
                .Select(stroke => stroke.Setting)
                .OfType<string>()
                .Distinct();
            Assert.Equal(DeviceKinds.SettingsOf(kind).Order(), used.Order());
        }
    }

    [Theory]
    [InlineData("warm", "", ".name")]
    [InlineData("negative", "N", ".setting")]
    public void A_setting_it_does_not_have_or_that_has_no_name_is_refused(string setting, string name, string field)
    {
        var problems = new List<Problem>();
        CaseCheck.CheckProduct(problems, Plate(new SheetSetting(setting, name)), Monday);

        Assert.Contains(problems, problem => problem.Field.EndsWith(field, StringComparison.Ordinal));
    }

    [Fact]
    public void Two_settings_may_not_share_a_name()
    {
        var problems = new List<Problem>();
        CaseCheck.CheckProduct(problems, Plate(new SheetSetting("warm", "1 press"), new SheetSetting("cold", "1 press")), Monday);

        Assert.Contains(problems, problem => problem.Field.EndsWith("[1].name", StringComparison.Ordinal));
    }

    [Fact]
    public void Each_part_has_its_gel_and_what_changes_is_wiped_off()
    {
        var work = Script(CaseBuilder.Basic().Own(Plate(), Gel("eyegel", Eyes), Gel("facegel"))).Device!;

        Assert.Equal(["eyegel", "eyegel", "facegel", "facegel", "facegel"], work.Guide.Passes.Select(pass => pass.GelId));
        Assert.Equal(
            [false, false, true, false, false],
            work.Guide.Passes.Select(pass => pass.Before.Contains("Wipe skin and plate clean", StringComparison.Ordinal))
        );
        Assert.Equal(["eyegel", "facegel"], work.Gels.Select(gel => gel.Id!).Order());
    }

    [Fact]
    public void The_clock_waits_for_the_gel_of_the_part()
    {
        var script = Script(CaseBuilder.Basic().Own(Plate(), Gel("eyegel", Eyes), Gel("facegel")));
        SessionState After(string gel)
        {
            List<SessionEvent> events = [];
            void Add(long at, SessionEventKind kind, string? item = null, int? value = null) =>
                events.Add(new($"e{events.Count:000}", at, kind, item, null, value));
            script.Kit.ToList().ForEach(item => Add(0, SessionEventKind.Ticked, item.Id));
            script.Asks.ToList().ForEach(ask => Add(0, SessionEventKind.Answered, ask.Id, ask.GoesOn ? 1 : 0));
            Add(100_000, SessionEventKind.GelOn, gel);
            Add(101_000, SessionEventKind.SetTo, "warm");
            Add(102_000, SessionEventKind.Contact);
            return SessionPlayer.Play(script, events, 105_000);
        }

        Assert.Equal(SessionDo.Lead, After("eyegel").Do);
        Assert.Equal(SessionDo.ChangeGel, After("facegel").Do);
        Assert.Contains(SessionWarning.WrongGel, After("facegel").Warnings);
    }

    [Fact]
    public void A_gel_for_the_eyes_alone_does_not_do()
    {
        var alone = CaseBuilder.Basic().Own(Plate(), Gel("eyegel", Eyes));
        var path = alone.Plan(7);

        Assert.DoesNotContain(path.Days, day => day.Evening.Steps.Any(step => step.Product == "plate"));
        Assert.Contains(
            "forehead and cheeks",
            Words.Say(path.Days[0].Evening.Omitted.Single(left => left.Product == "plate").Because),
            StringComparison.Ordinal
        );
        var both = CaseBuilder.Basic().Own(Plate(), Gel("eyegel", Eyes), Gel("facegel"));
        Assert.Contains(PathAuditor.Audit(alone.Build(), CaseBuilder.Rules, both.Plan(7)), breach => breach.Rule == RuleBook.DeviceGel);
        Assert.Empty(PathAuditor.Audit(both.Build(), CaseBuilder.Rules, both.Plan(7)));
    }

    [Fact]
    public void Only_a_gel_of_a_plate_is_for_some_zones()
    {
        var problems = new List<Problem>();
        CaseCheck.CheckProduct(problems, Gel("g", FaceZone.Chin) with { MadeFor = ProductKind.GalvanicDevice }, Monday);

        Assert.Contains(problems, problem => problem.Field.EndsWith(".gelZones", StringComparison.Ordinal));
    }
}
