namespace OatPath.Core.House;

public enum ContactKind
{
    Studio,
    OutOfHours,
    Emergency,
}

/// <summary>Which number applies at a moment, and until when the studio may not have read a message.</summary>
/// <param name="NextOpening">The next moment the studio opens, or null when it is open now or has no opening hours.</param>
public sealed record ContactNow(ContactKind Kind, string Number, DateTimeOffset? NextOpening)
{
    /// <summary>
    /// Picks the number: the emergency number whenever medical help is needed; else the studio while it is open, and the out-of-hours
    /// number at any other time.
    /// </summary>
    /// <remarks>Source: house default. Nothing here implies that somebody is watching.</remarks>
    public static ContactNow At(DateTimeOffset now, bool medical, HouseRules rules, TimeZoneInfo zone)
    {
        var local = TimeZoneInfo.ConvertTime(now, zone);
        var next = NextOpeningAfter(local, rules, zone);
        if (medical)
        {
            return new(ContactKind.Emergency, rules.Contacts.Emergency, next);
        }

        return IsOpen(local, rules)
            ? new(ContactKind.Studio, rules.Contacts.Studio, null)
            : new(ContactKind.OutOfHours, rules.Contacts.OutOfHours, next);
    }

    private static bool IsOpen(DateTimeOffset local, HouseRules rules)
    {
        var time = TimeOnly.FromDateTime(local.DateTime);
        return rules.Opening.Any(span => span.Day == local.DayOfWeek && span.From <= time && time < span.Until);
    }

    private static DateTimeOffset? NextOpeningAfter(DateTimeOffset local, HouseRules rules, TimeZoneInfo zone)
    {
        for (var ahead = 0; ahead <= 7; ahead++)
        {
            var date = DateOnly.FromDateTime(local.DateTime).AddDays(ahead);
            foreach (var span in rules.Opening.Where(span => span.Day == date.DayOfWeek).OrderBy(span => span.From))
            {
                var wall = date.ToDateTime(span.From);
                var opens = new DateTimeOffset(wall, zone.GetUtcOffset(wall));
                if (opens > local)
                {
                    return opens;
                }
            }
        }

        return null;
    }
}
