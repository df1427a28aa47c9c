using OatPath.Store;

namespace OatPath.Web.Clock;

/// <summary>
/// Writes down every few minutes that the program is alive, and how the record's time stands to the machine's; so that a start knows for
/// how long it was off.
/// </summary>
public sealed partial class ClockRounds(RecordClock clock, MachineClock machine, ClockTable table, Facts facts, ILogger<ClockRounds> log)
    : BackgroundService
{
    private static readonly TimeSpan Every = TimeSpan.FromMinutes(10);

    /// <summary>
    /// Time goes on from the last entry, and is not ahead of when the program was last alive by a jump that nobody confirmed.
    /// </summary>
    public void Resume()
    {
        var last = facts.LastRecorded();
        if (last is { } recorded)
        {
            clock.Recorded(recorded);
        }

        if (table.Seen() is var seen && (seen > last || last is null ? seen : last) is { } alive)
        {
            clock.Resume(alive);
        }

        Round();
    }

    /// <summary>One round.</summary>
    public void Round()
    {
        try
        {
            table.Note(clock.GetUtcNow(), machine.Now);
        }
        catch (StoreException fault)
        {
            NotNoted(log, fault);
        }
    }

    /// <summary>An owner says that the machine's clock is right.</summary>
    /// <returns>The jump that was confirmed, or null where there is none.</returns>
    public ClockJump? Confirm(string by)
    {
        var jump = clock.Believe();
        if (jump is not null)
        {
            table.Confirm(jump.Record, jump.Machine, by);
        }

        return jump;
    }

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var rounds = new PeriodicTimer(Every);
        while (await rounds.WaitForNextTickAsync(stoppingToken))
        {
            Round();
        }
    }

    public override async Task StopAsync(CancellationToken cancellationToken)
    {
        Round();
        await base.StopAsync(cancellationToken);
    }

    [LoggerMessage(Level = LogLevel.Warning, Message = "That the program is alive could not be written down.")]
    private static partial void NotNoted(ILogger log, Exception fault);
}
