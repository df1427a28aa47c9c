using OatPath.Core.Skin;

namespace OatPath.Core.Questionnaire;

/// <summary>Joins what was told on the phone with the answers of Meet.</summary>
public static class AnswersAtMeet
{
    /// <summary>
    /// The answers of Meet with what of the phone's makes the plan gentler: what is not settled yet counts at once, and only towards less.
    /// </summary>
    /// <param name="settled">Answers that somebody took over or left; they count no more.</param>
    /// <remarks>Derivation: the join by which an unpublished answer of Meet acts (<see cref="Intake.GentlerOf"/>).</remarks>
    public static Intake Gentler(Intake met, MeetAnswers told, IReadOnlySet<AnswerKey> settled)
    {
        bool Counts(MeetQuestion question, FlagKind? flag = null) => !settled.Contains(new(question, flag));
        return Intake.GentlerOf(
            met,
            met with
            {
                BirthDate = Counts(MeetQuestion.BirthDate) ? told.BirthDate ?? met.BirthDate : met.BirthDate,
                Sensitivity = Counts(MeetQuestion.Sensitivity) ? told.Sensitivity ?? met.Sensitivity : met.Sensitivity,
                Phototype = Counts(MeetQuestion.Phototype) ? told.Phototype ?? met.Phototype : met.Phototype,
                Allergies = Counts(MeetQuestion.Allergies) ? told.Allergies : [],
                Flags = [.. told.Flags.Where(flag => Counts(MeetScreens.QuestionOf(MeetGroups.Of(flag.Kind)), flag.Kind))],
                SweatOrWater = Counts(MeetQuestion.Habits) && told.Habits.Contains(Habit.SweatOrWater),
                HoursOutdoors = Counts(MeetQuestion.HoursOutdoors) ? told.HoursOutdoors ?? met.HoursOutdoors : met.HoursOutdoors,
            }
        );
    }

    /// <summary>The answers of Meet with some of the phone's taken over. Nothing that stands at Meet is taken away by that.</summary>
    public static Intake TakeOver(Intake met, MeetAnswers told, IReadOnlyCollection<AnswerKey> taken)
    {
        foreach (var key in taken)
        {
            met = One(met, told, key);
        }

        return met with { NoneOf = [.. met.NoneOf.Where(group => met.Flags.All(flag => MeetGroups.Of(flag.Kind) != group))] };
    }

    /// <summary>Whether pregnancy, medicines and sun were all asked.</summary>
    public static bool AskedForSafety(MeetAnswers told) =>
        told.Has(MeetQuestion.Medicines) && told.Has(MeetQuestion.Body) && told.Has(MeetQuestion.SunAndPlans);

    private static Intake One(Intake met, MeetAnswers told, AnswerKey key) =>
        key switch
        {
            { Flag: { } kind } when told.Flags.FirstOrDefault(flag => flag.Kind == kind) is { } flag => met with
            {
                Flags = [.. met.Flags.Where(other => other.Kind != kind).Append(flag)],
            },
            { Question: MeetQuestion.BirthDate } => met with { BirthDate = told.BirthDate ?? met.BirthDate },
            { Question: MeetQuestion.SkinType } => met with { SkinType = told.SkinType ?? met.SkinType },
            { Question: MeetQuestion.Sensitivity } => met with { Sensitivity = told.Sensitivity ?? met.Sensitivity },
            { Question: MeetQuestion.Phototype } => met with { Phototype = told.Phototype ?? met.Phototype },
            { Question: MeetQuestion.Concerns } => met with { Concerns = told.Concerns },
            { Question: MeetQuestion.Allergies } => met with { Allergies = [.. met.Allergies.Union(told.Allergies)] },
            { Question: MeetQuestion.Habits } => met with
            {
                WearsMakeUp = told.Habits.Contains(Habit.MakeUp),
                SweatOrWater = told.Habits.Contains(Habit.SweatOrWater),
                ChestToo = told.Habits.Contains(Habit.ChestToo),
            },
            { Question: MeetQuestion.HoursOutdoors } => met with { HoursOutdoors = told.HoursOutdoors ?? met.HoursOutdoors },
            { Question: MeetQuestion.Minutes } => met with { MinutesADay = told.Minutes ?? met.MinutesADay },
            { Question: MeetQuestion.Budget } => met with { BudgetAMonth = told.Budget ?? met.BudgetAMonth },
            { Question: MeetQuestion.History } => met with { History = Joined(met.History, told.History) },
            _ when MeetScreens.GroupOf(key.Question) is { } group && told.Flags.All(flag => MeetGroups.Of(flag.Kind) != group) => met with
            {
                NoneOf = [.. met.NoneOf.Append(group).Distinct()],
            },
            _ => met,
        };

    /// <summary>What the practitioner wrote stays, and what the client told stands behind it.</summary>
    private static string Joined(string met, string told) =>
        told.Length == 0 || met.Contains(told, StringComparison.Ordinal) ? met
        : met.Length == 0 ? told
        : (met + "\n" + told) is { Length: <= MostHistory } both ? both
        : met;

    /// <summary>Characters that the history of Meet holds; house default.</summary>
    public const int MostHistory = 4000;
}
