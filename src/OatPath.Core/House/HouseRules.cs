namespace OatPath.Core.House;

/// <summary>
/// The studio's own choices and contacts. A choice may make a plan gentler or differently ordered; hard limits are not choices and have no
/// setting here.
/// </summary>
public sealed record HouseRules
{
    public const string FormatName = "oatpath/rules";

    public string Format { get; init; } = FormatName;

    [Between(1, 1)]
    public int Version { get; init; } = 1;

    /// <summary>Name shown to clients.</summary>
    public string StudioName { get; init; } = "";

    /// <summary>IANA zone whose wall clock the studio lives by.</summary>
    public string Zone { get; init; } = "UTC";

    public ContactNumbers Contacts { get; init; } = new();
    public IReadOnlyList<OpeningHours> Opening { get; init; } = [];

    /// <summary>Wall-clock hours in which no message is sent; the span may pass midnight.</summary>
    public TimeOnly QuietFrom { get; init; } = new(20, 0);
    public TimeOnly QuietUntil { get; init; } = new(9, 0);

    /// <summary>Evenings a week a leave-on acid starts at: 1, 2 or 3. Sensitive and reactive skin always starts at 1.</summary>
    [Between(1, 3)]
    public int AcidStartEvenings { get; init; } = 2;

    /// <summary>Days at a rung before a step up may be asked. Only longer than the default is accepted.</summary>
    [Between(21, 84)]
    public int AcidHoldDays { get; init; } = 21;

    /// <summary>Hold for sensitive and reactive skin, days.</summary>
    [Between(28, 112)]
    public int SensitiveHoldDays { get; init; } = 28;

    /// <summary>Hold of a retinoid and of a brush level, days.</summary>
    [Between(14, 84)]
    public int RetinoidHoldDays { get; init; } = 14;

    [Between(14, 84)]
    public int BrushHoldDays { get; init; } = 14;

    /// <summary>Days a strength is held calm before a stronger one of the same acid may begin.</summary>
    [Between(28, 112)]
    public int StrengthHoldDays { get; init; } = 28;

    /// <summary>Uses at a rung, and share of the planned ones in percent, before a step up may be asked.</summary>
    [Between(4, 12)]
    public int StepUpUses { get; init; } = 4;

    [Between(70, 100)]
    public int StepUpSharePercent { get; init; } = 70;

    /// <summary>How sure the estimate must be, 0 to 1, that a chance is over its limit before it holds a step up back.</summary>
    /// <remarks>
    /// House default, found in the trial: with more of it strong reactions rise, with less of it steps that would have been borne wait too
    /// long.
    /// </remarks>
    public const double SureEnough = 0.6;

    /// <summary>Reports since the last step that a step up rests on, and within how many days the latest of them lies.</summary>
    /// <remarks>Source: trade convention: silence is no calm.</remarks>
    public const int ReportsForAStep = 2;

    /// <inheritdoc cref="ReportsForAStep"/>
    public const int ReportDays = 7;

    /// <summary>
    /// Chance of a strong reaction at a use, in percent; a step up waits while the estimate is sure enough that it is over this.
    /// </summary>
    [Between(1, 5)]
    public int StepUpChancePercent { get; init; } = 5;

    /// <summary>
    /// How much a use is taken to ask where the estimate looks ahead, in percent of what is reckoned: 100 takes it as it is. A wider margin
    /// only ever holds a step back longer.
    /// </summary>
    /// <remarks>House default; the steps are those of <see cref="HouseChoices"/>.</remarks>
    [Between(100, 200)]
    public int EstimateMarginPercent { get; init; } = 100;

    /// <summary>Since when which margin counts, oldest first, so that a step taken before stays taken; empty: the margin on every
    /// day.</summary>
    public IReadOnlyList<MarginSince> EstimateMargins { get; init; } = [];

    /// <summary>Whether the margin grows by itself where more strong reactions happened than were said.</summary>
    public bool MarginGrows { get; init; } = true;

    /// <summary>Whether a product that the house's clients show to bite more than its label says is reckoned with as such.</summary>
    public bool BitesHold { get; init; } = true;

    /// <summary>Since when which product is reckoned with by more than its label, oldest first, so that a step taken before stays
    /// taken.</summary>
    public IReadOnlyList<BiteSince> ProductBites { get; init; } = [];

    /// <summary>What is counted of a product on a day; null where it is taken as its label says and always was.</summary>
    public BiteSince? BiteOn(string product, DateOnly day) =>
        ProductBites.LastOrDefault(since => since.Product == product && since.From <= day);

    /// <summary>By how much more than its label a product is reckoned with on a day; null where it is taken as labelled.</summary>
    public BiteSince? ReckonedOn(string product, DateOnly day) => BiteOn(product, day) is { Percent: > 100 } since ? since : null;

    /// <summary>What products are reckoned with by more than their label, in percent over 100.</summary>
    public IReadOnlyDictionary<string, int> BitesInForce() =>
        ProductBites
            .GroupBy(since => since.Product)
            .Select(product => product.Last())
            .Where(since => since.Percent > 100)
            .ToDictionary(since => since.Product, since => since.Percent);

    /// <summary>These rules, what was chosen of margin and bites written down from a day on.</summary>
    public HouseRules ChosenOn(DateOnly day) =>
        WithMarginFrom(day) is var dated && BitesHold ? dated : dated.WithBitesFrom(day, new Dictionary<string, int>());

    /// <summary>These rules with what products are reckoned with from a day on.</summary>
    /// <param name="percentOf">By product, 100 to 200; what it does not name is taken as its label says.</param>
    /// <returns>The same rules where nothing changes.</returns>
    public HouseRules WithBitesFrom(DateOnly day, IReadOnlyDictionary<string, int> percentOf)
    {
        var changed = percentOf
            .Keys.Concat(ProductBites.Select(since => since.Product))
            .Distinct()
            .Order(StringComparer.Ordinal)
            .Select(product => new BiteSince(day, product, percentOf.GetValueOrDefault(product, 100)))
            .Where(since => (ProductBites.LastOrDefault(last => last.Product == since.Product)?.Percent ?? 100) != since.Percent)
            .ToList();
        return changed.Count == 0
            ? this
            : this with
            {
                ProductBites =
                [
                    .. ProductBites.Where(since => since.From < day || !changed.Exists(now => now.Product == since.Product)),
                    .. changed,
                ],
            };
    }

    /// <summary>The margin on a day, as a factor from 1 to 2.</summary>
    public double MarginOn(DateOnly day) =>
        (EstimateMargins.Count == 0 ? EstimateMarginPercent : EstimateMargins.LastOrDefault(since => since.From <= day)?.Percent ?? 100)
        / 100.0;

    /// <summary>The margin in force and since when; null where a use is taken to ask what is reckoned.</summary>
    public MarginSince? MarginInForce() => EstimateMargins is [.., { Percent: > 100 } margin] ? margin : null;

    /// <summary>These rules, their margin written down from a day on where it is another than before.</summary>
    /// <param name="byItself">Whether nobody chose it.</param>
    public HouseRules WithMarginFrom(DateOnly day, bool byItself = false) =>
        (EstimateMargins.Count == 0 ? 100 : EstimateMargins[^1].Percent) == EstimateMarginPercent
            ? this
            : this with
            {
                EstimateMargins = [.. EstimateMargins.Where(since => since.From < day), new(day, EstimateMarginPercent, byItself)],
            };

    /// <summary>
    /// Mornings of the last 7 without sunscreen from which a light-sensitising active neither starts nor goes up, and from which it waits.
    /// Only fewer than the defaults are accepted.
    /// </summary>
    [Between(1, 2)]
    public int SunscreenSkipsAsk { get; init; } = 2;

    [Between(1, 4)]
    public int SunscreenSkipsWait { get; init; } = 4;

    /// <summary>Days an active rests after a strong reaction.</summary>
    [Between(7, 28)]
    public int ReactionRestDays { get; init; } = 7;

    /// <summary>Days without use after which an active comes back one rung lower, and at its start.</summary>
    [Between(7, 14)]
    public int GapDownDays { get; init; } = 14;

    [Between(8, 28)]
    public int GapRestartDays { get; init; } = 28;

    /// <summary>Whose actives are not raised in winter.</summary>
    public WinterHold WinterHold { get; init; } = WinterHold.DryAndSensitive;

    /// <summary>Which peels may be planned at home.</summary>
    public HomePeels HomePeels { get; init; } = HomePeels.WeakKits;

    /// <summary>Whether a client's first guided peel asks for one practice run with water before it.</summary>
    public bool PractiseFirst { get; init; } = true;

    /// <summary>Whether needles over 0.3 and up to 0.5 mm may be signed off for a client at home; else they stay in the salon.</summary>
    public bool LongNeedlesSignedOff { get; init; }

    /// <summary>Sessions a week a galvanic device is planned at: 1, 2 or 3.</summary>
    [Between(1, 3)]
    public int GalvanicAWeek { get; init; } = 2;

    /// <summary>Whether a nano tip may follow the razor on one evening where the skin is established in both.</summary>
    public bool NanoAfterRazor { get; init; }

    /// <summary>Whether the razor goes over damp skin rather than dry.</summary>
    public bool RazorOnDamp { get; init; } = true;

    /// <summary>Days between two changes over all actives.</summary>
    [Between(14, 60)]
    public int ChangeSpacingDays { get; init; } = 14;

    /// <summary>Moisturiser after an evening acid: always, or only if the client finds it needed.</summary>
    public bool MoisturiserAfterAcidAlways { get; init; } = true;

    /// <summary>Lowest SPF that counts on an ordinary day (30 or 50).</summary>
    [Between(30, 50)]
    public int EverydaySpf { get; init; } = 30;

    /// <summary>Lowest SPF that counts inside a care window.</summary>
    [Between(50, 50)]
    public int WindowSpf { get; init; } = 50;

    /// <summary>Whether masks stand before toner and acid, or after serums.</summary>
    public bool MaskBeforeToner { get; init; } = true;

    /// <summary>Nothing follows it: nothing but make-up goes over sunscreen. It is read for the files that carry it.</summary>
    public bool EyeBeforeSunscreen { get; init; } = true;

    /// <summary>Days for which a phone without network follows the plan it last saw; then it shows the gentle routine only.</summary>
    [Between(1, 7)]
    public int OfflineDays { get; init; } = 3;

    /// <summary>Whether clay on a few spots may stay on overnight, rather than for the minutes of a mask.</summary>
    public bool ClayOnSpotsOvernight { get; init; } = true;

    /// <summary>Whether steam comes before the cleanse, or after it.</summary>
    public bool SteamBeforeCleanse { get; init; } = true;

    /// <summary>Clay mask time in minutes: 10, 15 or 20.</summary>
    [Between(10, 20)]
    public int ClayMinutes { get; init; } = 15;

    /// <summary>Most exfoliating uses in any rolling 7 days, beginner and established.</summary>
    [Between(1, 3)]
    public int BeginnerExfoliationsPer7Days { get; init; } = 3;

    [Between(1, 7)]
    public int EstablishedExfoliationsPer7Days { get; init; } = 7;

    /// <summary>Money as prices are written, at most 8 characters.</summary>
    public string Currency { get; init; } = "";

    /// <summary>First and last month of the cold season, 1 to 12; the span may pass the turn of the year.</summary>
    [Between(1, 12)]
    public int WinterFrom { get; init; } = 11;

    [Between(1, 12)]
    public int WinterUntil { get; init; } = 3;

    public bool IsWinter(DateOnly day) =>
        WinterFrom <= WinterUntil
            ? day.Month >= WinterFrom && day.Month <= WinterUntil
            : day.Month >= WinterFrom || day.Month <= WinterUntil;

    /// <summary>Days before the run-out date at which a bottle should be reordered.</summary>
    [Between(0, 60)]
    public int ReorderLeadDays { get; init; } = 10;
}

/// <summary>
/// Peels at home: only in the salon, with weak kits, or also with strong kits that are signed off for one client with the reason.
/// </summary>
public enum HomePeels
{
    SalonOnly,
    WeakKits,
    StrongSignedOff,
}

/// <summary>Whose actives stay at their rung in winter.</summary>
public enum WinterHold
{
    DryAndSensitive,
    Everybody,
}

/// <summary>The three numbers a client may be told. All three are needed before anything is published.</summary>
public sealed record ContactNumbers
{
    public string Studio { get; init; } = "";
    public string OutOfHours { get; init; } = "";
    public string Emergency { get; init; } = "";

    public bool Complete => Studio.Length > 0 && OutOfHours.Length > 0 && Emergency.Length > 0;
}

/// <summary>One span of opening on one weekday, wall-clock time. Spans that pass midnight are written as two.</summary>
public sealed record OpeningHours(DayOfWeek Day, TimeOnly From, TimeOnly Until);
