using System.Globalization;
using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Peel;
using OatPath.Core.Questionnaire;
using OatPath.Core.Screening;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;
using OatPath.Web.Pages.Phone;

namespace OatPath.Web.Tests.Wording;

/// <summary>The sentences that stand in tables, where they are plain English, and are said where they are shown.</summary>
internal static class SentencesInTables
{
    /// <summary>What tells of danger, and what to do about it.</summary>
    public static IEnumerable<string> OfSafety() =>
        SignTable
            .Rows.SelectMany(row => new[] { row.Title, row.Asked })
            .Concat(
                DayQuestionWords
                    .All.Concat(DayQuestionWords.AtTheSink)
                    .SelectMany(asked => new[] { asked.Text, asked.Means, asked.Changes })
            )
            .Concat(PeelConsent.Lines)
            .Concat(RecordConsent.English)
            .Concat(FlagQuestions.All.SelectMany(row => new[] { row.Words, row.From ?? "" }))
            .Concat(RuleBook.All.Where(rule => RuleBook.IsHardLimit(rule.Id)).Select(rule => rule.Template));

    public static IEnumerable<string> All() =>
        OfSafety()
            .Concat(RuleBook.All.Select(rule => rule.Template))
            .Concat(Enum.GetValues<ProductKind>().Select(kind => KindTraits.Of(kind).Title))
            .Concat(Enum.GetValues<Substance>().Select(substance => SubstanceTraits.Of(substance).Title))
            .Concat(Enum.GetValues<Concern>().Select(ConcernWords.Of))
            .Concat(FaceZones.OnMap.Select(FaceZones.TitleOf))
            .Concat(Enum.GetValues<FaceZone>().Select(FaceZones.TitleOf))
            .Concat(CareTemplates.All.SelectMany(Of))
            .Concat(CareTemplates.LightPeel.Concat(CareTemplates.StrongPeel).SelectMany(line => new[] { line.Words, line.Do }))
            .Concat(Enum.GetValues<AmountUnit>().Select(Amount.NounOf).SelectMany(noun => new[] { noun.One, noun.Other }))
            .Concat(["level 1", "level 2", "level 3", "warm", "cold", "negative", "positive", "first programme", "second programme"])
            .Append(Preparations.Tell)
            .Concat(ReportModel.Lengths.Select(length => length.Word))
            .Concat(Skipped.Usual)
            .Concat(QuestionWords.All.SelectMany(row => new[] { row.Text, row.Hint }))
            .Concat(Enum.GetValues<SkinType>().Select(QuestionWords.Of))
            .Concat(Enum.GetValues<Sensitivity>().Select(QuestionWords.Of))
            .Concat(Enum.GetValues<Phototype>().Select(QuestionWords.Of))
            .Concat(Enum.GetValues<Habit>().Select(QuestionWords.Of))
            .Concat(QuestionWords.Outdoors.Select(offer => offer.Words))
            .Concat(Enum.GetValues<Allergen>().Select(AllergenTitle.Of))
            .Concat(DateTimeFormatInfo.InvariantInfo.DayNames)
            .Concat(DateTimeFormatInfo.InvariantInfo.AbbreviatedDayNames)
            .Concat(DateTimeFormatInfo.InvariantInfo.MonthNames)
            .Concat(DateTimeFormatInfo.InvariantInfo.AbbreviatedMonthNames)
            .Where(sentence => sentence.Length > 0);

    private static IEnumerable<string> Of(CareTemplate template) =>
        template
            .Course.SelectMany(line => new[] { line.Words, line.Do })
            .Concat(template.Aftercare)
            .Concat(template.Preparation)
            .Append(template.Result)
            .Append(template.Title);
}
