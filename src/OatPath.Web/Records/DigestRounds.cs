namespace OatPath.Web.Records;

/// <summary>
/// Brings the digest up to date in the background: after every write those of whom it told, and all at the start, at the turn of the care
/// day, after a change of the house rules. A round that fails is logged and tried again.
/// </summary>
public sealed partial class DigestRounds(ClientDigests digests, ILogger<DigestRounds> log) : BackgroundService
{
    private static readonly TimeSpan Every = TimeSpan.FromSeconds(20);

    private static readonly TimeSpan Gather = TimeSpan.FromMilliseconds(50);

    public static readonly TimeSpan AfterStart = TimeSpan.FromSeconds(3);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        // Whoever opens a page right after the start comes first.
        await Task.Delay(AfterStart, stoppingToken);
        for (var whole = true; ; whole = !await digests.Touched(Every, stoppingToken))
        {
            try
            {
                if (whole)
                {
                    await OnItsOwn(() => digests.BringUpToDate(stoppingToken));
                }
                else
                {
                    // What comes together is written together.
                    await Task.Delay(Gather, stoppingToken);
                    await OnItsOwn(() => digests.Settle(stoppingToken));
                }
            }
            catch (Exception fault)
                when (fault is Microsoft.Data.Sqlite.SqliteException or Store.StoreException or IOException or AggregateException)
            {
                RoundFailed(log, fault);
            }
        }
    }

    private static Task OnItsOwn(Action work) =>
        Task.Factory.StartNew(work, CancellationToken.None, TaskCreationOptions.LongRunning, TaskScheduler.Default);

    [LoggerMessage(Level = LogLevel.Warning, Message = "The digest could not be brought up to date and is tried again.")]
    private static partial void RoundFailed(ILogger log, Exception fault);
}
