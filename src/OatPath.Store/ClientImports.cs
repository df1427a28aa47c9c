using System.Text.Json;
using OatPath.Core.Formats;
using OatPath.Core.Skin;

namespace OatPath.Store;

/// <summary>A client to be put into the book.</summary>
public sealed record NewClient(string Name, string Phone, DateOnly? Born);

/// <summary>Clients from a file: put into the book in one step, and taken back in one.</summary>
public sealed class ClientImports(Database database)
{
    /// <summary>Puts them into the book, all or none. A birth date is kept as an answer that nobody has asked for yet.</summary>
    /// <returns>Names the step, for taking it back.</returns>
    public string Add(IReadOnlyList<NewClient> clients, DateTimeOffset at, string by)
    {
        var id = Fact.NewId();
        database.Write(connection =>
        {
            var ids = new List<string>();
            foreach (var client in clients)
            {
                var clientId = Fact.NewId();
                ids.Add(clientId);
                connection.Run(
                    "INSERT INTO client (id, name, phone, created_at) VALUES ($1, $2, $3, $4)",
                    clientId,
                    client.Name,
                    client.Phone,
                    at
                );
                if (client.Born is { } born)
                {
                    var intake = CaseAssembly.Write(new Intake { BirthDate = born, FromAFile = true });
                    Facts.Append(connection, clientId, null, [new(Fact.NewId(), clientId, FactKind.Intake, at, at, by, null, intake)]);
                }
            }

            connection.Run(
                "INSERT INTO client_import (id, clients, made_at, made_by) VALUES ($1, $2, $3, $4)",
                id,
                JsonSerializer.Serialize(ids, CaseJson.Compact),
                at,
                by
            );
        });
        return id;
    }

    /// <summary>Takes the clients of one step out of the book again; one of whom something was written down since stays.</summary>
    /// <returns>How many left and how many stay; null where there is no such step.</returns>
    public (int Left, int Stay)? Undo(string id) =>
        database.Write(connection =>
        {
            if (
                connection.Query("SELECT clients FROM client_import WHERE id = $1", row => row.GetString(0), id).FirstOrDefault()
                is not { } written
            )
            {
                return ((int, int)?)null;
            }

            connection.Run("DELETE FROM client_import WHERE id = $1", id);
            var clients = CaseJson.ReadStored<List<string>>(written);
            var left = 0;
            foreach (var client in clients)
            {
                var untouched =
                    connection.Number("SELECT count(*) FROM client WHERE id = $1 AND row_version = 1", client) == 1
                    && connection.Number("SELECT count(*) FROM fact WHERE client_id = $1", client) <= 1
                    && connection.Number("SELECT count(*) FROM link WHERE client_id = $1", client) == 0;
                if (untouched)
                {
                    Erasure.Remove(connection, client);
                    left++;
                }
            }

            return (left, clients.Count - left);
        });
}
