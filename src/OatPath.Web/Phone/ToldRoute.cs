using System.Text.Json;
using OatPath.Core.Case;
using OatPath.Core.Formats;
using OatPath.Core.House;
using OatPath.Core.Shelf;
using OatPath.Core.Wording;
using OatPath.Store;
using OatPath.Web.Doors;
using OatPath.Web.Limits;
using OatPath.Web.Records;

namespace OatPath.Web.Phone;

/// <summary>A step that was ticked without network.</summary>
/// <param name="Id">The press's own id, so that one sent twice is kept once.</param>
/// <param name="Step">The step by its key.</param>
/// <param name="At">When it was pressed, milliseconds of the Unix epoch by the studio's time.</param>
public sealed record ToldTick(string Id, string Step, DateOnly Day, Moment Moment, long At);

/// <param name="Phone">The phone's own tag, as its pages carry it.</param>
public sealed record ToldTicks(string Phone, IReadOnlyList<ToldTick> Ticks);

/// <summary>Where a phone sends what was ticked without network.</summary>
public static class ToldRoute
{
    private const int MostTicks = 200;

    /// <summary>What was done is believed for as many days back as a report is.</summary>
    private const int MostDays = 7;

    // A stranger's page knows no phone's tag, which stands for the form's token here.
    public static void Map(WebApplication app) =>
        app.MapPost("/my/told", Keep).AllowAnonymous().DisableAntiforgery().RequireRateLimiting(RequestLimits.Session);

    private static async Task<IResult> Keep(HttpContext http, PhoneDoor door, RecordRoom room, TimeProvider clock)
    {
        ToldTicks? told;
        try
        {
            told = await JsonSerializer.DeserializeAsync<ToldTicks>(http.Request.Body, CaseJson.Compact, http.RequestAborted);
        }
        catch (JsonException problem)
        {
            return Results.BadRequest(new { problem = $"The ticks cannot be read: {problem.Message.Split(" Path:")[0]}" });
        }

        if (told?.Ticks is not { Count: > 0 and <= MostTicks } ticks || ticks.Any(tick => tick is null || !IsWhole(tick)))
        {
            return Results.BadRequest(new { problem = $"Send 1 to {MostTicks} ticks, each with its id, step, day, moment and time." });
        }

        if (door.Who(http) is not { } device || room.Derive(device.ClientId) is not { Published: not null } record)
        {
            return Results.StatusCode(StatusCodes.Status403Forbidden);
        }

        if (told.Phone != PhoneDoor.TagOf(http))
        {
            return Results.StatusCode(StatusCodes.Status409Conflict);
        }

        var now = clock.GetUtcNow();
        var refused = ticks.Select(tick => (tick.Id, Why: Refusal(tick, record, now))).Where(found => found.Why is not null).ToList();
        var kept = ticks.Where(tick => refused.TrueForAll(found => found.Id != tick.Id)).ToList();
        List<Fact> facts =
        [
            .. kept.Where(tick => !IsKnown(tick, record))
                .DistinctBy(tick => (tick.Step, tick.Day, tick.Moment))
                .Select(tick => Fact(tick, device.ClientId, room, now)),
        ];
        if (facts.Count > 0)
        {
            room.Append(device.ClientId, null, facts);
        }

        return Results.Json(
            new { kept = kept.Select(tick => tick.Id), refused = refused.Select(found => new { id = found.Id, why = found.Why }) }
        );
    }

    private static bool IsWhole(ToldTick tick) =>
        Guid.TryParseExact(tick.Id, "n", out _) && tick.Step is { Length: > 0 and <= 64 } && Enum.IsDefined(tick.Moment);

    /// <summary>Why a tick is not kept, for the client to read; null where it is.</summary>
    private static string? Refusal(ToldTick tick, ClientRecord record, DateTimeOffset now)
    {
        var today = CareDay.Of(now, record.Zone);
        if (tick.Day > today || tick.Day < today.AddDays(-MostDays))
        {
            return Said.Of("This phone's clock is wrong, or it was too long ago. Tell your studio what was used.");
        }

        // What happened is always recordable, also of a plan that has changed meanwhile; only a stranger's word is none.
        var product = record.ShownProduct(tick.Step);
        return product is null
            && record.ClientPath(MostDays, MostDays + 1).On(tick.Day)?[tick.Moment].Steps.Any(s => s.Key == tick.Step) != true
                ? Said.Of("This step is in no plan of yours. Tell your studio what was used.")
            : product?.IsKit() == true ? Said.Of("A kit is told with its minutes. Tell it under How was it.")
            : null;
    }

    private static bool IsKnown(ToldTick tick, ClientRecord record) =>
        record
            .Lived.OfType<Applied>()
            .Any(use => use.Id == tick.Id || (use.Product == tick.Step && use.Day == tick.Day && use.Moment == tick.Moment));

    private static Fact Fact(ToldTick tick, string client, RecordRoom room, DateTimeOffset now)
    {
        var earliest = now.AddDays(-MostDays).ToUnixTimeMilliseconds();
        var at = tick.At > earliest && tick.At < now.ToUnixTimeMilliseconds() ? DateTimeOffset.FromUnixTimeMilliseconds(tick.At) : now;
        return room.Make<LogEntry>(
            client,
            FactKind.Log,
            new Applied
            {
                Id = tick.Id,
                HappenedAt = at,
                RecordedAt = now,
                By = Author.Client,
                Product = tick.Step,
                Day = tick.Day,
                Moment = tick.Moment,
            },
            Author.Client,
            tick.Id,
            happenedAt: at
        );
    }
}
