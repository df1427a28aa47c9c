using System.Globalization;
using System.Text;
using System.Text.RegularExpressions;
using Microsoft.CodeAnalysis;
using Microsoft.CodeAnalysis.CSharp;
using Microsoft.CodeAnalysis.CSharp.Syntax;
using OatPath.Core.Tests;
using OatPath.Core.Wording;

namespace OatPath.Web.Tests.Wording;

/// <summary>The sentences that stand in the sources where they are said: in code, in pages and in the scripts of the phone.</summary>
internal static partial class SentencesInSource
{
    /// <summary>Each with the file it stands in; those of pages and code, and those of scripts apart.</summary>
    public static (IReadOnlyList<(string English, string File)> Pages, IReadOnlyList<(string English, string File)> Scripts) Find()
    {
        var root = Path.Combine(Repository.Root, "src");
        var pages = Files(root, "*.cs").Concat(Files(root, "*.cshtml")).SelectMany(file => InCode(file).Select(english => (english, file)));
        var scripts = Files(Path.Combine(root, "OatPath.Web", "wwwroot", "js"), "*.js")
            .SelectMany(file => InScript(File.ReadAllText(file)).Select(english => (english, file)));
        return ([.. pages], [.. scripts]);
    }

    private static IEnumerable<string> Files(string folder, string pattern) =>
        Directory
            .EnumerateFiles(folder, pattern, SearchOption.AllDirectories)
            .Where(file => !file.Contains("/obj/", StringComparison.Ordinal) && !file.Contains("/bin/", StringComparison.Ordinal))
            .Order(StringComparer.Ordinal);

    private static IEnumerable<string> InCode(string file)
    {
        var text = File.ReadAllText(file);
        foreach (Match match in Call().Matches(text))
        {
            var call = SyntaxFactory.ParseExpression(text, match.Index, consumeFullText: false);
            if (call.DescendantNodesAndSelf().OfType<InvocationExpressionSyntax>().FirstOrDefault(Begins) is not { } said)
            {
                continue;
            }

            var arguments = said.ArgumentList.Arguments.Select(argument => argument.Expression).ToArray();
            foreach (
                var english in match.Value switch
                {
                    "Said.Of(" or "Said.Later(" => arguments.SelectMany(Sentences),
                    "Said.Count(" => arguments.Skip(1).SelectMany(Sentences),
                    _ => arguments.Skip(1).SelectMany(Sentences).SelectMany(noun => new[] { $"{{0}} {noun}", $"{{0}} {noun}s" }),
                }
            )
            {
                yield return english;
            }

            bool Begins(InvocationExpressionSyntax found) => match.Value.StartsWith(found.Expression.ToString(), StringComparison.Ordinal);
        }
    }

    /// <summary>What an expression may say; nothing where it is no sentence of the source.</summary>
    private static IEnumerable<string> Sentences(ExpressionSyntax said) =>
        said switch
        {
            LiteralExpressionSyntax literal when literal.IsKind(SyntaxKind.StringLiteralExpression) => [literal.Token.ValueText],
            InterpolatedStringExpressionSyntax or BinaryExpressionSyntax => Whole(said) is { } whole ? [whole] : [],
            ParenthesizedExpressionSyntax inside => Sentences(inside.Expression),
            ConditionalExpressionSyntax either => Sentences(either.WhenTrue).Concat(Sentences(either.WhenFalse)),
            SwitchExpressionSyntax table => table.Arms.SelectMany(arm => Sentences(arm.Expression)),
            _ => [],
        };

    private static string? Whole(ExpressionSyntax said)
    {
        var text = new StringBuilder();
        var values = 0;
        var interpolated = said.DescendantNodesAndSelf().Any(node => node is InterpolatedStringExpressionSyntax);
        return Add(said) ? text.ToString() : null;

        bool Add(ExpressionSyntax part)
        {
            switch (part)
            {
                case BinaryExpressionSyntax sum when sum.IsKind(SyntaxKind.AddExpression):
                    return Add(sum.Left) && Add(sum.Right);
                case LiteralExpressionSyntax literal when literal.IsKind(SyntaxKind.StringLiteralExpression):
                    text.Append(interpolated ? Doubled(literal.Token.ValueText) : literal.Token.ValueText);
                    return true;
                case InterpolatedStringExpressionSyntax sentence:
                    foreach (var content in sentence.Contents)
                    {
                        _ = content switch
                        {
                            InterpolatedStringTextSyntax fast => text.Append(Doubled(Undoubled(fast.TextToken.ValueText))),
                            InterpolationSyntax { FormatClause: { } format } => text.Append(
                                CultureInfo.InvariantCulture,
                                $"{{{values++}:{format.FormatStringToken.ValueText}}}"
                            ),
                            _ => text.Append(CultureInfo.InvariantCulture, $"{{{values++}}}"),
                        };
                    }

                    return true;
                default:
                    return false;
            }
        }
    }

    private static string Doubled(string text) =>
        text.Replace("{", "{{", StringComparison.Ordinal).Replace("}", "}}", StringComparison.Ordinal);

    private static string Undoubled(string text) =>
        text.Replace("{{", "{", StringComparison.Ordinal).Replace("}}", "}", StringComparison.Ordinal);

    private static IEnumerable<string> InScript(string text)
    {
        foreach (Match match in ScriptCall().Matches(text))
        {
            var at = match.Index + match.Length;
            yield return match.Value[^1] == '`' ? Template(text, at) : string.Concat(Literals(text, at));
        }
    }

    /// <summary>A template from behind its first mark: each value is a place.</summary>
    private static string Template(string text, int at)
    {
        var sentence = new StringBuilder();
        for (var values = 0; text[at] != '`'; at++)
        {
            if (text[at] != '$' || text[at + 1] != '{')
            {
                sentence.Append(text[at]);
                continue;
            }

            sentence.Append(CultureInfo.InvariantCulture, $"{{{values++}}}");
            at = EndOfValue(text, at + 2);
        }

        return sentence.ToString();
    }

    /// <summary>Where the bracket of a value closes, past templates inside of it.</summary>
    private static int EndOfValue(string text, int at)
    {
        for (var depth = 1; ; at++)
        {
            depth += text[at] switch
            {
                '{' => 1,
                '}' => -1,
                _ => 0,
            };
            if (depth == 0)
            {
                return at;
            }
        }
    }

    /// <summary>Literals in a row with a plus between, from behind the bracket.</summary>
    private static IEnumerable<string> Literals(string text, int at)
    {
        while (ScriptLiteral().Match(text, at) is { Success: true } literal && literal.Index == at)
        {
            yield return literal.Groups["text"].Value.Replace("\\'", "'", StringComparison.Ordinal);
            at += literal.Length;
        }
    }

    [GeneratedRegex(@"\b(Said\.Of|Said\.Later|Said\.Count|Words\.Count)\(")]
    private static partial Regex Call();

    [GeneratedRegex(@"\bsaid(`|\((?=\s*['""]))")]
    private static partial Regex ScriptCall();

    [GeneratedRegex(@"[\s+]*(?<quote>['""])(?<text>(\\.|(?!\k<quote>).)*)\k<quote>", RegexOptions.ExplicitCapture)]
    private static partial Regex ScriptLiteral();
}
