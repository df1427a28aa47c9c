using OatPath.Core.Care;
using OatPath.Core.House;
using OatPath.Core.Skin;

namespace OatPath.Core.Case;

/// <summary>All facts about one client that planning needs, as known at <see cref="AsOf"/>. No name is needed.</summary>
public sealed record CaseFile
{
    public const string FormatName = "oatpath/case";

    public required string Format { get; init; }

    [Between(1, 1)]
    public required int Version { get; init; }

    /// <summary>The only "now" there is: facts written down later are not known yet.</summary>
    public required DateTimeOffset AsOf { get; init; }

    /// <summary>IANA name of the studio's time zone.</summary>
    public required string Zone { get; init; }

    public string Reference { get; init; } = "";
    public Intake Intake { get; init; } = new();
    public IReadOnlyList<ShelfItem> Shelf { get; init; } = [];
    public IReadOnlyList<Decision> Decisions { get; init; } = [];
    public IReadOnlyList<LogEntry> Log { get; init; } = [];
    public IReadOnlyList<Treatment> Treatments { get; init; } = [];
    public IReadOnlyList<Occasion> Occasions { get; init; } = [];

    /// <summary>
    /// The case as a client's phone follows it: what is only asked for by kind and has no bottle is not started. The practitioner's plan
    /// shows when it could begin.
    /// </summary>
    public CaseFile OnThePhone()
    {
        var unbound = Shelf.Where(item => item.Product.IsUnbound).Select(item => item.Product.Id).ToHashSet();
        return Decisions.Any(decision => decision is StartActive start && unbound.Contains(start.Product))
            ? this with
            {
                Decisions = [.. Decisions.Where(decision => decision is not StartActive start || !unbound.Contains(start.Product))],
            }
            : this;
    }
}
