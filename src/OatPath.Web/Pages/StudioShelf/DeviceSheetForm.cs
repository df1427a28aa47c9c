using System.Globalization;
using OatPath.Core.House;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Web.Pages.StudioShelf;

/// <summary>What the sheet of a device says, as typed. Keeps what was typed even where it cannot be used.</summary>
public sealed class DeviceSheetForm
{
    public const int WayRows = 8;

    public string Most { get; private init; } = "";
    public string Rest { get; private init; } = "";
    public string NotOn { get; private init; } = "";
    public IReadOnlyList<string> NotWith { get; private init; } = [];
    public string Current { get; private init; } = "";
    public string Heat { get; private init; } = "";
    public string Light { get; private init; } = "";
    public string Gel { get; private init; } = "";
    public IReadOnlyList<(string Title, string Words, string Zones, string Seconds)> Ways { get; private init; } = [];

    /// <summary>The maker's names of the settings, as the guide calls them.</summary>
    public IReadOnlyList<(string Setting, string Name)> Settings { get; private init; } = [];

    public bool IsEmpty =>
        Most.Length + Rest.Length + NotOn.Length + Current.Length + Heat.Length + Light.Length + Gel.Length == 0
        && NotWith.Count == 0
        && Ways.Count == 0
        && Settings.Count == 0;

    /// <summary>Every setting of every kind, by the kind it belongs to.</summary>
    public static IReadOnlyList<(ProductKind Kind, string Setting)> AllSettings { get; } =
    [.. Enum.GetValues<ProductKind>().SelectMany(kind => DeviceKinds.SettingsOf(kind).Select(setting => (kind, setting)))];

    /// <summary>The field a setting is typed in.</summary>
    public static string FieldOf(string setting) => "set-" + setting.Replace(' ', '-');

    /// <summary>The settings to ask for: those of a kind, of every kind while none is chosen, and what was typed.</summary>
    public IEnumerable<(ProductKind Kind, string Setting)> SettingsFor(string kind) =>
        AllSettings.Where(one => kind.Length == 0 || one.Kind.ToString() == kind || NameOf(one.Setting).Length > 0);

    public string NameOf(string setting) => Settings.FirstOrDefault(one => one.Setting == setting).Name ?? "";

    /// <summary>Answers at Meet that sheets of devices name.</summary>
    public static IReadOnlyList<FlagKind> Named { get; } =
    [
        FlagKind.Pregnancy,
        FlagKind.ImplantedElectronics,
        FlagKind.HeartRhythm,
        FlagKind.Epilepsy,
        FlagKind.MetalInFace,
        FlagKind.LightSensitiveEyes,
        FlagKind.PhotosensitisingMedicine,
        FlagKind.BloodThinning,
        FlagKind.Diabetes,
        FlagKind.Rosacea,
        FlagKind.Melasma,
        FlagKind.ActiveBreakouts,
        FlagKind.KeloidTendency,
    ];

    public static DeviceSheetForm From(IFormCollection form)
    {
        string Text(string name) => form[name].ToString().Trim();
        var (titles, words, zones, seconds) = (form["wayTitle"], form["wayWords"], form["wayZones"], form["waySeconds"]);
        string At(Microsoft.Extensions.Primitives.StringValues values, int i) => i < values.Count ? (values[i] ?? "").Trim() : "";
        return new()
        {
            Most = Text("sheetMost"),
            Rest = Text("sheetRest"),
            NotOn = Text("sheetNotOn"),
            NotWith = [.. form["sheetNotWith"].OfType<string>()],
            Current = Text("sheetCurrent"),
            Heat = Text("sheetHeat"),
            Light = Text("sheetLight"),
            Gel = Text("sheetGel"),
            Settings = [.. AllSettings.Select(one => (one.Setting, Text(FieldOf(one.Setting)))).Where(one => one.Item2.Length > 0)],
            Ways =
            [
                .. Enumerable
                    .Range(0, Math.Min(titles.Count, WayRows))
                    .Select(i => (At(titles, i), At(words, i), At(zones, i), At(seconds, i)))
                    .Where(way => (way.Item1 + way.Item2 + way.Item3 + way.Item4).Length > 0),
            ],
        };
    }

    public static DeviceSheetForm Of(DeviceSheet? sheet) =>
        sheet is null
            ? new()
            : new()
            {
                Most = Number(sheet.MostSeconds),
                Rest = Number(sheet.RestDays),
                NotOn = In(sheet.NotOn),
                NotWith = [.. sheet.NotWith.Select(flag => flag.ToString())],
                Current = YesNo(sheet.Current),
                Heat = YesNo(sheet.Heat),
                Light = YesNo(sheet.Light),
                Gel = YesNo(sheet.Gel),
                Settings = [.. sheet.Settings.Select(one => (one.Setting, one.Name))],
                Ways = [.. sheet.Ways.Select(way => (way.Title, way.Words, In(way.Zones), Number(way.Seconds)))],
            };

    /// <returns>The sheet, or null where nothing was typed.</returns>
    public DeviceSheet? ToSheet(List<Problem> problems)
    {
        if (IsEmpty)
        {
            return null;
        }

        return new()
        {
            MostSeconds = Whole(Most, "Longest session", problems),
            RestDays = Whole(Rest, "Days between two sessions", problems),
            NotOn = Zones(NotOn, "Not on", problems),
            NotWith =
            [
                .. NotWith
                    .Select(text => Enum.TryParse<FlagKind>(text, out var flag) && Named.Contains(flag) ? (FlagKind?)flag : null)
                    .OfType<FlagKind>()
                    .Distinct(),
            ],
            Current = Told(Current),
            Heat = Told(Heat),
            Light = Told(Light),
            Gel = Told(Gel),
            Settings = [.. Settings.Select(one => new SheetSetting(one.Setting, one.Name))],
            Ways =
            [
                .. Ways.Select(
                    (way, i) =>
                        new SheetWay(
                            way.Title,
                            way.Words,
                            Zones(way.Zones, $"Way {i + 1}, zones", problems),
                            Whole(way.Seconds, $"Way {i + 1}, seconds", problems) ?? 0
                        )
                ),
            ],
        };
    }

    public static List<FaceZone> Zones(string text, string field, List<Problem> problems)
    {
        var zones = new List<FaceZone>();
        foreach (var name in text.Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries))
        {
            if (
                FaceZones
                    .OnMap.Where(zone => FaceZones.TitleOf(zone).Equals(name, StringComparison.OrdinalIgnoreCase))
                    .Select(zone => (FaceZone?)zone)
                    .FirstOrDefault() is
                { } zone
            )
            {
                zones.Add(zone);
            }
            else
            {
                problems.Add(
                    new(field, $"\"{name}\" is no zone of the face map; write them as there, with commas between: left cheek, right cheek")
                );
            }
        }

        return [.. zones.Distinct()];
    }

    private static int? Whole(string text, string field, List<Problem> problems) =>
        Field.Read(text, Field.Whole, field, "write a whole number", problems);

    private static bool? Told(string text) =>
        text switch
        {
            "yes" => true,
            "no" => false,
            _ => null,
        };

    private static string YesNo(bool? value) =>
        value switch
        {
            true => "yes",
            false => "no",
            _ => "",
        };

    private static string Number(int? value) => value?.ToString(CultureInfo.InvariantCulture) ?? "";

    public static string In(IEnumerable<FaceZone> zones) => string.Join(", ", zones.Select(FaceZones.TitleOf));
}
