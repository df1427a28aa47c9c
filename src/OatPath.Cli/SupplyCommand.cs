using OatPath.Core.Forecast;
using OatPath.Core.Formats;

namespace OatPath.Cli;

/// <summary>Prints when each package of a case ends: on the committed path, and if every step up comes on its day.</summary>
public static class SupplyCommand
{
    public static int Run(IReadOnlyList<string> words, TextWriter output, TextWriter errors)
    {
        try
        {
            var arguments = Arguments.Parse(words, "--rules");
            output.Write(CaseJson.Write(SupplyForecast.Of(arguments.Case(), arguments.Rules())));
            return ExitCode.Ok;
        }
        catch (BadInputException problem)
        {
            errors.WriteLine(problem.Message);
            return ExitCode.BadInput;
        }
    }
}
