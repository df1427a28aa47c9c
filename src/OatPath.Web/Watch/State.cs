using OatPath.Store;

namespace OatPath.Web.Watch;

/// <summary>How the program stands at a moment.</summary>
/// <param name="Ready">Whether it serves: the database answers.</param>
/// <param name="DigestRows">Clients whose row of the Desk is not of now.</param>
/// <param name="DigestLag">How long the first of what was told has waited for its row.</param>
/// <param name="Messages">Messages by what became of them.</param>
/// <param name="BackupAge">Age of the last daily backup; null where there is none.</param>
/// <param name="DiskFree">Bytes free on the disk of the data folder.</param>
/// <param name="DatabaseBytes">The database with its log.</param>
public sealed record State(
    bool Ready,
    int DigestRows,
    TimeSpan DigestLag,
    IReadOnlyDictionary<MessageState, int> Messages,
    TimeSpan? BackupAge,
    long DiskFree,
    long DatabaseBytes
);
