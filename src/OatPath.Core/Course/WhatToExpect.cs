using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Peel;
using OatPath.Core.Shelf;
using OatPath.Core.Wording;

namespace OatPath.Core.Course;

/// <summary>One day of the course of a treatment, or of a peel at home.</summary>
/// <param name="Title">The treatment or the kit, in words.</param>
/// <param name="On">Its day.</param>
/// <param name="Day">Days since then.</param>
/// <param name="Last">The last day of the course.</param>
/// <param name="Line">What is usual; null after the course, while something still rests.</param>
/// <param name="All">The whole course, day by day.</param>
public sealed record CourseDay(
    string Title,
    DateOnly On,
    int Day,
    int Last,
    CourseLine? Line,
    IReadOnlyList<CourseLine> All,
    IReadOnlyList<string> Aftercare,
    string Result
)
{
    /// <summary>What is never part of a course.</summary>
    /// <remarks>Source: the outcome table.</remarks>
    public static string Report =>
        Said.Of(
            "Tell us at once: weals, swelling of eyes or lips, blisters, cloudy weeping or pus, fever, hot redness that spreads, a cold "
                + "sore, "
                + "skin gone white or grey, a new dark patch, or pain that grows."
        );
}

/// <summary>What is usual today, day by day after treatments and peels.</summary>
/// <remarks>Source: trade convention; the words are the house's template.</remarks>
public static class WhatToExpect
{
    /// <summary>Everything in whose course a day lies, the latest first.</summary>
    public static IReadOnlyList<CourseDay> On(CaseFile file, DateOnly day)
    {
        var facts = new KnownFacts(file);
        return [.. Treatments(facts, day).Concat(Peels(facts, day)).OrderByDescending(course => course.On)];
    }

    /// <summary>The whole course of a treatment, for a sheet on paper.</summary>
    public static IReadOnlyList<CourseLine> Of(Treatment treatment) => InWords(TreatmentTimes.Of(treatment).Template.Course);

    private static IReadOnlyList<CourseLine> InWords(IReadOnlyList<CourseLine> course) =>
        Language.Current.IsEnglish ? course : [.. course.Select(line => line with { Words = Said.Of(line.Words), Do = Said.Of(line.Do) })];

    private static IEnumerable<CourseDay> Treatments(KnownFacts facts, DateOnly day)
    {
        foreach (var treatment in facts.File.Treatments.Where(treatment => treatment.On <= day))
        {
            var times = TreatmentTimes.Of(treatment);
            var since = day.DayNumber - treatment.On.DayNumber;
            var last = Math.Max(times.Template.Course.Select(line => line.UntilDay).DefaultIfEmpty().Max(), times.AfterDays);
            if (since <= last)
            {
                var course = InWords(times.Template.Course);
                IReadOnlyList<string> sheet = treatment.Sheet is { Words.Length: > 0 } words
                    ? [Said.Of($"{words.From} says: {words.Words}")]
                    : [];
                yield return new(
                    Said.Of(times.Title),
                    treatment.On,
                    since,
                    last,
                    course.FirstOrDefault(line => line.Covers(since)),
                    course,
                    [.. sheet, .. Said.Each(times.Template.Aftercare)],
                    Said.Of(times.Template.Result)
                );
            }
        }
    }

    private static IEnumerable<CourseDay> Peels(KnownFacts facts, DateOnly day)
    {
        foreach (var (product, on) in facts.HomePeels.Where(peel => peel.Day <= day))
        {
            if (facts.File.Shelf.First(item => item.Product.Id == product).Product is var kit && KitClass.Of(kit) is not { } strength)
            {
                continue;
            }

            var course = InWords(strength.Strength == KitStrength.Weak ? CareTemplates.LightPeel : CareTemplates.StrongPeel);
            var (since, last) = (day.DayNumber - on.DayNumber, KitTimes.Of(strength.Strength).CourseDays);
            if (since <= last)
            {
                yield return new(
                    facts.NameOf(product),
                    on,
                    since,
                    last,
                    course.FirstOrDefault(line => line.Covers(since)),
                    course,
                    Said.Each(CareTemplates.Of(TreatmentKind.SuperficialPeel).Aftercare),
                    Said.Of(CareTemplates.Of(TreatmentKind.SuperficialPeel).Result)
                );
            }
        }
    }
}
