using OatPath.Store;

namespace OatPath.Web.Upkeep;

/// <summary>Every hour, forgets what was answered on a phone and never sent, once its link has ended.</summary>
public sealed partial class EndedLinks(AnswerLinks links, TimeProvider clock, ILogger<EndedLinks> log) : BackgroundService
{
    private static readonly TimeSpan Every = TimeSpan.FromHours(1);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var timer = new PeriodicTimer(Every);
        do
        {
            try
            {
                links.DropEnded(clock.GetUtcNow());
            }
            catch (StoreException fault)
            {
                Failed(log, fault);
            }
        } while (await timer.WaitForNextTickAsync(stoppingToken));
    }

    [LoggerMessage(Level = LogLevel.Warning, Message = "Ended links could not be looked through and are tried again.")]
    private static partial void Failed(ILogger log, Exception fault);
}
