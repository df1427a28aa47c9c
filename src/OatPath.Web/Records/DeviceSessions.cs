using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Session;
using OatPath.Core.Skin;

namespace OatPath.Web.Records;

/// <summary>One session of a device as it is looked back on.</summary>
/// <param name="Half">The side that was treated; null for the whole face.</param>
/// <param name="Ways">Each way with its time and what was planned, in the order made.</param>
/// <param name="Faults">What went otherwise.</param>
/// <param name="Felt">The worst sting told; null where nobody asked.</param>
public sealed record DeviceSession(
    string Product,
    DateOnly Day,
    FaceSide? Half,
    string Time,
    string Planned,
    IReadOnlyList<(string Title, string Time, string Planned)> Ways,
    IReadOnlyList<string> Faults,
    int? Felt
);

/// <summary>Device sessions and comparisons of a client, the latest first.</summary>
public static class DeviceSessions
{
    private const int Most = 20;

    public static IReadOnlyList<DeviceSession> Of(ClientRecord record) =>
        [
            .. record
                .Sessions.Where(held => !held.Practice && held.Script.Device is not null)
                .OrderByDescending(held => held.HappenedAt)
                .Select(held => Read(record, held))
                .OfType<DeviceSession>()
                .Take(Most),
        ];

    /// <summary>What was compared, side against side, without what was taken back.</summary>
    public static IReadOnlyList<Compared> Comparisons(ClientRecord record)
    {
        return [.. record.Lived.OfType<Compared>().OrderByDescending(entry => entry.HappenedAt).Take(Most)];
    }

    /// <summary>"feels better on the treated side, looks the same, ...".</summary>
    public static string InWords(Compared compared)
    {
        string Say(string verb, BetterSide side) =>
            side == BetterSide.Same ? $"{verb} no different" : $"{verb} better on the {EnumName.Of(side)} side";
        return $"{Say("feels", compared.Feel)}; {Say("looks", compared.Look)}; {Say("to touch", compared.Touch)}";
    }

    private static DeviceSession? Read(ClientRecord record, SessionHeld held)
    {
        var reading = SessionReading.Of(held.Script, held.Events);
        if (reading.Last.Device is not { Began: true } device)
        {
            return null;
        }

        var ways = held
            .Script.Device!.Guide.Passes.SelectMany(pass => pass.Strokes.Select(stroke => (Pass: pass, Stroke: stroke)))
            .Zip(device.WayMilliseconds, (way, time) =>
                (
                    $"{way.Pass.Title}: {way.Stroke.Title.ToLowerInvariant()}",
                    Clock(time),
                    way.Stroke.Seconds > 0 ? Clock(way.Stroke.Seconds * 1000L) : ""
                )
            )
            .ToList();
        return new(
            record.ShownNameOf(held.Product),
            held.Day,
            held.Script.Device.Half,
            Clock(device.WayMilliseconds.Sum()),
            Clock(held.Script.Device.Guide.Seconds * 1000L),
            ways,
            SessionReading.Faults(held.Script, reading.Last),
            reading.Stings.Count == 0 ? null : reading.Last.WorstSting
        );
    }

    private static string Clock(long milliseconds) => $"{milliseconds / 60_000}:{milliseconds / 1000 % 60:00}";
}
