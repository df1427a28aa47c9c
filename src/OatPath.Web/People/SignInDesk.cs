using System.Globalization;
using System.Security.Claims;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authentication.Cookies;
using Microsoft.AspNetCore.Identity;
using OatPath.Store;
using OatPath.Web.Limits;

namespace OatPath.Web.People;

/// <summary>
/// Checks passwords and codes, slows down whoever guesses, knows the browsers people signed in from, opens and ends sign-ins.
/// </summary>
public sealed class SignInDesk(
    Store.People people,
    SignIns signIns,
    SignInAttempts attempts,
    SecondFactor factor,
    ProgramSettings settings,
    IPasswordHasher<Person> hasher,
    ServeOptions options,
    TimeProvider clock
)
{
    public const string KnownCookie = "oatpath_known";
    private const string StampClaim = "stamp";
    private const string SignInClaim = "sign-in";
    private static readonly TimeSpan KnownFor = TimeSpan.FromDays(180);

    // Hashing something for unknown names too keeps the answer's time from telling who exists.
    private static readonly Person Nobody = new(
        0,
        "",
        "",
        Roles.Assistant,
        new PasswordHasher<Person>().HashPassword(null!, "nobody at all"),
        false,
        "",
        null,
        null
    );

    public string Hash(string password) => hasher.HashPassword(Nobody, password);

    /// <returns>The person whose password it is, or the reason to show, which never tells whether the name exists.</returns>
    public (Person? Person, string? Refusal) Check(HttpContext http, string signIn, string password)
    {
        var person = signIn.Length <= PersonForm.MostSignIn ? people.Find(signIn.Trim()) : null;
        var known = person is not null && KnownBrowser(http) is { } browser && signIns.Knows(browser, person.Id) ? browser : null;
        var (address, one) = Keys(http, signIn, known);
        if (Waits(known is null ? address : null, one, person) is { } wait)
        {
            return (null, wait);
        }

        var right =
            password.Length <= PasswordRules.Most
            && hasher.VerifyHashedPassword(person ?? Nobody, (person ?? Nobody).PasswordHash, password)
                != PasswordVerificationResult.Failed;
        if (person is null || !person.Active || !right)
        {
            attempts.Failed(one, SignInAttempts.FreeForOne, person?.ClearedAt);
            attempts.Failed(address, SignInAttempts.FreeForAddress);
            return (null, "Name or password is not right. Check both and try again.");
        }

        attempts.Succeeded(one);
        return (person, null);
    }

    /// <summary>
    /// Takes the second factor of somebody whose password was right. Whoever guesses is slowed down by where they come from, or by their
    /// browser where it is known;
    /// what others guess elsewhere stands in nobody's way.
    /// </summary>
    public (bool IsRight, string? Refusal) CheckCode(HttpContext http, Person person, string? code)
    {
        var known = KnownBrowser(http) is { } browser && signIns.Knows(browser, person.Id) ? browser : null;
        var (address, _) = Keys(http, person.SignIn, null);
        var one = $"code {person.Id} {known ?? address}";
        var shared = known is null ? $"codes {address}" : null;
        if (Waits(shared, one, person) is { } wait)
        {
            return (false, wait);
        }

        if (factor.Take(person, code))
        {
            attempts.Succeeded(one);
            return (true, null);
        }

        attempts.Failed(one, SignInAttempts.FreeForOne, person.ClearedAt);
        if (shared is not null)
        {
            attempts.Failed(shared, SignInAttempts.FreeForAddress);
        }

        return (false, "The code is not right, or was used before. Wait for the next one in the app, or use a recovery code.");
    }

    /// <summary>Signs somebody in, and knows the browser from now on.</summary>
    public Task SignIn(HttpContext http, Person person)
    {
        var now = clock.GetUtcNow();
        if (!(KnownBrowser(http) is { } browser && signIns.Knows(browser, person.Id)) && signIns.Know(person.Id, now) is { } known)
        {
            http.Response.Cookies.Append(
                KnownCookie,
                known,
                new CookieOptions
                {
                    HttpOnly = true,
                    SameSite = SameSiteMode.Strict,
                    Secure = options.Trusted || http.Request.IsHttps,
                    MaxAge = KnownFor,
                    IsEssential = true,
                    Path = "/",
                }
            );
        }

        var identity = new ClaimsIdentity(
            [
                new Claim(ClaimTypes.NameIdentifier, person.Id.ToString(CultureInfo.InvariantCulture)),
                new Claim(ClaimTypes.Name, person.Name),
                new Claim(ClaimTypes.Role, person.Role),
                new Claim(StampClaim, person.Stamp),
                new Claim(SignInClaim, signIns.Open(person.Id, now)),
            ],
            CookieAuthenticationDefaults.AuthenticationScheme
        );
        return http.SignInAsync(new ClaimsPrincipal(identity));
    }

    /// <summary>Ends this sign-in on the server; a copy of the cookie opens nothing any more.</summary>
    public async Task SignOut(HttpContext http)
    {
        await http.SignOutAsync();
        if (http.User.FindFirstValue(SignInClaim) is { } token)
        {
            signIns.End(token, clock.GetUtcNow());
        }
    }

    /// <summary>Ends every sign-in of a person; one's own but this one.</summary>
    public int EndOthers(HttpContext http, long person) =>
        signIns.EndAll(person, IdOf(http.User) == person ? http.User.FindFirstValue(SignInClaim) : null, clock.GetUtcNow());

    public Person? Me(HttpContext http) => IdOf(http.User) is { } id ? people.Find(id) : null;

    /// <summary>Whether the house asks this person for a second factor that is not set yet.</summary>
    public bool NeedsFactor(Person person) =>
        person is { Factor: null, Role: Roles.Owner or Roles.Practitioner } && settings.Current().Choices.SecondFactor;

    /// <summary>Ends a session when the person left, lost the right, changed the password or signed out.</summary>
    public static Task Validate(CookieValidatePrincipalContext context)
    {
        var services = context.HttpContext.RequestServices;
        var person =
            IdOf(context.Principal!) is { } number && context.Principal!.FindFirstValue(SignInClaim) is { } token
                ? services.GetRequiredService<SignIns>().Whose(token, number)
                : null;
        if (person is null || !person.Active || person.Stamp != context.Principal!.FindFirstValue(StampClaim))
        {
            context.RejectPrincipal();
            return context.HttpContext.SignOutAsync();
        }

        context.HttpContext.Items[FactorGate.Needed] = services.GetRequiredService<SignInDesk>().NeedsFactor(person);
        return Task.CompletedTask;
    }

    private static long? IdOf(ClaimsPrincipal user) =>
        long.TryParse(user.FindFirstValue(ClaimTypes.NameIdentifier), CultureInfo.InvariantCulture, out var id) ? id : null;

    private static string? KnownBrowser(HttpContext http) =>
        http.Request.Cookies.TryGetValue(KnownCookie, out var token) && token.Length is > 20 and < 100 ? token : null;

    private static (string Address, string One) Keys(HttpContext http, string signIn, string? known)
    {
        var address = $"address {ComesFrom.Of(http)}";
        var name = signIn.Trim().ToUpperInvariant();
        return (address, known is null ? $"{address} name {name[..Math.Min(name.Length, 80)]}" : $"browser {known}");
    }

    private string? Waits(string? address, string one, Person? person)
    {
        var wait = new[]
        {
            attempts.Wait(one, person?.ClearedAt),
            address is null ? null : attempts.Wait(address, person?.ClearedAt),
        }.Max();
        return wait is not { } left
            ? null
            : $"Too many attempts from here. Wait "
                + (
                    left > TimeSpan.FromSeconds(90)
                        ? $"{Math.Ceiling(left.TotalMinutes)} minutes"
                        : $"{Math.Ceiling(left.TotalSeconds)} seconds"
                )
                + " and try again.";
    }
}
