using Microsoft.Extensions.DependencyInjection;
using OatPath.Core.Calibration;
using OatPath.Web.Records;

namespace OatPath.Web.Tests;

/// <summary>The page that holds every chance to account, and what it keeps to itself.</summary>
public sealed class ChancesTests : IDisposable
{
    private readonly TestStudio studio = new();

    public void Dispose() => studio.Dispose();

    private ChancesKept Chances => studio.Services.GetRequiredService<ChancesKept>();

    [Fact]
    public async Task Before_it_is_counted_the_page_says_so_and_then_it_shows_what_was_said_and_what_followed()
    {
        using var maren = await studio.SignedIn();
        Assert.Contains("being counted", (await maren.Get("/scales/chances")).Text, StringComparison.Ordinal);
        Assert.Equal(404, (int)(await maren.Get("/scales/chances?handler=Csv")).Status);

        Chances.Count();
        var (account, _) = Chances.Latest!.Value;
        Assert.True(account.All.Clients >= HeldToAccount.FewestClients, $"{account.All.Clients}");

        var page = await maren.Get("/scales/chances");
        Assert.Contains($"of {account.All.Clients} clients", page.Text, StringComparison.Ordinal);
        Assert.NotNull(page.Page.QuerySelector("svg.curve .as-said"));
        Assert.All(studio.Services.GetRequiredService<Store.Clients>().Search(""), client =>
            Assert.DoesNotContain(client.Name, page.Text, StringComparison.Ordinal)
        );
        var csv = (await maren.Get("/scales/chances?handler=Csv")).Text;
        Assert.StartsWith("product,name,clients,uses,told,mild_or_worse,strong,expected_strong", csv, StringComparison.Ordinal);
    }

    [Fact]
    public void Counted_anew_it_is_the_same_and_whoever_left_is_not_in_it()
    {
        Chances.Count();
        var first = Chances.Latest!.Value.Account;
        Chances.Count();
        Assert.Equal(first.All, Chances.Latest!.Value.Account.All);
        Assert.Equal(first.Score, Chances.Latest!.Value.Account.Score);

        var counted = studio.Services.GetRequiredService<Store.Clients>().Search("").Count;
        var erasure = studio.Services.GetRequiredService<Store.Erasure>();
        foreach (var client in studio.Services.GetRequiredService<Store.Clients>().Search(""))
        {
            Assert.True(erasure.Erase(client.Id, client.Version, studio.Clock.GetUtcNow(), "Maren Holt"));
        }

        Chances.Count();
        Assert.True(counted > 0);
        Assert.Equal(0, Chances.Latest!.Value.Account.All.Uses);
    }
}
