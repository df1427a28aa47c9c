using OatPath.Store;

namespace OatPath.Cli;

/// <summary>Turns what goes wrong with a data folder into a message and an exit code.</summary>
internal static class Maintenance
{
    /// <summary>Takes the folder that is named, which has a database and which no program may be using.</summary>
    public static DataFolder Take(Arguments arguments)
    {
        var folder = new DataFolder(arguments.Needed("--data"));
        if (!File.Exists(folder.DatabaseFile))
        {
            throw new StoreException(StoreFault.Lost);
        }

        if (folder.Reserve() is { } trouble)
        {
            folder.Dispose();
            throw new BadInputException($"{trouble.What} {trouble.Remedy}");
        }

        return folder;
    }

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
