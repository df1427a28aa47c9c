using OatPath.Core.House;

namespace OatPath.Web.People;

/// <summary>Checks what is typed for a person.</summary>
public static class PersonForm
{
    public static List<Problem> Check(string? name, string? signIn, string? password)
    {
        var problems = new List<Problem>();
        if (string.IsNullOrWhiteSpace(name) || name.Length > 80)
        {
            problems.Add(new("Name", "give a name of 1 to 80 characters"));
        }

        if (string.IsNullOrWhiteSpace(signIn) || signIn.Trim().Length is < 3 or > 60)
        {
            problems.Add(new("Sign-in name", "give 3 to 60 characters"));
        }

        if (password is null || password.Length is < SignInDesk.MinPassword or > 200)
        {
            problems.Add(new("Password", $"give at least {SignInDesk.MinPassword} and at most 200 characters"));
        }

        return problems;
    }
}
