namespace OatPath.Core.House;

/// <summary>Says what is wrong with a set of house rules: which field, and what would be accepted.</summary>
public static class HouseRulesCheck
{
    /// <summary>House default.</summary>
    private const int LeastHoursToSend = 6;

    public static IReadOnlyList<Problem> Check(HouseRules rules)
    {
        var problems = new List<Problem>();
        void Need(bool ok, string field, string remedy)
        {
            if (!ok)
            {
                problems.Add(new(field, remedy));
            }
        }

        Need(rules.Format == HouseRules.FormatName, "format", $"write \"{HouseRules.FormatName}\"");
        Need(rules.Version == 1, "version", "this program reads version 1");
        Need(CareDay.FindZone(rules.Zone) is not null, "zone", "use a time zone name such as Europe/Vienna");
        foreach (var choice in HouseChoices.All)
        {
            Need(choice.IsTaken(rules), choice.Key, choice.Remedy);
        }

        if (!problems.Exists(problem => problem.Field == "sunscreenSkipsWait"))
        {
            Need(rules.SunscreenSkipsWait >= rules.SunscreenSkipsAsk, "sunscreenSkipsWait", Remedy(nameof(HouseRules.SunscreenSkipsWait)));
        }

        if (!problems.Exists(problem => problem.Field == "gapRestartDays"))
        {
            Need(rules.GapRestartDays > rules.GapDownDays, "gapRestartDays", Remedy(nameof(HouseRules.GapRestartDays)));
        }

        // The one that counts on a day is the last that had begun.
        Need(
            rules.EstimateMargins.Zip(rules.EstimateMargins.Skip(1)).All(pair => pair.First?.From < pair.Second?.From),
            "estimateMargins",
            "write them by day, each later than the one before"
        );
        Need(
            rules.ProductBites.All(since => since?.Product?.Length is > 0 and <= 64)
                && rules
                    .ProductBites.GroupBy(since => since.Product)
                    .All(product => product.Zip(product.Skip(1)).All(pair => pair.First.From < pair.Second.From)),
            "productBites",
            "name each product by its id and write its days in order, each later than the one before"
        );
        Need(rules.WindowSpf is 50, "windowSpf", "inside a care window SPF 50 is needed");
        Need(rules.Currency.Length <= 8, "currency", "use at most 8 characters");
        Need(
            (rules.QuietFrom - rules.QuietUntil).TotalHours is >= LeastHoursToSend and < 24,
            "quietFrom",
            $"leave at least {LeastHoursToSend} hours of the day in which messages may be sent"
        );
        foreach (var span in rules.Opening)
        {
            Need(Enum.IsDefined(span.Day) && span.From < span.Until, "opening", "each span needs a weekday and must end after it begins");
        }

        return problems;
    }

    private static string Remedy(string property) => HouseChoices.All.Single(choice => choice.Property == property).Remedy;
}

/// <summary>One thing wrong with what was given: the field, and how to put it right.</summary>
public sealed record Problem(string Field, string Remedy)
{
    public override string ToString() => $"{Field}: {Remedy}";
}
