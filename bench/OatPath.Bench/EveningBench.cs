using System.Collections.Concurrent;
using System.Diagnostics;
using System.Globalization;
using OatPath.Store;

namespace OatPath.Bench;

/// <summary>
/// The evening hour: two hundred phones report within a minute, then forty reports come of one client at once. What was answered as saved
/// must be there.
/// </summary>
internal static class EveningBench
{
    private const int Port = 5995;
    private const int PhonesReporting = 200;
    private const int Writers = 40;
    private static readonly TimeSpan Minute = TimeSpan.FromMinutes(1);

    public static async Task Run(string folder)
    {
        LargeStudio.Check(folder, DateTimeOffset.UtcNow);
        var phones = Phones.Of(folder, PhonesReporting, "of the bench");
        var busy = Phones.Of(folder, 1, "Client 4711", Links.MostPhones);
        using (var studio = await Running.Studio(folder, Port, demo: true))
        {
            var visitors = phones.Select(phone => (phone.Client, Visitor: Visitor.Phone(studio.Origin, phone.Cookie))).ToList();
            await visitors[0].Visitor.Get("/my/report");
            await visitors[0].Visitor.Get("/my");
            await Reports(folder, visitors);
            await Write(folder, [.. busy.Select(phone => (phone.Client, Visitor.Phone(studio.Origin, phone.Cookie)))]);
        }
    }

    private static async Task Reports(string folder, IReadOnlyList<(string Client, Visitor Visitor)> phones)
    {
        var (took, saved, refused) = (new ConcurrentBag<double>(), new ConcurrentBag<(string Client, string Key)>(), 0);
        var random = new Random(3);
        await Task.WhenAll(
            phones.Select(async phone =>
            {
                await Task.Delay(random.Next((int)Minute.TotalMilliseconds));
                var form = await phone.Visitor.Get("/my/report");
                var key = Visitor.Field(form, "key");
                var start = Stopwatch.GetTimestamp();
                try
                {
                    await Report(phone.Visitor, form);
                    took.Add(Stopwatch.GetElapsedTime(start).TotalMilliseconds);
                    saved.Add((phone.Client, key));
                }
                catch (HttpRequestException)
                {
                    Interlocked.Increment(ref refused);
                }
            })
        );
        using var database = new Database(Path.Combine(folder, DataFolder.DatabaseName));
        var facts = new Facts(database);
        var lost = saved.Count(report => !facts.Of(report.Client).Any(fact => fact.Id == report.Key));
        var times = took.Order().ToList();
        Console.WriteLine(
            string.Create(
                CultureInfo.InvariantCulture,
                $"{PhonesReporting} phones report in one minute, ms from press to answer: median {times[times.Count / 2]:0} (bound 150), "
                    + $"slowest {times[^1]:0}; {saved.Count} saved, {refused} refused, {lost} lost"
            )
        );
    }

    /// <summary>Forty reports of one client in the same moment, from all its phones.</summary>
    private static async Task Write(string folder, IReadOnlyList<(string Client, Visitor Visitor)> phones)
    {
        var forms = new List<(Visitor Visitor, string Page)>();
        for (var i = 0; i < Writers; i++)
        {
            var phone = phones[i % phones.Count].Visitor;
            forms.Add((phone, await phone.Get("/my/report")));
        }

        var took = new ConcurrentBag<double>();
        var keys = forms.Select(form => Visitor.Field(form.Page, "key")).ToHashSet();
        await Task.WhenAll(
            forms.Select(async form =>
            {
                var start = Stopwatch.GetTimestamp();
                await Report(form.Visitor, form.Page);
                took.Add(Stopwatch.GetElapsedTime(start).TotalMilliseconds);
            })
        );
        using var database = new Database(Path.Combine(folder, DataFolder.DatabaseName));
        var kept = new Facts(database).Of(phones[0].Client).Count(fact => keys.Contains(fact.Id));
        Console.WriteLine(
            string.Create(
                CultureInfo.InvariantCulture,
                $"{Writers} writers on one client in one moment, ms from press to answer: median {took.Order().ElementAt(Writers / 2):0}, "
                    + $"slowest {took.Max():0} (bound 2000); {kept} of {Writers} kept"
            )
        );
    }

    private static Task<string> Report(Visitor phone, string form) =>
        phone.Send(
            "/my/report",
            ("key", Visitor.Field(form, "key")),
            ("about", Visitor.Field(form, "about")),
            ("sting", "1"),
            ("length", "45"),
            ("redness", "0"),
            ("phone", Visitor.Field(form, "phone")),
            ("__RequestVerificationToken", Visitor.Field(form, "__RequestVerificationToken"))
        );
}
