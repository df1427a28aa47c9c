using OatPath.Core.Formats;
using OatPath.Core.House;
using OatPath.Core.Labels;

namespace OatPath.Cli;

/// <summary>Reads a label from standard input and prints what it says as JSON.</summary>
public static class LabelCommand
{
    // A little more than a label may hold, so that a longer text is refused rather than cut.
    private const int MostRead = LabelReader.MaxLength + 1;

    public static int Run(TextReader input, TextWriter output, TextWriter errors)
    {
        var buffer = new char[MostRead];
        var length = input.ReadBlock(buffer);
        var (reading, problem) = LabelReader.Read(new string(buffer, 0, length));
        if (reading is null)
        {
            errors.WriteLine(
                length == MostRead
                    ? $"Label: holds more than {LabelReader.MaxLength} characters; a label is shorter. Paste only the list of one product"
                    : problem!.ToString()
            );
            return ExitCode.BadInput;
        }

        output.Write(
            CaseJson.Write(
                new
                {
                    reading.Kind,
                    reading.KindCertainty,
                    reading.Title,
                    reading.Roles,
                    reading.Flags,
                    reading.Ph,
                    reading.Spf,
                    reading.Alphabetical,
                    reading.OnePercentFrom,
                    Ingredients = reading.Ingredients.Select(item => new
                    {
                        item.Name,
                        item.Written,
                        Family = item.Family is { } family ? EnumName.Of(family) : "none",
                        item.Position,
                        item.Role,
                        item.Certainty,
                        item.Percent,
                    }),
                    reading.Unknown,
                    Notes = reading.Notes.Select(Words.Say),
                }
            )
        );
        return ExitCode.Ok;
    }
}
