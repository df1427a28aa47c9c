using System.Diagnostics.CodeAnalysis;
using System.Globalization;
using OatPath.Core.Care;
using OatPath.Core.House;
using OatPath.Core.Shelf;
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

    /// <summary>The acids of a blend, "mandelic 20 + pyruvic 10".</summary>
    public string? Acids { get; set; }

    public bool IsEmpty =>
        string.IsNullOrWhiteSpace(What)
        && string.IsNullOrWhiteSpace(Acids)
        && string.IsNullOrWhiteSpace(Percent)
        && string.IsNullOrWhiteSpace(Ph)
        && string.IsNullOrWhiteSpace(On)
        && string.IsNullOrWhiteSpace(Off);
}

/// <summary>The form of a peel done in the salon.</summary>
public sealed class SalonPeelForm
{
    public TreatmentKind Kind { get; set; } = TreatmentKind.SuperficialPeel;
    public DateOnly? On { get; set; }
    public string? By { get; set; }
    public string? Off { get; set; }

    [AllowNull]
    public List<SalonLayerRow> Layers
    {
        get;
        set => field = value ?? [];
    } = [];

    [AllowNull]
    public List<FaceZone> Zones
    {
        get;
        set => field = value ?? [];
    } = [];

    /// <summary>Without rows that a browser only named.</summary>
    public SalonPeelForm Whole()
    {
        Layers.RemoveAll(row => row is null);
        return this;
    }

    /// <summary>The treatment as typed, or what is wrong with it; times are minutes and seconds since the first touch.</summary>
    public (Treatment Treatment, IReadOnlyList<Problem> Problems) Read(DateOnly today)
    {
        var problems = new List<Problem>();
        var layers = new List<SalonLayer>();
        foreach (var (row, i) in Layers.Select((row, i) => (row, i)).Where(pair => !pair.row.IsEmpty))
        {
            var on = Seconds(row.On, i == 0 ? 0 : null, $"Layer {i + 1}, on at", problems);
            layers.Add(
                new(
                    (row.What ?? "").Trim(),
                    Number(row.Percent, $"Layer {i + 1}, percent", problems),
                    Number(row.Ph, $"Layer {i + 1}, pH", problems),
                    on ?? 0,
                    Seconds(row.Off, null, $"Layer {i + 1}, off at", problems, optional: true)
                )
                {
                    Acids = Blend(row.Acids, $"Layer {i + 1}, acids of a blend", problems),
                }
            );
        }

        if (On is not { } day || day > today || day < today.AddDays(-400))
        {
            problems.Add(new("Day", "give the day it was done, today or earlier"));
        }

        if (!Kind.IsPeel())
        {
            problems.Add(new("Depth", "choose superficial or medium"));
        }

        var peel = new SalonPeel(
            layers,
            Seconds(Off, null, "All off at", problems, optional: true),
            [.. Zones.Where(Enum.IsDefined).Distinct()],
            (By ?? "").Trim()
        );
        if (problems.Count == 0)
        {
            problems.AddRange(SalonPeel.Check(peel));
        }

        return (
            new Treatment
            {
                Id = "",
                Kind = Kind,
                On = On ?? today,
                Peel = peel,
            },
            problems
        );
    }

    /// <summary>"7:00", minutes alone, or "6 h".</summary>
    internal static int? Seconds(string? text, int? otherwise, string field, List<Problem> problems, bool optional = false)
    {
        var typed = (text ?? "").Trim();
        if (typed.Length == 0)
        {
            if (!optional && otherwise is null)
            {
                problems.Add(new(field, "give minutes and seconds since the first touch, such as 4:00, or hours such as 6 h"));
            }

            return otherwise;
        }

        if (typed.EndsWith('h') && Field.Whole(typed[..^1]) is { } hours and <= 24)
        {
            return hours * 3600;
        }

        var parts = typed.Split(':');
        if (
            parts.Length <= 2
            && Field.Whole(parts[0]) is { } minutes and <= 600
            && (parts.Length == 1 ? 0 : Field.Whole(parts[1])) is { } seconds and < 60
        )
        {
            return (minutes * 60) + seconds;
        }

        problems.Add(new(field, "give minutes and seconds since the first touch, such as 4:00, or hours such as 6 h"));
        return otherwise;
    }

    /// <summary>Acids by name, each with its percent where it is known.</summary>
    private static List<Active> Blend(string? text, string field, List<Problem> problems)
    {
        var acids = new List<Active>();
        foreach (var part in (text ?? "").Split(['+', ';'], StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries))
        {
            var words = part.TrimEnd('%', ' ');
            var at = words.LastIndexOf(' ');
            var typed = at > 0 && char.IsAsciiDigit(words[at + 1]) ? words[(at + 1)..] : "";
            var name = words[..^typed.Length].Trim();
            var named = Enum.GetValues<Substance>()
                .Where(one =>
                    string.Equals(EnumName.Of(one), name, StringComparison.OrdinalIgnoreCase)
                    || string.Equals(SubstanceTraits.Of(one).Title, name, StringComparison.OrdinalIgnoreCase)
                )
                .ToList();
            if (named.Count > 0)
            {
                acids.Add(new(named[0], typed.Length == 0 ? null : Number(typed, field, problems)));
            }
            else
            {
                problems.Add(new(field, $"\"{name}\" is no substance of the list; write such as mandelic 20 + lactic 10"));
            }
        }

        return acids;
    }

    private static decimal? Number(string? text, string field, List<Problem> problems) =>
        Field.Read(text, number => Field.Number(number), field, "give a number, or leave it empty where it is not known", problems);
}
