using Microsoft.Data.Sqlite;
using OatPath.Core.Skin;

namespace OatPath.Store;

/// <summary>
/// Made-up clients to try everything out with, on the real shelf. They stand in no count, message or digest, take nothing from the
/// cupboard, and are removed whole.
/// </summary>
public sealed class PracticeClients(Database database, ViewLog views)
{
    /// <summary>Nobody needs more of them at once; house default.</summary>
    public const int Most = 5;

    private const int YearsOld = 35;

    public IReadOnlyList<Client> All() => database.Read(All);

    /// <summary>Makes one who has answered everything and has nothing that stands in the way.</summary>
    /// <param name="today">The care day.</param>
    /// <returns>The client, or null where there are enough of them.</returns>
    public Client? Make(DateTimeOffset at, DateOnly today, string by) =>
        database.Write(connection =>
        {
            var all = All(connection);
            if (all.Count >= Most)
            {
                return null;
            }

            var name = Enumerable
                .Range(1, Most)
                .Select(number => number == 1 ? "Practice client" : $"Practice client {number}")
                .First(free => all.All(other => other.Name != free));
            var id = Fact.NewId();
            connection.Run("INSERT INTO client (id, name, phone, created_at, practice) VALUES ($1, $2, '', $3, 1)", id, name, at);
            var met = new Intake
            {
                BirthDate = today.AddYears(-YearsOld),
                Phototype = Phototype.II,
                NoneOf = Enum.GetValues<MeetGroup>(),
                SafetyAskedOn = today,
            };
            Facts.Append(connection, id, null, [new(Fact.NewId(), id, FactKind.Intake, at, at, by, null, CaseAssembly.Write(met))]);
            return Clients.Find(connection, id);
        });

    /// <summary>Removes one with everything that was tried on it.</summary>
    /// <returns>False where there is no such practice client.</returns>
    public bool Remove(string id)
    {
        views.Forget(id);
        return database.Write(connection =>
        {
            if (Clients.Find(connection, id) is not { IsPractice: true })
            {
                return false;
            }

            Erasure.Remove(connection, id);
            return true;
        });
    }

    private static List<Client> All(SqliteConnection connection) =>
        connection.Query($"{Clients.Columns} WHERE practice = 1 ORDER BY created_at, rowid", Clients.Read);
}
