using OatPath.Core.House;
using OatPath.Core.Plan;

namespace OatPath.Web.Records;

/// <summary>One client who needs the practitioner: why, and the one thing to do.</summary>
public sealed record DeskLine(ClientRecord Record, Question Question, CarePath Path, string Sub, string Reason)
{
    private const int DaysBefore = 4;
    private const int Days = 14;

    public string Key => $"{Question.Kind}:{Question.Product}:{Question.Since:yyyy-MM-dd}";

    public LadderStatus? Ladder => Path.Ladders.FirstOrDefault(ladder => ladder.Product == Question.Product);

    /// <summary>A step up with a strong reaction rather likely: the client is asked before the yes.</summary>
    public bool AsksFirst => Question.Kind == QuestionKind.StepUp && Ladder is { } ladder && StepAdvices.Of(ladder, Record.PublishedRules) == StepAdvice.AskFirst;

    public bool IsCall => Question.Kind is QuestionKind.MedicalHelp or QuestionKind.ClearRed;

    /// <summary>The most urgent unanswered question of a path as the client follows it, or null when they walk on their own.</summary>
    public static DeskLine? Of(ClientRecord record)
    {
        if (record.Published is null)
        {
            return null;
        }

        var path = record.ClientPath(DaysBefore, Days);
        var seen = record.Facts.Where(fact => fact.Kind == "note").Select(fact => fact.Body.Trim('"')).ToHashSet();
        var question = path.Questions.FirstOrDefault(question => !IsOnlyRead(question.Kind) || !seen.Contains($"{question.Kind}:{question.Product}:{question.Since:yyyy-MM-dd}"));
        return question is null ? null : new DeskLine(record, question, path, SubOf(record, question), ReasonOf(record, path, question));
    }

    /// <summary>Lines that ask for nothing but to be read.</summary>
    public static bool IsOnlyRead(QuestionKind kind) => kind is QuestionKind.EasedOff or QuestionKind.SessionFaults or QuestionKind.UsedElse or QuestionKind.Overuse or QuestionKind.SunscreenSkipped;

    private static string SubOf(ClientRecord record, Question question) =>
        question.Product is { } id && record.Product(id) is { } product ? $"{product.Name}, {ProductWords.InBrief(product)}" : "";

    private static string ReasonOf(ClientRecord record, CarePath path, Question question)
    {
        var report = path.Reports.FirstOrDefault(report => report.Id == question.Report);
        switch (question.Kind)
        {
            case QuestionKind.EasedOff when report is not null && path.Ladders.FirstOrDefault(ladder => ladder.Product == question.Product) is { } ladder:
                return $"Sting {report.Sting} on {Words.Day(report.Day)}, reported {record.Local(report.HappenedAt, "HH:mm")}. Ease off: {record.NameOf(question.Product)} rests until {Words.Day(ladder.OffUntil ?? record.Today)}, then {ladder.Frequency.InWords()}.";
            case QuestionKind.MedicalHelp when report is not null:
                return $"{Words.Say(question.Because)} Reported {record.Local(report.HappenedAt, "ddd HH:mm")}. The client was told to get medical help; everything is off.";
            case QuestionKind.ClearRed when report is not null:
                return $"{Words.Say(question.Because)} Reported {record.Local(report.HappenedAt, "ddd HH:mm")}. Repair only, until you clear it.";
            default:
                return Words.Say(question.Because);
        }
    }
}
