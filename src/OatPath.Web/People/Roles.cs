namespace OatPath.Web.People;

/// <summary>Who may do what. An assistant prepares; owner and practitioner decide; the owner keeps the house.</summary>
public static class Roles
{
    public const string Owner = "owner";
    public const string Practitioner = "practitioner";
    public const string Assistant = "assistant";

    /// <summary>Policy: may publish, step up, clear a stop and sign off.</summary>
    public const string Decides = "decides";

    /// <summary>Policy: may change the house and its people.</summary>
    public const string KeepsHouse = "keeps-house";
}
