using OatPath.Core.House;

namespace OatPath.Core.Audit;

/// <summary>A place where a path breaks a rule.</summary>
public sealed record Breach(string Rule, DateOnly Date, Moment? Moment, string? Product, string Detail)
{
    public override string ToString() =>
        $"{Date:yyyy-MM-dd} {(Moment is { } moment ? moment.ToString().ToLowerInvariant() + " " : "")}{Rule}"
            + $"{(Product is null ? "" : $" {Product}")}: {Detail}";
}
