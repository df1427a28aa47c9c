using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Planner;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;
using OatPath.Core.Wording;

namespace OatPath.Core.Course;

/// <summary>An answer in the client's words.</summary>
/// <param name="Verdict">"Yes, it belongs to day 3."</param>
/// <param name="Why">What decided it, a sentence.</param>
/// <param name="Do">What to do, a sentence.</param>
public sealed record NormalAnswer(Outcome Outcome, string Verdict, string Why, string Do, CourseDay? Course);

/// <summary>Answers "is this normal?" by the outcome table and the course of what was done. Never a diagnosis.</summary>
/// <remarks>Source: the outcome table and the course of the template; every judgement is the planner's own.</remarks>
public static class IsThisNormal
{
    /// <summary>What is written down of a question, before it is judged.</summary>
    /// <param name="file">The case as followed by the client.</param>
    public static CheckedIn Entry(CaseFile file, AskedSign asked, string id, DateTimeOffset at, DateOnly day)
    {
        var courses = WhatToExpect.On(file, day);
        var usual = SignTable.Of(asked.Sign).Course is { } sign && courses.Any(course => course.Line?.Usual.Contains(sign) == true);
        return new()
        {
            Id = id,
            HappenedAt = at,
            By = Author.Client,
            Day = day,
            Asked = asked,
            Report = asked.AsReport(!UsedLately(file, at) && (courses.Count == 0 || courses.Any(course => course.Day >= 1)), usual),
        };
    }

    /// <summary>Judges an entry as the plan does.</summary>
    public static NormalAnswer Of(CaseFile file, HouseRules rules, CheckedIn entry)
    {
        var asked = entry.Asked ?? throw new ArgumentException("Only an entry made from a question can be answered.", nameof(entry));
        var with = file with
        {
            Log = [.. file.Log.Where(other => other.Id != entry.Id), entry],
            AsOf = file.AsOf > entry.HappenedAt ? file.AsOf : entry.HappenedAt,
        };
        var outcome = PathPlanner.Plan(with, rules, days: 1).Reports.FirstOrDefault(report => report.Id == entry.Id)?.Outcome
            ?? Outcome.Stop;
        var courses = WhatToExpect.On(file, entry.Day);
        var row = SignTable.Of(asked.Sign);
        var sign = row.Course;
        var course = courses.FirstOrDefault(course => sign is { } known && course.Line?.Usual.Contains(known) == true)
            ?? (courses.Count > 0 ? courses[0] : null);
        var what = Said.Of(row.Asked);
        var belongs = sign is { } usual && course?.Line?.Usual.Contains(usual) == true;
        return outcome switch
        {
            Outcome.CarryOn when belongs => new(
                outcome,
                Said.Of($"Yes, it belongs to day {course!.Day}."),
                Where(asked, course),
                course.Line!.Do,
                course
            ),
            Outcome.CarryOn => new(
                outcome,
                Said.Of("It is nothing to worry about now."),
                Said.Of(
                    $"A little of it ({what}) is no sign of harm by "
                        + $"itself{(course is null ? "" : Said.Of($", though it is not what day {course.Day} usually brings"))}."
                ),
                Said.Of("Go on gently. Ask again if it grows, or if it is still there tomorrow."),
                course
            ),
            Outcome.EaseOff => new(
                outcome,
                Said.Of("Not quite. Ease off."),
                $"{House.Words.Capital(what)}, {Words(asked.Degree)}: "
                    + (
                        course is null
                            ? Said.Of("no treatment explains it.")
                            : Said.Of($"that is more than day {course.Day} usually brings.")
                    ),
                Said.Of("Gentle cleanser, plain moisturiser and sunscreen only; your studio sees it."),
                course
            ),
            Outcome.Stop => new(
                outcome,
                Said.Of("No. Stop, and call your studio."),
                Said.Of($"{House.Words.Capital(what)} is not part of any course."),
                Said.Of("Nothing but plain care from now on, until your studio says so."),
                course
            ),
            _ => new(
                outcome,
                Said.Of("No. Get medical help now."),
                Said.Of($"{House.Words.Capital(what)} needs somebody who can look at it now."),
                Said.Of("Stop everything on the skin and call the number below."),
                course
            ),
        };
    }

    /// <summary>Whether something that irritates was used in the last 24 h, which redness then comes from.</summary>
    private static bool UsedLately(CaseFile file, DateTimeOffset at)
    {
        var irritants = file
            .Shelf.Where(item => item.Product.IsRaised() || item.Product.Irritancy() != Degree.No)
            .Select(item => item.Product.Id)
            .ToHashSet();
        return LiveLog
            .Read(file)
            .OfType<Applied>()
            .Any(use => irritants.Contains(use.Product) && use.HappenedAt <= at && at - use.HappenedAt < TimeSpan.FromHours(24));
    }

    private static string Where(AskedSign asked, CourseDay course)
    {
        var flakes = course.Line!.Flakes;
        var here = asked.Zones.SelectMany(FaceZones.Covered).ToList();
        if (asked.Sign != AskSign.Flaking || flakes.Count == 0 || here.Count == 0)
        {
            return Said.Of($"Day {course.Day} after the {course.Title}: {course.Line.Words}");
        }

        return here.Any(flakes.Contains)
            ? Said.Of($"Day {course.Day} after the {course.Title}: flakes are usual there today.")
            : Said.Of(
                $"Day {course.Day} after the {course.Title}: flakes are usual today, mostly "
                    + $"{House.Words.List([.. flakes.Take(3).Select(FaceZones.TitleOf)])}; elsewhere they may come sooner or later."
            );
    }

    private static string Words(AskDegree degree) =>
        degree switch
        {
            AskDegree.Little => Said.Of("a little"),
            AskDegree.Clearly => Said.Of("clearly there"),
            _ => "strongly",
        };
}
