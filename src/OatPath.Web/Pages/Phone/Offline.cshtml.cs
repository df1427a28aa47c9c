using System.Text.Json;
using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.Formats;
using OatPath.Store;
using OatPath.Web.Doors;
using OatPath.Web.Phone;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Phone;

/// <summary>All that a phone keeps of the plan, on one page: the half days to come, what stops, whom to call.</summary>
public sealed class OfflineModel(PhoneDoor door, RecordRoom room, ViewLog views, TimeProvider clock) : PhonePage(door, room, views, clock)
{
    protected override bool IsLookedAt => false;

    public IReadOnlyList<KeptHalf> Halves => [.. KeptHalf.Of(View.Path, View.Record.Zone, DaysShown)];

    public int LimitDays => View.Record.PublishedRules.OfflineDays;

    /// <summary>What the phone judges by, and the sting told last.</summary>
    public string Table
    {
        get
        {
            var table = PhoneTable.Current;
            return JsonSerializer.Serialize(
                new
                {
                    table.MedicalPain,
                    table.StopSting,
                    table.StrongSting,
                    table.HourSeconds,
                    table.MostPink,
                    table.Signs,
                    table.Asked,
                    PreviousSting = View.Record.Followed.Log.OfType<CheckedIn>().LastOrDefault()?.Report.Sting,
                },
                CaseJson.Compact
            );
        }
    }

    public void OnGet() { }
}
