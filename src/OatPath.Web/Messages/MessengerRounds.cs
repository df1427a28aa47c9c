namespace OatPath.Web.Messages;

/// <summary>
/// The messenger's rounds in the background: it sends every minute and looks through the clients every quarter of an hour. A round that
/// fails is logged and tried again at the next.
/// </summary>
public sealed partial class MessengerRounds(Messenger messenger, ILogger<MessengerRounds> log) : BackgroundService
{
    private const int SendsBetweenLooks = 15;

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        await Task.Delay(Records.DigestRounds.AfterStart, stoppingToken);
        using var minutes = new PeriodicTimer(TimeSpan.FromMinutes(1));
        for (var round = 0; ; round++)
        {
            try
            {
                if (round % SendsBetweenLooks == 0)
                {
                    await Task.Factory.StartNew(
                        messenger.Write,
                        CancellationToken.None,
                        TaskCreationOptions.LongRunning,
                        TaskScheduler.Default
                    );
                }

                messenger.Send();
            }
            catch (Exception fault)
                when (fault is Microsoft.Data.Sqlite.SqliteException or Store.StoreException or IOException or Store.ConflictException)
            {
                RoundFailed(log, fault);
            }

            if (!await minutes.WaitForNextTickAsync(stoppingToken))
            {
                return;
            }
        }
    }

    [LoggerMessage(Level = LogLevel.Warning, Message = "A round of messages failed and is tried again in a minute.")]
    private static partial void RoundFailed(ILogger log, Exception fault);
}
