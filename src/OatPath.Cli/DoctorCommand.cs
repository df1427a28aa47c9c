using OatPath.Store;

namespace OatPath.Cli;

/// <summary>Looks a data folder over.</summary>
public static class DoctorCommand
{
    public static int Run(IReadOnlyList<string> words, TextWriter output, TextWriter error) => Maintenance.Run(error, () =>
        {
            var findings = Doctor.Look(Arguments.Parse(words, "--data").Needed("--data"), DateTimeOffset.UtcNow);
            foreach (var finding in findings)
            {
                output.WriteLine(finding.IsWell ? $"well: {finding.What}" : $"look: {finding.What} {finding.Remedy}");
            }

            return findings.All(finding => finding.IsWell) ? ExitCode.Ok : ExitCode.Breaches;
        });
}
