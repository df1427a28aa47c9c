namespace OatPath.Core.Skin;

/// <summary>How long something takes until it can be judged.</summary>
/// <param name="From">Weeks of steady use before which nothing is judged.</param>
/// <param name="Until">Weeks after which it has shown what it does.</param>
public sealed record WaitingTime(int From, int Until)
{
    /// <summary>After needling.</summary>
    /// <remarks>Source: trade convention.</remarks>
    public static WaitingTime Needling { get; } = new(12, 12);

    /// <summary>For what a client came for; null where it shows at once, or is beyond what products at home reach.</summary>
    /// <remarks>Source: tone 4 to 8 weeks and marks months: trade convention; how many months, and all others: house default.</remarks>
    public static WaitingTime? Of(Concern concern) =>
        concern switch
        {
            Concern.UnevenTone or Concern.Dullness or Concern.Oil or Concern.Dryness => new(4, 8),
            Concern.Breakouts or Concern.CloggedPores or Concern.Redness => new(8, 12),
            Concern.Marks or Concern.FineLines => new(12, 26),
            _ => null,
        };
}
