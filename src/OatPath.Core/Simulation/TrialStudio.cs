using OatPath.Core.Calibration;
using OatPath.Core.House;
using OatPath.Core.Ramp;

namespace OatPath.Core.Simulation;

/// <summary>One made-up studio under one policy: its clients, how its products truly bite, and what it has learned of that.</summary>
internal sealed class TrialStudio
{
    private const int MonthWeeks = 4;
    private static readonly DateOnly Opened = new(2026, 1, 5);

    /// <summary>The mean logarithm of what the labels let expect, so that a use of a middling product asks what is usual.</summary>
    private static readonly double Middling = TrialClient.Actives.Average(product => Math.Log(LoadIndex.Of(product)));

    private readonly StudioTrialSettings settings;
    private readonly int number;
    private readonly SkinModel model;
    private readonly StudioPolicy policy;
    private readonly HouseRules plain;
    private readonly Dictionary<string, double> bites;
    private readonly TrialSettings each;

    public TrialStudio(StudioTrialSettings settings, int number, SkinModel model, StudioPolicy policy, HouseRules rules)
    {
        (this.settings, this.number, this.model, this.policy, plain) = (settings, number, model, policy, rules);
        each = settings.Each with { Seed = unchecked((settings.Each.Seed * 7_919) + number), Clients = settings.Clients };
        var random = new Random(each.Seed);
        bites = TrialClient.Actives.ToDictionary(product => product.Id, _ => settings.LabelsAreRight ? 1 : Drawn(random.NextDouble()));
    }

    private static double Drawn(double share) =>
        StudioTrialSettings.LeastBite * Math.Pow(StudioTrialSettings.MostBite / StudioTrialSettings.LeastBite, share);

    /// <returns>How many settled, what was known at the end, and every month.</returns>
    public (int Settled, IReadOnlyList<LearnedBite> Learned, IReadOnlyList<StudioMonth> Months) Run()
    {
        var clients = Enumerable.Range(0, settings.Clients).Select(Come).ToList();
        var months = new List<StudioMonth>();
        var rules = plain;
        IReadOnlyList<BiteShown> learned = [];
        for (var week = 0; week < StudioTrialSettings.Weeks; week++)
        {
            var here = clients.Where(client => client.IsHere(week, each.Weeks)).ToList();
            var inForce = rules;
            Parallel.ForEach(here, client => client.Walk.Week(inForce));
            if (week % MonthWeeks < MonthWeeks - 1)
            {
                continue;
            }

            if (policy == StudioPolicy.House)
            {
                var from = Opened.AddDays((week + 1) * 7);
                rules = Widened(clients, week, rules).WithMarginFrom(from, byItself: true);
                learned = BiteShown.Of(clients.Select(client => client.Evidence), _ => true);
                rules = rules.WithBitesFrom(from, BiteReckoned.Of(learned, rules.BitesInForce()));
            }

            months.Add(Month(months, clients, learned, rules));
        }

        var settled = clients.AsParallel().Count(client => client.IsSettled());
        return (settled, [.. learned.Where(bite => bite.MayBeShown).Select(AtEnd)], months);
    }

    private LearnedBite AtEnd(BiteShown bite)
    {
        static double Short(double times) => Math.Round(times, 3);
        return new(number, bite.Product, Short(bites[bite.Product]), Short(bite.Times), Short(bite.Low), Short(bite.High));
    }

    private Client Come(int place)
    {
        var week = place * (StudioTrialSettings.Weeks - each.Weeks) / settings.Clients;
        var client = new TrialClient(each, place);
        var first = Opened.AddDays(week * 7);
        var asks = bites[client.Active.Id] * LoadIndex.Of(client.Active) / Math.Exp(Middling);
        var skin = client.Skin(model, first, asks);
        var rungs = Ladder.For(client.Active, client.Intake, plain)!.Rungs.Select(rung => rung.Frequency).ToList();
        var raised = policy == StudioPolicy.Paper ? RaisingPolicy.Paper : RaisingPolicy.OatPath;
        return new(new(client, skin, each, raised, first), place, week, skin.OwnLevel(rungs, Trial.LevelLimit));
    }

    /// <summary>What the clients told is counted; where more happened than was said, the margin grows as in a studio.</summary>
    private HouseRules Widened(List<Client> clients, int week, HouseRules rules)
    {
        var come = clients.Where(client => client.Week <= week).ToList();
        var told = come.Where(client => client.IsHere(week, each.Weeks + MonthWeeks)).ToList();
        var account = AccountOf(come, told, rules);
        if (!account.IsSurelyMore)
        {
            return rules;
        }

        var inForce = rules.EstimateMarginPercent;
        HouseRules Under(int percent) => rules with { EstimateMarginPercent = percent };
        var needed = MarginNeeded.Of(inForce, percent => percent == inForce ? account : AccountOf(come, come, Under(percent)));
        return Under(needed);
    }

    private static Account AccountOf(List<Client> come, List<Client> anew, HouseRules rules)
    {
        var always = rules with { EstimateMargins = [] };
        Parallel.ForEach(anew, client => client.Tell(always));
        return Account.Of([.. come.Select(client => client.Foretold)], _ => true);
    }

    private StudioMonth Month(List<StudioMonth> before, List<Client> clients, IReadOnlyList<BiteShown> learned, HouseRules rules)
    {
        var known = learned.Where(bite => bite.MayBeShown).ToList();
        return new(
            before.Count + 1,
            clients.Sum(client => client.Walk.Uses) - before.Sum(month => month.Uses),
            clients.Sum(client => client.Walk.Strong) - before.Sum(month => month.Strong),
            known.Count > 0 ? known.Average(bite => Math.Abs(Math.Log(bite.Times / bites[bite.Product]))) : null,
            rules.BitesInForce().Count,
            rules.EstimateMarginPercent
        );
    }

    /// <summary>One client of the studio.</summary>
    /// <param name="Number">Tells her from the others.</param>
    /// <param name="Week">The week of the studio in which she comes.</param>
    /// <param name="Own">The rung that her skin bears; -1 for none.</param>
    private sealed record Client(TrialWalk Walk, int Number, int Week, int Own)
    {
        /// <summary>What the house has heard of her so far.</summary>
        public IReadOnlyList<ProductEvidence> Evidence { get; private set; } = [];

        /// <summary>What was expected of her uses, and what followed.</summary>
        public ClientForetold Foretold { get; private set; } = null!;

        public bool IsHere(int week, int weeks) => week >= Week && week < Week + weeks;

        public void Tell(HouseRules rules) => (Foretold, Evidence) = Walk.Told($"{Number}", rules);

        public bool IsSettled() => Walk.End().Level == Own;
    }
}
