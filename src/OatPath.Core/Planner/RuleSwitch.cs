namespace OatPath.Core.Planner;

/// <summary>
/// Lets tests take rules out of the planner to prove that the auditor notices. Production code always plans with every rule.
/// </summary>
internal sealed class RuleSwitch(params string[] without)
{
    public static RuleSwitch All { get; } = new();

    public bool On(string rule) => without.Length == 0 || !without.Contains(rule);
}
