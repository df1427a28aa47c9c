using Microsoft.Extensions.DependencyInjection;
using OatPath.Core.Case;
using OatPath.Web.Records;

namespace OatPath.Web.Tests;

/// <summary>A half-face test as a practitioner begins one: on the Bench, by lot, published.</summary>
internal static class HalfFaceTest
{
    public static async Task<TryHalf> Begin(TestStudio studio, Browser maren, string client)
    {
        var bench = await maren.Get($"/clients/{client}/routine");
        var product = bench.Page.QuerySelector("#half-product option")!.GetAttribute("value");
        await maren.Submit(bench, "form:has(#half-product)", ("product", product), ("side", ""), ("days", "7"));
        await maren.Submit(await maren.Get($"/clients/{client}/publish"), "aside form");
        return studio.Services.GetRequiredService<RecordRoom>().Derive(client)!.Followed.Decisions.OfType<TryHalf>().Single();
    }
}
