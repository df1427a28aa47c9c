using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using OatPath.Core.Calibration;
using OatPath.Core.House;
using OatPath.Core.Ramp;
using OatPath.Store;
using OatPath.Web.Drawing;
using OatPath.Web.Records;
using OatPath.Web.Wording;

namespace OatPath.Web.Pages.Scales;

/// <summary>Chances of one group of uses, and what followed, as a row of a table.</summary>
public sealed record ChanceRow(string Name, HeldToAccount Held);

/// <summary>How one product bites, and what the estimate reckons with.</summary>
/// <param name="Reckoned">Null where it never was anything but its label.</param>
public sealed record BiteRow(string Name, BiteShown Bite, BiteSince? Reckoned);

/// <summary>Every chance that was named, held against what followed.</summary>
public sealed class ChancesModel(ChancesKept chances, Store.StudioShelf shelf, Studio studio, TimeProvider clock) : PageModel
{
    public Account? Account { get; private set; }

    /// <summary>When it was counted, in the studio's time.</summary>
    public string CountedAt { get; private set; } = "";

    public AccountDrawing? Drawing { get; private set; }

    public IReadOnlyList<ChanceRow> Bands { get; private set; } = [];

    public IReadOnlyList<ChanceRow> Sensitivities { get; private set; } = [];

    public IReadOnlyList<ChanceRow> Products { get; private set; } = [];

    /// <summary>How products of the studio shelf bite, by name.</summary>
    public IReadOnlyList<BiteRow> Bites { get; private set; } = [];

    /// <summary>The margin that is in force; null where a use is taken to ask what is reckoned.</summary>
    public MarginSince? Margin { get; private set; }

    /// <summary>Who chose it.</summary>
    public string ChosenBy { get; private set; } = "";

    /// <summary>Whether more happened than was said for sure enough to act on it, and the margin does not grow any more.</summary>
    public bool IsPastTheMargin { get; private set; }

    public void OnGet()
    {
        if (chances.Latest is not { } latest)
        {
            return;
        }

        var names = Names();
        Account = latest.Account;
        var rules = studio.Current().Rules;
        var today = studio.Today(clock.GetUtcNow());
        Margin = rules.MarginInForce();
        ChosenBy = Margin is null ? "" : studio.History().First(each => each.Rules.EstimateMargins.Contains(Margin)).By;
        IsPastTheMargin = Account.IsSurelyMore;
        CountedAt = Words.Day(CareDay.Of(latest.At, CareDay.ZoneOf(rules.Zone)));
        Drawing = AccountDrawing.Of(Account);
        Bands = Shown(Account.Bands, band => Words.Capital(ChanceWords.Of(band)));
        Sensitivities = Shown(Account.Sensitivities, sensitivity => sensitivity.ToString());
        Bites =
        [
            .. chances
                .Bites.Where(bite => bite.MayBeShown)
                .Select(bite => new BiteRow(names(bite.Product), bite, rules.BiteOn(bite.Product, today)))
                .OrderBy(row => row.Name, StringComparer.OrdinalIgnoreCase),
        ];
        Products = [.. Shown(Account.Products, names).OrderBy(row => row.Name, StringComparer.OrdinalIgnoreCase)];
    }

    /// <summary>The counts by product, for the studio's own use.</summary>
    public IActionResult OnGetCsv() =>
        chances.Latest is { } latest
            ? File(ChancesCsv.Write(latest.Account, chances.Bites, Names()), "text/csv", "chances.csv")
            : NotFound();

    /// <summary>"2.4 in 100".</summary>
    public static string InHundred(double share) => string.Create(System.Globalization.CultureInfo.InvariantCulture, $"{share * 100:0.0}");

    public static string Said(HeldToAccount held) =>
        held.Fits switch
        {
            Fits.Yes => "fits",
            Fits.MoreThanSaid => "more happened than was said",
            Fits.FewerThanSaid => "fewer happened than were said",
            _ => "too few to say",
        };

    private Func<string, string> Names()
    {
        var names = shelf.Everything().ToDictionary(each => each.Product.Id, each => each.Product.Name);
        return product => names.GetValueOrDefault(product, product);
    }

    private static List<ChanceRow> Shown<T>(IEnumerable<(T Key, HeldToAccount Held)> groups, Func<T, string> nameOf) =>
        [.. groups.Where(group => group.Held.MayBeShown).Select(group => new ChanceRow(nameOf(group.Key), group.Held))];
}
