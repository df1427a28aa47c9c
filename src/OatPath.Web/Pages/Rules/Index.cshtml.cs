using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using OatPath.Core.House;
using OatPath.Store;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Rules;

/// <summary>A rule as the house has it.</summary>
/// <param name="Value">The house's own value in words, or null where it has no say.</param>
/// <param name="Changed">Who gave it that value and when; empty where nobody changed it.</param>
public sealed record RuleEntry(Rule Rule, string? Value, string Changed);

/// <summary>Every rule with its sentence, the house's value, its source, and whom it held back this week.</summary>
public sealed class IndexModel(Studio studio, DigestView digest) : PageModel
{
    private const int MostHeld = 100;

    [BindProperty(SupportsGet = true)]
    public string? Q { get; set; }

    /// <summary>The rule whose entry is opened.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Rule { get; set; }

    public IReadOnlyList<RuleEntry> Entries { get; private set; } = [];

    public RuleEntry? Opened { get; private set; }

    /// <summary>Whom it held back in the last 7 days, the most often first.</summary>
    public IReadOnlyList<StoredHeld> HeldBack { get; private set; } = [];

    public int HeldInAll { get; private set; }

    public static int Total => RuleBook.All.Count;

    public void OnGet() => Fill();

    public PartialViewResult OnGetList()
    {
        Fill();
        return Partial("Rules/_List", this);
    }

    /// <summary>The sentence with its open places said in words.</summary>
    public static string Sentence(Rule rule) =>
        System.Text.RegularExpressions.Regex.Replace(rule.Template, @"\{(\w+)(:date)?\}", match => match.Groups[1].Value switch
            {
                "on" or "until" or "from" or "since" => "(day)",
                var name => $"({name})",
            });

    private void Fill()
    {
        var (rules, _) = studio.Current();
        var history = studio.History();
        RuleEntry Entry(Rule rule) => new(rule, HouseChoices.Said(rule.Id, rules), ChangedBy(rule.Id, history));
        var words = (Q ?? "").Split(' ', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
        Entries = [.. RuleBook.All.Where(rule => words.All(word => Matches(rule, word))).Select(Entry)];
        if (Rule is not null && RuleBook.Find(Rule) is { } opened)
        {
            Opened = Entry(opened);
            (HeldBack, HeldInAll) = digest.Held(opened.Id, MostHeld);
        }
    }

    private static bool Matches(Rule rule, string word) =>
        rule.Title.Contains(word, StringComparison.OrdinalIgnoreCase)
        || rule.Template.Contains(word, StringComparison.OrdinalIgnoreCase)
        || rule.Source.Contains(word, StringComparison.OrdinalIgnoreCase)
        || rule.Id.Contains(word, StringComparison.OrdinalIgnoreCase);

    private static string ChangedBy(string rule, IReadOnlyList<(HouseRules Rules, DateTimeOffset At, string By)> history)
    {
        var before = HouseChoices.Said(rule, new HouseRules());
        var said = "";
        foreach (var (rules, at, by) in history)
        {
            var value = HouseChoices.Said(rule, rules);
            if (value != before)
            {
                said = $"{by}, {at.ToString("d MMMM yyyy", System.Globalization.CultureInfo.InvariantCulture)}";
                before = value;
            }
        }

        return said;
    }
}
