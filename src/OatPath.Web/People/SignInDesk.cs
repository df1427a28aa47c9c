using System.Security.Claims;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authentication.Cookies;
using Microsoft.AspNetCore.Identity;
using OatPath.Store;

namespace OatPath.Web.People;

/// <summary>Checks passwords, locks out after repeated failures, and ends sessions whose person changed.</summary>
public sealed class SignInDesk(Store.People people, IPasswordHasher<Person> hasher, TimeProvider clock)
{
    private const int LockAfter = 5;
    private const string StampClaim = "stamp";
    private static readonly TimeSpan LockFor = TimeSpan.FromMinutes(15);

    public const int MinPassword = 10;

    // Hashing something for unknown names too keeps the answer's time from telling who exists.
    private static readonly Person Nobody = new(0, "", "", Roles.Assistant, new PasswordHasher<Person>().HashPassword(null!, "nobody at all"), 0, null, false, "");

    public string Hash(string password) => hasher.HashPassword(Nobody, password);

    /// <returns>The person, or the reason to show, which never tells whether the name exists.</returns>
    public (Person? Person, string? Refusal) Check(string signIn, string password)
    {
        var now = clock.GetUtcNow();
        var person = people.Find(signIn.Trim());
        if (person?.LockedUntil > now)
        {
            return (null, "Too many attempts. Wait 15 minutes and try again.");
        }

        var right = hasher.VerifyHashedPassword(person ?? Nobody, (person ?? Nobody).PasswordHash, password) != PasswordVerificationResult.Failed;
        if (person is null || !person.Active || !right)
        {
            if (person is not null)
            {
                people.NoteFailure(person.Id, LockAfter, now + LockFor);
            }

            return (null, "Name or password is not right. Check both and try again.");
        }

        people.NoteSuccess(person.Id);
        return (person, null);
    }

    public static Task SignIn(HttpContext http, Person person)
    {
        var identity = new ClaimsIdentity(
            [
                new Claim(ClaimTypes.NameIdentifier, person.Id.ToString(System.Globalization.CultureInfo.InvariantCulture)),
                new Claim(ClaimTypes.Name, person.Name),
                new Claim(ClaimTypes.Role, person.Role),
                new Claim(StampClaim, person.Stamp),
            ],
            CookieAuthenticationDefaults.AuthenticationScheme);
        return http.SignInAsync(new ClaimsPrincipal(identity));
    }

    /// <summary>Ends a session when the person left, lost the right, or changed the password.</summary>
    public static async Task Validate(CookieValidatePrincipalContext context)
    {
        var people = context.HttpContext.RequestServices.GetRequiredService<Store.People>();
        var id = context.Principal?.FindFirstValue(ClaimTypes.NameIdentifier);
        var person = long.TryParse(id, out var number) ? people.Find(number) : null;
        if (person is null || !person.Active || person.Stamp != context.Principal!.FindFirstValue(StampClaim))
        {
            context.RejectPrincipal();
            await context.HttpContext.SignOutAsync();
        }
    }
}
