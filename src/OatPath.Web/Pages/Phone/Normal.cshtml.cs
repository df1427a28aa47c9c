using Microsoft.AspNetCore.Mvc;
using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.Course;
using OatPath.Core.House;
using OatPath.Core.Skin;
using OatPath.Core.Wording;
using OatPath.Store;
using OatPath.Web.Doors;
using OatPath.Web.Phone;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Phone;

/// <summary>"Is this normal?": what, where, how much; answered at once. A grave sign is one press.</summary>
public sealed class NormalModel(PhoneDoor door, RecordRoom room, ViewLog views, TimeProvider clock) : PhonePage(door, room, views, clock)
{
    protected override bool AnswersUnkept => true;

    public List<Problem> Problems { get; } = [];

    public string Key { get; private set; } = "";

    public AskSign? Sign { get; private set; }

    public IReadOnlyList<FaceZone> Zones { get; private set; } = [];

    public ContactNow Contact => ContactNow.At(Now, medical: false, View.Record.Rules, View.Record.Zone);

    public void OnGet() => Key = Guid.NewGuid().ToString("n");

    public IActionResult OnPost(string key, AskSign? sign, AskSign? grave, AskDegree? degree, FaceZone[]? zones, long? told)
    {
        Key = Guid.TryParseExact(key, "n", out _) ? key : Guid.NewGuid().ToString("n");
        Sign =
            grave is { } at && Enum.IsDefined(at) ? at
            : sign is { } known && Enum.IsDefined(known) ? known
            : null;
        Zones = [.. (zones ?? []).Where(Enum.IsDefined).Distinct()];
        if (Sign is not { } asked)
        {
            Problems.Add(new(Said.Of("What you see"), Said.Of("choose one")));
        }
        else if (!AskedSign.IsGrave(asked) && (degree is not { } given || !Enum.IsDefined(given)))
        {
            Problems.Add(new(Said.Of("How much"), Said.Of("choose a little, clearly or strongly")));
        }
        else
        {
            var (id, facts) = Facts(new(asked, AskedSign.IsGrave(asked) ? AskDegree.Clearly : degree!.Value, Zones), FirstTold(told));
            return KeepAndAnswer(id, Key, facts);
        }

        return Page();
    }

    /// <summary>The same form sent again is the same question; with another answer it is another.</summary>
    private (string Id, IReadOnlyList<Fact> Facts) Facts(AskedSign asked, DateTimeOffset first)
    {
        var sent = View.Record.Followed.Log.OfType<CheckedIn>().FirstOrDefault(entry => entry.Id == Key);
        if (sent is not null && asked == sent.Asked)
        {
            return (Key, []);
        }

        var entry = IsThisNormal.Entry(
            View.Record.Followed,
            asked,
            sent is null ? Key : Fact.NewId(),
            first,
            CareDay.Of(first, View.Record.Zone)
        ) with
        {
            RecordedAt = Now,
        };
        return (entry.Id, [Room.Make(Device.ClientId, FactKind.Log, (LogEntry)entry, Author.Client, entry.Id, happenedAt: first)]);
    }
}
