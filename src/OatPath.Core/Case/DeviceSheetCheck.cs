using OatPath.Core.House;
using OatPath.Core.Shelf;

namespace OatPath.Core.Case;

/// <summary>What is wrong with what was typed from the sheet of a device.</summary>
public static partial class CaseCheck
{
    private const int MostWays = 30;
    private const int LongestSession = 3600;

    /// <summary>Checks a sheet on its own, as the product form does.</summary>
    public static void CheckSheet(List<Problem> problems, Product product, string field)
    {
        if (product.Sheet is not { } sheet)
        {
            return;
        }

        Need(
            problems,
            product.IsDevice() || product.Kind is ProductKind.Razor or ProductKind.Mitt,
            field,
            "only a device or a tool has a sheet; leave it empty"
        );
        Need(
            problems,
            sheet.MostSeconds is null or (>= 10 and <= LongestSession),
            $"{field}.mostSeconds",
            $"give 10 to {LongestSession} seconds"
        );
        Need(problems, sheet.RestDays is null or (>= 1 and <= 180), $"{field}.restDays", "give 1 to 180 days");
        Need(
            problems,
            product.Kind == ProductKind.OtherDevice || (sheet.Current, sheet.Heat, sheet.Light, sheet.Gel) == (null, null, null, null),
            $"{field}.current",
            "what a listed kind of device does is known; leave it empty"
        );
        Need(
            problems,
            sheet.Ways.Count == 0 || product.Kind is ProductKind.OtherDevice or ProductKind.RadioFrequencyDevice or ProductKind.MuscleTool,
            $"{field}.ways",
            "this kind of device has its own ways here; leave them out"
        );
        Need(problems, sheet.Ways.Count <= MostWays, $"{field}.ways", $"give at most {MostWays} ways");
        for (var i = 0; i < sheet.Ways.Count; i++)
        {
            var way = sheet.Ways[i];
            Need(
                problems,
                way.Title.Trim().Length is > 0 and <= 60 && way.Words.Length <= 200,
                $"{field}.ways[{i}].title",
                "give a title of 1 to 60 characters, and words of at most 200"
            );
            Need(problems, way.Zones.Count > 0, $"{field}.ways[{i}].zones", "name at least one zone");
            Need(problems, way.Seconds is >= 5 and <= 1800, $"{field}.ways[{i}].seconds", "give 5 to 1800 seconds");
        }

        for (var i = 0; i < sheet.Settings.Count; i++)
        {
            var setting = sheet.Settings[i];
            Need(
                problems,
                DeviceKinds.SettingsOf(product.Kind).Contains(setting.Setting),
                $"{field}.settings[{i}].setting",
                DeviceKinds.SettingsOf(product.Kind) is { Count: > 0 } known
                    ? $"name a setting of this kind of device: {string.Join(", ", known)}"
                    : "this kind of device is not set to anything here; leave it out"
            );
            Need(
                problems,
                setting.Name.Trim().Length is > 0 and <= 40,
                $"{field}.settings[{i}].name",
                "give what the maker calls it, 1 to 40 characters"
            );
            Need(
                problems,
                sheet.Settings.Take(i).All(other => other.Setting != setting.Setting && other.Name.Trim() != setting.Name.Trim()),
                $"{field}.settings[{i}].name",
                "two settings need two names; look at the sheet again"
            );
        }

        Need(
            problems,
            sheet.Ways.Sum(way => (long)Math.Max(0, way.Seconds)) <= LongestSession,
            $"{field}.ways",
            "together they take more than an hour; look at the sheet again"
        );
    }
}
