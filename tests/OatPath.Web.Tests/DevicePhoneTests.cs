using Microsoft.Extensions.DependencyInjection;
using OatPath.Core.Case;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;
using OatPath.Web.Records;

namespace OatPath.Web.Tests;

/// <summary>A device on the phone: led over the face way by way, around what is left out.</summary>
public sealed class DevicePhoneTests : IDisposable
{
    private readonly TestStudio studio = new();

    public void Dispose() => studio.Dispose();

    private void Own(string name, Product product, params Flag[] flags)
    {
        var room = studio.Services.GetRequiredService<RecordRoom>();
        var record = room.Derive(studio.ClientId(name))!;
        room.Append(record.Client.Id, null, room.Make(record.Client.Id, "shelf", new ShelfItem { Product = product }, "test"), room.Make(record.Client.Id, "intake", record.Draft.Intake with { Flags = [.. record.Draft.Intake.Flags, .. flags] }, "test"));
        record = room.Derive(record.Client.Id)!;
        room.Publish(record, "test", record.Client.Version);
    }

    /// <summary>The step of a device, on the first evening that has it.</summary>
    private async Task<Answer?> Step(Browser phone, string product)
    {
        for (var day = 0; day < 14; day++)
        {
            var page = await phone.Get("/my");
            for (var i = 0; i < 12 && page.Page.QuerySelector("form[action*='Done']") is not null; i++)
            {
                if (page.Page.QuerySelector("#step h2")?.TextContent == product)
                {
                    return page;
                }

                page = await phone.Submit(page, "form[action*='Done']");
            }

            studio.Clock.Advance(TimeSpan.FromDays(1));
        }

        return null;
    }

    [Fact]
    public async Task The_phone_leads_it_way_by_way_and_leaves_out_what_is_open()
    {
        Own("Perrin", new Product { Id = "plate", Name = "Ember plate", Kind = ProductKind.WarmColdPlate }, new Flag { Kind = FlagKind.OpenSkin, Zones = [FaceZone.LeftCheek] });
        using var phone = await studio.Phone("Perrin");
        var page = await Step(phone, "Ember plate");
        Assert.NotNull(page);
        var ways = page.Page.QuerySelectorAll(".ways li").Select(way => way.QuerySelector("b")!.TextContent).ToList();

        Assert.Contains("Right cheek", ways);
        Assert.DoesNotContain("Left cheek", ways);
        Assert.Contains("Not today: left cheek", page.Text.Replace("\n", " ", StringComparison.Ordinal), StringComparison.Ordinal);
        Assert.All(page.Page.QuerySelectorAll(".ways li"), way => Assert.Equal("30", way.GetAttribute("data-seconds")));
        Assert.DoesNotContain("LeftCheek", string.Join(" ", page.Page.QuerySelectorAll(".ways li").Select(way => way.GetAttribute("data-zones"))), StringComparison.Ordinal);
    }
}
