using OatPath.Core.Case;
using OatPath.Core.Fit;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Walk;

/// <summary>What a client looks for in a shop, on paper.</summary>
public sealed class LookForModel(RecordRoom room) : WalkPage(room)
{
    public override string Station => "Shelf";

    public IReadOnlyList<LookFor> List { get; private set; } = [];

    public void OnGet() =>
        List = LookFor.For(
            Record.Draft.Shelf.Where(item => item.State == ShelfState.InUse).Select(item => item.Product),
            Record.Draft.Intake
        );
}
