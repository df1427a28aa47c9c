using OatPath.Core.House;

namespace OatPath.Core.Care;

/// <summary>
/// What a clinician's sheet says of one treatment. A restriction it names wins over the template, longer or shorter; what it does not name
/// stays.
/// </summary>
/// <param name="From">Whose sheet it is.</param>
/// <param name="Words">What else it says, for the client.</param>
public sealed record ClinicianSheet(string From, string Words, IReadOnlyList<Restriction> Before, IReadOnlyList<Restriction> After)
{
    /// <summary>Says what is wrong with it, where it contradicts itself among them.</summary>
    public static IReadOnlyList<Problem> Check(ClinicianSheet sheet)
    {
        var problems = new List<Problem>();
        void Need(bool ok, string field, string remedy)
        {
            if (!ok)
            {
                problems.Add(new(field, remedy));
            }
        }

        Need(sheet.From.Trim().Length is > 0 and <= 80, "from", "name whose sheet it is, in 1 to 80 characters");
        Need(sheet.Words.Length <= 2000, "words", "keep it under 2000 characters");
        Need(
            sheet.Before.Count + sheet.After.Count > 0 || sheet.Words.Trim().Length > 0,
            "restrictions",
            "enter at least one length, or the sheet's words"
        );
        problems.AddRange(RestrictionCheck.Of(sheet.Before, "before").Concat(RestrictionCheck.Of(sheet.After, "after")));

        int? After(RestrictionKind kind) => sheet.After.FirstOrDefault(restriction => restriction.Kind == kind)?.WholeDays;
        foreach (var kind in new[] { RestrictionKind.Retinoid, RestrictionKind.Enzyme })
        {
            Need(
                After(kind) is not { } own || After(RestrictionKind.Irritants) is not { } all || own >= all,
                "after",
                $"{Restrictions.TitleOf(kind)} would be back before {Restrictions.TitleOf(RestrictionKind.Irritants).ToLowerInvariant()}, "
                    + $"which include it; look at the sheet again and enter one of the two"
            );
        }

        foreach (var kind in new[] { RestrictionKind.Irritants, RestrictionKind.ByHand, RestrictionKind.Devices, RestrictionKind.MakeUp })
        {
            Need(
                After(RestrictionKind.Cleansing) is not { } closed || After(kind) is not { } own || own >= closed,
                "after",
                $"{Restrictions.TitleOf(kind)} would be back while only plain water and ointment are allowed; look at the sheet again and "
                    + $"enter one of the two"
            );
        }

        return problems;
    }

    public bool Equals(ClinicianSheet? other) =>
        other is not null
        && From == other.From
        && Words == other.Words
        && Before.SequenceEqual(other.Before)
        && After.SequenceEqual(other.After);

    public override int GetHashCode() => HashCode.Combine(From, Words);
}
