using OatPath.Core.Plan;
using OatPath.Store;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Walk;

/// <summary>What happened so far: reports, uses week by week, publications, and who read the record.</summary>
public sealed class LookBackModel(RecordRoom room, Publications publications, ViewLog views) : WalkPage(room)
{
    public override string Station => "Look back";

    public CarePath Path { get; private set; } = null!;

    public IReadOnlyList<Publication> Published { get; private set; } = [];

    public IReadOnlyList<(string Person, string Page, DateTimeOffset At)> Reads { get; private set; } = [];

    public void OnGet()
    {
        Path = Record.ClientPath(56, 57);
        Published = publications.Of(Id);
        Reads = [.. views.Reads(Id).Take(12)];
    }
}
