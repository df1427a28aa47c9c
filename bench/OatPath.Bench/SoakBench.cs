using System.Diagnostics;
using System.Globalization;

namespace OatPath.Bench;

/// <summary>Mixed load for an hour: what the program holds in memory and open files stays as it was after the first minutes.</summary>
internal static class SoakBench
{
    private const int Port = 5993;
    private const int SettledAfter = 10;
    private const int PhonesReading = 60;

    public static async Task Run(string folder, int minutes)
    {
        LargeStudio.Check(folder, DateTimeOffset.UtcNow);
        var phones = Phones.Of(folder, PhonesReading, "of the bench");
        using var studio = await Running.Studio(folder, Port, demo: true);
        using var staff = new Visitor(studio.Origin);
        await staff.SignIn();
        var visitors = phones.Select(phone => (phone.Client, Visitor: Visitor.Phone(studio.Origin, phone.Cookie))).ToList();
        var random = new Random(5);
        var (until, requests, failed) = (Stopwatch.GetTimestamp() + (minutes * 60 * Stopwatch.Frequency), 0, 0);
        var (memory, handles) = (new List<long>(), new List<int>());
        var watching = Task.Run(async () =>
        {
            for (var minute = 1; minute <= minutes; minute++)
            {
                await Task.Delay(TimeSpan.FromMinutes(1));
                memory.Add(studio.Memory);
                handles.Add(studio.Handles);
                Console.WriteLine(
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"  minute {minute}: {memory[^1]} MB, {handles[^1]} handles, {requests} requests, {failed} failed"
                    )
                );
            }
        });
        while (Stopwatch.GetTimestamp() < until)
        {
            requests++;
            try
            {
                await One(random, staff, visitors);
            }
            catch (HttpRequestException)
            {
                failed++;
            }

            await Task.Delay(random.Next(40, 160));
        }

        await watching;
        var settled = memory.Skip(SettledAfter).ToList();
        if (settled.Count > 0)
        {
            Console.WriteLine(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"After {SettledAfter} of {minutes} minutes: {memory[SettledAfter - 1]} MB; then {settled.Min()} to {settled.Max()} "
                        + $"MB (bound 10 %), {handles.Skip(SettledAfter).Min()} to {handles.Skip(SettledAfter).Max()} handles; {requests} "
                        + $"requests, {failed} failed"
                )
            );
        }
    }

    /// <summary>One request of an ordinary day.</summary>
    private static async Task One(Random random, Visitor staff, List<(string Client, Visitor Visitor)> phones)
    {
        var (client, phone) = phones[random.Next(phones.Count)];
        switch (random.Next(10))
        {
            case < 4:
                await phone.Get(
                    random.Next(3) switch
                    {
                        0 => "/my",
                        1 => "/my/path",
                        _ => "/my/report",
                    }
                );
                break;
            case 4:
                var form = await phone.Get("/my/report");
                await phone.Send(
                    "/my/report",
                    ("key", Visitor.Field(form, "key")),
                    ("about", Visitor.Field(form, "about")),
                    ("sting", "1"),
                    ("length", "45"),
                    ("redness", "0"),
                    ("phone", Visitor.Field(form, "phone")),
                    ("__RequestVerificationToken", Visitor.Field(form, "__RequestVerificationToken"))
                );
                break;
            case 5:
                await staff.Get("/");
                break;
            case 6:
                await staff.Get($"/clients?q=client%20{random.Next(5000)}");
                break;
            default:
                await staff.Get($"/clients/{client}/{random.Next(4) switch { 0 => "ramp", 1 => "routine", 2 => "care", _ => "shelf" }}");
                break;
        }
    }
}
