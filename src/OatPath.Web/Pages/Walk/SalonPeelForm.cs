using System.Globalization;
using OatPath.Core.Care;
using OatPath.Core.House;
using OatPath.Core.Skin;

namespace OatPath.Web.Pages.Walk;

/// <summary>One row of the form: a layer as typed.</summary>
public sealed class SalonLayerRow
{
    public string? What { get; set; }
    public string? Percent { get; set; }
    public string? Ph { get; set; }
    public string? On { get; set; }
    public string? Off { get; set; }

    public bool IsEmpty => string.IsNullOrWhiteSpace(What) && string.IsNullOrWhiteSpace(Percent) && string.IsNullOrWhiteSpace(Ph) && string.IsNullOrWhiteSpace(On) && string.IsNullOrWhiteSpace(Off);
}

/// <summary>The form of a peel done in the salon.</summary>
public sealed class SalonPeelForm
{
    public TreatmentKind Kind { get; set; } = TreatmentKind.SuperficialPeel;
    public DateOnly? On { get; set; }
    public string? By { get; set; }
    public string? Off { get; set; }
    public List<SalonLayerRow> Layers { get; set; } = [];
    public List<FaceZone> Zones { get; set; } = [];

    /// <summary>The treatment as typed, or what is wrong with it; times are minutes and seconds since the first touch.</summary>
    public (Treatment Treatment, IReadOnlyList<Problem> Problems) Read(DateOnly today)
    {
        var problems = new List<Problem>();
        var layers = new List<SalonLayer>();
        foreach (var (row, i) in Layers.Select((row, i) => (row, i)).Where(pair => !pair.row.IsEmpty))
        {
            var on = Seconds(row.On, i == 0 ? 0 : null, $"Layer {i + 1}, on at", problems);
            layers.Add(new((row.What ?? "").Trim(), Number(row.Percent, $"Layer {i + 1}, percent", problems), Number(row.Ph, $"Layer {i + 1}, pH", problems), on ?? 0, Seconds(row.Off, null, $"Layer {i + 1}, off at", problems, optional: true)));
        }

        if (On is not { } day || day > today || day < today.AddDays(-400))
        {
            problems.Add(new("Day", "give the day it was done, today or earlier"));
        }

        if (!Kind.IsPeel())
        {
            problems.Add(new("Depth", "choose superficial or medium"));
        }

        var peel = new SalonPeel(layers, Seconds(Off, null, "All off at", problems, optional: true), [.. Zones.Where(Enum.IsDefined).Distinct()], (By ?? "").Trim());
        if (problems.Count == 0)
        {
            problems.AddRange(SalonPeel.Check(peel));
        }

        return (new Treatment { Id = "", Kind = Kind, On = On ?? today, Peel = peel }, problems);
    }

    /// <summary>"7:00", or minutes alone.</summary>
    private static int? Seconds(string? text, int? otherwise, string field, List<Problem> problems, bool optional = false)
    {
        var typed = (text ?? "").Trim();
        if (typed.Length == 0)
        {
            if (!optional && otherwise is null)
            {
                problems.Add(new(field, "give minutes and seconds since the first touch, such as 4:00"));
            }

            return otherwise;
        }

        var parts = typed.Split(':');
        if (parts.Length <= 2 && int.TryParse(parts[0], NumberStyles.None, CultureInfo.InvariantCulture, out var minutes) && minutes <= 600
            && (parts.Length == 1 || (int.TryParse(parts[1], NumberStyles.None, CultureInfo.InvariantCulture, out var seconds) && seconds < 60)))
        {
            return (minutes * 60) + (parts.Length == 1 ? 0 : int.Parse(parts[1], CultureInfo.InvariantCulture));
        }

        problems.Add(new(field, "give minutes and seconds since the first touch, such as 4:00"));
        return otherwise;
    }

    private static decimal? Number(string? text, string field, List<Problem> problems)
    {
        if (string.IsNullOrWhiteSpace(text))
        {
            return null;
        }

        if (decimal.TryParse(text.Trim().Replace(',', '.'), NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var number))
        {
            return number;
        }

        problems.Add(new(field, "give a number, or leave it empty where it is not known"));
        return null;
    }
}
