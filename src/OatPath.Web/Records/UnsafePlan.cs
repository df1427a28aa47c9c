using OatPath.Core.Audit;

namespace OatPath.Web.Records;

/// <summary>A plan that breaks a safety rule was about to be published; nothing was written.</summary>
public sealed class UnsafePlanException(IReadOnlyList<Breach> breaches) : Exception($"The plan breaks a safety rule: {breaches[0]}. Nothing was published; change it first.")
{
    public IReadOnlyList<Breach> Breaches => breaches;
}
