using System.Globalization;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Skin;

namespace OatPath.Web.Pages.Walk;

/// <summary>Reads the Meet form into an intake; what cannot be read becomes a problem that names its field.</summary>
public static class IntakeForm
{
    public static Intake Read(IFormCollection form, DateOnly today, List<Problem> problems)
    {
        var intake = new Intake
        {
            BirthDate = Date(form, "birthDate", "Birth date", problems),
            SkinType = One(form, "skinType", SkinType.Normal),
            Sensitivity = One(form, "sensitivity", Sensitivity.Average),
            Phototype = One(form, "phototype", Phototype.III),
            Concerns = Many<Concern>(form, "concern"),
            Allergies = Many<Allergen>(form, "allergy"),
            Flags = [.. Many<FlagKind>(form, "flag").Select(kind => ReadFlag(form, kind, problems))],
            NoneOf = Many<MeetGroup>(form, "none"),
            WearsMakeUp = form.ContainsKey("wearsMakeUp"),
            HoursOutdoors = (double)(Number(form, "hoursOutdoors", "Hours outdoors", problems) ?? 1),
            SweatOrWater = form.ContainsKey("sweatOrWater"),
            ChestToo = form.ContainsKey("chestToo"),
            MinutesADay = (int)(Number(form, "minutesADay", "Minutes a day", problems) ?? 15),
            BudgetAMonth = Number(form, "budgetAMonth", "Budget a month", problems),
            History = form["history"].ToString().Trim(),
            SafetyAskedOn = today,
        };
        foreach (var group in intake.NoneOf.Where(group => intake.Flags.Any(flag => MeetGroups.Of(flag.Kind) == group)))
        {
            problems.Add(new(MeetGroups.TitleOf(group), "\"none of these\" is ticked and something else as well; untick one of them"));
        }

        var found = new List<Problem>();
        CaseCheck.CheckIntake(found, intake, today);
        problems.AddRange(found.Select(problem => problem with { Field = Name(problem.Field, intake) }));
        return intake;
    }

    private static string Name(string field, Intake intake)
    {
        var open = field.IndexOf('[', StringComparison.Ordinal);
        if (open > 0 && int.TryParse(field.AsSpan(open + 1, field.IndexOf(']', StringComparison.Ordinal) - open - 1), out var index))
        {
            return FlagEffect.Of(intake.Flags[index].Kind).Title;
        }

        return field switch
        {
            "intake.birthDate" => "Birth date",
            "intake.hoursOutdoors" => "Hours outdoors",
            "intake.minutesADay" => "Minutes a day",
            "intake.budgetAMonth" => "Budget a month",
            "intake.history" => "History",
            _ => field,
        };
    }

    private static Flag ReadFlag(IFormCollection form, FlagKind kind, List<Problem> problems)
    {
        var title = FlagEffect.Of(kind).Title;
        return new Flag
        {
            Kind = kind,
            From = Date(form, $"from-{EnumName.Of(kind)}", $"{title}, first day", problems),
            Until = Date(form, $"until-{EnumName.Of(kind)}", $"{title}, last day", problems),
            Zones = Many<FaceZone>(form, $"zones-{EnumName.Of(kind)}"),
        };
    }

    private static DateOnly? Date(IFormCollection form, string field, string title, List<Problem> problems) =>
        Field.Read(form[field], Field.Day, title, "write a date as 2026-03-09", problems);

    private static decimal? Number(IFormCollection form, string field, string title, List<Problem> problems) =>
        Field.Read<decimal>(
            form[field],
            text => Field.Number(text, withSign: true) is { } number and > -1_000_000 and < 1_000_000 ? number : null,
            title,
            "write a number",
            problems
        );

    private static T One<T>(IFormCollection form, string field, T otherwise)
        where T : struct, Enum => Enum.TryParse<T>(form[field].ToString(), out var value) && Enum.IsDefined(value) ? value : otherwise;

    private static List<T> Many<T>(IFormCollection form, string field)
        where T : struct, Enum =>
        [
            .. form[field]
                .Select(text => Enum.TryParse<T>(text, out var value) && Enum.IsDefined(value) ? (T?)value : null)
                .OfType<T>()
                .Distinct(),
        ];
}
