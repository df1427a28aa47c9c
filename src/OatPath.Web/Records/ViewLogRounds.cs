using OatPath.Store;

namespace OatPath.Web.Records;

/// <summary>Writes down every two seconds, and at the end, who read what. While that is not possible it waits in memory.</summary>
public sealed partial class ViewLogRounds(ViewLog views, ILogger<ViewLogRounds> log) : BackgroundService
{
    private static readonly TimeSpan Every = TimeSpan.FromSeconds(2);
    private bool isFailing;

    public override async Task StopAsync(CancellationToken cancellationToken)
    {
        await base.StopAsync(cancellationToken);
        Flush();
    }

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var rounds = new PeriodicTimer(Every);
        while (await rounds.WaitForNextTickAsync(stoppingToken))
        {
            Flush();
        }
    }

    private void Flush()
    {
        try
        {
            views.Flush();
            isFailing = false;
        }
        catch (Exception fault) when (fault is StoreException or Microsoft.Data.Sqlite.SqliteException)
        {
            if (!isFailing)
            {
                NotWritten(log, fault);
            }

            isFailing = true;
        }
    }

    [LoggerMessage(Level = LogLevel.Warning, Message = "Who read what could not be written down; it waits.")]
    private static partial void NotWritten(ILogger log, Exception fault);
}
