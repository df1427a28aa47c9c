using OatPath.Store;
using OatPath.Web.Records;

namespace OatPath.Web.Watch;

/// <summary>Reads how the program stands, for machines and for the owner alike.</summary>
public sealed class StateReader(
    DataFolder folder,
    Database database,
    DigestTable digest,
    ClientDigests digests,
    Outbox outbox,
    TimeProvider clock
)
{
    public static readonly State Closed = new(false, 0, TimeSpan.Zero, new Dictionary<MessageState, int>(), null, 0, 0);

    public bool IsReady => database.Answers();

    public State Read() =>
        !IsReady
            ? Closed
            : new(
                true,
                digest.CountOutdated(digests.Now()),
                digests.Lag,
                outbox.Counts(),
                BackupAge(),
                new DriveInfo(folder.Folder).AvailableFreeSpace,
                database.Bytes()
            );

    private TimeSpan? BackupAge() =>
        Backup.Daily(folder.Folder) is [var (file, _), ..] ? clock.GetUtcNow() - File.GetLastWriteTimeUtc(file) : null;
}
