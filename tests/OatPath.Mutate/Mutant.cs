using Microsoft.CodeAnalysis.Text;

namespace OatPath.Mutate;

/// <summary>One change of one place of the core.</summary>
/// <param name="Id">The number it is switched on by.</param>
/// <param name="File">The source file, from the core's folder.</param>
/// <param name="Line">The line, from 1.</param>
/// <param name="Span">The place in the unchanged file.</param>
/// <param name="Was">The expression as it stands.</param>
/// <param name="Is">As it is changed.</param>
/// <param name="Constant">The name of the constant that is changed; null for an expression.</param>
internal sealed record Mutant(int Id, string File, int Line, TextSpan Span, string Was, string Is, string? Constant)
{
    /// <summary>What a reason is kept under: the place without its line, which moves.</summary>
    public string Key => $"{File}: {Was} -> {Is}";
}
