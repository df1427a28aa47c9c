using OatPath.Core.House;

namespace OatPath.Core.Care;

/// <summary>Says what is wrong with a list of restrictions, and with a template of the house.</summary>
public static class RestrictionCheck
{
    private const int MostDays = 365;

    public static IEnumerable<Problem> Of(IReadOnlyList<Restriction> restrictions, string field)
    {
        foreach (var twice in restrictions.GroupBy(restriction => restriction.Kind).Where(group => group.Count() > 1))
        {
            yield return new(
                field,
                $"{Restrictions.TitleOf(twice.Key)} stands there twice, {Words.List([.. twice.Select(one => one.InWords)])}; keep one"
            );
        }

        foreach (var restriction in restrictions)
        {
            if (restriction.Length < 0 || restriction.WholeDays > MostDays)
            {
                yield return new(field, $"{Restrictions.TitleOf(restriction.Kind)}: give 0 to {MostDays} days");
            }
        }
    }

    /// <summary>
    /// A template may lengthen what its kind asks for, add to it, and shorten nothing; sport after a light peel may be 24 h.
    /// </summary>
    public static IReadOnlyList<Problem> Of(CareTemplate template)
    {
        var problems = new List<Problem>();
        void Need(bool ok, string field, string remedy)
        {
            if (!ok)
            {
                problems.Add(new(field, remedy));
            }
        }

        Need(Enum.IsDefined(template.Kind), "kind", "choose what it is founded on");
        Need(template.Id.Length is > 0 and <= 64, "id", "use 1 to 64 characters");
        Need(TypedName.Problem(template.Title, 60) is null, "title", TypedName.Problem(template.Title, 60) ?? "");
        if (problems.Count > 0)
        {
            return problems;
        }

        problems.AddRange(Of(template.Before, "before").Concat(Of(template.After, "after")));
        var ships = CareTemplates.Of(template.Kind);
        problems.AddRange(
            Short(ships.Before, template.Before, "before", template.Kind).Concat(Short(ships.After, template.After, "after", template.Kind))
        );
        Need(
            template.CheckIns.Count <= 10
                && template.CheckIns.All(day => day is >= 1 and <= 60)
                && ships.CheckIns.All(template.CheckIns.Contains),
            "checkIns",
            ships.CheckIns.Count == 0
                ? "give days from 1 to 60"
                : $"give days from 1 to 60, with {Words.List([.. ships.CheckIns.Select(day => $"{day}")])} among them"
        );
        Need(ships.AgainDays is not { } again || template.AgainDays >= again, "againDays", $"give at least {ships.AgainDays} days");
        Need(template.AgainDays is null or (>= 0 and <= 730), "againDays", "give at most 730 days");
        Need(
            template.HomePeelDays >= ships.HomePeelDays && template.HomePeelDays <= MostDays,
            "homePeelDays",
            $"give {ships.HomePeelDays} to {MostDays} days"
        );
        Need(template.NumbingMinutes is null or (>= 1 and <= 120), "numbingMinutes", "give 1 to 120 minutes, or leave it empty");
        Need(
            template.Preparation.Count <= 8 && template.Preparation.All(line => line.Length is > 0 and <= 200),
            "preparation",
            "give at most 8 sentences of up to 200 characters"
        );
        Need(
            template.Aftercare.Count <= 12 && template.Aftercare.All(line => line.Length is > 0 and <= 200),
            "aftercare",
            "give at most 12 sentences of up to 200 characters"
        );
        Need(template.Result.Length <= 200, "result", "keep it under 200 characters");
        Need(
            template.Course.Count <= 20
                && template.Course.All(line =>
                    line.FromDay >= 0
                    && line.UntilDay >= line.FromDay
                    && line.UntilDay <= 120
                    && line.Words.Length is > 0 and <= 200
                    && line.Do.Length <= 200
                ),
            "course",
            "each line needs a first day, a last day not before it, and words of up to 200 characters"
        );
        return problems;
    }

    private static IEnumerable<Problem> Short(
        IReadOnlyList<Restriction> ships,
        IReadOnlyList<Restriction> own,
        string field,
        TreatmentKind kind
    )
    {
        foreach (var least in ships.Select(restriction => TreatmentTimes.Least(kind, restriction)))
        {
            if (own.FirstOrDefault(restriction => restriction.Kind == least.Kind) is not { } given || given.Hours < least.Hours)
            {
                yield return new(
                    field,
                    $"{Restrictions.TitleOf(least.Kind)}: at least {least.InWords}; a shorter one needs a clinician's sheet for the "
                        + $"one treatment"
                );
            }
        }
    }
}
