using OatPath.Core.Path;

namespace OatPath.Core.Tests;

public class RandomCaseTests
{
    [Fact]
    public void Five_thousand_random_cases_have_no_breach() => RandomCase.Each(5000, (file, _) =>
    {
        Assert.Empty(CaseCheck.Check(file));
        Assert.Empty(PathAuditor.Audit(file, CaseBuilder.Rules, PathPlanner.Plan(file, CaseBuilder.Rules, days: 60)).Take(8).Select(breach => breach.ToString()));
    });
}
