using Microsoft.Extensions.DependencyInjection;
using OatPath.Core.Audit;
using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Store;
using OatPath.Web.Records;

namespace OatPath.Web.Tests;

/// <summary>A client who stays for years.</summary>
public sealed class YearsTests : IDisposable
{
    private const int Days = 5 * 365;
    private readonly TestStudio studio = new();

    [Fact]
    public async Task Five_years_of_ten_facts_a_day_load_plan_and_page()
    {
        var room = studio.Services.GetRequiredService<RecordRoom>();
        var id = studio.ClientId("Jory");
        var record = room.Derive(id)!;
        var facts = new List<Fact>();
        for (var day = 1; day <= Days; day++)
        {
            var on = record.Today.AddDays(-day);
            for (var i = 0; i < 9; i++)
            {
                var at = new DateTimeOffset(on.ToDateTime(new TimeOnly(i < 4 ? 7 : 21, i)), TimeSpan.Zero);
                var key = Fact.NewId();
                var product = i == 8 && day % 4 == 0 ? "sedge-serum" : record.Followed.Shelf[i % record.Followed.Shelf.Count].Product.Id;
                facts.Add(
                    new(
                        key,
                        id,
                        FactKind.Log,
                        at,
                        at,
                        "client",
                        null,
                        CaseAssembly.Write<LogEntry>(
                            new Applied
                            {
                                Id = key,
                                HappenedAt = at,
                                RecordedAt = at,
                                By = "client",
                                Product = product,
                                Day = on,
                                Moment = i < 4 ? Moment.Morning : Moment.Evening,
                            }
                        )
                    )
                );
            }

            var told = new DateTimeOffset(on.ToDateTime(new TimeOnly(21, 30)), TimeSpan.Zero);
            var report = Fact.NewId();
            facts.Add(
                new(
                    report,
                    id,
                    FactKind.Log,
                    told,
                    told,
                    "client",
                    null,
                    CaseAssembly.Write<LogEntry>(
                        new CheckedIn
                        {
                            Id = report,
                            HappenedAt = told,
                            RecordedAt = told,
                            By = "client",
                            Day = on,
                            Report = new SkinReport { Sting = day % 3, StingSeconds = 20 },
                        }
                    )
                )
            );
        }

        room.Append(id, null, facts);
        record = room.Derive(id)!;
        Assert.True(record.Facts.Count > Days * 10);
        Assert.Empty(PathAuditor.Audit(record.Followed, record.Rules, record.ClientPath()));
        Assert.Empty(CaseCheck.Check(record.Followed));

        using var browser = await studio.SignedIn();
        using var phone = await studio.Phone("Jory");
        Assert.Contains("Sedge serum", (await browser.Get($"/clients/{id}/ramp")).Text, StringComparison.Ordinal);
        Assert.Contains("Jory", (await browser.Get($"/clients/{id}/look-back")).Text, StringComparison.Ordinal);
        Assert.NotNull((await browser.Get($"/clients/{id}/look-back/months?span=24")).Page.QuerySelector("svg.strip"));
        Assert.Equal(System.Net.HttpStatusCode.OK, (await phone.Get("/my")).Status);
    }

    public void Dispose() => studio.Dispose();
}
