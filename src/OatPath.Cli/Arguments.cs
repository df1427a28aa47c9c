using System.Globalization;
using System.Text.Json;
using OatPath.Core.Case;
using OatPath.Core.Formats;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Session;

namespace OatPath.Cli;

/// <summary>Reads a command's words: its files and named options. Anything else is refused with a remedy.</summary>
public sealed class Arguments
{
    private readonly Dictionary<string, string> options = [];

    private Arguments(List<string> files) => Files = files;

    public IReadOnlyList<string> Files { get; }

    public string? File => Files.Count > 0 ? Files[0] : null;

    public static Arguments Parse(IReadOnlyList<string> words, params string[] known)
    {
        var parsed = ParseMany(words, known);
        return parsed.Files.Count <= 1 ? parsed : throw new BadInputException($"{parsed.Files[1]}: one file at a time");
    }

    /// <summary>The words of a command that takes one file or many.</summary>
    public static Arguments ParseMany(IReadOnlyList<string> words, params string[] known)
    {
        var files = new List<string>();
        var options = new Dictionary<string, string>();
        for (var i = 0; i < words.Count; i++)
        {
            if (!words[i].StartsWith("--", StringComparison.Ordinal))
            {
                files.Add(words[i]);
            }
            else if (!known.Contains(words[i]))
            {
                throw new BadInputException($"{words[i]}: unknown option; use {string.Join(", ", known)}");
            }
            else if (i + 1 == words.Count)
            {
                throw new BadInputException($"{words[i]}: needs a value");
            }
            else
            {
                options[words[i]] = words[++i];
            }
        }

        var parsed = new Arguments(files);
        foreach (var (name, value) in options)
        {
            parsed.options[name] = value;
        }

        return parsed;
    }

    public string? Text(string option) => options.GetValueOrDefault(option);

    public string Needed(string option) =>
        Text(option) is { Length: > 0 } text && !text.Contains('\0', StringComparison.Ordinal)
            ? text
            : throw new BadInputException($"{option}: name a file or folder");

    public DateOnly? Date(string option) =>
        Text(option) switch
        {
            null => null,
            var text when Field.Day(text) is { } date && date.Year is >= CaseCheck.FirstYear and <= CaseCheck.LastYear => date,
            _ => throw new BadInputException($"{option}: write a date as 2026-03-09, from {CaseCheck.FirstYear} to {CaseCheck.LastYear}"),
        };

    public int Number(string option, int otherwise, int least, int most) =>
        Text(option) switch
        {
            null => otherwise,
            var text when Field.Whole(text) is { } number && number >= least && number <= most => number,
            _ => throw new BadInputException($"{option}: give a whole number from {least} to {most}"),
        };

    public double Share(string option, double otherwise, double least, double most) =>
        Text(option) switch
        {
            null => otherwise,
            var text when Field.Number(text) is { } number && (double)number >= least && (double)number <= most => (double)number,
            _ => throw new BadInputException(
                string.Create(CultureInfo.InvariantCulture, $"{option}: give a number from {least} to {most}, written as 0.8")
            ),
        };

    public CaseFile Case() => Case(File);

    public static CaseFile Case(string? file) =>
        file is null ? throw new BadInputException("CASE.json: name the case file") : Checked(file, CaseJson.ReadCase(ReadText(file)));

    public HouseRules Rules() => Text("--rules") is { } file ? Checked(file, CaseJson.ReadRules(ReadText(file))) : new HouseRules();

    public static SessionScript Session(string file) => Checked(file, CaseJson.ReadSession(ReadText(file)));

    public static CarePath Path(string file) => Checked(file, CaseJson.ReadPath(ReadText(file)));

    /// <summary>Reads a list of what happened, which names no format.</summary>
    public static T Read<T>(string file)
        where T : class
    {
        var text = ReadText(file);
        try
        {
            return JsonSerializer.Deserialize<T>(text, CaseJson.Options) ?? throw new BadInputException($"{file}: holds nothing");
        }
        catch (Exception problem) when (problem is JsonException)
        {
            throw new BadInputException($"{file}: {problem.Message.Split(" Path:")[0].Split(" | ")[0]}");
        }
    }

    private static string ReadText(string file)
    {
        try
        {
            return System.IO.File.ReadAllText(file);
        }
        catch (Exception problem) when (problem is IOException or UnauthorizedAccessException or ArgumentException or NotSupportedException)
        {
            throw new BadInputException($"{file}: cannot be read; check the name and the rights");
        }
    }

    private static T Checked<T>(string file, (T? Value, IReadOnlyList<Problem> Problems) read)
        where T : class =>
        read.Value ?? throw new BadInputException(string.Join(Environment.NewLine, read.Problems.Select(problem => $"{file}: {problem}")));
}

/// <summary>What was given cannot be used; the message names the field and the remedy.</summary>
public sealed class BadInputException(string message) : Exception(message);
