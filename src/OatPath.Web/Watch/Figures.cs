using Prometheus;

namespace OatPath.Web.Watch;

/// <summary>
/// What this program counts of itself, in one registry of its own: by page and never by address, so that no figure names a client or holds
/// the key of a page.
/// </summary>
public sealed class Figures
{
    /// <summary>Upper bounds in seconds: what nobody feels, what is felt, what is too long.</summary>
    private static readonly double[] Bounds = [0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 10];

    private readonly MetricFactory factory;

    public Figures()
    {
        Registry = Metrics.NewCustomRegistry();
        factory = Metrics.WithCustomRegistry(Registry);
        DotNetStats.Register(Registry);
        Requests = factory.CreateHistogram(
            "oatpath_request_seconds",
            "How long requests took, by page and by what was answered.",
            ["page", "answered"],
            new() { Buckets = Bounds }
        );
        WriteWaits = factory.CreateHistogram(
            "oatpath_write_wait_seconds",
            "How long a write waited for the one before it.",
            new HistogramConfiguration { Buckets = Bounds }
        );
    }

    public CollectorRegistry Registry { get; }

    public Histogram Requests { get; }

    public Histogram WriteWaits { get; }

    /// <summary>A figure that is read when somebody asks.</summary>
    public Gauge Gauge(string name, string help, params string[] labels) => factory.CreateGauge(name, help, labels);
}
