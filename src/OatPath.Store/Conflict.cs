namespace OatPath.Store;

/// <summary>Somebody else saved the same thing in the meantime. Nothing was written.</summary>
public sealed class ConflictException(string what, long currentVersion) : Exception($"{what} was changed by somebody else in the meantime.")
{
    public long CurrentVersion { get; } = currentVersion;
}
