using System.Globalization;
using OatPath.Core.Fit;
using OatPath.Core.House;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Questionnaire;

/// <summary>
/// The answers of the phone one by one, for the practitioner: what each would change, and what speaks against it. Nothing is judged here;
/// it is laid side by side.
/// </summary>
public static class AnswerLines
{
    /// <param name="met">The answers of Meet as they stand, without the phone's.</param>
    public static IReadOnlyList<AnswerLine> Of(MeetAnswers told, Intake met, DateOnly today)
    {
        var products = told.Products.Select((product, place) => ReadProduct.Of(product, place)).ToList();
        var all = AnswersAtMeet.Gentler(met, told, new HashSet<AnswerKey>());
        return
        [
            .. Skin(told, met, today),
            .. Enum.GetValues<MeetGroup>().Where(group => told.Has(MeetScreens.QuestionOf(group))).SelectMany(group =>
                Group(group, told, met, products)
            ),
            .. Allergies(told, met, products),
            .. Days(told, met),
            .. products.Select(product => product.Line(all, today)),
            .. told.History.Length > 0
                ? [Line(MeetQuestion.History, "In the client's words", told.History, met.History, "", told.History != met.History)]
                : Array.Empty<AnswerLine>(),
        ];
    }

    private static IEnumerable<AnswerLine> Skin(MeetAnswers told, Intake met, DateOnly today)
    {
        if (told.BirthDate is { } born)
        {
            List<string> against = met.BirthDate is { } other && other != born ? ["Another day stands at Meet: ask."] : [];
            yield return Line(
                MeetQuestion.BirthDate,
                "Birth date",
                Date(born),
                met.BirthDate is { } stands ? Date(stands) : "",
                told.AgeOn(today) is < MeetScreens.OfAge ? "Under 18: no peel, needling or retinoid."
                    : met.BirthDate is null ? "Peel, needling and retinoid wait until it is known."
                    : "",
                born != met.BirthDate,
                against,
                isSafety: born > met.BirthDate
            );
        }

        if (told.SkinType is { } type)
        {
            yield return Line(MeetQuestion.SkinType, "Skin type", EnumName.Of(type), EnumName.Of(met.SkinType), "", type != met.SkinType);
        }

        if (told.Sensitivity is { } sensitivity)
        {
            var gentle = told.Flags.Where(flag => flag.Kind is FlagKind.Rosacea or FlagKind.SkinFlare or FlagKind.EczemaProneZone).ToList();
            yield return Line(
                MeetQuestion.Sensitivity,
                "Sensitivity",
                EnumName.Of(sensitivity),
                EnumName.Of(met.Sensitivity),
                sensitivity >= Sensitivity.Sensitive ? "Acids begin at 1 evening a week and are held 4 weeks." : "",
                sensitivity != met.Sensitivity,
                sensitivity == Sensitivity.Resilient && gentle.Count > 0
                    ? [$"Told beside it: {Words.Uncapital(FlagEffect.Of(gentle[0].Kind).Title)}."]
                    : [],
                isSafety: sensitivity > met.Sensitivity
            );
        }

        if (told.Phototype is { } phototype)
        {
            yield return Line(
                MeetQuestion.Phototype,
                "Phototype",
                $"{phototype}: {Words.Uncapital(QuestionWords.Of(phototype))}",
                met.Phototype.ToString(),
                phototype >= Phototype.IV ? "Marks easily: mandelic, lactic and azelaic before glycolic, tinted sunscreen." : "",
                phototype != met.Phototype,
                Math.Abs((int)phototype - (int)met.Phototype) > 1 ? [$"{met.Phototype} stands at Meet; look at the skin."] : [],
                isSafety: phototype > met.Phototype
            );
        }

        if (told.Has(MeetQuestion.Concerns))
        {
            yield return Line(
                MeetQuestion.Concerns,
                "Would like to change",
                Listed(told.Concerns.Select(ConcernWords.Of)),
                Listed(met.Concerns.Select(ConcernWords.Of)),
                "",
                !told.Concerns.Order().SequenceEqual(met.Concerns.Order())
            );
        }
    }

    private static IEnumerable<AnswerLine> Group(MeetGroup group, MeetAnswers told, Intake met, List<ReadProduct> products)
    {
        var question = MeetScreens.QuestionOf(group);
        var ticked = told.Flags.Where(flag => MeetGroups.Of(flag.Kind) == group).ToList();
        foreach (var flag in ticked)
        {
            var effect = FlagEffect.Of(flag.Kind);
            var stands = met.Flags.FirstOrDefault(other => other.Kind == flag.Kind);
            List<string> against = flag.Kind == FlagKind.NeverUsedAcid
                ? [.. products.Where(product => product.IsAcid).Select(product => $"{product.Name} is an acid, and is in use.")]
                : [];
            yield return new(
                new(question, flag.Kind),
                effect.Title,
                "yes" + Span(flag),
                stands is null ? "" : "yes" + Span(stands),
                effect.Effect,
                against,
                IsSafety: true,
                IsNew: flag != stands
            );
        }

        var untold = met
            .Flags.Where(flag => MeetGroups.Of(flag.Kind) == group && ticked.TrueForAll(other => other.Kind != flag.Kind))
            .ToList();
        List<string> doubts =
        [
            .. untold.Select(flag =>
                $"At Meet stands: {Words.Uncapital(FlagEffect.Of(flag.Kind).Title)}. It stays; untick it where it is over."
            ),
            .. group == MeetGroup.Medicines && ticked.Count == 0
                ? products.Where(product => product.IsMedicine).Select(product => $"{product.Name} reads as a medicine.")
                : [],
        ];
        if (ticked.Count == 0 || doubts.Count > 0)
        {
            yield return new(
                new(question),
                MeetGroups.TitleOf(group),
                ticked.Count == 0 ? "none of these" : "nothing else",
                met.NoneOf.Contains(group) ? "none of these" : "",
                "",
                doubts,
                IsSafety: false,
                IsNew: doubts.Count > 0 || !met.NoneOf.Contains(group),
                OnlyNoted: untold.Count > 0
            );
        }
    }

    private static IEnumerable<AnswerLine> Allergies(MeetAnswers told, Intake met, List<ReadProduct> products)
    {
        if (!told.Has(MeetQuestion.Allergies))
        {
            yield break;
        }

        var untold = met.Allergies.Except(told.Allergies).ToList();
        yield return Line(
            MeetQuestion.Allergies,
            "Allergies",
            Listed(told.Allergies.Select(AllergenTitle.Of)),
            Listed(met.Allergies.Select(AllergenTitle.Of)),
            told.Allergies.Count > 0 ? "Products and materials with them are left out." : "",
            told.Allergies.Except(met.Allergies).Any() || untold.Count > 0,
            [
                .. untold.Count > 0
                    ? [$"At Meet stands: {Listed(untold.Select(AllergenTitle.Of))}. It stays; untick it where it is not so."]
                    : Array.Empty<string>(),
                .. products
                    .Where(product => product.Contains.Intersect(told.Allergies).Any())
                    .Select(product => $"{product.Name} is in use and holds it."),
            ],
            isSafety: told.Allergies.Except(met.Allergies).Any()
        );
    }

    private static IEnumerable<AnswerLine> Days(MeetAnswers told, Intake met)
    {
        if (told.Has(MeetQuestion.Habits))
        {
            List<Habit> stands =
            [
                .. met.WearsMakeUp ? [Habit.MakeUp] : Array.Empty<Habit>(),
                .. met.SweatOrWater ? [Habit.SweatOrWater] : Array.Empty<Habit>(),
                .. met.ChestToo ? [Habit.ChestToo] : Array.Empty<Habit>(),
            ];
            yield return Line(
                MeetQuestion.Habits,
                "On most days",
                Listed(told.Habits.Select(In)),
                Listed(stands.Select(In)),
                told.Habits.Contains(Habit.SweatOrWater) ? "Sunscreen goes on once more." : "",
                !told.Habits.Order().SequenceEqual(stands.Order()),
                isSafety: told.Habits.Contains(Habit.SweatOrWater) && !met.SweatOrWater
            );
        }

        if (told.HoursOutdoors is { } hours)
        {
            yield return Line(
                MeetQuestion.HoursOutdoors,
                "Hours outdoors a day",
                Number(hours),
                Number(met.HoursOutdoors),
                "Sunscreen is put on again every 2 h.",
                Math.Abs(hours - met.HoursOutdoors) > double.Epsilon,
                isSafety: hours > met.HoursOutdoors
            );
        }

        if (told.Minutes is { } minutes)
        {
            yield return Line(
                MeetQuestion.Minutes,
                "Minutes a day",
                Number(minutes),
                Number(met.MinutesADay),
                "",
                minutes != met.MinutesADay
            );
        }

        if (told.Budget is { } budget)
        {
            yield return Line(
                MeetQuestion.Budget,
                "Budget a month",
                budget.ToString(CultureInfo.InvariantCulture),
                met.BudgetAMonth?.ToString(CultureInfo.InvariantCulture) ?? "",
                "",
                budget != met.BudgetAMonth
            );
        }
    }

    private static AnswerLine Line(
        MeetQuestion question,
        string title,
        string said,
        string now,
        string changes,
        bool isNew,
        IReadOnlyList<string>? against = null,
        bool isSafety = false
    ) => new(new(question), title, said, now, changes, against ?? [], isSafety && isNew, isNew);

    private static string In(Habit habit) =>
        habit switch
        {
            Habit.MakeUp => "make-up",
            Habit.SweatOrWater => "sport, swimming or sweaty work",
            _ => "chest cared for too",
        };

    private static string Span(Flag flag) =>
        (flag.From is { } from ? $", from {Words.Day(from)}" : "")
        + (flag.Until is { } until ? $", until {Words.Day(until)}" : "")
        + (flag.Zones.Count > 0 ? $", {string.Join(", ", flag.Zones.Select(FaceZones.TitleOf))}" : "");

    private static string Date(DateOnly day) => day.ToString("d MMMM yyyy", CultureInfo.InvariantCulture);

    private static string Number(double number) => number.ToString(CultureInfo.InvariantCulture);

    private static string Listed(IEnumerable<string> names) => names.ToList() is { Count: > 0 } all ? string.Join(", ", all) : "none";
}
