using System.Diagnostics;
using System.Globalization;
using System.Runtime.InteropServices;

namespace OatPath.Web.Clock;

/// <summary>
/// The machine's own clock, as it stands: what a code of an authenticator app is held against, and what the record's time is made of.
/// </summary>
/// <param name="time">The clock.</param>
/// <param name="isTheMachines">Whether it is this machine's, so that its kernel can be asked about it; a test's own clock is not.</param>
public sealed class MachineClock(TimeProvider time, bool isTheMachines)
{
    /// <summary>What adjtimex answers where no time service keeps the clock (adjtimex(2): TIME_ERROR).</summary>
    private const int NotKept = 5;

    private const int BufferBytes = 512;
    private static readonly TimeSpan SameMoment = TimeSpan.FromMinutes(1);

    private readonly (TimeSpan Up, long Stamp) start = (isTheMachines ? Uptime() ?? TimeSpan.Zero : TimeSpan.Zero, time.GetTimestamp());

    public TimeProvider Time => time;

    public DateTimeOffset Now => time.GetUtcNow();

    /// <summary>How long the machine slept since the program began, which the steady clock does not count.</summary>
    public TimeSpan Slept =>
        isTheMachines && Uptime() is { } up && up - start.Up - time.GetElapsedTime(start.Stamp) is { Ticks: > 0 } slept
            ? slept
            : TimeSpan.Zero;

    /// <summary>
    /// Whether the kernel says that a time service keeps its clock, and tells the same time as this clock; false where that cannot be
    /// known.
    /// </summary>
    public bool IsKept
    {
        get
        {
            if (!isTheMachines || !OperatingSystem.IsLinux() || KernelTime() is not { } kernel || (kernel - Now).Duration() > SameMoment)
            {
                return false;
            }

            try
            {
                // A first field of zero asks and sets nothing.
                return AdjTimeX(new byte[BufferBytes]) is >= 0 and not NotKept;
            }
            catch (Exception fault) when (fault is DllNotFoundException or EntryPointNotFoundException)
            {
                return false;
            }
        }
    }

    /// <summary>The time by the kernel's own account: when it began, and for how long it has run (proc(5)).</summary>
    private static DateTimeOffset? KernelTime() =>
        Line("/proc/stat", "btime ") is { } began
        && long.TryParse(began, CultureInfo.InvariantCulture, out var seconds)
        && Uptime() is { } up
            ? DateTimeOffset.FromUnixTimeSeconds(seconds) + up
            : null;

    private static TimeSpan? Uptime() =>
        Line("/proc/uptime", "")?.Split(' ') is [var seconds, ..] && double.TryParse(seconds, CultureInfo.InvariantCulture, out var up)
            ? TimeSpan.FromSeconds(up)
            : null;

    private static string? Line(string file, string start)
    {
        try
        {
            return File.ReadLines(file).FirstOrDefault(line => line.StartsWith(start, StringComparison.Ordinal))?[start.Length..];
        }
        catch (Exception fault) when (fault is IOException or UnauthorizedAccessException)
        {
            return null;
        }
    }

    [DllImport("libc", EntryPoint = "adjtimex")]
    [DefaultDllImportSearchPaths(DllImportSearchPath.SafeDirectories)]
    private static extern int AdjTimeX(byte[] timex);
}
