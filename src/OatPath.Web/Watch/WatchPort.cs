using System.Globalization;
using OatPath.Store;
using Prometheus;

namespace OatPath.Web.Watch;

/// <summary>
/// Another port of this machine, for whoever watches over the program: whether it is alive and ready, and its figures in the text format
/// that collectors read. Nothing else is answered there, and none of it anywhere else.
/// </summary>
public static class WatchPort
{
    private const string Plain = "text/plain; charset=utf-8";

    /// <summary>Answers what comes to the port, before anything else is looked at.</summary>
    /// <param name="state">Null where the data cannot be served.</param>
    public static void Serve(WebApplication app, int port, Figures figures, StateReader? state)
    {
        var gauges = new Gauges(figures);
        figures.Registry.AddBeforeCollectCallback(() => gauges.Set(state?.Read() ?? StateReader.Closed));
        app.Use((http, next) => http.Connection.LocalPort == port ? Answer(http, figures, state) : next(http));
    }

    private static async Task Answer(HttpContext http, Figures figures, StateReader? state)
    {
        http.Response.Headers.CacheControl = "no-store";
        var isRead = HttpMethods.IsGet(http.Request.Method) || HttpMethods.IsHead(http.Request.Method);
        switch (http.Request.Path.Value)
        {
            case "/health/alive" when isRead:
                await Say(http, StatusCodes.Status200OK, "alive\n");
                return;
            case "/health" or "/health/ready" when isRead:
                var isReady = state?.IsReady ?? false;
                await Say(
                    http,
                    isReady ? StatusCodes.Status200OK : StatusCodes.Status503ServiceUnavailable,
                    isReady ? "ready\n" : "not ready\n"
                );
                return;
            case "/metrics" when isRead:
                http.Response.ContentType = PrometheusConstants.TextContentType;
                await figures.Registry.CollectAndExportAsTextAsync(http.Response.Body, http.RequestAborted);
                return;
            default:
                await Say(http, StatusCodes.Status404NotFound, "Here are /health, /health/alive, /health/ready and /metrics.\n");
                return;
        }
    }

    private static Task Say(HttpContext http, int status, string text)
    {
        http.Response.StatusCode = status;
        http.Response.ContentType = Plain;
        return http.Response.WriteAsync(text, http.RequestAborted);
    }

    private sealed class Gauges(Figures figures)
    {
        private readonly Gauge ready = figures.Gauge("oatpath_ready", "1 where the program serves its data.");
        private readonly Gauge rows = figures.Gauge("oatpath_digest_rows_behind", "Clients whose row of the Desk is not of now.");
        private readonly Gauge lag = figures.Gauge("oatpath_digest_lag_seconds", "How long the first of what was told waits for its row.");
        private readonly Gauge messages = figures.Gauge("oatpath_messages", "Messages by what became of them.", "state");
        private readonly Gauge backup = figures.Gauge("oatpath_backup_age_seconds", "Age of the last daily backup; NaN without one.");
        private readonly Gauge disk = figures.Gauge("oatpath_disk_free_bytes", "Free on the disk of the data folder.");
        private readonly Gauge database = figures.Gauge("oatpath_database_bytes", "The database with its log.");

        public void Set(State state)
        {
            ready.Set(state.Ready ? 1 : 0);
            rows.Set(state.DigestRows);
            lag.Set(state.DigestLag.TotalSeconds);
            foreach (var each in Enum.GetValues<MessageState>())
            {
                messages.WithLabels(each.ToString().ToLower(CultureInfo.InvariantCulture)).Set(state.Messages.GetValueOrDefault(each));
            }

            backup.Set(state.BackupAge?.TotalSeconds ?? double.NaN);
            disk.Set(state.DiskFree);
            database.Set(state.DatabaseBytes);
        }
    }
}
