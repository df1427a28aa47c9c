using OatPath.Core.Case;
using OatPath.Core.Fit;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Peel;
using OatPath.Core.Plan;
using OatPath.Core.Planner.Days;
using OatPath.Core.Planner.KeptOff;
using OatPath.Core.Shelf;
using OatPath.Core.Wording;

namespace OatPath.Core.Planner;

/// <summary>Questions from what was told in the last days that was not planned.</summary>
internal static class ToldQuestions
{
    public static IEnumerable<Question> Of(KnownFacts facts, PlanRun run)
    {
        var since = facts.Today.AddDays(-Overuse.ToldDays);
        foreach (
            var (product, report) in facts
                .Told.Where(told => told.Report.Day >= since)
                .DistinctBy(told => (told.Product.Id, told.Report.Day))
        )
        {
            yield return new(QuestionKind.UsedElse, null, report.Day, ToldUse.Say(product, report), Report: report.Id);
        }

        foreach (
            var answers in facts.Screened.Where(answers =>
                answers.Yes.Count > 0
                && (
                    answers.Day >= since
                    || answers.Yes.Any(question =>
                        question is DayQuestion.NewMedicine or DayQuestion.Pregnant or DayQuestion.Current or DayQuestion.Light
                    )
                )
            )
        )
        {
            var asked = DayQuestionWords.Of(answers.Yes[0]);
            yield return new(
                QuestionKind.Screened,
                null,
                answers.Day,
                Because.Of(
                    RuleBook.PeelScreened,
                    ("product", facts.NameOf(answers.Product)),
                    ("on", answers.Day),
                    ("question", Said.Later(() => string.Join(" ", answers.Yes.Select(question => DayQuestionWords.Of(question).Text)))),
                    ("changes", answers.Note.Length > 0 ? $"Said: {answers.Note}" : asked.Changes)
                ),
                Report: answers.Id
            );
        }

        foreach (
            var found in facts
                .Log.OfType<BottleFound>()
                .GroupBy(found => found.Product)
                .Select(all => all.MaxBy(found => found.HappenedAt)!)
        )
        {
            if (
                facts.InUse.Find(product => product.Id == found.Product && product.IsUnbound) is { } asked
                && FoundLabel.Read(asked, found.Label, found.Id, facts.File.Intake, facts.Today).Found is { } label
            )
            {
                yield return new(
                    QuestionKind.BottleFound,
                    asked.Id,
                    facts.DayOf(found.HappenedAt),
                    Because.Of(
                        RuleBook.BottleFound,
                        ("product", asked),
                        ("bottle", label.Offer.Bottle.Name),
                        ("answer", label.InWords())
                    ),
                    Report: found.Id
                );
            }
        }

        foreach (var question in SessionQuestions.Of(facts))
        {
            yield return question;
        }

        foreach (var soon in run.TooSoon.Found)
        {
            yield return new(
                QuestionKind.TooSoon,
                soon.Product.Id,
                soon.Day,
                soon.Because,
                Report: facts.Told.FirstOrDefault(told => told.Product.Id == soon.Product.Id && told.Report.Day == soon.Day).Report?.Id
            );
        }

        foreach (var (kit, day) in facts.HomePeels.Where(peel => peel.Day >= since))
        {
            if (
                facts.File.Shelf.First(item => item.Product.Id == kit).Product is var bottle
                && KitClass.Of(bottle) is { Strength: KitStrength.Weak or KitStrength.Strong } kitClass
                && KitLimits.Of(kitClass.Strength) is var limit
                && facts.ContactOf(kit, day) is { } stayed
                && stayed > limit
            )
            {
                yield return new(
                    QuestionKind.KitTooLong,
                    kit,
                    day,
                    Because.Of(
                        RuleBook.KitTooLong,
                        ("product", bottle.Name),
                        ("time", Said.Later(() => Words.Duration(stayed))),
                        ("on", day),
                        ("limit", Said.Later(() => Words.Duration(limit))),
                        (
                            "class",
                            Said.Later(() => kitClass.Strength == KitStrength.Weak ? Said.Of("a strong kit") : Said.Of("a medium peel"))
                        )
                    )
                );
            }
        }

        foreach (var over in run.Overuse.Found.GroupBy(over => over.Product).Select(group => group.Last()))
        {
            yield return new(QuestionKind.Overuse, over.Product, over.Day, over.Because);
        }

        foreach (var track in run.Standing.Tracks)
        {
            if (track.Doubt is { } doubt && track.Stopped is null)
            {
                yield return new(QuestionKind.StartDoubted, track.Product.Id, track.Start!.On, doubt);
            }
        }

        foreach (var track in run.Standing.Tracks)
        {
            if (track.Start is not null && run.SunscreenAsked.Of(track, facts.Today) is { } leftOut)
            {
                yield return new(QuestionKind.SunscreenSkipped, null, facts.Sunscreen.In7(facts.Today).First(), leftOut.Because);
                break;
            }
        }
    }
}
