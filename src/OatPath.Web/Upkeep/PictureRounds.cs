using OatPath.Store;

namespace OatPath.Web.Upkeep;

/// <summary>Every hour, erases pictures that were taken away, or whose consent was taken back, as many days ago as the house
/// says.</summary>
public sealed partial class PictureRounds(PictureStore pictures, ProgramSettings settings, TimeProvider clock, ILogger<PictureRounds> log)
    : BackgroundService
{
    private static readonly TimeSpan Every = TimeSpan.FromHours(1);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        Try(() => pictures.Sweep(atStart: true));
        using var timer = new PeriodicTimer(Every);
        do
        {
            Try(Round);
        } while (await timer.WaitForNextTickAsync(stoppingToken));
    }

    public void Round()
    {
        var now = clock.GetUtcNow();
        pictures.EraseGone(now.AddDays(-settings.Current().Choices.Pictures.ErasedAfterDays), now);
    }

    private void Try(Action round)
    {
        try
        {
            round();
        }
        catch (Exception fault) when (fault is StoreException or IOException or UnauthorizedAccessException)
        {
            Failed(log, fault);
        }
    }

    [LoggerMessage(Level = LogLevel.Warning, Message = "Pictures that were to go could not be removed; it is tried again.")]
    private static partial void Failed(ILogger log, Exception fault);
}
