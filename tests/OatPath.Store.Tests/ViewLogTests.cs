namespace OatPath.Store.Tests;

/// <summary>What waits to be written counts as written, also at the moment at which it is.</summary>
public sealed class ViewLogTests : IDisposable
{
    private static readonly DateTimeOffset Start = new(2026, 3, 2, 8, 0, 0, TimeSpan.Zero);
    private readonly TestDatabase test = new();

    [Fact]
    public async Task What_is_written_down_while_somebody_asks_is_there_once()
    {
        var client = new Clients(test.Database).Add(Fact.NewId(), "Jory", "0555 010 300", Start);
        var links = new Links(test.Database);
        var device = links.Recognise(links.Admit(links.Create(client.Id, "test", Start), null, Start).Cookie!)!;
        var views = new ViewLog(test.Database);
        using var done = new CancellationTokenSource();
        var writes = Task.Run(() =>
        {
            while (!done.IsCancellationRequested)
            {
                views.Flush();
            }
        });
        for (var i = 1; i <= 300; i++)
        {
            var at = Start.AddMinutes(i);
            views.LogRead(client.Id, "Maren", "Ramp", at);
            views.LogShown(device, $"hash {i}", at);

            var waiting = views.SeenAndWaiting();
            var written = links.Open(client.Id, at)!.In.Single(phone => phone.Id == device.Id).LastSeen;
            Assert.Equal(at, waiting.TryGetValue(device.Id, out var seen) ? seen : written);
            var reads = views.Reads(client.Id, 400);
            Assert.Equal(i, reads.Count);
        }

        await done.CancelAsync();
        await writes;
    }

    public void Dispose() => test.Dispose();
}
