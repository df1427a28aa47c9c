using OatPath.Core.House;
using OatPath.Store;

namespace OatPath.Web.Upkeep;

/// <summary>Writes the daily backup where the house chose so. What fails is kept in sight at the House page and tried again.</summary>
public sealed partial class BackupRounds(
    DataFolder folder,
    ProgramSettings settings,
    Studio studio,
    BackupState state,
    TimeProvider clock,
    ILogger<BackupRounds> log
) : BackgroundService
{
    private static readonly TimeSpan Every = TimeSpan.FromMinutes(10);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var rounds = new PeriodicTimer(Every);
        while (await rounds.WaitForNextTickAsync(stoppingToken))
        {
            Round();
        }
    }

    /// <summary>Writes today's backup unless it is there or none is wanted.</summary>
    public void Round() => Write(anew: false);

    /// <summary>Writes today's backup, in the place of one that is there.</summary>
    /// <returns>Why it could not be written, or null.</returns>
    public string? WriteNow()
    {
        Write(anew: true);
        return state.Problem;
    }

    private void Write(bool anew)
    {
        try
        {
            var (choices, _) = settings.Current();
            var now = clock.GetUtcNow();
            if (choices.DailyBackup || anew)
            {
                Backup.WriteDaily(
                    folder.Folder,
                    CareDay.Of(now, CareDay.ZoneOf(studio.Current().Rules.Zone)),
                    choices.BackupsKept,
                    now,
                    anew
                );
            }

            state.Problem = null;
        }
        catch (Exception fault) when (fault is StoreException or BackupException or IOException)
        {
            state.Problem = fault is StoreException store ? $"{store.Message} {store.Remedy}" : fault.Message;
            Failed(log, fault);
        }
    }

    [LoggerMessage(Level = LogLevel.Error, Message = "The daily backup could not be written and is tried again.")]
    private static partial void Failed(ILogger log, Exception fault);
}
