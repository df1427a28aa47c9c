using OatPath.Store;

namespace OatPath.Cli;

/// <summary>Turns what goes wrong with a data folder into a message and an exit code.</summary>
internal static class Maintenance
{
    public static int Run(TextWriter error, Func<int> command)
    {
        try
        {
            return command();
        }
        catch (BadInputException bad)
        {
            error.WriteLine(bad.Message);
        }
        catch (BackupException bad)
        {
            error.WriteLine(bad.Message);
        }
        catch (StoreException fault)
        {
            error.WriteLine($"{fault.Message} {fault.Remedy}");
        }
        catch (InvalidOperationException fault)
        {
            error.WriteLine(fault.Message);
        }

        return ExitCode.BadInput;
    }
}
