using CsCheck;
using OatPath.Core.Path;

namespace OatPath.Core.Tests;

public class RandomCaseTests
{
    [Fact]
    public void Five_thousand_random_cases_have_no_breach()
    {
        RandomCase.Gen.Sample(file =>
        {
            Assert.Empty(CaseCheck.Check(file));
            var path = PathPlanner.Plan(file, CaseBuilder.Rules, days: 60);
            var breaches = PathAuditor.Audit(file, CaseBuilder.Rules, path);
            Assert.True(breaches.Count == 0, string.Join("\n", breaches.Take(8)) + "\n" + CaseJson.Write(file));
        }, iter: 5000, threads: 2, print: _ => "case");
    }
}
