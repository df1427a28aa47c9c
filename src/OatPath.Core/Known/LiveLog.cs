using OatPath.Core.Case;
using OatPath.Core.House;

namespace OatPath.Core.Known;

/// <summary>
/// What stands of a log: written down by the case's moment, not of the future, not taken back. The one reading of it; planner, pages, phone
/// and guide go by it alike.
/// </summary>
/// <remarks>Source: house default. What a client told may have stopped everything, so only a practitioner's reason takes a report or a
/// session back.</remarks>
public static class LiveLog
{
    /// <summary>A phone's clock may be this far ahead.</summary>
    private static readonly TimeSpan Ahead = TimeSpan.FromMinutes(10);

    /// <summary>The entries that stand, sessions as they were held.</summary>
    public static IEnumerable<LogEntry> Of(CaseFile file)
    {
        var told = file.Log.Where(entry => entry is CheckedIn or SessionHeld).Select(entry => entry.Id).ToHashSet();
        var gone = file
            .Log.OfType<Retracted>()
            .Where(back => IsKnown(file, back) && (!told.Contains(back.Entry) || MayTakeBackWhatWasTold(back)))
            .Select(back => back.Entry)
            .ToHashSet();
        return file.Log.Where(entry =>
            entry is not Retracted && IsKnown(file, entry) && entry.HappenedAt <= file.AsOf + Ahead && !gone.Contains(entry.Id)
        );
    }

    /// <summary>The entries that stand, each session as the answers, the use and the report it comes to.</summary>
    public static IEnumerable<LogEntry> Read(CaseFile file) => HeldSessions.Expand(Of(file));

    private static bool IsKnown(CaseFile file, LogEntry entry) => entry.RecordedAt is null || entry.RecordedAt <= file.AsOf;

    private static bool MayTakeBackWhatWasTold(Retracted back) =>
        back.By != Author.Client && back.Reason.Trim().Length >= CaseCheck.ShortestReason;
}
