using System.Diagnostics;

namespace OatPath.Web.Watch;

/// <summary>Counts every request and how long it took, under the page that answers and not under its address.</summary>
public sealed class RequestTimes(RequestDelegate next, Figures figures)
{
    public const string File = "a file";
    public const string Nothing = "no page";

    public async Task InvokeAsync(HttpContext http)
    {
        var began = Stopwatch.GetTimestamp();
        try
        {
            await next(http);
        }
        finally
        {
            figures
                .Requests.WithLabels(PageOf(http), $"{http.Response.StatusCode / 100}xx")
                .Observe(Stopwatch.GetElapsedTime(began).TotalSeconds);
        }
    }

    /// <summary>Right after the page is found: the first one counts, and not the one that says that something went wrong.</summary>
    public static Task Find(HttpContext http, Func<Task> next)
    {
        http.Items.TryAdd(typeof(RequestTimes), http.GetEndpoint());
        return next();
    }

    /// <summary>The way a page is found by, such as /clients/{id}/ramp.</summary>
    private static string PageOf(HttpContext http) =>
        http.Items.TryGetValue(typeof(RequestTimes), out var found)
            ? found is RouteEndpoint { RoutePattern.RawText: { } way }
                ? $"/{way.TrimStart('/')}"
                : Nothing
            : http.Response.StatusCode is StatusCodes.Status200OK or StatusCodes.Status304NotModified
                ? File
                : Nothing;
}
