namespace OatPath.Web.Records;

/// <summary>Brings the digest up to date in the background: at the start, at the turn of the care day, after a change of the house rules. A round that fails is logged and tried again.</summary>
public sealed partial class DigestRounds(ClientDigests digests, ILogger<DigestRounds> log) : BackgroundService
{
    private static readonly TimeSpan Every = TimeSpan.FromSeconds(20);

    public static readonly TimeSpan AfterStart = TimeSpan.FromSeconds(3);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        // Whoever opens a page right after the start comes first.
        await Task.Delay(AfterStart, stoppingToken);
        using var rounds = new PeriodicTimer(Every);
        do
        {
            try
            {
                digests.BringUpToDate(stoppingToken);
            }
            catch (Exception fault) when (fault is Microsoft.Data.Sqlite.SqliteException or Store.StoreException or IOException or AggregateException)
            {
                RoundFailed(log, fault);
            }
        }
        while (await rounds.WaitForNextTickAsync(stoppingToken));
    }

    [LoggerMessage(Level = LogLevel.Warning, Message = "The digest could not be brought up to date and is tried again.")]
    private static partial void RoundFailed(ILogger log, Exception fault);
}
