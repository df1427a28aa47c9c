using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Questionnaire;
using OatPath.Store;
using OatPath.Web.Drawing;
using OatPath.Web.Wording;

namespace OatPath.Web.Records;

/// <summary>Derives the Desk's rows of one client from the path as the client follows it.</summary>
public static class DeskRows
{
    /// <summary>Begins a note by which a colleague takes a row.</summary>
    public const string Taken = "taken:";

    /// <summary>A week is looked back over, and a week and a half ahead.</summary>
    public const int DaysBefore = 6;
    private const int Days = 16;

    /// <summary>
    /// Every open row, most urgent first; for a client without a published plan only what was answered on the phone.
    /// </summary>
    public static IReadOnlyList<DeskRow> Of(ClientRecord record) =>
        record.ToldAhead.Count == 0
            ? Asked(record)
            :
            [
                .. Asked(record)
                    .Concat(record.ToldAhead.Select(told => Answers(record, told.Told, told.Lines)))
                    .OrderBy(row => row.Urgency),
            ];

    private static IReadOnlyList<DeskRow> Asked(ClientRecord record)
    {
        if (record.Published is null)
        {
            return [];
        }

        var path = PathOf(record);
        var notes = record.Live(FactKind.Note).Select(fact => (Fact: fact, Words: fact.Body.Trim('"'))).ToList();
        var seen = notes.Select(note => note.Words).ToHashSet();
        return
        [
            .. path
                .Questions.Select(question =>
                    Row(record, path, question, notes.FindLast(note => note.Words == Taken + DeskRow.KeyOf(question)).Fact)
                )
                .Where(row => !row.IsOnlyRead || !seen.Contains(row.Key)),
        ];
    }

    /// <summary>The one path that everything of the Desk and the Clients page is read from.</summary>
    public static CarePath PathOf(ClientRecord record) => record.ClientPath(DaysBefore, Days);

    private static DeskRow Row(ClientRecord record, CarePath path, Question question, Store.Fact? taken)
    {
        var ladder = path.Ladders.FirstOrDefault(ladder => ladder.Product == question.Product);
        var asksFirst =
            question.Kind == QuestionKind.StepUp
            && ladder is not null
            && StepAdvices.Of(ladder, record.PublishedRules) == StepAdvice.AskFirst;
        return new(
            record.Client.Id,
            record.Client.Name,
            record.Client.Phone,
            record.Client.Version,
            question.Kind,
            DeskRow.KeyOf(question),
            question.Since,
            SubOf(record, question),
            ReasonOf(record, path, question),
            question.Product,
            question.Rung,
            asksFirst,
            asksFirst ? ChanceWords.Doubt(ladder!, record.PublishedRules) ?? "" : "",
            TakenBy(record, taken),
            taken?.Id ?? ""
        );
    }

    private static DeskRow Answers(ClientRecord record, ToldAnswers told, IReadOnlyList<AnswerLine> lines)
    {
        var key = $"{QuestionKind.AnswersCame}:{told.Id}";
        var taken = record.Live(FactKind.Note).LastOrDefault(fact => fact.Body.Trim('"') == Taken + key);
        var acts = lines.Where(line => line is { IsSafety: true, IsNew: true }).Select(line => Words.Uncapital(line.Title)).ToList();
        var against = lines.Count(line => line.Against.Count > 0);
        return new(
            record.Client.Id,
            record.Client.Name,
            record.Client.Phone,
            record.Client.Version,
            QuestionKind.AnswersCame,
            key,
            CareDay.Of(told.At, record.Zone),
            $"told on the phone, {record.Local(told.At)}",
            lines.All(line => !line.IsNew)
                ? "All of it is as it stands at Meet."
                : (acts.Count > 0 ? $"Acts already, towards gentler: {Words.List(acts)}." : "Nothing of it changes a plan by itself.")
                    + (against > 0 ? $" Something speaks against {Words.Count(against, "answer")}: look at both." : ""),
            null,
            null,
            false,
            "",
            TakenBy(record, taken),
            taken?.Id ?? ""
        );
    }

    private static string TakenBy(ClientRecord record, Store.Fact? taken) =>
        taken is null ? "" : $"{taken.RecordedBy}, {record.Local(taken.RecordedAt, "ddd HH:mm")}";

    private static string SubOf(ClientRecord record, Question question) =>
        question.Product is { } id && record.ShownProduct(id) is { } product ? $"{product.Name}, {ProductWords.InBrief(product)}" : "";

    private static string ReasonOf(ClientRecord record, CarePath path, Question question)
    {
        var report = path.Reports.FirstOrDefault(report => report.Id == question.Report);
        switch (question.Kind)
        {
            case QuestionKind.EasedOff
                when report is not null && path.Ladders.FirstOrDefault(ladder => ladder.Product == question.Product) is { } ladder:
                return $"Sting {report.Sting} on {Words.Day(report.Day)}, reported {record.Local(report.HappenedAt, "HH:mm")}. Ease off: "
                    + $"{record.ShownNameOf(question.Product)} rests until {Words.Day(ladder.OffUntil ?? record.Today)}, then "
                    + $"{ladder.HowOften}.";
            case QuestionKind.MedicalHelp when report is not null:
                return $"{Words.Say(question.Because)} Reported {record.Local(report.HappenedAt, "ddd HH:mm")}. The client was told to "
                    + $"get medical help; everything is off.";
            case QuestionKind.ClearRed when report is not null:
                return $"{Words.Say(question.Because)} Reported {record.Local(report.HappenedAt, "ddd HH:mm")}. Repair only, until "
                    + $"you clear it.";
            default:
                return Words.Say(question.Because);
        }
    }
}
