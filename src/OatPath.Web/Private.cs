using System.Runtime.InteropServices;

namespace OatPath.Web;

/// <summary>Rights of what this process writes.</summary>
internal static class Private
{
    private const uint OwnerOnly = 0b000_111_111;

    /// <summary>From now on new files can be read by their owner only.</summary>
    public static uint Umask() => OperatingSystem.IsWindows() ? 0 : SetMask(OwnerOnly);

    [DllImport("libc", EntryPoint = "umask")]
    [DefaultDllImportSearchPaths(DllImportSearchPath.SafeDirectories)]
    private static extern uint SetMask(uint mask);
}
