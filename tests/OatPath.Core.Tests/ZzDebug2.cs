using OatPath.Core.Path;
namespace OatPath.Core.Tests;
public class ZzDebug2
{
    [Fact]
    public void One()
    {
        var f = CaseJson.ReadCase(File.ReadAllText("/tmp/se.json")).Case!;
        var a = new AuditFacts(f, CaseBuilder.Rules);
        var p = a.Products["peroxide"]; var l = Ramp.Ladder.For(p, f.Intake, CaseBuilder.Rules)!;
        var sb = new System.Text.StringBuilder();
        sb.AppendLine(string.Join(",", f.Treatments.Select(t=>t.ToString())));
        for (var d = new DateOnly(2026,12,15); d < new DateOnly(2027,2,6); d = d.AddDays(1)) sb.AppendLine($"{d:yyyy-MM-dd} {a.HighestRung(p,l,d,[.. a.Uses.Where(u=>u.Product=="peroxide"&&u.Day<=d).Select(u=>u.Day)])}");
        File.WriteAllText("/tmp/one.txt", sb.ToString());
    }
}
