using System.Security.Cryptography;
using Microsoft.AspNetCore.Identity;
using OatPath.Store;

namespace OatPath.Cli;

/// <summary>Lists the people of a studio; lets in again whoever cannot get in. Whoever can read the data folder may do this.</summary>
public static class PeopleCommand
{
    private const int Words = 16;
    private const string Letters = "abcdefghjkmnpqrstuvwxyz23456789";

    public static int Run(IReadOnlyList<string> words, TextWriter output, TextWriter error) => Maintenance.Run(error, () =>
        {
            var (what, rest) = words is ["list" or "unlock" or "reset" or "forget-factor" or "sign-out", ..]
                ? (words[0], words.Skip(1).ToList())
                : ("list", words.ToList());
            var arguments = Arguments.Parse(rest, "--data");
            var folder = new DataFolder(arguments.Needed("--data"));
            if (!File.Exists(folder.DatabaseFile))
            {
                throw new StoreException(StoreFault.Lost);
            }

            using var database = new Database(folder.DatabaseFile);
            Migrator.NeedsCurrent(database);
            var people = new People(database);
            if (what == "list")
            {
                if (arguments.File is not null)
                {
                    throw new BadInputException(
                        $"{arguments.File}: use list, unlock NAME, reset NAME, forget-factor NAME or sign-out NAME"
                    );
                }

                var open = new SignIns(database).Counts();
                foreach (var person in people.All())
                {
                    output.WriteLine(
                        $"{person.SignIn}\t{person.Role}\t{person.Name}\t{(person.Active ? "may sign in" : "shut out")}\t"
                            + $"{(person.Factor is null ? "password" : "password and code")}\tsigned in "
                            + $"{open.GetValueOrDefault(person.Id)} times"
                    );
                }

                return ExitCode.Ok;
            }

            var found = people.Find(arguments.File ?? throw new BadInputException($"{what}: name whom, by the sign-in name"))
                ?? throw new BadInputException($"{arguments.File}: nobody signs in by that name; oat people list names everybody");
            output.WriteLine(Do(what, found, people, new SignIns(database)));
            return ExitCode.Ok;
        });

    private static string Do(string what, Person person, People people, SignIns signIns)
    {
        var now = DateTimeOffset.UtcNow;
        switch (what)
        {
            case "unlock":
                people.ClearAttempts(person.Id, now);
                return $"{person.SignIn} may try again at once.";
            case "forget-factor":
                people.SetFactor(person.Id, null, []);
                return $"{person.SignIn} signs in by the password alone until a second factor is set again.";
            case "sign-out":
                return $"{person.SignIn} is signed out in {signIns.EndAll(person.Id, null, now)} places.";
            default:
                var password = RandomNumberGenerator.GetString(Letters, Words);
                people.SetPassword(person.Id, new PasswordHasher<Person>().HashPassword(person, password), now);
                return $"{person.SignIn} signs in with {password} from now on; change it at the House page.";
        }
    }
}
