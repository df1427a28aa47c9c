using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;
using OatPath.Core.Case;
using OatPath.Core.Formats;
using OatPath.Core.House;
using OatPath.Core.Plan;

namespace OatPath.Cli;

/// <summary>Reads a command's words: one file and named options. Anything else is refused with a remedy.</summary>
public sealed class Arguments
{
    private readonly Dictionary<string, string> options = [];

    private Arguments(string? file) => File = file;

    public string? File { get; }

    public static Arguments Parse(IReadOnlyList<string> words, params string[] known)
    {
        string? file = null;
        var options = new Dictionary<string, string>();
        for (var i = 0; i < words.Count; i++)
        {
            if (!words[i].StartsWith("--", StringComparison.Ordinal))
            {
                file = file is null ? words[i] : throw new BadInputException($"{words[i]}: one file at a time");
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

        var parsed = new Arguments(file);
        foreach (var (name, value) in options)
        {
            parsed.options[name] = value;
        }

        return parsed;
    }

    public string? Text(string option) => options.GetValueOrDefault(option);

    public string Needed(string option) => Text(option) is { Length: > 0 } text && !text.Contains('\0', StringComparison.Ordinal) ? text : throw new BadInputException($"{option}: name a file or folder");

    public DateOnly? Date(string option) => Text(option) switch
    {
        null => null,
        var text when DateOnly.TryParseExact(text, "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var date) && date.Year is >= CaseCheck.FirstYear and <= CaseCheck.LastYear => date,
        _ => throw new BadInputException($"{option}: write a date as 2026-03-09, from {CaseCheck.FirstYear} to {CaseCheck.LastYear}"),
    };

    public int Number(string option, int otherwise, int least, int most) => Text(option) switch
    {
        null => otherwise,
        var text when int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out var number) && number >= least && number <= most => number,
        _ => throw new BadInputException($"{option}: give a whole number from {least} to {most}"),
    };

    public double Share(string option, double otherwise, double least, double most) => Text(option) switch
    {
        null => otherwise,
        var text when double.TryParse(text, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var number) && number >= least && number <= most => number,
        _ => throw new BadInputException(string.Create(CultureInfo.InvariantCulture, $"{option}: give a number from {least} to {most}, written as 0.8")),
    };

    public CaseFile Case() => File is null
        ? throw new BadInputException("CASE.json: name the case file")
        : Checked(File, CaseJson.ReadCase(Read(File)));

    public HouseRules Rules() => Text("--rules") is { } file ? Checked(file, CaseJson.ReadRules(Read(file))) : new HouseRules();

    public static CarePath Path(string file) => Checked(file, CaseJson.ReadPath(Read(file)));

    /// <summary>Reads a file of another of the open formats.</summary>
    /// <param name="format">The format it must name, or null where it names none.</param>
    public static T Read<T>(string file, string? format)
        where T : class
    {
        var text = Read(file);
        try
        {
            if (format is not null && JsonNode.Parse(text)?["format"]?.GetValue<string>() is var named && named != format)
            {
                throw new BadInputException($"{file}: format: is {named ?? "missing"}; this command reads {format}");
            }

            return JsonSerializer.Deserialize<T>(text, CaseJson.Options) ?? throw new BadInputException($"{file}: holds nothing");
        }
        catch (Exception problem) when (problem is JsonException or InvalidOperationException)
        {
            throw new BadInputException($"{file}: {problem.Message.Split(" Path:")[0].Split(" | ")[0]}");
        }
    }

    private static string Read(string file)
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
