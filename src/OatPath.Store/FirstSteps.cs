namespace OatPath.Store;

/// <summary>How far a studio is on its way to the first plan on a client's phone.</summary>
/// <param name="Client">The first client in the book, or null.</param>
/// <param name="Published">Whether anything was ever published.</param>
/// <param name="PublishedFor">The client of the first publication, or null.</param>
/// <param name="Shown">Whether a phone was ever shown a plan.</param>
public sealed record FirstStepsTaken(string? Client, bool Published, string? PublishedFor, bool Shown);

/// <summary>Reads the first steps off what stands in the book; nothing is noted for them.</summary>
public sealed class FirstSteps(Database database)
{
    private const string OfReal = "JOIN client c ON c.id = s.client_id WHERE c.practice = 0";

    public FirstStepsTaken Taken() =>
        database.Read(connection =>
        {
            if (connection.Number($"SELECT count(*) FROM (SELECT 1 FROM shown s {OfReal} LIMIT 1)") > 0)
            {
                return new FirstStepsTaken(null, true, null, true);
            }

            string? First(string sql) => connection.Query(sql, row => row.GetString(0)).FirstOrDefault();
            var published = First($"SELECT s.client_id FROM publication s {OfReal} ORDER BY s.id LIMIT 1");
            return new FirstStepsTaken(
                First("SELECT id FROM client WHERE practice = 0 ORDER BY created_at, id LIMIT 1"),
                published is not null,
                published,
                false
            );
        });
}
