using System.Text.Json;
using OatPath.Core.Case;
using OatPath.Core.Formats;
using OatPath.Core.House;
using OatPath.Core.Scripting;
using OatPath.Core.Session;
using OatPath.Core.Wording;
using OatPath.Store;
using OatPath.Web.Clock;
using OatPath.Web.Doors;
using OatPath.Web.Limits;
using OatPath.Web.Records;

namespace OatPath.Web.Phone;

/// <summary>What a guide sends.</summary>
/// <param name="Grant">The signed grant.</param>
/// <param name="Run">The run of the guide that sends; the first one takes the grant.</param>
/// <param name="ElapsedMilliseconds">How long the run has been open, by the guide's clock.</param>
public sealed record SessionLog(string Grant, string Run, long ElapsedMilliseconds, IReadOnlyList<SessionEvent> Events);

/// <summary>Where guides send what happened. Each event is kept once, whenever and however often it comes.</summary>
public static class SessionRoute
{
    /// <summary>What a guide could not send comes within days, or is told by its owner.</summary>
    /// <remarks>House default.</remarks>
    private static readonly TimeSpan LongestGrant = TimeSpan.FromDays(3);

    private const int MostEvents = 2000;
    private const long MostMilliseconds = SessionEventCheck.MostMilliseconds;

    public static void Map(WebApplication app) =>
        app.MapPost("/my/session", Keep).AllowAnonymous().DisableAntiforgery().RequireRateLimiting(RequestLimits.Session);

    private static async Task<IResult> Keep(
        HttpContext http,
        Sessions sessions,
        SessionSigner signer,
        RecordRoom room,
        Links links,
        RunTimes runs,
        TimeProvider clock
    )
    {
        SessionLog? log;
        try
        {
            log = await JsonSerializer.DeserializeAsync<SessionLog>(http.Request.Body, CaseJson.Compact, http.RequestAborted);
        }
        catch (JsonException problem)
        {
            return Results.BadRequest(new { problem = $"The log cannot be read: {problem.Message.Split(" Path:")[0]}" });
        }

        if (log is null || Problem(log) is not null)
        {
            return Results.BadRequest(new { problem = log is null ? "The log is empty." : Problem(log) });
        }

        if (signer.Read(log.Grant) is not { } signed || sessions.Find(signed.Grant) is not { } grant || grant.DeviceId != signed.Device)
        {
            return Results.Json(new { problem = "This grant was not signed here." }, statusCode: StatusCodes.Status403Forbidden);
        }

        // A link that was closed meanwhile does not silence what already happened; another device's cookie does.
        var phone = PhoneDoor.Known(http, links);
        if (grant.DeviceId is { } device && phone?.Device.Id != device)
        {
            return Results.Json(new { problem = "This grant is for another device." }, statusCode: StatusCodes.Status403Forbidden);
        }

        var now = clock.GetUtcNow();
        if (now - grant.IssuedAt > LongestGrant)
        {
            return Results.Json(
                new { problem = Said.Of("This session is over by days. Tell your studio what happened under How was it.") },
                statusCode: StatusCodes.Status403Forbidden
            );
        }

        var shutOut = grant.DeviceId is not null && phone is not { IsIn: true };
        var elapsed = TimeSpan.FromMilliseconds(Math.Clamp(log.ElapsedMilliseconds, 0, MostMilliseconds));
        var openedAt = now - elapsed > grant.IssuedAt ? now - elapsed : grant.IssuedAt;
        var most = grant.Practice ? Sessions.MostPractised : Sessions.MostEvents;
        var sent = sessions.Keep(grant.Id, log.Run, openedAt, log.Events, now, most, shutOut);
        if (sent.Taking == SessionTaking.Full)
        {
            return Results.Json(
                new { problem = Said.Of("This session holds all it can. Tell your studio what happened, by phone.") },
                statusCode: StatusCodes.Status413PayloadTooLarge
            );
        }

        if (sent.Taking == SessionTaking.TakenByAnother)
        {
            return Results.Json(
                new { problem = Said.Of("This session was already begun elsewhere. Tell your studio what happened under How was it.") },
                statusCode: StatusCodes.Status409Conflict
            );
        }

        (clock as RecordClock)?.Recorded(now);
        var untouched = log.Events.All(happened => happened.Kind is SessionEventKind.Ticked or SessionEventKind.Answered);
        var withdrawn = !grant.Practice && untouched && (phone is not { IsIn: true } || Withdrawn(grant, room));
        return Results.Json(
            new
            {
                kept = sent.Ids,
                withdrawn,
                elapsedMilliseconds = (long)runs.Heard(grant.Id, elapsed).TotalMilliseconds,
            }
        );
    }

    /// <summary>
    /// Whether plan, shelf or answers given elsewhere make another script since it was granted, or none. What is answered in the guide
    /// itself the guide
    /// acts on, and it may be taken back there. What is on the skin is guided to its end all the same.
    /// </summary>
    private static bool Withdrawn(SessionGrant grant, RecordRoom room) =>
        room.Derive(grant.ClientId) is not { Published: not null } record
        || SessionCompiler
            .Compile(
                record.Followed with
                {
                    Log = [.. record.Followed.Log.Where(entry => entry.Id != grant.Id)],
                },
                record.PublishedRules,
                grant.Product,
                grant.Day
            )
            .Script
            is not { } script
        || CaseAssembly.Write(script) != CaseAssembly.Write(grant.Script);

    private static string? Problem(SessionLog log) =>
        log.Events is null || log.Grant is null || log.Run is not { Length: > 7 and <= 64 } ? "grant, run and events are needed."
        : log.Events.Count > MostEvents ? $"Send at most {MostEvents} events at once."
        : log.Events.Any(happened =>
            happened?.Id is not { Length: > 0 and <= 64 }
            || happened.Item is { Length: > 64 }
            || happened.AtMilliseconds is < 0 or > MostMilliseconds
            || happened.Value is < 0 or > 1000
            || !Enum.IsDefined(happened.Kind)
        )
            ? "An event has no id, or a time or value that cannot be."
        : null;
}
