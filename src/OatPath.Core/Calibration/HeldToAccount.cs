namespace OatPath.Core.Calibration;

/// <summary>Whether what happened fits what was said.</summary>
public enum Fits
{
    /// <summary>Of too few clients or uses to say.</summary>
    TooFew,

    /// <summary>What was said lies within the band of what happened.</summary>
    Yes,

    /// <summary>More strong reactions than were said: the band lies over the chance.</summary>
    MoreThanSaid,

    /// <summary>Fewer strong reactions than were said: the band lies under the chance.</summary>
    FewerThanSaid,
}

/// <summary>Chances that were named for a group of uses, and what followed.</summary>
/// <param name="Clients">How many clients they are of.</param>
/// <param name="Uses">All uses.</param>
/// <param name="Told">Uses of which somebody told how they were taken.</param>
/// <param name="Mild">Uses told of as mild or worse.</param>
/// <param name="Strong">Uses with a strong reaction; one that nobody told of counts as none.</param>
/// <param name="Chance">The mean chance that was named, 0 to 1.</param>
/// <param name="Share">Strong reactions of all uses, 0 to 1.</param>
/// <param name="Low">Lower end of the 95 % band of the share, 0 to 1.</param>
/// <param name="High">Upper end of the band.</param>
/// <param name="SureLow">Lower end of a band of 99.7 %, for what is done and not only said.</param>
public sealed record HeldToAccount(
    int Clients,
    int Uses,
    int Told,
    int Mild,
    int Strong,
    double Chance,
    double Share,
    double Low,
    double High,
    double SureLow
)
{
    /// <summary>Nothing is shown of fewer clients, so that nobody is named or hinted at; house default.</summary>
    public const int FewestClients = 5;

    /// <summary>Fewer uses say nothing either way; house default.</summary>
    public const int FewestUses = 30;

    /// <summary>Nothing is done for fewer uses; house default.</summary>
    public const int FewestToAct = 100;

    /// <summary>Whether more happened than was said for sure enough to hold steps back longer.</summary>
    public bool IsSurelyMore => Clients >= FewestClients && Uses >= FewestToAct && SureLow > Chance;

    public Fits Fits =>
        Clients < FewestClients || Uses < FewestUses ? Fits.TooFew
        : Low > Chance ? Fits.MoreThanSaid
        : High < Chance ? Fits.FewerThanSaid
        : Fits.Yes;

    /// <summary>Whether it may be shown at all.</summary>
    public bool MayBeShown => Clients >= FewestClients;
}
