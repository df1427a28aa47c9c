using System.Globalization;
using OatPath.Core.Care;
using OatPath.Core.House;
using OatPath.Core.Skin;

namespace OatPath.Web.Pages.Walk;

/// <summary>One row of a clinician's sheet, or of a template: lengths before and after, as typed.</summary>
public sealed class RestrictionRow
{
    public RestrictionKind Kind { get; set; }
    public string? Before { get; set; }
    public string? After { get; set; }
    public LengthUnit Unit { get; set; } = LengthUnit.Days;

    public static List<RestrictionRow> For(IReadOnlyList<Restriction> before, IReadOnlyList<Restriction> after) =>
        [
            .. Enum.GetValues<RestrictionKind>()
                .Select(kind =>
                {
                    var (first, then) = (before.FirstOrDefault(rest => rest.Kind == kind), after.FirstOrDefault(rest => rest.Kind == kind));
                    return new RestrictionRow
                    {
                        Kind = kind,
                        Before = Text(first?.WholeDays),
                        After = Text(then?.Length),
                        Unit = then?.Unit ?? LengthUnit.Days,
                    };
                }),
        ];

    /// <summary>The rows as restrictions; what is wrong with one is named by its row.</summary>
    public static (IReadOnlyList<Restriction> Before, IReadOnlyList<Restriction> After) Read(
        IEnumerable<RestrictionRow> rows,
        List<Problem> problems
    )
    {
        var (before, after) = (new List<Restriction>(), new List<Restriction>());
        foreach (var row in rows.Where(row => Enum.IsDefined(row.Kind) && Enum.IsDefined(row.Unit)))
        {
            if (Length(row.Before, $"{Restrictions.TitleOf(row.Kind)}, before", problems) is { } first)
            {
                before.Add(new(row.Kind, first));
            }

            if (Length(row.After, $"{Restrictions.TitleOf(row.Kind)}, after", problems) is { } then)
            {
                after.Add(new(row.Kind, then, row.Unit));
            }
        }

        return (before, after);
    }

    private static int? Length(string? typed, string field, List<Problem> problems) =>
        Field.Read<int>(
            typed,
            text => Field.Whole(text) is { } length and <= 8760 ? length : null,
            field,
            "give a whole number, or leave it empty",
            problems
        );

    private static string? Text(int? number) => number?.ToString(CultureInfo.InvariantCulture);
}

/// <summary>The form of a treatment, booked or done; every field as typed, so that nothing is lost.</summary>
public sealed class TreatmentForm
{
    /// <summary>Id of a template: one that ships or one of the house.</summary>
    public string? Template { get; set; }
    public string? On { get; set; }

    /// <summary>Templates of what shares the sitting.</summary>
    public List<string> With { get; set; } = [];
    public string? At { get; set; }
    public string? DepthMm { get; set; }
    public string? Numbing { get; set; }
    public string? Products { get; set; }
    public string? Settings { get; set; }
    public string? Batch { get; set; }
    public string? By { get; set; }
    public string? Note { get; set; }
    public string? ClinicianWord { get; set; }
    public string? Despite { get; set; }
    public List<FaceZone> Zones { get; set; } = [];
    public string? SheetFrom { get; set; }
    public string? SheetWords { get; set; }
    public List<RestrictionRow> Sheet { get; set; } = [];

    /// <summary>Without rows that a browser only named.</summary>
    public TreatmentForm Whole()
    {
        Sheet.RemoveAll(row => row is null);
        With.RemoveAll(template => template is null);
        return this;
    }

    public static TreatmentForm Of(Treatment treatment) =>
        new()
        {
            Template = treatment.Template?.Id ?? EnumName.Of(treatment.Kind),
            On = treatment.On.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture),
            At = treatment.At?.ToString("HH:mm", CultureInfo.InvariantCulture),
            DepthMm = treatment.DepthMm?.ToString("0.##", CultureInfo.InvariantCulture),
            Numbing = treatment.NumbingMinutes?.ToString(CultureInfo.InvariantCulture),
            Products = treatment.Products,
            Settings = treatment.Settings,
            Batch = treatment.Batch,
            By = treatment.By,
            Note = treatment.Note,
            ClinicianWord = treatment.ClinicianWord,
            Despite = treatment.Despite,
            Zones = [.. treatment.Zones],
            SheetFrom = treatment.Sheet?.From,
            SheetWords = treatment.Sheet?.Words,
            Sheet = RestrictionRow.For(treatment.Sheet?.Before ?? [], treatment.Sheet?.After ?? []),
        };

    public bool HasSheet =>
        !string.IsNullOrWhiteSpace(SheetFrom)
        || !string.IsNullOrWhiteSpace(SheetWords)
        || Sheet.Exists(row => !string.IsNullOrWhiteSpace(row.Before) || !string.IsNullOrWhiteSpace(row.After));

    /// <summary>The treatment as typed, or what is wrong with it, each field with its remedy.</summary>
    /// <param name="house">The house's own templates.</param>
    /// <param name="before">The treatment that is changed, or null for a new one.</param>
    public (Treatment? Treatment, IReadOnlyList<Problem> Problems) Read(
        IReadOnlyList<CareTemplate> house,
        DateOnly today,
        Treatment? before
    )
    {
        var problems = new List<Problem>();
        var own = house.FirstOrDefault(template => template.Id == Template)
            ?? (before?.Template is { } kept && kept.Id == Template ? kept : null);
        if (own is null && EnumName.Find<TreatmentKind>(Template ?? "") is null)
        {
            problems.Add(new("What", "choose a treatment of the list"));
        }

        var on = Field.Day(On) ?? default;
        if (on < today.AddDays(-400) || on > today.AddYears(2))
        {
            problems.Add(new("Day", "give a date from 400 days ago to 2 years ahead"));
        }

        var at = Field.Read(At, Field.Time, "Time", "give hours and minutes, such as 14:30, or leave it empty", problems);

        var (sheetBefore, sheetAfter) = RestrictionRow.Read(Sheet, problems);
        var depth = Decimal(DepthMm, problems);
        var numbing = Minutes(Numbing, problems);
        if (problems.Count > 0)
        {
            return (null, problems);
        }

        var kind = own?.Kind ?? EnumName.Find<TreatmentKind>(Template!)!.Value;
        var treatment = (
            before
            ?? new Treatment
            {
                Id = "",
                Kind = kind,
                On = on,
            }
        ) with
        {
            Kind = kind,
            On = on,
            At = at,
            Template = own,
            DepthMm = kind.IsNeedling() ? depth : null,
            NumbingMinutes = numbing,
            Products = Trimmed(Products),
            Settings = Trimmed(Settings),
            Batch = Trimmed(Batch),
            By = Trimmed(By),
            Note = Trimmed(Note),
            ClinicianWord = Trimmed(ClinicianWord),
            Despite = Trimmed(Despite),
            Zones = [.. Zones.Where(Enum.IsDefined).Distinct()],
            Sheet = HasSheet ? new(Trimmed(SheetFrom), Trimmed(SheetWords), sheetBefore, sheetAfter) : null,
            Peel = kind.IsPeel() && on <= today ? before?.Peel : null,
        };
        problems.AddRange(Core.Case.TreatmentCheck.Check(treatment, today));
        return (treatment, problems);
    }

    private static string Trimmed(string? text) => (text ?? "").Trim();

    private static decimal? Decimal(string? typed, List<Problem> problems) =>
        Field.Read(typed, text => Field.Number(text), "Depth", "give millimetres, such as 0.5, or leave it empty", problems);

    private static int? Minutes(string? typed, List<Problem> problems) =>
        Field.Read(typed, Field.Whole, "Numbing", "give minutes, such as 45, or leave it empty", problems);
}
