using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;
using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Session;

namespace OatPath.Core.Formats;

/// <summary>Reads and writes the open JSON formats. Unknown fields are refused so that nothing is silently dropped.</summary>
public static class CaseJson
{
    /// <summary>Longest text accepted, in characters.</summary>
    public const int MaxLength = 16_000_000;

    public static JsonSerializerOptions Options { get; } = Build(indented: true);

    /// <summary>One line, for hashing and storage.</summary>
    public static JsonSerializerOptions Compact { get; } = Build(indented: false);

    /// <summary>
    /// For what was stored: written by whatever version, read for ever. Members that are not known are passed over, missing ones take their
    /// default.
    /// </summary>
    private static readonly JsonSerializerOptions Stored = Build(indented: false, tolerant: true);

    /// <summary>Reads what this program stored, in this version or another.</summary>
    /// <exception cref="JsonException">The text is damaged.</exception>
    public static T ReadStored<T>(string text) =>
        JsonSerializer.Deserialize<T>(text, Stored) ?? throw new JsonException("The stored text holds nothing.");

    /// <summary>Reads a case file and checks every field.</summary>
    /// <returns>The case, or the problems found; never both.</returns>
    public static (CaseFile? Case, IReadOnlyList<Problem> Problems) ReadCase(string text)
    {
        var (read, problems) = Read<CaseFile>(text);
        if (read is null)
        {
            return (null, problems);
        }

        var found = Ranged(CaseCheck.Check(read), read);
        return found.Count == 0 ? (read, found) : (null, found);
    }

    /// <summary>Reads house rules and checks every field.</summary>
    public static (HouseRules? Rules, IReadOnlyList<Problem> Problems) ReadRules(string text)
    {
        var (read, problems) = Read<HouseRules>(text);
        if (read is null)
        {
            return (null, problems);
        }

        var found = Ranged(HouseRulesCheck.Check(read), read);
        return found.Count == 0 ? (read, found) : (null, found);
    }

    /// <summary>Reads a care path.</summary>
    public static (CarePath? Path, IReadOnlyList<Problem> Problems) ReadPath(string text)
    {
        var (read, problems) = Read<CarePath>(text);
        if (read is null)
        {
            return (null, problems);
        }

        var found = Ranged(
            read.Format == CarePath.FormatName ? [] : [new("format", $"write \"{CarePath.FormatName}\" and version 1")],
            read
        );
        return found.Count == 0 ? (read, found) : (null, found);
    }

    /// <summary>Reads the script of a session.</summary>
    public static (SessionScript? Script, IReadOnlyList<Problem> Problems) ReadSession(string text)
    {
        var (read, problems) = Read<SessionScript>(text);
        if (read is null)
        {
            return (null, problems);
        }

        var found = Ranged(read.Format == SessionScript.FormatName ? [] : [new("format", $"write \"{SessionScript.FormatName}\"")], read);
        return found.Count == 0 ? (read, found) : (null, found);
    }

    /// <summary>What a check found, and every number outside its range that it did not name.</summary>
    private static IReadOnlyList<Problem> Ranged(IReadOnlyList<Problem> found, object read) =>
        [.. found, .. RangeFinder.Find(read).Where(problem => !found.Any(other => other.Field == problem.Field))];

    public static string Write<T>(T value) => JsonSerializer.Serialize(value, Options) + "\n";

    private static (T? Value, IReadOnlyList<Problem> Problems) Read<T>(string text)
        where T : class
    {
        if (text.Length > MaxLength)
        {
            return (null, [new("file", $"is longer than {MaxLength} characters; split it or send only one client")]);
        }

        try
        {
            var value = JsonSerializer.Deserialize<T>(text, Options);
            var hole = value is null ? "file" : NullFinder.Find(value, "");
            return hole is null
                ? (value, [])
                : (
                    null,
                    [new(hole, hole.EndsWith(']') ? "is empty; write a value or leave it out" : "is missing or empty; write a value")]
                );
        }
        catch (JsonException problem)
        {
            return (null, [Explain(problem)]);
        }
        catch (NotSupportedException)
        {
            return (null, [new("type", "each decision and log entry needs a known \"type\"")]);
        }
    }

    private static Problem Explain(JsonException problem)
    {
        var field = problem.Path is null or "$" ? "file" : problem.Path.TrimStart('$', '.');
        var message = problem.Message;
        var cut = message.IndexOf(" Path: ", StringComparison.Ordinal);
        message = cut > 0 ? message[..cut] : message;
        if (message.StartsWith("JSON deserialization for type", StringComparison.Ordinal))
        {
            var colon = message.LastIndexOf(": ", StringComparison.Ordinal);
            message = $"the field {message[(colon + 2)..].TrimEnd('.')} is missing; add it";
        }
        else if (message.Contains("could not be mapped", StringComparison.Ordinal))
        {
            message = "this field is not part of the format; check its spelling or remove it";
        }
        else if (message.StartsWith("The JSON value could not be converted", StringComparison.Ordinal))
        {
            message = "this is not the right kind of value; see docs/formats.md";
        }
        else if (message.Contains("type discriminator", StringComparison.Ordinal))
        {
            message = "each entry needs a known \"type\"; see docs/formats.md";
        }

        var line = problem.LineNumber is { } number ? $" (line {number + 1})" : "";
        return new(field, message + line);
    }

    private static JsonSerializerOptions Build(bool indented, bool tolerant = false)
    {
        var options = new JsonSerializerOptions
        {
            PropertyNamingPolicy = JsonNamingPolicy.CamelCase,
            UnmappedMemberHandling = tolerant ? JsonUnmappedMemberHandling.Skip : JsonUnmappedMemberHandling.Disallow,
            AllowOutOfOrderMetadataProperties = true,
            DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
            RespectNullableAnnotations = true,
            WriteIndented = indented,
            NewLine = "\n",
            MaxDepth = 32,
            Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
        };
        options.TypeInfoResolver = new DefaultJsonTypeInfoResolver { Modifiers = { StillStingsUntilSaid } };
        options.Converters.Add(new NamedEnumConverterFactory());
        options.MakeReadOnly(populateMissingResolver: true);
        return options;
    }

    /// <summary>A report whose sting has no end said still stings: stored facts leave it out for that.</summary>
    private static void StillStingsUntilSaid(JsonTypeInfo info)
    {
        if (info.Type == typeof(SkinReport))
        {
            info.CreateObject = () => new SkinReport { StingSeconds = null };
        }
    }
}
