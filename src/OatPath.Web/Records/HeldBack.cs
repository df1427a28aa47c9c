using OatPath.Core.House;
using OatPath.Store;

namespace OatPath.Web.Records;

/// <summary>Where rules spoke for a client in the last 7 days: a product left out, something to avoid, a step that waits.</summary>
public static class HeldBack
{
    /// <summary>Each rule once, with the days on which it spoke and its latest sentence.</summary>
    public static IReadOnlyList<StoredHeld> Of(ClientRecord record)
    {
        if (record.Published is null)
        {
            return [];
        }

        var path = DeskRows.PathOf(record);
        var held = new Dictionary<string, (int Times, Because Said)>();
        foreach (
            var because in path
                .Ladders.SelectMany(ladder => ladder.Missing)
                .Concat(path.Warnings)
                .Concat(path.Questions.Select(question => question.Because))
        )
        {
            held.TryAdd(because.Rule, (0, because));
        }

        foreach (var day in path.Days.Where(day => day.Date <= path.Today))
        {
            foreach (
                var said in day
                    .Avoid.Concat(day.Morning.Omitted.Concat(day.Evening.Omitted).Select(omission => omission.Because))
                    .DistinctBy(because => because.Rule)
            )
            {
                held[said.Rule] = (held.GetValueOrDefault(said.Rule).Times + 1, said);
            }
        }

        return
        [
            .. held.OrderBy(pair => pair.Key, StringComparer.Ordinal)
                .Select(pair => new StoredHeld(
                    record.Client.Id,
                    record.Client.Name,
                    pair.Key,
                    pair.Value.Times,
                    Words.Say(pair.Value.Said)
                )),
        ];
    }
}
