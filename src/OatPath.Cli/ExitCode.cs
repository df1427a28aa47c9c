namespace OatPath.Cli;

/// <summary>What a command's exit tells a script.</summary>
public static class ExitCode
{
    public const int Ok = 0;
    public const int BadInput = 2;
    public const int Breaches = 3;
}
