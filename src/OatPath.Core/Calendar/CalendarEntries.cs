using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Plan;
using OatPath.Core.Ramp;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;
using OatPath.Core.Wording;

namespace OatPath.Core.Calendar;

/// <summary>One entry of a client's calendar.</summary>
/// <param name="Uid">The same for the same thing in every file; says nothing about it.</param>
/// <param name="On">Calendar day at the studio.</param>
/// <param name="At">Wall-clock time at the studio; null for the whole day.</param>
/// <param name="Title">Neutral, unless the client allows what it is about.</param>
/// <param name="Details">What it is about; empty where titles are neutral.</param>
public sealed record CalendarEntry(string Uid, DateOnly On, TimeOnly? At, string Title, string Details);

/// <summary>
/// What of a path belongs in the client's calendar: peel evenings, treatments, what stops and returns, check-ins, readings of patch tests.
/// </summary>
/// <remarks>Source: house default. Titles name nothing of health by default, because a calendar is read over shoulders.</remarks>
public static class CalendarEntries
{
    private static string SeePage => Said.Of("What it is about stands on your own page.");

    /// <param name="path">As the client follows it.</param>
    /// <param name="named">Whether titles may say what they are about.</param>
    /// <returns>By day, nothing before today.</returns>
    public static IReadOnlyList<CalendarEntry> Of(CaseFile file, CarePath path, bool named)
    {
        var nameOf = file.Shelf.ToDictionary(item => item.Product.Id, item => item.Product.Name);
        var found = new List<(string Key, DateOnly On, TimeOnly? At, string Neutral, string Named, string Details)>();
        found.AddRange(Treatments(file, path));
        found.AddRange(Windows(path, nameOf));
        found.AddRange(Evenings(file, path, nameOf));
        found.AddRange(CheckIns(file, path));
        found.AddRange(Looks(file));
        var ahead = found.Where(entry => entry.On >= path.Today).OrderBy(entry => entry.Key, StringComparer.Ordinal);
        var entries = named
            ? ahead.Select(entry => new CalendarEntry(Uid(entry.Key), entry.On, entry.At, entry.Named, entry.Details))
            // What reads alike without its name stands there once.
            : ahead
                .DistinctBy(entry => (entry.On, entry.At, entry.Neutral))
                .Select(entry => new CalendarEntry(Uid(entry.Key), entry.On, entry.At, entry.Neutral, SeePage));
        return
        [
            .. entries
                .DistinctBy(entry => entry.Uid)
                .OrderBy(entry => entry.On)
                .ThenBy(entry => entry.At)
                .ThenBy(entry => entry.Title, StringComparer.Ordinal),
        ];
    }

    private static IEnumerable<(string, DateOnly, TimeOnly?, string, string, string)> Treatments(CaseFile file, CarePath path)
    {
        foreach (var sitting in Sittings.Of(file.Treatments))
        {
            var stands = sitting.Parts.Any(part => path.Questions.Any(question => question.IsAgainst(part.Id)));
            yield return (
                $"treatment {sitting.Id}",
                sitting.On,
                sitting.At,
                stands ? Said.Of("Studio, to be confirmed") : Said.Of("Studio"),
                Said.Of($"{Words.Capital(sitting.Title)} at the studio{(stands ? Said.Of(", to be confirmed") : "")}"),
                string.Join(" ", sitting.Preparation)
            );
        }
    }

    private static IEnumerable<(string, DateOnly, TimeOnly?, string, string, string)> Windows(
        CarePath path,
        Dictionary<string, string> nameOf
    )
    {
        foreach (var window in path.Windows)
        {
            var key = string.Create(
                CultureInfo.InvariantCulture,
                $"{window.Kind} {window.Restriction} {window.Product} {window.Because.Values.GetValueOrDefault("on")} "
                    + $"{window.From:yyyyMMdd} {window.Until:yyyyMMdd}"
            );
            var details = Words.Say(window.Because);
            if (window.Kind == WindowKind.PeelStops)
            {
                var products = window.Because.Values["products"];
                yield return (
                    $"last {key}",
                    window.From.AddDays(-1),
                    null,
                    Said.Of("Skin plan: a last evening"),
                    Said.Of($"Last evening of {products} before the peel"),
                    details
                );
                yield return (
                    $"back {key}",
                    window.Until!.Value.AddDays(1),
                    null,
                    Said.Of("Skin plan: something is back"),
                    Said.Of($"{products} may come back"),
                    details
                );
            }
            else if (window.Restriction is { } kind && window.Because.Rule == RuleBook.TreatmentBefore)
            {
                yield return (
                    $"last {key}",
                    window.From.AddDays(-1),
                    null,
                    Said.Of("Skin plan: a last day"),
                    Said.Of($"Last day: {Restrictions.TitleOf(kind)}"),
                    details
                );
            }
            else if (window.Restriction is { } rests)
            {
                var timed = window is { EndsAt: not null, EndsOn: not null };
                yield return (
                    $"back {key}",
                    timed ? window.EndsOn!.Value : window.Until!.Value.AddDays(1),
                    window.EndsAt,
                    Said.Of("Skin plan: something is back"),
                    Said.Of($"Allowed again: {Restrictions.TitleOf(rests).ToLowerInvariant()}"),
                    details
                );
            }
            else if (window is { Kind: WindowKind.EaseOff, Product: { } product, Until: { } until })
            {
                yield return (
                    $"back {key}",
                    until.AddDays(1),
                    null,
                    Said.Of("Skin plan: something is back"),
                    Said.Of($"{nameOf.GetValueOrDefault(product, product)} is back, gentler"),
                    details
                );
            }
        }
    }

    private static IEnumerable<(string, DateOnly, TimeOnly?, string, string, string)> Evenings(
        CaseFile file,
        CarePath path,
        Dictionary<string, string> nameOf
    )
    {
        var kits = file.Shelf.Where(item => item.Product.IsKit()).Select(item => item.Product.Id).ToHashSet();
        foreach (var day in path.Days)
        {
            // What is done on most evenings is no date to keep free.
            string NameOf(Step step) => nameOf.GetValueOrDefault(step.Product!, step.Product!);
            var takes = day
                .Evening.Steps.Where(step => step.TakesItsTime() && !IsOften(step) && !step.InFacial)
                .Select(NameOf)
                .ToList();
            if (day.Evening.Facial is { Count: > 0 } facial)
            {
                takes.Insert(0, Said.Of($"home facial with {Words.List([.. facial.Select(NameOf)])}"));
            }

            if (takes.Count > 0)
            {
                yield return (
                    $"time {day.Date:yyyyMMdd}",
                    day.Date,
                    null,
                    Said.Of("Skin plan: an evening with time"),
                    Said.Of($"This evening: {Words.List(takes)}"),
                    Said.Of("It takes some minutes more than other evenings. Your page has its order and times.")
                );
            }

            foreach (var step in day.Evening.Steps.Where(step => step.Product is not null))
            {
                var name = nameOf.GetValueOrDefault(step.Product!, step.Product!);
                if (step.Action == StepAction.Apply && kits.Contains(step.Product!))
                {
                    yield return (
                        $"peel {step.Product} {day.Date:yyyyMMdd}",
                        day.Date,
                        null,
                        Said.Of("Skin plan: an evening with time"),
                        Said.Of($"Peel evening: {name}"),
                        Said.Of("Take half an hour. The guide on your page goes through it with you.")
                    );
                }
                else if (step.Action == StepAction.ReadPatch)
                {
                    yield return (
                        $"patch {step.Product} {day.Date:yyyyMMdd}",
                        day.Date,
                        null,
                        Said.Of("Skin plan: look at something"),
                        Said.Of($"Look at the patch test of {name}"),
                        SeePage
                    );
                }
            }
        }
    }

    private static bool IsOften(Step step) => step.Frequency is > Frequency.ThreeAWeek && step.EveryDays is null;

    private static IEnumerable<(string, DateOnly, TimeOnly?, string, string, string)> CheckIns(CaseFile file, CarePath path)
    {
        (string, DateOnly, TimeOnly?, string, string, string) Asked(string source, string title, DateOnly on, int day) =>
            (
                $"check-in {source} {on:yyyyMMdd} {day}",
                on.AddDays(day),
                null,
                Said.Of("Skin plan: say how it is"),
                Said.Of($"Day {day} after the {title}: say how the skin is"),
                Said.Of("It takes a minute on your page, and tells at once whether it is usual.")
            );
        var sittings = Sittings.Of(file.Treatments).ToDictionary(sitting => sitting.Id);
        foreach (var due in path.CheckIns.Where(due => due.State is CheckInState.Ahead or CheckInState.Due))
        {
            yield return Asked(due.Source, sittings.GetValueOrDefault(due.Source)?.Title ?? due.Title, due.On, due.Day);
        }

        foreach (var sitting in Sittings.Of(file.Treatments.Where(treatment => treatment.On > path.Today)))
        {
            foreach (var day in sitting.CheckIns)
            {
                yield return Asked(sitting.Id, sitting.Title, sitting.On, day);
            }
        }
    }

    private static IEnumerable<(string, DateOnly, TimeOnly?, string, string, string)> Looks(CaseFile file) =>
        HonestWait
            .Of(file)
            .Select(wait =>
                (
                    $"look {wait.Concern} {wait.Sitting?.Id}",
                    wait.From,
                    (TimeOnly?)null,
                    Said.Of("Skin plan: look at something"),
                    Said.Of($"Look again at {wait.InWords}"),
                    Said.Of("From today on it can be judged. Before, using more would not have made it faster.")
                )
            );

    private static string Uid(string key) => $"{Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(key)))[..24]}@oat-path";
}
