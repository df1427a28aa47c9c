namespace OatPath.Store;

/// <summary>How the record's time stood to the machine's at a moment.</summary>
/// <param name="ConfirmedBy">Who said that the machine's clock was right after a jump; null where it only was written down.</param>
public sealed record ClockPair(DateTimeOffset Record, DateTimeOffset Machine, string? ConfirmedBy);

/// <summary>
/// What is kept of the clock itself: when the program was last alive, how record and machine stood to each other, who confirmed a jump.
/// </summary>
public sealed class ClockTable(Database database)
{
    /// <summary>A change of less is no change.</summary>
    private static readonly TimeSpan Same = TimeSpan.FromMinutes(1);

    /// <summary>When the program was last alive; null before it was written down.</summary>
    public DateTimeOffset? Seen() =>
        database.Read(connection => connection.Query("SELECT at FROM clock_seen", row => (DateTimeOffset?)row.Instant(0)).FirstOrDefault());

    public IReadOnlyList<ClockPair> Pairs() => database.Read(Pairs);

    /// <summary>The program is alive; where record and machine stand otherwise to each other than before, that is kept too.</summary>
    public void Note(DateTimeOffset record, DateTimeOffset machine) =>
        database.Write(connection =>
        {
            See(connection, record);
            var before = Pairs(connection) is [.., var last] ? last.Record - last.Machine : TimeSpan.Zero;

            // A confirmed jump stands for the two being one from there on.
            before = Pairs(connection) is [.., { ConfirmedBy: not null }] ? TimeSpan.Zero : before;
            if ((record - machine - before).Duration() > Same)
            {
                Add(connection, new(record, machine, null));
            }
        });

    /// <summary>Somebody says that the machine's clock is right after a jump.</summary>
    /// <param name="record">The time as it was without the jump.</param>
    public void Confirm(DateTimeOffset record, DateTimeOffset machine, string by) =>
        database.Write(connection =>
        {
            Add(connection, new(record, machine, by));
            See(connection, machine);
        });

    internal static void See(Microsoft.Data.Sqlite.SqliteConnection connection, DateTimeOffset at) =>
        connection.Run(
            "INSERT INTO clock_seen (id, at) VALUES (1, $1) ON CONFLICT (id) DO UPDATE SET at = excluded.at",
            at.ToUniversalTime()
        );

    internal static List<ClockPair> Pairs(Microsoft.Data.Sqlite.SqliteConnection connection) =>
        connection.Query("SELECT record_at, machine_at, confirmed_by FROM clock_pair ORDER BY id", row => new ClockPair(
            row.Instant(0),
            row.Instant(1),
            row.Text(2)
        ));

    private static void Add(Microsoft.Data.Sqlite.SqliteConnection connection, ClockPair pair) =>
        connection.Run(
            "INSERT INTO clock_pair (record_at, machine_at, confirmed_by) VALUES ($1, $2, $3)",
            pair.Record.ToUniversalTime(),
            pair.Machine.ToUniversalTime(),
            pair.ConfirmedBy
        );
}
