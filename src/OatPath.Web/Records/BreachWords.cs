using OatPath.Core.Audit;
using OatPath.Core.House;

namespace OatPath.Web.Records;

/// <summary>A breach in words for the practitioner: which product, which day, what is wrong, by which rule.</summary>
public static class BreachWords
{
    public static string Say(Breach breach, ClientRecord record)
    {
        var title = RuleBook.Find(breach.Rule)?.Title;
        return $"{(breach.Product is null ? "the plan" : record.NameOf(breach.Product))} on "
            + $"{Words.Day(breach.Date)}{(breach.Moment is { } moment ? $", {moment.ToString().ToLowerInvariant()}" : "")}, "
            + $"{breach.Detail}{(title is null ? "" : $" ({title})")}";
    }
}
