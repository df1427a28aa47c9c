namespace OatPath.Core.Care;

/// <summary>What one treatment asks for: its template over its kind's own lengths, and a clinician's sheet over both.</summary>
/// <remarks>Source: trade convention, strictest end; the clinician's sheet wins.</remarks>
public sealed class TreatmentTimes
{
    /// <summary>Days without another peel after two layers of high strength over each other.</summary>
    /// <remarks>Source: trade convention.</remarks>
    private const int StackedDays = 180;

    private static readonly Dictionary<TreatmentKind, TreatmentTimes> Usual = Enum.GetValues<TreatmentKind>()
        .ToDictionary(kind => kind, kind => new TreatmentTimes(kind, CareTemplates.Of(kind), null, 0));

    private readonly int leastHomePeel;
    private readonly Restriction[] before;
    private readonly Restriction[] after;

    private TreatmentTimes(TreatmentKind kind, CareTemplate template, ClinicianSheet? sheet, int leastHomePeel, bool atHome = false)
    {
        var ships = CareTemplates.Of(kind);
        Template = template;
        before = atHome ? [] : Strictest(ships.Before, template.Before, sheet?.Before ?? [], kind);
        after = Strictest(ships.After, template.After, sheet?.After ?? [], kind);
        (BeforeDays, AfterDays, SunDays) = (
            Days(before, RestrictionKind.Irritants),
            Days(after, RestrictionKind.Irritants),
            Days(after, RestrictionKind.Sun)
        );
        CourseDays = template.CourseDays;
        this.leastHomePeel = leastHomePeel;
        HomePeelDays = Math.Max(leastHomePeel, Math.Max(ships.HomePeelDays, template.HomePeelDays));
    }

    public CareTemplate Template { get; }
    public string Title => Template.Title;
    public IReadOnlyList<Restriction> Before => before;
    public IReadOnlyList<Restriction> After => after;

    /// <summary>Days irritants stop before, and stay off after.</summary>
    public int BeforeDays { get; }
    public int AfterDays { get; }

    /// <summary>Until when tightness and flaking are expected; 0 where none is.</summary>
    public int CourseDays { get; }

    /// <summary>Days after it with SPF 50 and no sun.</summary>
    public int SunDays { get; }

    /// <summary>Days after it without a peel at home: a salon peel's own interval, else the later of irritants and sun.</summary>
    public int HomePeelDays { get; }

    /// <summary>
    /// Days until the same may be done again, longer after layers of high strength over each other; null where a clinician says.
    /// </summary>
    public int? AgainDays => leastHomePeel > 0 ? Math.Max(leastHomePeel, Template.AgainDays ?? 0) : Template.AgainDays;

    /// <summary>Days after it that an occasion is kept clear of: its course, and as long as only gentle care is allowed.</summary>
    public int QuietDays => Math.Max(CourseDays, AfterDays);

    /// <summary>The times of a treatment as it was done or is booked.</summary>
    public static TreatmentTimes Of(Treatment treatment)
    {
        var kind = treatment.Counts;
        var stacked = treatment.Peel is { Stacked: true };
        return treatment.Template is null && treatment.Sheet is null && !stacked
            ? Usual[kind]
            : new(
                kind,
                treatment.Template is { } own && own.Kind == kind ? own : CareTemplates.Of(kind),
                treatment.Sheet,
                stacked ? StackedDays : 0,
                treatment.AtHome
            );
    }

    public static TreatmentTimes Of(TreatmentKind kind) => Usual[kind];

    /// <summary>The shortest a house may set for a restriction of a kind.</summary>
    /// <remarks>Sport after a light peel: a choice between 24 and 48 h, trade convention.</remarks>
    public static Restriction Least(TreatmentKind kind, Restriction ships) =>
        kind == TreatmentKind.SuperficialPeel && ships is { Kind: RestrictionKind.Sport, Unit: LengthUnit.Hours }
            ? ships with
            {
                Length = 24,
            }
            : ships;

    private static int Days(Restriction[] restrictions, RestrictionKind kind) =>
        Array.Find(restrictions, restriction => restriction.Kind == kind)?.WholeDays ?? 0;

    private static Restriction[] Strictest(
        IReadOnlyList<Restriction> ships,
        IReadOnlyList<Restriction> own,
        IReadOnlyList<Restriction> sheet,
        TreatmentKind kind
    )
    {
        var kinds = ships.Concat(own).Concat(sheet).Select(restriction => restriction.Kind).Distinct().Order();
        return
        [
            .. kinds.Select(one =>
                sheet.FirstOrDefault(restriction => restriction.Kind == one)
                ?? (ships == own ? ships : [.. ships.Select(restriction => Least(kind, restriction)), .. own])
                    .Where(restriction => restriction.Kind == one)
                    .MaxBy(restriction => restriction.Hours)!
            ),
        ];
    }
}
