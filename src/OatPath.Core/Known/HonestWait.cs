using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;
using OatPath.Core.Wording;

namespace OatPath.Core.Known;

/// <summary>From when on something may be judged: what a client came for, or a needling.</summary>
/// <param name="Concern">What products at home are used for; null for a treatment.</param>
/// <param name="Sitting">The treatment; null for a concern.</param>
/// <param name="Since">The first day of steady use, or the day of the treatment.</param>
/// <param name="From">The first day on which it may be judged.</param>
/// <param name="Until">The day by which it has shown what it does.</param>
public sealed record HonestWait(Concern? Concern, Sitting? Sitting, DateOnly Since, DateOnly From, DateOnly Until)
{
    /// <summary>Days without a use after which the waiting begins anew, and after which nothing is waited for.</summary>
    /// <remarks>House default.</remarks>
    public const int PauseDays = 28;

    /// <summary>Days after the first look in which a treatment is still spoken of.</summary>
    private const int SpokenOfDays = 56;

    /// <summary>What is waited for, in the middle of a sentence.</summary>
    public string InWords => Concern is { } concern ? Said.Of(ConcernWords.Of(concern)) : Said.Of($"what {Sitting!.Title} did");

    /// <summary>Whether it is too early to judge.</summary>
    public bool IsEarly(DateOnly today) => today < From;

    /// <summary>What is waited for, by the day on which it may be judged; nothing for what is not used steadily.</summary>
    /// <exception cref="ArgumentException">The case names an unknown time zone; check it with <see cref="CaseCheck"/> first.</exception>
    public static IReadOnlyList<HonestWait> Of(CaseFile file)
    {
        var facts = new KnownFacts(file);
        return
        [
            .. file
                .Intake.Concerns.Select(concern => Of(concern, facts))
                .Append(Needling(file, facts.Today))
                .OfType<HonestWait>()
                .OrderBy(wait => wait.From)
                .ThenBy(wait => wait.Concern),
        ];
    }

    private static HonestWait? Of(Concern concern, KnownFacts facts)
    {
        if (WaitingTime.Of(concern) is not { } time || Steady(concern, facts) is not { } since)
        {
            return null;
        }

        return new(concern, null, since, since.AddDays(time.From * 7), since.AddDays(time.Until * 7));
    }

    /// <summary>The first day of the latest use without a long pause, over everything in use that helps; null where it is paused.</summary>
    private static DateOnly? Steady(Concern concern, KnownFacts facts)
    {
        var helps = facts
            .InUse.Where(product => ConcernTable.Of(concern).Any(choice => choice.Does(product)))
            .ToDictionary(product => product.Id, product => facts.ChangedOn(product.Id));
        DateOnly? since = null;
        DateOnly? last = null;
        foreach (
            var day in facts
                .Log.OfType<Applied>()
                .Where(use => helps.TryGetValue(use.Product, out var changed) && !(use.Day < changed))
                .Select(use => use.Day)
                .Distinct()
                .Order()
        )
        {
            since = last is null || day > last.Value.AddDays(PauseDays) ? day : since;
            last = day;
        }

        return last >= facts.Today.AddDays(-PauseDays) ? since : null;
    }

    /// <summary>The latest needling, as long as it is spoken of.</summary>
    private static HonestWait? Needling(CaseFile file, DateOnly today)
    {
        var done = Sittings.Of(file.Treatments.Where(treatment => treatment.Counts.IsNeedling() && treatment.On <= today));
        if (done is not [.., var latest] || latest.On.AddDays((WaitingTime.Needling.From * 7) + SpokenOfDays) < today)
        {
            return null;
        }

        var from = latest.On.AddDays(WaitingTime.Needling.From * 7);
        return new(null, latest, latest.On, from, from);
    }
}
