using OatPath.Core.Path;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Walk;

/// <summary>Says what the path already knows about peels: what stands in the way, and which products wait for a session.</summary>
public sealed class PeelModel(RecordRoom room) : WalkPage(room)
{
    public override string Station => "Peel";

    public IReadOnlyList<FlagEffect> InTheWay { get; private set; } = [];

    public IReadOnlyList<Product> Kits { get; private set; } = [];

    public IReadOnlyList<Product> Stops { get; private set; } = [];

    public void OnGet()
    {
        InTheWay = [.. Record.Draft.Intake.Flags.Where(flag => flag.Covers(Record.Today)).Select(flag => FlagEffect.Of(flag.Kind)).Where(effect => effect.Effect.Contains("peel", StringComparison.OrdinalIgnoreCase)).Distinct()];
        Kits = [.. Record.Draft.Shelf.Select(item => item.Product).Where(product => product.Kind is ProductKind.WashOffPeel or ProductKind.Neutraliser or ProductKind.PhPrep)];
        Stops = [.. Record.Draft.Shelf.Where(item => item.State == ShelfState.InUse).Select(item => item.Product).Where(product => product.Families().Any(family => FamilyTraits.Of(family).StopsBeforePeel))];
    }
}
