using System.Collections.Concurrent;
using System.Diagnostics;
using System.Globalization;
using OatPath.Core.Case;
using OatPath.Store;

namespace OatPath.Bench;

/// <summary>The evening hour: two hundred phones report within a minute, then forty people write to one client at once. What was answered as saved must be there.</summary>
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
        using (var studio = await Running.Studio(folder, Port, demo: true))
        {
            var visitors = phones.Select(phone => (phone.Client, Visitor: Visitor.Phone(studio.Origin, phone.Cookie))).ToList();
            await visitors[0].Visitor.Get("/my/report");
            await visitors[0].Visitor.Get("/my");
            await Reports(folder, visitors);
            await Write(studio, visitors[0].Client);
        }
    }

    private static async Task Reports(string folder, IReadOnlyList<(string Client, Visitor Visitor)> phones)
    {
        var (took, saved, refused) = (new ConcurrentBag<double>(), new ConcurrentBag<(string Client, string Key)>(), 0);
        var random = new Random(3);
        await Task.WhenAll(phones.Select(async phone =>
        {
            await Task.Delay(random.Next((int)Minute.TotalMilliseconds));
            var form = await phone.Visitor.Get("/my/report");
            var key = Visitor.Field(form, "key");
            var start = Stopwatch.GetTimestamp();
            try
            {
                await phone.Visitor.Send("/my/report", ("key", key), ("about", Visitor.Field(form, "about")), ("sting", "1"), ("length", "45"), ("redness", "0"), ("phone", Visitor.Field(form, "phone")), ("__RequestVerificationToken", Visitor.Field(form, "__RequestVerificationToken")));
                took.Add(Stopwatch.GetElapsedTime(start).TotalMilliseconds);
                saved.Add((phone.Client, key));
            }
            catch (HttpRequestException)
            {
                Interlocked.Increment(ref refused);
            }
        }));
        using var database = new Database(Path.Combine(folder, DataFolder.DatabaseName));
        var facts = new Facts(database);
        var lost = saved.Count(report => !facts.Of(report.Client).Any(fact => fact.Id == report.Key));
        var times = took.Order().ToList();
        Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"{PhonesReporting} phones report in one minute, ms from press to answer: median {times[times.Count / 2]:0} (bound 150), slowest {times[^1]:0}; {saved.Count} saved, {refused} refused, {lost} lost"));
    }

    /// <summary>Forty of the studio write a note to one client in the same moment, each as it stands for them; who is refused because somebody else saved first looks again.</summary>
    private static async Task Write(Running studio, string client)
    {
        var writers = new List<Visitor>();
        using var first = new Visitor(studio.Origin);
        await first.SignIn();
        for (var i = 0; i < Writers; i++)
        {
            writers.Add(first.From(i));
        }

        var took = new ConcurrentBag<double>();
        await Task.WhenAll(writers.Select(async (writer, i) =>
        {
            var start = Stopwatch.GetTimestamp();
            for (var tries = 0; ; tries++)
            {
                var page = await writer.Get($"/clients/{client}/care");
                var answer = await writer.Send($"/clients/{client}/care?handler=Occasion", ("Version", Visitor.Field(page, "Version")), ("title", $"evening {i}"), ("on", DateTime.UtcNow.AddDays(30).ToString("yyyy-MM-dd", CultureInfo.InvariantCulture)), ("__RequestVerificationToken", Visitor.Field(page, "__RequestVerificationToken")));
                if (answer.Contains($"evening {i} on", StringComparison.Ordinal) || tries > 200)
                {
                    break;
                }
            }

            took.Add(Stopwatch.GetElapsedTime(start).TotalMilliseconds);
        }));
        Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"{Writers} writers on one client, ms until each is saved: median {took.Order().ElementAt(Writers / 2):0}, slowest {took.Max():0} (bound 2000)"));
    }
}
