using OatPath.Store;

namespace OatPath.Bench;

/// <summary>Phones of many clients, let in by links of their own.</summary>
internal static class Phones
{
    /// <summary>Cookies of so many phones of different clients whose plan is published, in a folder that no program uses.</summary>
    /// <param name="each">Phones of each client.</param>
    public static IReadOnlyList<(string Client, string Cookie)> Of(string folder, int count, string named, int each = 1)
    {
        using var database = new Database(Path.Combine(folder, DataFolder.DatabaseName));
        var (links, publications) = (new Links(database), new Publications(database));
        return
        [
            .. new Clients(database)
                .Search(named, int.MaxValue)
                .Where(client => publications.Latest(client.Id) is not null)
                .Take(count)
                .SelectMany(client =>
                {
                    var token = links.Create(client.Id, "bench", DateTimeOffset.UtcNow);
                    return Enumerable
                        .Range(0, each)
                        .Select(n =>
                        {
                            _ = n == 0 || links.AllowOneMore(client.Id);
                            return (client.Id, links.Admit(token, null, DateTimeOffset.UtcNow).Cookie!);
                        })
                        .ToList();
                }),
        ];
    }
}
