using OatPath.Store;

namespace OatPath.Web.Records;

/// <summary>Holds the chances to account now and then in the background, and soon after the start.</summary>
public sealed partial class ChanceRounds(ChancesKept chances, ILogger<ChanceRounds> log) : BackgroundService
{
    private static readonly TimeSpan AfterStart = TimeSpan.FromSeconds(20);
    private static readonly TimeSpan Every = TimeSpan.FromHours(1);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        await Task.Delay(AfterStart, stoppingToken);
        using var rounds = new PeriodicTimer(Every);
        do
        {
            try
            {
                await Task.Factory.StartNew(
                    () => chances.Count(stoppingToken),
                    CancellationToken.None,
                    TaskCreationOptions.LongRunning,
                    TaskScheduler.Default
                );
            }
            catch (Exception fault) when (fault is StoreException or ConflictException or Microsoft.Data.Sqlite.SqliteException)
            {
                Failed(log, fault);
            }
        } while (await rounds.WaitForNextTickAsync(stoppingToken));
    }

    [LoggerMessage(Level = LogLevel.Warning, Message = "The chances could not be held to account and are counted again.")]
    private static partial void Failed(ILogger log, Exception fault);
}
