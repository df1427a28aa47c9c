using System.Threading.RateLimiting;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.RateLimiting;
using OatPath.Store;
using OatPath.Web.Doors;

namespace OatPath.Web.Limits;

/// <summary>
/// How often something may be asked in a minute. A phone that is in is counted by itself, so that neither strangers behind its address nor
/// other phones of a busy house stand in its way;
/// everybody else by where they come from.
/// </summary>
public static class RequestLimits
{
    public const string Strict = "strict";
    public const string Session = "session";
    public const string Feed = "feed";

    private const int MostFromOne = 3000;
    private const int MostOfPhone = 600;
    private const int MostPosts = 30;
    private const int MostFeeds = 60;
    private static readonly TimeSpan Minute = TimeSpan.FromMinutes(1);

    public static void Set(RateLimiterOptions limiter)
    {
        limiter.RejectionStatusCode = StatusCodes.Status429TooManyRequests;
        limiter.OnRejected = async (context, stop) =>
        {
            // A phone that is in gets a page with the numbers to call; nobody else is worth one.
            if (!context.HttpContext.Request.Path.StartsWithSegments("/my") || PhoneOf(context.HttpContext) is null)
            {
                await context.HttpContext.Response.WriteAsync("Too many requests from here. Wait a minute and try again.", stop);
            }
        };
        limiter.GlobalLimiter = PartitionedRateLimiter.Create<HttpContext, string>(http =>
            http.Features.Get<IStatusCodeReExecuteFeature>() is not null ? RateLimitPartition.GetNoLimiter("said")
            : PhoneOf(http) is { } phone ? Window($"phone-{phone}", MostOfPhone)
            : Window($"all-{ComesFrom.Of(http)}", MostFromOne)
        );
        limiter.AddPolicy(Strict, http => !HttpMethods.IsPost(http.Request.Method) ? RateLimitPartition.GetNoLimiter("reading")
            : PhoneOf(http) is { } phone ? RateLimitPartition.GetNoLimiter($"page-{phone}")
            : AnswersOf(http) is { } link ? Window($"answers-{link}", MostOfPhone)
            : Window($"strict-{ComesFrom.Of(http)}-{http.GetEndpoint()?.DisplayName}", MostPosts));

        // A guide sends every few seconds while something is on the skin.
        limiter.AddPolicy(Session, http =>
            PhoneOf(http) is { } phone
                ? Window($"session-phone-{phone}", MostOfPhone)
                : Window($"session-{ComesFrom.Of(http)}", MostOfPhone)
        );

        // An address that is guessed at finds nothing, and not often; a calendar service asks for many clients from one place.
        limiter.AddPolicy(Feed, http =>
            http.GetRouteValue("token") is string token && http.RequestServices.GetRequiredService<CalendarFeeds>().Find(token) is { } feed
                ? Window($"feed-of-{feed.ClientId}", MostFeeds)
                : Window($"feed-{ComesFrom.Of(http)}", MostFeeds)
        );
    }

    /// <summary>
    /// The phone that a request below /my comes from, also one that was shut out since: what happened before is still sent.
    /// </summary>
    private static long? PhoneOf(HttpContext http) =>
        http.Request.Path.StartsWithSegments("/my")
            ? PhoneDoor.Known(http, http.RequestServices.GetRequiredService<Links>())?.Device.Id
            : null;

    /// <summary>The link by which a phone answers Meet; a quick hand answers more often in a minute than a stranger may knock.</summary>
    private static long? AnswersOf(HttpContext http) =>
        http.Request.Path.StartsWithSegments(AnswerDoor.Path)
            ? http.RequestServices.GetRequiredService<AnswerDoor>().Who(http)?.Link
            : null;

    private static RateLimitPartition<string> Window(string key, int most) =>
        RateLimitPartition.GetFixedWindowLimiter(key, _ => new() { PermitLimit = most, Window = Minute });
}
