using OatPath.Core.Path;
namespace OatPath.Core.Tests;
public class ZzDebug
{
    [Fact]
    public void Stats()
    {
        var counts = new Dictionary<string,int>(); var best = new Dictionary<string,(int,CaseFile,string)>();
        for (var seed = 0; seed < 30000; seed++)
        {
            var file = RandomCase.Build(new Random(seed));
            var path = PathPlanner.Plan(file, CaseBuilder.Rules, days: 60);
            foreach (var g in PathAuditor.Audit(file, CaseBuilder.Rules, path).GroupBy(b => b.Rule))
            {
                counts[g.Key] = counts.GetValueOrDefault(g.Key) + 1;
                var size = file.Log.Count + file.Shelf.Count*3 + file.Decisions.Count*2;
                if (!best.TryGetValue(g.Key, out var b) || b.Item1 > size) best[g.Key] = (size, file, string.Join("\n", g.Take(5)));
            }
        }
        var sb = new System.Text.StringBuilder();
        foreach (var (k,v) in counts) { sb.AppendLine($"== {k} {v}"); sb.AppendLine(best[k].Item3); File.WriteAllText($"/tmp/dbg-{k}.json", CaseJson.Write(best[k].Item2)); }
        File.WriteAllText("/tmp/dbg.txt", sb.ToString());
    }
}
