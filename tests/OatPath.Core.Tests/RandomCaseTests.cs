using OatPath.Core.House;
using OatPath.Core.Path;

namespace OatPath.Core.Tests;

public class RandomCaseTests
{
    [Fact]
    public void Random_cases_have_no_breach() => HaveNoBreach(3500, CaseBuilder.Rules);

    [Fact]
    public void Nor_where_the_house_signs_strong_kits_off() => HaveNoBreach(1500, CaseBuilder.StrongKitRules);

    private static void HaveNoBreach(int count, HouseRules rules) => RandomCase.Each(count, (file, _) =>
    {
        Assert.Empty(CaseCheck.Check(file));
        Assert.Empty(PathAuditor.Audit(file, rules, PathPlanner.Plan(file, rules, days: 60)).Take(8).Select(breach => breach.ToString()));
    }, rules);
}
