namespace OatPath.Web.Records;

/// <summary>A plan that breaks a safety rule was about to be published; nothing was written.</summary>
/// <param name="breach">The first breach in words.</param>
public sealed class UnsafePlanException(string breach)
    : Exception($"The plan breaks a safety rule: {breach}. Nothing was published; change it first.");
