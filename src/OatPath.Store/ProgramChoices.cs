using System.Text.Json;
using OatPath.Core.Formats;
using OatPath.Core.Pictures;

namespace OatPath.Store;

/// <summary>What the owner chose for the program itself; nothing here changes a plan.</summary>
public sealed record ProgramChoices
{
    public const int FewestBackups = 2;
    public const int MostBackups = 365;
    public const int MostYears = 50;

    /// <summary>Whether owner and practitioners need a second factor to sign in.</summary>
    public bool SecondFactor { get; init; }

    /// <summary>Whether a backup is written every day into the data folder.</summary>
    public bool DailyBackup { get; init; } = true;

    /// <summary>So many daily backups are kept.</summary>
    public int BackupsKept { get; init; } = 14;

    /// <summary>Records without an entry for so many years are asked about once a year.</summary>
    /// <remarks>House default; how long records must or may be kept is for the local law to say.</remarks>
    public int RetentionYears { get; init; } = 10;

    /// <summary>What carries messages to clients; null while none is set, then nothing is sent.</summary>
    public MailServer? Mail { get; init; }

    /// <summary>What is decided about pictures.</summary>
    public PictureChoices Pictures { get; init; } = new();

    /// <summary>Whether the first steps were put away from the Desk.</summary>
    public bool FirstStepsPutAway { get; init; }
}

/// <summary>The choices in force.</summary>
public sealed class ProgramSettings(Database database)
{
    private (ProgramChoices Choices, long Version)? read;

    public (ProgramChoices Choices, long Version) Current() =>
        database.Read(connection =>
        {
            var version = connection.Number("SELECT row_version FROM program_choice WHERE id = 1");
            if (read is not { } known || known.Version != version)
            {
                read = connection
                    .Query("SELECT body, row_version FROM program_choice WHERE id = 1", row =>
                        (CaseJson.ReadStored<ProgramChoices>(row.GetString(0)), row.GetInt64(1))
                    )
                    .FirstOrDefault((new ProgramChoices(), 0L));
            }

            return read.Value;
        });

    /// <exception cref="ConflictException">Somebody else changed them in the meantime.</exception>
    public void Save(ProgramChoices choices, long version) =>
        database.Write(connection =>
        {
            var json = JsonSerializer.Serialize(choices, CaseJson.Compact);
            var changed =
                version == 0
                    ? connection.Run("INSERT OR IGNORE INTO program_choice (id, body, row_version) VALUES (1, $1, 1)", json)
                    : connection.Run(
                        "UPDATE program_choice SET body = $1, row_version = row_version + 1 WHERE id = 1 AND row_version = $2",
                        json,
                        version
                    );
            if (changed == 0)
            {
                throw new ConflictException("The house page", connection.Number("SELECT row_version FROM program_choice WHERE id = 1"));
            }
        });
}
