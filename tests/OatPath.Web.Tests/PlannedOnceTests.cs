using Microsoft.Extensions.DependencyInjection;
using OatPath.Core.Formats;
using OatPath.Core.Planner;
using OatPath.Web.Records;

namespace OatPath.Web.Tests;

/// <summary>A plan that practitioner and client share is planned once, and is the same that planning for the client alone gives.</summary>
public sealed class PlannedOnceTests : IDisposable
{
    private readonly TestStudio studio = new();

    private ClientRecord Record(string id) => studio.Services.GetRequiredService<RecordRoom>().Derive(id)!;

    private static string Written(Core.Plan.CarePath path) => System.Text.Json.JsonSerializer.Serialize(path, CaseJson.Options);

    private static bool IsShared(ClientRecord record)
    {
        Assert.Equal(
            Written(PathPlanner.Plan(record.Followed, record.PublishedRules, record.Today.AddDays(-1), 84)),
            Written(record.ClientPath(daysBefore: 1))
        );
        return ReferenceEquals(record.ClientPath(daysBefore: 1), record.DraftPath(daysBefore: 1));
    }

    [Fact]
    public async Task What_waits_is_planned_for_the_practitioner_only_and_what_is_published_once()
    {
        var clients = studio.Services.GetRequiredService<Store.Clients>().Search("", int.MaxValue);
        var shared = clients.Count(client => IsShared(Record(client.Id)));
        Assert.True(shared > 6, $"{shared} of {clients.Count}");

        using var maren = await studio.SignedIn();
        var orla = studio.ClientId("Orla");
        Assert.True(IsShared(Record(orla)));
        await maren.Submit(await maren.Get($"/clients/{orla}/care"), "form[action$='Occasion']", ("title", "Fair"), ("on", "2026-06-20"));
        Assert.NotEqual(0, Record(orla).Changes);
        Assert.False(IsShared(Record(orla)));
    }

    public void Dispose() => studio.Dispose();
}
