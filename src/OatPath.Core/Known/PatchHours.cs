using OatPath.Core.Case;

namespace OatPath.Core.Known;

/// <summary>When a look at a patch test counts.</summary>
/// <remarks>Source: trade convention, 48 h; four hours of grace, so that an evening's test is read on an evening.</remarks>
public static class PatchHours
{
    /// <summary>From here on a clear reading counts; something seen counts at any hour.</summary>
    public static readonly TimeSpan ReadFrom = TimeSpan.FromHours(44);

    /// <summary>Days after which a test that nobody read is made anew.</summary>
    public const int MadeAnewDays = 7;

    /// <summary>The instant from which a clear look at a patch test counts.</summary>
    public static DateTimeOffset CountsFrom(PatchApplied put) => put.HappenedAt + ReadFrom;
}
