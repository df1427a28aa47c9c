using OatPath.Core.Case;
using OatPath.Core.Fit;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Planner;
using OatPath.Core.Planner.Days;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Proposals;

/// <summary>How important a product is to a proposal; the last is taken out first.</summary>
internal enum ProposalRank
{
    Basic,
    GoesOn,
    FirstConcern,
    SecondConcern,
    ThirdConcern,
    Cleanse,
    Hydrate,
    Care,
}

/// <summary>A product a proposal would use, and why.</summary>
internal sealed record Candidate(
    Product Product,
    ProposalRank Rank,
    bool Owned,
    bool Starts,
    IReadOnlyList<Because> Because,
    IReadOnlyList<Concern> Serves
);

/// <summary>Chooses the products of a proposal, before steps, minutes and money are counted.</summary>
internal sealed class ProposalCandidates
{
    private readonly CaseFile file;
    private readonly HouseRules rules;
    private readonly IReadOnlyList<Product> owned;
    private readonly IReadOnlyList<Product> all;
    private readonly HashSet<string> running;
    private readonly HashSet<string> stopped;
    private readonly CarePath path;
    private readonly bool winter;
    private readonly List<Because> lacks = [];

    public ProposalCandidates(CaseFile file, HouseRules rules, IReadOnlyList<Product> studio)
    {
        this.file = file;
        this.rules = rules;
        path = PathPlanner.Plan(file, rules, null, 1);
        Today = path.Today;
        winter = rules.IsWinter(Today);
        owned =
        [
            .. file.Shelf.Where(item => item.State != ShelfState.ThrownOut).Select(item => item.Product).Order(ProductOrder.ByContent),
        ];
        var ids = owned.Select(product => product.Id).ToHashSet();
        all = [.. owned, .. studio.Where(product => !ids.Contains(product.Id)).Order(ProductOrder.ByContent)];
        running =
        [
            .. path
                .Ladders.Where(ladder =>
                    ladder.State
                        is LadderState.Climbing
                            or LadderState.Level
                            or LadderState.Off
                            or LadderState.Paused
                            or LadderState.PatchTest
                )
                .Select(ladder => ladder.Product),
        ];
        stopped = [.. path.Ladders.Where(ladder => ladder.State == LadderState.Stopped).Select(ladder => ladder.Product)];
    }

    public DateOnly Today { get; }

    public IReadOnlyList<Because> Lacks => lacks;

    private Intake Intake => file.Intake;

    /// <summary>What a size would hold: everything of the smaller one, and what this one adds.</summary>
    /// <param name="smaller">The next smaller size as it came out; empty for the smallest.</param>
    public List<Candidate> Choose(RegimenSize size, IReadOnlyList<Candidate> smaller)
    {
        List<Candidate> chosen = [.. smaller];
        if (chosen.Count == 0)
        {
            Basics(chosen);
        }

        foreach (
            var product in owned.Where(product =>
                running.Contains(product.Id) && Fits(product) && !chosen.Exists(candidate => candidate.Product.Id == product.Id)
            )
        )
        {
            chosen.Add(
                new(
                    product,
                    ProposalRank.GoesOn,
                    true,
                    false,
                    [Because.Of(RuleBook.ProposeGoesOn, ("product", product.Name))],
                    [.. Intake.Concerns.Where(concern => Serves(product, concern) is not null)]
                )
            );
        }

        foreach (var concern in Intake.Concerns)
        {
            Serve(concern, chosen, size);
        }

        if (size != RegimenSize.Essential)
        {
            Comforts(chosen, size == RegimenSize.Full);
        }

        return [.. chosen.OrderBy(candidate => candidate.Rank)];
    }

    /// <summary>A gentle cleanser, a moisturiser, a sunscreen.</summary>
    private void Basics(List<Candidate> chosen)
    {
        var cream =
            Intake.SkinType == SkinType.Dry || (winter && Intake.SkinType == SkinType.Normal) || Intake.Sensitivity == Sensitivity.Reactive;
        var rich = Intake.SkinType == SkinType.Dry || (winter && Intake.SkinType != SkinType.Oily);
        Basic(
            chosen,
            "a gentle cleanser",
            product =>
                product.Kind is ProductKind.CreamCleanser or ProductKind.GelCleanser or ProductKind.FoamCleanser
                && !product.IsAcidCleanser(),
            product => (product.Kind == ProductKind.CreamCleanser) == cream ? 0 : 2,
            Because.Of(cream ? RuleBook.ProposeCream : RuleBook.ProposeGel)
        );
        Basic(
            chosen,
            "a moisturiser",
            product => product.Kind == ProductKind.Moisturiser && !product.IsActive(),
            product => rich ? 5 - product.Flow : product.Flow - 1,
            Because.Of(rich ? RuleBook.ProposeRich : RuleBook.ProposeLight)
        );
        var tinted = Intake.MarksEasily(Today);
        var oily = Intake.SkinType == SkinType.Oily;
        var spf = SpfNeeded();
        Basic(
            chosen,
            $"a broad-spectrum sunscreen, SPF {spf} or more",
            product => product.IsUsableSunscreen(spf, Today) && product.Kind != ProductKind.MoisturiserWithSpf,
            product =>
                (tinted && product.Kind != ProductKind.SunscreenTinted ? 2 : 0)
                + (oily && !product.Matt ? 1 : 0)
                - (product.Spf >= 50 ? 1 : 0),
            Because.Of(
                tinted ? RuleBook.ProposeTinted
                    : oily ? RuleBook.ProposeMatt
                    : RuleBook.ProposeSunscreen,
                ("spf", spf)
            )
        );
    }

    private int SpfNeeded() =>
        Planner.KeptOff.SpfNeeded.AfterTreatments(new Care.CareCalendar(file.Treatments, CareDay.ZoneOf(file.Zone)), rules, Today);

    private void Basic(List<Candidate> chosen, string what, Func<Product, bool> kind, Func<Product, int> far, Because why)
    {
        if (Best(kind, far) is { } found)
        {
            chosen.Add(Of(found, ProposalRank.Basic, why, []));
        }
        else
        {
            lacks.Add(Because.Of(RuleBook.ShelfLacks, ("what", what)));
        }
    }

    /// <summary>Finds the best fitting product for a concern that nothing chosen serves yet.</summary>
    private void Serve(Concern concern, List<Candidate> chosen, RegimenSize size)
    {
        var already = chosen.FindIndex(candidate => Serves(candidate.Product, concern) is not null && candidate.Rank != ProposalRank.Basic);
        if (already >= 0)
        {
            var serving = chosen[already];
            chosen[already] = serving.Serves.Contains(concern)
                ? serving
                : serving with
                {
                    Serves = [.. serving.Serves, concern],
                    Because = [.. serving.Because, Why(serving.Product, concern)],
                };
            return;
        }

        var order = ConcernTable.Of(concern).ToList();
        var best = all.Where(product => Serves(product, concern) is not null && Fits(product) && Joins(product, chosen, size))
            .OrderBy(product => order.FindIndex(choice => choice.Does(product)) + (2 * ConcernTable.SpeaksAgainst(product, Intake, Today)))
            .ThenBy(product => Suitability.Judge(product, Intake, Today).Count)
            .ThenBy(product => owned.Contains(product) ? 0 : 1)
            .ThenBy(product => product.IsUnbound ? 1 : 0)
            .ThenBy(product => Ramp.LoadIndex.Of(product) * (rules.BiteOn(product.Id, Today)?.Percent ?? 100))
            .ThenBy(product => product, ProductOrder.ByContent)
            .FirstOrDefault();
        if (best is not null)
        {
            var rank =
                ProposalRank.FirstConcern
                + Math.Min(2, chosen.Count(candidate => candidate.Rank is >= ProposalRank.FirstConcern and <= ProposalRank.ThirdConcern));
            chosen.Add(Of(best, rank, Why(best, concern), [concern]));
        }
    }

    /// <summary>Whether a product may join what is chosen: the number of actives by size, one exfoliant for a beginner.</summary>
    private bool Joins(Product product, List<Candidate> chosen, RegimenSize size)
    {
        if (chosen.Exists(candidate => candidate.Product.Id == product.Id))
        {
            return false;
        }

        var most = size switch
        {
            RegimenSize.Essential => 1,
            RegimenSize.Standard => 2,
            _ => 3,
        };
        if (product.IsActive() && chosen.Count(candidate => candidate.Product.IsActive()) >= most)
        {
            return false;
        }

        if (!product.IsActive() && size == RegimenSize.Essential)
        {
            return !chosen.Exists(candidate => candidate.Rank == ProposalRank.FirstConcern);
        }

        return !product.Exfoliates()
            || !chosen.Exists(candidate => candidate.Product.Exfoliates())
            || (
                path.IsEstablished(product)
                && chosen.TrueForAll(candidate => !candidate.Product.Exfoliates() || path.IsEstablished(candidate.Product))
            );
    }

    private void Comforts(List<Candidate> chosen, bool full)
    {
        void Add(bool wanted, ProposalRank rank, string rule, Func<Product, bool> kind, Func<Product, int> far)
        {
            if (
                wanted
                && Best(product => !product.IsActive() && kind(product), far) is { } found
                && !chosen.Exists(candidate => candidate.Product.Id == found.Id)
            )
            {
                chosen.Add(Of(found, rank, Because.Of(rule, ("product", found.Name)), []));
            }
        }

        Add(
            Intake.WearsMakeUp || full,
            ProposalRank.Cleanse,
            RuleBook.ProposeFirstCleanse,
            product => product.Kind is ProductKind.OilCleanser or ProductKind.BalmCleanser,
            product => product.Kind == ProductKind.BalmCleanser ? 1 : 0
        );
        Add(
            Intake.SkinType != SkinType.Oily || full,
            ProposalRank.Hydrate,
            RuleBook.ProposeHydrate,
            product => product.Kind == ProductKind.HydratingSerum && !product.IsNeedleSerum(),
            _ => 0
        );
        Add(
            full && (Intake.Concerns.Contains(Concern.FineLines) || Intake.Concerns.Contains(Concern.Puffiness)),
            ProposalRank.Care,
            RuleBook.ProposeEye,
            product => product.Kind == ProductKind.EyeGel,
            _ => 0
        );
        Add(
            full,
            ProposalRank.Care,
            RuleBook.ProposeMask,
            product =>
                product.Kind
                == (
                    Intake.SkinType == SkinType.Oily ? ProductKind.ClayMask
                    : Intake.Sensitivity >= Sensitivity.Sensitive ? ProductKind.SoothingMask
                    : ProductKind.HydratingMask
                ),
            _ => 0
        );
        Add(full && winter, ProposalRank.Care, RuleBook.ProposeLips, product => product.Kind == ProductKind.LipBalm, _ => 0);
    }

    private Product? Best(Func<Product, bool> kind, Func<Product, int> far) =>
        all.Where(product => kind(product) && Fits(product))
            .OrderBy(product =>
                far(product)
                + ConcernTable.SpeaksAgainst(product, Intake, Today)
                + Suitability.Judge(product, Intake, Today).Count
                - (owned.Contains(product) ? 1 : 0)
            )
            .ThenBy(product => owned.Contains(product) ? 0 : 1)
            .ThenBy(product => product.IsUnbound ? 1 : 0)
            .ThenBy(Strictness)
            .ThenBy(product => product, ProductOrder.ByContent)
            .FirstOrDefault();

    /// <summary>Sensitive skin is given the kind that asks most to be left out, any other the one that asks least.</summary>
    private int Strictness(Product product) => (product.Spec?.Without.Count ?? 0) * (Intake.Sensitivity >= Sensitivity.Sensitive ? -1 : 1);

    private bool Fits(Product product) =>
        product.UsableOn(Today)
        && !stopped.Contains(product.Id)
        && !Suitability.Judge(product, Intake, Today).Any(verdict => verdict.Refuses);

    /// <summary>
    /// The way in which a product serves a concern openly, or null: nothing hidden in a cleanser or a cream, nothing kept for sessions.
    /// </summary>
    private static ConcernChoice? Serves(Product product, Concern concern) =>
        product.Traits.Use is KindUse.Session or KindUse.OnHand
        || product.IsNeedle()
        || product.IsNeedleSerum()
        || product.IsAcidCleanser()
        || ShelfReview.IsHidden(product)
        || (product.IsElectrical() && concern != Concern.FineLines)
            ? null
            : ConcernTable.Of(concern).FirstOrDefault(choice => choice.Does(product));

    private static Because Why(Product product, Concern concern) =>
        Because.Of(RuleBook.ProposeConcern, ("choice", Serves(product, concern)!.Title), ("concern", ConcernWords.Of(concern)));

    private Candidate Of(Product product, ProposalRank rank, Because why, IReadOnlyList<Concern> serves)
    {
        var own = owned.Contains(product);
        var starts = product.IsActive() && !running.Contains(product.Id);
        var plain =
            Intake.Sensitivity >= Sensitivity.Sensitive && rank == ProposalRank.Basic && !product.Contains.Contains(Allergen.Fragrance)
                ? [Because.Of(RuleBook.ProposePlain)]
                : Array.Empty<Because>();
        return new(
            product,
            rank,
            own,
            starts,
            [why, .. plain, .. own ? [Because.Of(RuleBook.ProposeOwned)] : Array.Empty<Because>()],
            serves
        );
    }

    /// <summary>What the client owns and this routine does without. What is kept for sessions or on hand stays where it is.</summary>
    public IEnumerable<Omitted> Parked(List<Candidate> items, Dictionary<string, Because> dropped)
    {
        foreach (var product in file.Shelf.Where(item => item.State == ShelfState.InUse).Select(item => item.Product))
        {
            if (items.Exists(item => item.Product.Id == product.Id) || product.Traits.Use is KindUse.Session or KindUse.OnHand)
            {
                continue;
            }

            yield return new(
                product,
                dropped.GetValueOrDefault(product.Id)
                    ?? Suitability.Judge(product, Intake, Today).FirstOrDefault(verdict => verdict.Refuses)?.Because
                    ?? (
                        product.Exfoliates() && items.Find(item => item.Product.Exfoliates()) is { } other
                            ? Because.Of(RuleBook.OneExfoliant, ("product", product.Name), ("other", other.Product.Name))
                            : Because.Of(RuleBook.ProposeNotNeeded, ("product", product.Name))
                    )
            );
        }
    }

    /// <summary>What each concern gets, or why it gets nothing.</summary>
    public IEnumerable<ConcernAnswer> Answers(List<Candidate> items, Dictionary<string, Because> dropped)
    {
        foreach (var concern in Intake.Concerns)
        {
            if (items.Find(item => Serves(item.Product, concern) is not null) is { } item)
            {
                yield return new(concern, item.Product, Why(item.Product, concern));
                continue;
            }

            var words = ("concern", (object)ConcernWords.Of(concern));
            var fitting = all.Where(product => Serves(product, concern) is not null && Fits(product)).ToList();
            var rule =
                ConcernTable.NeedsTheSalon(concern) ? Because.Of(RuleBook.ProposeSalon, words)
                : fitting.Count == 0 ? Because.Of(RuleBook.ProposeNothingFits, words)
                : fitting.Find(product => dropped.ContainsKey(product.Id)) is { } left ? dropped[left.Id]
                : Because.Of(RuleBook.ProposeLater, words, ("product", fitting[0].Name));
            yield return new(concern, null, rule);
        }
    }
}
