using System.Collections.Concurrent;
using System.Globalization;
using System.Text.RegularExpressions;
using Microsoft.Data.Sqlite;
using OatPath.Store;

namespace OatPath.Bench;

/// <summary>
/// Kills the program at random moments while reports, publications, imports, guided sessions, dispensing and pictures come in at once.
/// What was answered as saved must be there, and the doctor must call the folder, which has a backup, well.
/// </summary>
internal static class KillBench
{
    private const int Port = 5992;
    private const int LongestWait = 400;

    /// <summary>So many kills use up less than what is taken in at once.</summary>
    private const int RunsPerDelivery = 20;

    /// <summary>
    /// A program compiles while it begins; each kind of write has come through once before it is killed, or it has had its time.
    /// </summary>
    private const int MostWaits = 1_200;

    private sealed record Act(string Kind, string Key);

    public static async Task Run(int kills)
    {
        var folder = Directory.CreateTempSubdirectory("oatpath-kill").FullName;
        (await Running.Studio(folder, Port, demo: true)).Dispose();
        LargeStudio.Say(folder);
        var phone = Visitor.Phone($"http://127.0.0.1:{Port}", Phones.Of(folder, 1, "Wilmot")[0].Cookie);
        var (random, all, lost, unwell) = (new Random(9), new List<Act>(), 0, 0);
        using var staff = new Visitor($"http://127.0.0.1:{Port}");
        for (var run = 0; run < kills; run++)
        {
            var studio = await Running.Studio(folder, Port, demo: true);
            if (run == 0)
            {
                await staff.SignIn();
            }

            if (run % RunsPerDelivery == 0)
            {
                var page = await staff.Get("/shelf/reed-water");
                await staff.Send(
                    "/shelf/reed-water?handler=TakeIn",
                    ("units", "1000"),
                    ("batch", "kill"),
                    ("__RequestVerificationToken", Visitor.Field(page, "__RequestVerificationToken"))
                );
            }

            var (saved, from) = (new ConcurrentBag<Act>(), staff.From(run));
            var (published, given, pictured) = (await from.IdOf("Jory"), await from.IdOf("Perrin"), await from.IdOf("Petra"));
            var writing = new[]
            {
                Publish(from, published, saved),
                Import(from, saved),
                Dispense(from, given, saved),
                Picture(from, pictured, saved),
                Report(phone, saved),
                Session(phone, saved),
            };
            for (var waited = 0; saved.Select(act => act.Kind).Distinct().Count() < writing.Length && waited < MostWaits; waited++)
            {
                await Task.Delay(5);
            }

            await Task.Delay(random.Next(LongestWait));
            studio.Kill();
            await Task.WhenAll(writing);
            all.AddRange(saved);
            lost += Lost(folder, all.Count > saved.Count ? saved : all);
            Backup.WriteDaily(folder, DateOnly.FromDateTime(DateTime.UtcNow), 2, DateTimeOffset.UtcNow, anew: true);
            new DataFolder(folder).Close();
            var look = Doctor
                .Look(folder, DateTimeOffset.UtcNow.AddDays(2))
                .Where(finding => !finding.IsWell && !finding.What.StartsWith("The last daily backup", StringComparison.Ordinal))
                .ToList();
            unwell += look.Count > 0 ? 1 : 0;
            look.ForEach(finding => Console.WriteLine($"  kill {run + 1}: {finding.What}"));
        }

        var kinds = string.Join(
            ", ",
            all.GroupBy(act => act.Kind).OrderBy(group => group.Key, StringComparer.Ordinal).Select(group => $"{group.Count()} {group.Key}")
        );
        Console.WriteLine(
            $"{kills} kills: {all.Count} acknowledged ({kinds}), {lost} lost (bound 0); the doctor found something after {unwell}"
        );
        (await Running.Studio(folder, Port, demo: true)).Dispose();
        Console.WriteLine($"after the next start: {Strays(folder)} files of pictures that are nobody's or not whole (bound 0)");
        SqliteConnection.ClearAllPools();
        Directory.Delete(folder, recursive: true);
    }

    /// <summary>Goes on until the program is gone.</summary>
    private static async Task On(Func<Task> act)
    {
        while (true)
        {
            try
            {
                await act();
            }
            catch (HttpRequestException refused) when (refused.StatusCode is not null)
            {
                // Somebody else saved first: nothing was acknowledged.
            }
            catch (Exception gone) when (gone is HttpRequestException or IOException or TaskCanceledException)
            {
                return;
            }
        }
    }

    private static Task Publish(Visitor staff, string client, ConcurrentBag<Act> saved) =>
        On(async () =>
        {
            var title = $"kill {Guid.NewGuid():n}";
            var care = await staff.Get($"/clients/{client}/care");
            await staff.Send(
                $"/clients/{client}/care?handler=Occasion",
                ("Version", Visitor.Field(care, "Version")),
                ("title", title),
                ("on", DateTime.UtcNow.AddDays(60).ToString("yyyy-MM-dd", CultureInfo.InvariantCulture)),
                ("__RequestVerificationToken", Visitor.Field(care, "__RequestVerificationToken"))
            );
            var page = await staff.Get($"/clients/{client}/publish");
            if (
                (
                    await staff.Send(
                        $"/clients/{client}/publish",
                        ("Version", Visitor.Field(page, "Version")),
                        ("__RequestVerificationToken", Visitor.Field(page, "__RequestVerificationToken"))
                    )
                ).Contains("Published.", StringComparison.Ordinal) && page.Contains(title, StringComparison.Ordinal)
            )
            {
                saved.Add(new("publications", title));
            }
        });

    private static Task Import(Visitor staff, ConcurrentBag<Act> saved) =>
        On(async () =>
        {
            var name = $"Bottle {Guid.NewGuid():n}";
            var page = await staff.Get("/shelf/import");
            var (look, address) = await staff.Upload(
                "/shelf/import",
                Visitor.Field(page, "__RequestVerificationToken"),
                $"name,kind\n{name},moisturiser\n"
            );
            if (
                (await staff.Send(address, ("__RequestVerificationToken", Visitor.Field(look, "__RequestVerificationToken")))).Contains(
                    "put in place",
                    StringComparison.Ordinal
                )
            )
            {
                saved.Add(new("imports", name));
            }
        });

    private static Task Dispense(Visitor staff, string client, ConcurrentBag<Act> saved) =>
        On(async () =>
        {
            var page = await staff.Get("/shelf/reed-water");
            if (
                (
                    await staff.Send(
                        "/shelf/reed-water?handler=Dispense",
                        ("client", client),
                        ("batch", "kill"),
                        ("__RequestVerificationToken", Visitor.Field(page, "__RequestVerificationToken"))
                    )
                ).Contains(" went to ", StringComparison.Ordinal)
            )
            {
                saved.Add(new("dispensed", ""));
            }

            await Task.Delay(60);
        });

    private static Task Picture(Visitor staff, string client, ConcurrentBag<Act> saved) =>
        On(async () =>
        {
            var page = await staff.Get($"/clients/{client}/pictures/new");
            var (look, _) = await staff.Upload(
                $"/clients/{client}/pictures/new",
                Visitor.Field(page, "__RequestVerificationToken"),
                PicturesBench.Drawn.Value,
                "front",
                "front.jpg"
            );
            foreach (Match match in Regex.Matches(look, "/pictures/([0-9a-f]{24})/shown"))
            {
                saved.Add(new("pictures", match.Groups[1].Value));
            }
        });

    /// <summary>Files beside three for every picture of the record.</summary>
    private static long Strays(string folder)
    {
        using var connection = new SqliteConnection($"Data Source={Path.Combine(folder, DataFolder.DatabaseName)};Pooling=False");
        connection.Open();
        var unsettled = Number(connection, "SELECT count(*) FROM picture_file WHERE state <> 'kept' AND $key = ''", "");
        var named = 3 * Number(connection, "SELECT count(*) FROM picture WHERE $key = ''", "");
        return unsettled + Math.Abs(Directory.GetFiles(PictureFolder.Of(folder).Path).Length - named);
    }

    private static Task Report(Visitor phone, ConcurrentBag<Act> saved) =>
        On(async () =>
        {
            var form = await phone.Get("/my/report");
            var key = Visitor.Field(form, "key");
            await phone.Send(
                "/my/report",
                ("key", key),
                ("about", Visitor.Field(form, "about")),
                ("sting", "1"),
                ("length", "45"),
                ("redness", "0"),
                ("phone", Visitor.Field(form, "phone")),
                ("__RequestVerificationToken", Visitor.Field(form, "__RequestVerificationToken"))
            );
            saved.Add(new("reports", key));
            await Task.Delay(40);
        });

    private static async Task Session(Visitor phone, ConcurrentBag<Act> saved)
    {
        var (grant, n) = ("", 0);
        await On(async () =>
        {
            if (grant.Length == 0)
            {
                var page = await phone.Get("/my/peel");
                var guide = await phone.Send(
                    "/my/peel?handler=Practise",
                    ("phone", Visitor.Field(page, "phone")),
                    ("__RequestVerificationToken", Visitor.Field(page, "__RequestVerificationToken"))
                );
                grant = Regex.Match(System.Net.WebUtility.HtmlDecode(guide), "\"grant\":\"([^\"]+)\"").Groups[1].Value;
            }

            var id = Guid.NewGuid().ToString("n");
            await phone.SendJson(
                "/my/session",
                $$"""
                {"grant":"{{grant}}","run":"killed-run","elapsedMilliseconds":{{n * 100}},
                "events":[{"id":"{{id}}","kind":"ticked","item":"water","atMilliseconds":{{n++ * 100}}}]}
                """
            );
            saved.Add(new("session events", id));
            await Task.Delay(30);
        });
    }

    /// <summary>How many of what was acknowledged is not there.</summary>
    private static int Lost(string folder, IEnumerable<Act> acts)
    {
        using var connection = new SqliteConnection($"Data Source={Path.Combine(folder, DataFolder.DatabaseName)};Pooling=False");
        connection.Open();
        return acts.Count(act =>
                Number(
                    connection,
                    act.Kind switch
                    {
                        "reports" => "SELECT count(*) FROM fact WHERE id = $key",
                        "session events" => "SELECT count(*) FROM session_event WHERE event_id = $key",
                        "pictures" => "SELECT count(*) FROM picture WHERE id = $key",
                        "imports" => "SELECT count(*) FROM product WHERE name = $key",
                        "publications" =>
                            "SELECT count(*) FROM fact f JOIN publication_fact p ON p.fact_id = f.id WHERE f.kind = 'occasion' AND f.body "
                                + "LIKE '%' || $key || '%'",
                        _ => "SELECT count(*) FROM stock_move WHERE kind = 'dispensed' AND $key = ''",
                    },
                    act.Key
                ) == 0
            )
            + (
                Number(connection, $"SELECT count(*) FROM stock_move WHERE kind = 'dispensed' AND batch = 'kill' AND $key = ''", "")
                < dispensed(acts)
                    ? 1
                    : 0
            );

        int dispensed(IEnumerable<Act> of) => of.Count(act => act.Kind == "dispensed");
    }

    private static long Number(SqliteConnection connection, string sql, string key)
    {
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        command.Parameters.AddWithValue("$key", key);
        return (long)command.ExecuteScalar()!;
    }
}
