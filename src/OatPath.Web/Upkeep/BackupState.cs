using OatPath.Core.House;
using OatPath.Store;

namespace OatPath.Web.Upkeep;

/// <summary>How the backups stand, for the House page.</summary>
public sealed class BackupState(DataFolder folder)
{
    /// <summary>Why the last one could not be written; null where it could.</summary>
    public string? Problem { get; set; }

    public IReadOnlyList<(string File, DateOnly Day)> Daily => Backup.Daily(folder.Folder);

    public string Folder => folder.Folder;

    /// <summary>The age of the last backup in words.</summary>
    public string AgeAt(DateOnly today) =>
        Daily is [var (_, day), ..]
            ? (today.DayNumber - day.DayNumber) switch
            {
                <= 0 => "The last backup is of today.",
                1 => "The last backup is of yesterday.",
                var days => $"The last backup is {days} days old, of {Words.Day(day)}.",
            }
            : "There is no daily backup yet.";
}
