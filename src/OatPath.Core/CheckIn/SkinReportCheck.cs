using OatPath.Core.House;

namespace OatPath.Core.CheckIn;

/// <summary>Says what is out of range in a report.</summary>
public static class SkinReportCheck
{
    public static IEnumerable<Problem> Check(SkinReport report)
    {
        if (report.Sting is < 0 or > 10)
        {
            yield return new("sting", "choose 0 to 10");
        }

        if (report.StingSeconds is < 0 or > 604_800)
        {
            yield return new("stingSeconds", "give 0 to 604800 seconds, or leave it out while it still stings");
        }

        if (report.Redness is < 0 or > 4)
        {
            yield return new("redness", "choose 0 to 4");
        }

        if (report.Pain is < 0 or > 10)
        {
            yield return new("pain", "choose 0 to 10");
        }

        if (report.AlsoUsedMinutes is < 0 or > 1440)
        {
            yield return new("alsoUsedMinutes", "give 0 to 1440 minutes, or leave it out");
        }

        if (report.AlsoUsed.Length > 500)
        {
            yield return new("alsoUsed", "keep it under 500 characters");
        }
    }
}
