namespace OatPath.Core.Path;

/// <summary>Lets tests take one rule out of the planner to prove that the auditor notices. Production code always plans with every rule.</summary>
internal sealed class RuleSwitch(string? without = null)
{
    public static RuleSwitch All { get; } = new();

    public bool On(string rule) => without is null || rule != without;
}
