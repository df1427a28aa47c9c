using System.Globalization;
using System.Security.Cryptography;
using Microsoft.Data.Sqlite;
using OatPath.Core.Formats;
using OatPath.Core.House;
using OatPath.Core.Pictures;

namespace OatPath.Store;

/// <summary>A picture of a client.</summary>
/// <param name="Found">What its card tells, or why nothing can be read.</param>
/// <param name="KeptAt">Null while it is only looked over.</param>
/// <param name="GoneAt">When it was taken away; null while it is there.</param>
public sealed record Picture(
    string Id,
    string ClientId,
    string File,
    string Sha256,
    long Bytes,
    int Width,
    int Height,
    PictureView View,
    DateOnly TakenOn,
    DateTimeOffset AddedAt,
    string AddedBy,
    PictureFound Found,
    FaceMarks? Marks,
    IReadOnlyList<ZoneNumbers> Numbers,
    DateTimeOffset? KeptAt,
    DateTimeOffset? GoneAt,
    string? GoneBy
)
{
    public double Aspect => (double)Height / Width;

    /// <summary>Kept and not taken away.</summary>
    public bool IsShown => KeptAt is not null && GoneAt is null;

    public bool IsByClient => AddedBy == Author.Client;

    /// <summary>Looked over at the studio, and neither kept nor let go.</summary>
    public bool IsWaiting => KeptAt is null && GoneAt is null && !IsByClient;

    /// <summary>Sent by the client, who has not kept it: nobody else sees it yet.</summary>
    public bool IsStillTheirs => KeptAt is null && GoneAt is null && IsByClient;

    public ComparedPicture Compared => new(View, Aspect, Found.Reading, Marks);
}

/// <summary>What was found of the card in a picture.</summary>
/// <param name="Reading">Null where none was found.</param>
/// <param name="NotFound">Why not.</param>
/// <param name="IsSoft">Whether it is blurred too, as far as that is told without a card.</param>
public sealed record PictureFound(PictureReading? Reading, PictureFault? NotFound = null, bool IsSoft = false)
{
    /// <summary>Everything amiss, what to see to first at the front.</summary>
    public IReadOnlyList<PictureFault> Faults =>
        NotFound is not { } fault ? PictureCheck.Of(Reading)
        : IsSoft ? [fault, PictureFault.Blurred]
        : [fault];
}

/// <summary>A picture that was read and is to be written down.</summary>
/// <param name="Marks">Eyes and mouth where they are known already, and what was read by them.</param>
public sealed record NewPicture(
    PictureView View,
    DateOnly TakenOn,
    int Width,
    int Height,
    PictureFound Found,
    byte[] Whole,
    byte[] Shown,
    byte[] Small,
    FaceMarks? Marks = null,
    IReadOnlyList<ZoneNumbers>? Numbers = null
);

/// <summary>Pictures of clients: rows in the database, files beside it. Nothing is kept or shown without consent.</summary>
public sealed class PictureStore(Database database)
{
    /// <summary>How long a picture that was looked over waits to be kept.</summary>
    /// <remarks>House default.</remarks>
    public static readonly TimeSpan LookedOver = TimeSpan.FromHours(24);

    /// <summary>Most pictures of one client.</summary>
    /// <remarks>House default: ten years of monthly sets.</remarks>
    public const int Most = 500;

    private const string Columns =
        "SELECT id, client_id, file, sha256, bytes, width, height, seen_from, taken_on, added_at, added_by, found, marks, numbers, "
        + "kept_at, gone_at, gone_by FROM picture";

    private readonly PictureFolder folder = PictureFolder.Beside(database.File);

    public PictureFolder Folder => folder;

    /// <summary>Every picture of a client, the newest first; none without consent.</summary>
    public IReadOnlyList<Picture> Of(string clientId) =>
        database.Read(connection =>
            !PictureConsents.Given(connection, clientId, PictureUse.Care)
                ? []
                : connection.Query($"{Columns} WHERE client_id = $1 ORDER BY taken_on DESC, added_at DESC, rowid DESC", Read, clientId)
        );

    /// <summary>Days of a client's pictures that are kept and not taken away; whether the client agrees is asked elsewhere.</summary>
    public IReadOnlyList<DateOnly> DaysOf(string clientId) =>
        database.Read(connection =>
            connection.Query(
                "SELECT DISTINCT taken_on FROM picture WHERE client_id = $1 AND kept_at IS NOT NULL AND gone_at IS NULL",
                row => Day(row, 0),
                clientId
            )
        );

    /// <summary>One picture of a client; null where there is none, or no consent.</summary>
    public Picture? Find(string clientId, string id) =>
        database.Read(connection =>
            PictureConsents.Given(connection, clientId, PictureUse.Care)
                ? connection.Query($"{Columns} WHERE client_id = $1 AND id = $2", Read, clientId, id).FirstOrDefault()
                : null
        );

    /// <summary>Writes a picture down to be looked over.</summary>
    /// <param name="kept">Whether it is kept at once.</param>
    /// <returns>Its id; null where there is no consent any more, or where there are as many as there may be.</returns>
    /// <exception cref="StoreException">It cannot be kept; nothing of it is.</exception>
    public string? Add(string clientId, NewPicture picture, string by, DateTimeOffset at, bool kept = false)
    {
        var name = Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(16));
        database.Write(connection =>
            connection.Run("INSERT INTO picture_file (name, state, since_at) VALUES ($1, 'coming', $2)", name, at)
        );
        folder.Write(name, PictureSize.Whole, picture.Whole);
        folder.Write(name, PictureSize.Shown, picture.Shown);
        folder.Write(name, PictureSize.Small, picture.Small);
        var id = Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(12));
        var taken = database.Write(connection =>
        {
            // Asked again here: it may have been taken back while the picture was on its way.
            var may =
                PictureConsents.Given(connection, clientId, PictureUse.Care)
                && connection.Number("SELECT count(*) FROM picture WHERE client_id = $1", clientId) < Most;
            connection.Run("UPDATE picture_file SET state = $2 WHERE name = $1", name, may ? "kept" : "going");
            if (may)
            {
                connection.Run(
                    "INSERT INTO picture (id, client_id, file, sha256, bytes, width, height, seen_from, taken_on, added_at, added_by, "
                        + "found, marks, numbers, kept_at) VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15)",
                    id,
                    clientId,
                    name,
                    Convert.ToHexStringLower(SHA256.HashData(picture.Whole)),
                    picture.Whole.LongLength,
                    picture.Width,
                    picture.Height,
                    EnumName.Of(picture.View),
                    Sessions.Write(picture.TakenOn),
                    at,
                    by,
                    CaseAssembly.Write(picture.Found),
                    picture.Marks is null ? "" : CaseAssembly.Write(picture.Marks),
                    picture.Numbers is null ? "" : CaseAssembly.Write(picture.Numbers),
                    kept ? at : null
                );
            }

            return may;
        });
        if (!taken)
        {
            Sweep();
        }

        return taken ? id : null;
    }

    /// <summary>Keeps what was looked over.</summary>
    public int Keep(string clientId, IReadOnlyCollection<string> ids, DateTimeOffset at) =>
        database.Write(connection =>
            ids.Sum(id =>
                connection.Run("UPDATE picture SET kept_at = $3 WHERE client_id = $1 AND id = $2 AND kept_at IS NULL", clientId, id, at)
            )
        );

    /// <summary>Lets go at once what was looked over and not kept.</summary>
    public int Discard(string clientId, IReadOnlyCollection<string> ids)
    {
        var count = database.Write(connection =>
            ids.Sum(id => Drop(connection, "client_id = $1 AND id = $2 AND kept_at IS NULL", clientId, id))
        );
        Sweep();
        return count;
    }

    /// <summary>Takes a picture off every page; it is erased later.</summary>
    public bool TakeAway(string clientId, string id, string by, DateTimeOffset at) =>
        database.Write(connection =>
            connection.Run(
                "UPDATE picture SET gone_at = $3, gone_by = $4 WHERE client_id = $1 AND id = $2 AND gone_at IS NULL",
                clientId,
                id,
                at,
                by
            )
        ) > 0;

    public bool PutBack(string clientId, string id) =>
        database.Write(connection =>
            connection.Run("UPDATE picture SET gone_at = NULL, gone_by = NULL WHERE client_id = $1 AND id = $2", clientId, id)
        ) > 0;

    /// <summary>Sets eyes and mouth, and what was read by them.</summary>
    public bool SetMarks(string clientId, string id, FaceMarks marks, IReadOnlyList<ZoneNumbers> numbers) =>
        database.Write(connection =>
            connection.Run(
                "UPDATE picture SET marks = $3, numbers = $4 WHERE client_id = $1 AND id = $2",
                clientId,
                id,
                CaseAssembly.Write(marks),
                CaseAssembly.Write(numbers)
            )
        ) > 0;

    /// <summary>Erases what was taken away, or whose consent was taken back, long enough ago, and what nobody kept.</summary>
    /// <param name="before">What went before this is erased.</param>
    /// <returns>How many.</returns>
    public int EraseGone(DateTimeOffset before, DateTimeOffset now)
    {
        var count = database.Write(connection =>
            Drop(connection, "gone_at IS NOT NULL AND gone_at < $1", before)
            + Drop(connection, "kept_at IS NULL AND added_at < $1", now - LookedOver)
            + PictureConsents.WithdrawnBefore(connection, before).Sum(client => Drop(connection, "client_id = $1", client))
        );
        Sweep();
        return count;
    }

    /// <summary>Removes the files that are to go, and those of which a write was cut short by the program's end.</summary>
    /// <param name="atStart">No write is under way.</param>
    public void Sweep(bool atStart = false)
    {
        var names = database.Read(connection =>
            connection.Query($"SELECT name FROM picture_file WHERE state = 'going'{(atStart ? " OR state = 'coming'" : "")}", row =>
                row.GetString(0)
            )
        );
        foreach (var name in names)
        {
            folder.Remove(name);
        }

        if (names.Count > 0)
        {
            database.Write(connection => names.Sum(name => connection.Run("DELETE FROM picture_file WHERE name = $1", name)));
        }
    }

    /// <summary>How many pictures there are, and the bytes of all their files.</summary>
    public (long Count, long Bytes) Space() =>
        (database.Read(connection => connection.Number("SELECT count(*) FROM picture")), folder.Bytes());

    /// <summary>Removes rows; their files go next.</summary>
    internal static int Drop(SqliteConnection connection, string where, params ReadOnlySpan<object?> values)
    {
        connection.Run($"UPDATE picture_file SET state = 'going' WHERE name IN (SELECT file FROM picture WHERE {where})", values);
        return connection.Run($"DELETE FROM picture WHERE {where}", values);
    }

    private static DateOnly Day(SqliteDataReader row, int column) =>
        DateOnly.ParseExact(row.GetString(column), "yyyy-MM-dd", CultureInfo.InvariantCulture);

    private static Picture Read(SqliteDataReader row) =>
        new(
            row.GetString(0),
            row.GetString(1),
            row.GetString(2),
            row.GetString(3),
            row.GetInt64(4),
            row.GetInt32(5),
            row.GetInt32(6),
            EnumName.Find<PictureView>(row.GetString(7)) ?? PictureView.Close,
            Day(row, 8),
            row.Instant(9),
            row.GetString(10),
            row.GetString(11) is { Length: > 0 } found ? CaseJson.ReadStored<PictureFound>(found) : new(null, PictureFault.NoCard),
            row.GetString(12) is { Length: > 0 } marks ? CaseJson.ReadStored<FaceMarks>(marks) : null,
            row.GetString(13) is { Length: > 0 } numbers ? CaseJson.ReadStored<List<ZoneNumbers>>(numbers) : [],
            row.IsDBNull(14) ? null : row.Instant(14),
            row.IsDBNull(15) ? null : row.Instant(15),
            row.Text(16)
        );
}
