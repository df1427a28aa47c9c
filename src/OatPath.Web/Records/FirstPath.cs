using OatPath.Core.House;
using OatPath.Core.Shelf;
using OatPath.Store;

namespace OatPath.Web.Records;

/// <summary>One of the first steps of a new studio.</summary>
/// <param name="Unlocks">What can be done once it is done.</param>
/// <param name="Takes">How long it takes.</param>
/// <param name="Address">Where it is done; null where a step before it comes first.</param>
public sealed record FirstStep(string Title, string Unlocks, string Takes, string? Address, bool Done);

/// <summary>The way from an empty book to a plan on a client's phone; its lines are ticked by what stands in the book.</summary>
public sealed record FirstPath(IReadOnlyList<FirstStep> Steps)
{
    /// <summary>The step to do now; null once all are done.</summary>
    public FirstStep? Now => Steps.FirstOrDefault(step => !step.Done);

    /// <summary>The path, or null once a client has been shown a plan, or where it was put away.</summary>
    public static FirstPath? Of(HouseRules rules, Store.StudioShelf shelf, FirstSteps steps, ProgramChoices choices)
    {
        if (choices.FirstStepsPutAway || steps.Taken() is not { Shown: false } taken)
        {
            return null;
        }

        var missing = Missing(shelf.All());
        var client = taken.PublishedFor ?? taken.Client;
        return new(
            [
                new(
                    "Numbers clients are told, and the time zone",
                    "before it nothing can be published",
                    "2 min",
                    "/house",
                    rules.Contacts.Complete
                ),
                new(
                    "Products on the studio shelf" + (missing.Count == 0 ? "" : $": {Words.List(missing)} to begin with"),
                    "routines are made of them; more can follow any day",
                    "1 min by kind; bottles by paste or by file",
                    "/shelf",
                    missing.Count == 0
                ),
                new("The first client", "Meet says what suits this skin", "5 min", "/clients/new", taken.Client is not null),
                new(
                    "The first plan, published",
                    "before it nobody sees anything",
                    "5 min",
                    taken.Client is null ? null : $"/clients/{taken.Client}/start",
                    taken.Published
                ),
                new(
                    "Its link, opened on your own phone",
                    "see what the client sees, before the client does",
                    "1 min",
                    taken.Published ? $"/clients/{client}/link" : null,
                    false
                ),
            ]
        );
    }

    /// <summary>What every routine stands on and the shelf does not have.</summary>
    private static List<string> Missing(IReadOnlyList<Product> shelf) =>
        [
            .. new (string What, Func<Product, bool> Is)[]
            {
                ("a gentle cleanser", product => product.IsGentleCleanser()),
                ("a moisturiser", product => product.IsNightMoisturiser()),
                ("a sunscreen of SPF 30 or more", product => product.Spf >= 30 && product.BroadSpectrum),
            }
                .Where(basic => !shelf.Any(basic.Is))
                .Select(basic => basic.What),
        ];
}
