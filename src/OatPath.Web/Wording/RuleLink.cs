using OatPath.Core.House;

namespace OatPath.Web.Wording;

/// <summary>Leads from a reason to its rule's entry.</summary>
public static class RuleLink
{
    public static string To(Because because) => $"/rules?rule={because.Rule}#entry";

    public static string TitleOf(Because because) => RuleBook.Find(because.Rule)?.Title ?? "";
}
