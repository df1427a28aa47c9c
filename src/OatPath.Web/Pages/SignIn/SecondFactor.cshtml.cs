using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;
using OatPath.Core.House;
using OatPath.Store;
using OatPath.Web.Limits;
using OatPath.Web.People;

namespace OatPath.Web.Pages.SignIn;

/// <summary>Sets one's own second factor, shows its recovery codes once, takes it away.</summary>
[EnableRateLimiting(RequestLimits.Strict)]
public sealed class SecondFactorModel(SignInDesk desk, SecondFactor factor, Store.People people) : PageModel
{
    public List<Problem> Problems { get; } = [];

    public Person Me { get; private set; } = null!;

    /// <summary>A secret that is not set yet.</summary>
    public string Secret { get; private set; } = "";

    /// <summary>Shown once, right after the factor was set.</summary>
    public IReadOnlyList<string> Codes { get; private set; } = [];

    /// <summary>Whether the house asks for it.</summary>
    public bool IsAsked { get; private set; }

    public int CodesLeft => people.RecoveryCodesLeft(Me.Id);

    public void OnGet() => Fill(null);

    public IActionResult OnPost(string? secret, string? code)
    {
        Fill(secret);
        if (Me.Factor is not null)
        {
            Problems.Add(new("Second factor", "is set already; take it away first to set another"));
            return Page();
        }

        if (!factor.Fits(Secret, code ?? "", out _))
        {
            Problems.Add(new("Code", "does not fit; look at the app again, and at whether phone and studio have the same time"));
            return Page();
        }

        Codes = factor.Set(Me, Secret);
        Me = desk.Me(HttpContext)!;
        return Page();
    }

    public IActionResult OnPostRemove(string? password)
    {
        Fill(null);
        var (person, refusal) = desk.Check(HttpContext, Me.SignIn, password ?? "");
        if (person is null)
        {
            Problems.Add(
                new("Password", refusal!.StartsWith("Too many", StringComparison.Ordinal) ? refusal : "is not right; type it again")
            );
            return Page();
        }

        people.SetFactor(Me.Id, null, []);
        TempData["Done"] = "The second factor is taken away; the password alone signs you in.";
        return Redirect("/second-factor");
    }

    private void Fill(string? secret)
    {
        Me = desk.Me(HttpContext)!;
        IsAsked = desk.NeedsFactor(Me with { Factor = null });
        Secret =
            secret is { Length: > 15 and < 65 } && secret.All(c => char.IsAsciiLetterUpper(c) || c is >= '2' and <= '7')
                ? secret
                : SecondFactor.NewSecret();
    }
}
