using OatPath.Core.House;
using OatPath.Core.Ramp;

namespace OatPath.Core.Simulation;

/// <summary>What one policy came to with one kind of hidden skin.</summary>
/// <param name="StrongPerClient">Strong reactions (sting of 5 or more) a client over the whole trial.</param>
/// <param name="SettledShare">Share of clients who at the end hold their own level: the highest rung whose steady chance of a strong
/// reaction at a use stays under 2 %, or nothing where there is none.</param>
/// <param name="MedianWeek">Week in which half of the settled had reached the level they hold; 0 when nobody settled.</param>
public sealed record TrialRow(SkinModel Model, RaisingPolicy Policy, double StrongPerClient, double SettledShare, double MedianWeek);

/// <summary>
/// Runs made-up clients with a hidden true tolerance through weeks of raising one active: by a fixed calendar, by the rules on paper, and
/// by Oat Path.
/// </summary>
/// <remarks>It compares ways of deciding under the same made-up skins; it says nothing of real ones.</remarks>
public static class Trial
{
    /// <summary>The steady chance of a strong reaction under which a rung is borne.</summary>
    internal const double LevelLimit = 0.02;

    private static readonly DateOnly First = new(2026, 5, 4);

    /// <summary>One row for each hidden model and policy.</summary>
    public static IReadOnlyList<TrialRow> Run(TrialSettings settings, HouseRules rules)
    {
        var rows = new List<TrialRow>();
        foreach (var model in Enum.GetValues<SkinModel>())
        {
            foreach (var policy in Enum.GetValues<RaisingPolicy>())
            {
                rows.Add(Run(settings, rules, model, policy));
            }
        }

        return rows;
    }

    private static TrialRow Run(TrialSettings settings, HouseRules rules, SkinModel model, RaisingPolicy policy)
    {
        var ends = new (int Strong, bool Settled, int Week)[settings.Clients];
        Parallel.For(0, settings.Clients, number =>
        {
            var client = new TrialClient(settings, number);
            var rungs = Ladder.For(client.Active, client.Intake, rules)!.Rungs.Select(rung => rung.Frequency).ToList();
            var own = client.Skin(model, First).OwnLevel(rungs, LevelLimit);
            var (strong, level, since) =
                policy == RaisingPolicy.Calendar
                    ? CalendarWalk(client, client.Skin(model, First), settings, rungs.Count - 1)
                    : Walk(new(client, client.Skin(model, First), settings, policy, First), settings, rules);
            ends[number] = (strong, level == own, (since / 7) + 1);
        });
        var weeks = ends.Where(end => end.Settled).Select(end => end.Week).Order().ToArray();
        return new(
            model,
            policy,
            Math.Round(ends.Average(end => (double)end.Strong), 4),
            Math.Round(weeks.Length / (double)settings.Clients, 4),
            weeks.Length == 0 ? 0 : weeks[weeks.Length / 2]
        );
    }

    private static (int Strong, int Level, int Since) Walk(TrialWalk walk, TrialSettings settings, HouseRules rules)
    {
        for (var week = 0; week < settings.Weeks; week++)
        {
            walk.Week(rules);
        }

        var (level, since) = walk.End();
        return (walk.Strong, level, since);
    }

    /// <summary>Two evenings a week for three weeks, then three, then every evening; a reaction changes nothing.</summary>
    private static (int Strong, int Level, int Since) CalendarWalk(TrialClient client, HiddenSkin skin, TrialSettings settings, int top)
    {
        var strong = 0;
        var last = -9;
        for (var day = 0; day < settings.Weeks * 7; day++)
        {
            var due = day < 21 ? day % 7 is 0 or 3 : day >= 42 || day % 7 is 0 or 2 or 4;
            if (due && !client.IsAway(day) && client.Use[day] < settings.Adherence)
            {
                strong += skin.Use(client.Evening[day]) >= 1 ? 1 : 0;
                last = day;
            }

            skin.Night();
        }

        return (strong, last < 0 ? -1 : top, 42);
    }
}
