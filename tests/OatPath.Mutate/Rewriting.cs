using Microsoft.CodeAnalysis;
using Microsoft.CodeAnalysis.CSharp;
using Microsoft.CodeAnalysis.CSharp.Syntax;

namespace OatPath.Mutate;

/// <summary>Puts a switch around each place that is to be changed, so that one build holds every mutant.</summary>
internal sealed class Rewriting(IReadOnlyDictionary<(string File, int Start, int Length), Mutant> mutants, string file)
    : CSharpSyntaxRewriter
{
    /// <summary>
    /// The places of a file that can be changed: whole and decimal numbers from 2 on, constants among them, and comparisons.
    /// </summary>
    public static IEnumerable<(SyntaxNode Node, string Is, string? Constant)> Places(SyntaxNode root)
    {
        foreach (var node in root.DescendantNodes())
        {
            if (node is LiteralExpressionSyntax literal && literal.IsKind(SyntaxKind.NumericLiteralExpression))
            {
                if (MustStayConstant(literal))
                {
                    continue;
                }

                if (
                    node.Parent
                        is EqualsValueClauseSyntax { Parent: VariableDeclaratorSyntax { Parent.Parent: FieldDeclarationSyntax field } name }
                    && field.Modifiers.Any(SyntaxKind.ConstKeyword)
                )
                {
                    if (Other(literal) is { } constant)
                    {
                        yield return (literal, constant, name.Identifier.Text);
                    }
                }
                else if (Other(literal) is { } other)
                {
                    yield return (literal, other, null);
                }
            }
            else if (node is BinaryExpressionSyntax binary && Turned(binary) is { } turned)
            {
                yield return (binary, turned, null);
            }
        }
    }

    public override SyntaxNode? VisitLiteralExpression(LiteralExpressionSyntax node) => Switch(node, node);

    public override SyntaxNode? VisitBinaryExpression(BinaryExpressionSyntax node) =>
        Switch(node, (ExpressionSyntax)base.VisitBinaryExpression(node)!);

    /// <summary>A constant that is changed is asked for each time it is read.</summary>
    public override SyntaxNode? VisitFieldDeclaration(FieldDeclarationSyntax node)
    {
        if (
            node.Declaration.Variables is not [{ Initializer.Value: { } value } name]
            || !mutants.TryGetValue((file, value.SpanStart, value.Span.Length), out var mutant)
            || mutant.Constant is null
        )
        {
            return base.VisitFieldDeclaration(node);
        }

        var modifiers = string.Join(' ', node.Modifiers.Where(word => !word.IsKind(SyntaxKind.ConstKeyword)).Select(word => word.Text));
        return SyntaxFactory.ParseMemberDeclaration(
            $"{modifiers} static {node.Declaration.Type} {name.Identifier} => {Switched(mutant, mutant.Was)};\n"
        );
    }

    /// <summary>A number that the language takes as a constant only cannot be switched.</summary>
    private static bool MustStayConstant(SyntaxNode node) =>
        node.Ancestors()
            .TakeWhile(outer => outer is not StatementSyntax)
            .Any(outer => outer is PatternSyntax or AttributeSyntax or SwitchLabelSyntax or ParameterSyntax or EnumMemberDeclarationSyntax);

    private ExpressionSyntax Switch(ExpressionSyntax original, ExpressionSyntax inside) =>
        mutants.TryGetValue((file, original.SpanStart, original.Span.Length), out var mutant) && mutant.Constant is null
            ? SyntaxFactory.ParseExpression(Switched(mutant, inside.ToString())).WithTriviaFrom(original)
            : inside;

    private static string Switched(Mutant mutant, string was) => $"(global::MutantSwitch.Is({mutant.Id}) ? {mutant.Is} : {was})";

    private static string? Other(LiteralExpressionSyntax literal) =>
        literal.Token.Value switch
        {
            int number when number >= 2 => $"{number + 1}",
            double number when number > 0 => FormattableString.Invariant($"{number * 1.5:R}"),
            decimal number when number > 0 => FormattableString.Invariant($"{number * 1.5m}m"),
            _ => null,
        };

    private static string? Turned(BinaryExpressionSyntax node)
    {
        var other = node.Kind() switch
        {
            SyntaxKind.LessThanExpression => "<=",
            SyntaxKind.LessThanOrEqualExpression => "<",
            SyntaxKind.GreaterThanExpression => ">=",
            SyntaxKind.GreaterThanOrEqualExpression => ">",
            SyntaxKind.EqualsExpression => "!=",
            SyntaxKind.NotEqualsExpression => "==",
            _ => null,
        };
        return other is null ? null : $"{node.Left} {other} {node.Right}";
    }
}
