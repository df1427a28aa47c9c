namespace OatPath.Core.Plan;

/// <summary>The version of the planning engine that a path was made by.</summary>
public static class EngineVersion
{
    /// <summary>Changes when the same facts could give another path.</summary>
    public const string Current = "1.14";
}
