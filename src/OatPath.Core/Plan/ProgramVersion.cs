namespace OatPath.Core.Plan;

/// <summary>The release that is installed. It says nothing of what is planned; that is <see cref="EngineVersion"/>.</summary>
public static class ProgramVersion
{
    /// <summary>Three numbers, such as 1.0.0.</summary>
    public static string Current { get; } = typeof(ProgramVersion).Assembly.GetName().Version!.ToString(3);
}
