using OatPath.Core.House;
using OatPath.Core.Session;
using OatPath.Core.Skin;
using OatPath.Core.Wording;
using OatPath.Store;
using OatPath.Web.Records;

namespace OatPath.Web.Phone;

/// <summary>Whom to call until a moment, in milliseconds since 1970.</summary>
public sealed record NumberUntil(long Until, string Title, string Number, string Note);

/// <summary>Everything a guide needs once it is loaded, so that it needs no network after.</summary>
/// <param name="Grant">The signed grant; null where staff practise and nothing is sent.</param>
/// <param name="Back">Where the guide leads when it is over.</param>
/// <param name="Listens">Whether it listens to a device that tells of itself: in practice, and where the stand-in device ships with demo
/// data.</param>
/// <param name="Settings">Settings of a device in words, by what they are called in the script.</param>
/// <param name="Numbers">Who is called when, for the night ahead.</param>
public sealed record GuideData(
    string Id,
    string? Grant,
    bool Practice,
    string Back,
    SessionScript Script,
    string? Run,
    IReadOnlyList<SessionEvent> Events,
    IReadOnlyDictionary<string, string> Zones,
    IReadOnlyDictionary<string, string> Settings,
    IReadOnlyList<NumberUntil> Numbers,
    string Emergency,
    bool Listens
)
{
    private const int HoursAhead = 26;

    public static GuideData Of(
        SessionGrant grant,
        SessionProgress progress,
        string? signature,
        ClientRecord record,
        DateTimeOffset now,
        bool demo = false
    ) =>
        new(
            grant.Id,
            signature,
            grant.Practice,
            BackOf(grant),
            grant.Script,
            progress.Run,
            progress.Events,
            FaceZones.OnMap.Union(PlannedIn(grant.Script)).ToDictionary(EnumName.Of, FaceZones.TitleOf),
            SettingsOf(grant.Script),
            [.. NumbersOf(record, now)],
            record.Rules.Contacts.Emergency,
            grant.Script.Device is not null && (grant.Practice || demo)
        );

    private static IEnumerable<FaceZone> PlannedIn(SessionScript script) =>
        script.Groups.SelectMany(group => group.Zones).Select(step => step.Zone);

    private static Dictionary<string, string> SettingsOf(SessionScript script) =>
        (script.Device?.Guide.Passes.SelectMany(pass => pass.Strokes) ?? [])
            .Where(stroke => stroke.Setting is not null)
            .DistinctBy(stroke => stroke.Setting)
            .ToDictionary(stroke => stroke.Setting!, stroke => stroke.SetTo!);

    private static string BackOf(SessionGrant grant) =>
        (grant.DeviceId, grant.Script.Device) switch
        {
            (null, null) => $"/clients/{grant.ClientId}/peel",
            (null, _) => $"/clients/{grant.ClientId}/routine",
            (_, null) => "/my/peel",
            _ => $"/my/device/{grant.Product}",
        };

    private static IEnumerable<NumberUntil> NumbersOf(ClientRecord record, DateTimeOffset now)
    {
        NumberUntil? last = null;
        for (var minutes = 0; minutes <= HoursAhead * 60; minutes += 15)
        {
            var at = now.AddMinutes(minutes);
            var contact = ContactNow.At(at, false, record.Rules, record.Zone);
            var note = contact.NextOpening is { } opens
                ? Said.Of($"The studio may not read this before {record.Local(opens, "dddd HH:mm")}.")
                : Said.Of("The studio is open now, but may not read this at once. To reach a person, call.");
            var next = new NumberUntil(
                at.AddMinutes(15).ToUnixTimeMilliseconds(),
                contact.Kind == ContactKind.Studio ? Said.Of("Studio") : Said.Of("Out of hours"),
                contact.Number,
                note
            );
            if (last is not null && (last.Number, last.Note) != (next.Number, next.Note))
            {
                yield return last;
            }

            last = next;
        }

        yield return last!;
    }
}
