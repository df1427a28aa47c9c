namespace OatPath.Core.House;

/// <summary>A rule by its stable id. Its source stands again, with its limits, in docs/method.md.</summary>
/// <param name="Template">Wording with {names} of the values; {name:date} writes a date.</param>
public sealed record Rule(string Id, string Title, string Source, string Template);

/// <summary>Every rule the planner gives as a reason. Ids are stable; wording may be translated.</summary>
public static partial class RuleBook
{
    /// <summary>The rule with an id, or null when no such rule is known.</summary>
    public static Rule? Find(string id) => ById.GetValueOrDefault(id);

    /// <summary>Hard limits have no bypass anywhere.</summary>
    public static bool IsHardLimit(string id) => id.StartsWith("hard.", StringComparison.Ordinal);
}
