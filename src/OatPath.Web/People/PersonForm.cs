using OatPath.Core.House;

namespace OatPath.Web.People;

/// <summary>Checks what is typed for a person.</summary>
public static class PersonForm
{
    public const int MostSignIn = 60;

    public static List<Problem> Check(string? name, string? signIn, string? password)
    {
        var problems = new List<Problem>();
        if (TypedName.Problem(name) is { } wrong)
        {
            problems.Add(new("Name", wrong));
        }
        else if (string.Equals(name!.Trim(), Author.Client, StringComparison.OrdinalIgnoreCase))
        {
            problems.Add(new("Name", $"is what clients' own words are kept under; write another than {Author.Client}"));
        }

        if (TypedName.Problem(signIn) is not null || signIn!.Trim().Length is < 3 or > MostSignIn)
        {
            problems.Add(new("Sign-in name", $"give 3 to {MostSignIn} characters that can be seen"));
        }

        if (PasswordRules.Problem(password, (name ?? "").Trim(), (signIn ?? "").Trim()) is { } weak)
        {
            problems.Add(new("Password", weak));
        }

        return problems;
    }
}
