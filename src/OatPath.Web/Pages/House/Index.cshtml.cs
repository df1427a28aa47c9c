using System.Globalization;
using System.Security.Claims;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using OatPath.Core.House;
using OatPath.Store;
using OatPath.Web.People;
using OatPath.Web.Upkeep;

namespace OatPath.Web.Pages.House;

public sealed class IndexModel(
    Store.Studio studio,
    Store.People people,
    SignInDesk desk,
    SignIns signIns,
    ProgramSettings settings,
    BackupState backups,
    BackupRounds rounds,
    Records.ClientDigests digests,
    IAuthorizationService authorization,
    TimeProvider clock
) : PageModel
{
    [BindProperty]
    public long Version { get; set; }

    public HouseRules Rules { get; private set; } = new();

    public IReadOnlyList<Person> Team { get; private set; } = [];

    /// <summary>Open sign-ins by person.</summary>
    public IReadOnlyDictionary<long, int> Open => signIns.Counts();

    public BackupState Backups => backups;

    public DateOnly Today => digests.Now().Day;

    public ProgramChoices Program { get; private set; } = new();

    public long ProgramVersion { get; private set; }

    public List<Problem> Problems { get; } = [];

    public bool AddingPerson { get; private set; }

    public IReadOnlyList<DayOfWeek> Week { get; } =
    [DayOfWeek.Monday, DayOfWeek.Tuesday, DayOfWeek.Wednesday, DayOfWeek.Thursday, DayOfWeek.Friday, DayOfWeek.Saturday, DayOfWeek.Sunday];

    public void OnGet()
    {
        (Rules, Version) = studio.Current();
        Team = people.All();
        (Program, ProgramVersion) = settings.Current();
    }

    public async Task<IActionResult> OnPostAsync()
    {
        if (await Forbidden())
        {
            return Forbid();
        }

        OnGet();
        ModelState.Remove(nameof(Version));
        Version = long.TryParse(Request.Form[nameof(Version)], CultureInfo.InvariantCulture, out var seen) ? seen : 0;
        var wasComplete = Rules.Contacts.Complete;
        Rules = Read(Request.Form, studio.Current().Rules);
        Problems.AddRange(HouseRulesCheck.Check(Rules).Select(problem => problem with { Field = Title(problem.Field) }));
        foreach (
            var (number, name) in new[]
            {
                (Rules.Contacts.Studio, "Studio number"),
                (Rules.Contacts.OutOfHours, "Out-of-hours number"),
                (Rules.Contacts.Emergency, "Emergency number"),
            }
        )
        {
            if (number.Length > 0 && (number.Length > 40 || !number.Any(char.IsDigit)))
            {
                Problems.Add(new(name, "write a phone number"));
            }
        }

        if (Problems.Count > 0)
        {
            return Page();
        }

        try
        {
            studio.Save(Rules, Version, User.Identity?.Name ?? "", clock.GetUtcNow());
        }
        catch (ConflictException conflict)
        {
            Problems.Add(
                new(
                    "The house page",
                    "was changed by somebody else while you were here. What you typed is kept below; look at it and save again to put "
                        + "it in place."
                )
            );
            Version = conflict.CurrentVersion;
            ModelState.Remove(nameof(Version));
            return Page();
        }

        TempData["Done"] = "The house is saved. Plans follow it from now; nothing published becomes stronger by it.";
        return Redirect(wasComplete || !Rules.Contacts.Complete ? "/house" : "/");
    }

    public async Task<IActionResult> OnPostPersonAsync(string? name, string? signIn, string? role, string? password)
    {
        if (await Forbidden())
        {
            return Forbid();
        }

        OnGet();
        AddingPerson = true;
        Problems.AddRange(PersonForm.Check(name, signIn, password));
        if (role is not (Roles.Owner or Roles.Practitioner or Roles.Assistant))
        {
            Problems.Add(new("Role", "choose owner, practitioner or assistant"));
        }

        if (Problems.Count == 0 && !people.Add(name!.Trim(), signIn!.Trim(), role!, desk.Hash(password!)))
        {
            Problems.Add(new("Sign-in name", "is taken; choose another"));
        }

        if (Problems.Count > 0)
        {
            return Page();
        }

        TempData["Done"] = $"{name} can sign in now.";
        return Redirect("/house");
    }

    public async Task<IActionResult> OnPostActiveAsync(long person, bool active)
    {
        if (await Forbidden() || person.ToString(CultureInfo.InvariantCulture) == User.FindFirstValue(ClaimTypes.NameIdentifier))
        {
            return Forbid();
        }

        people.SetActive(person, active);
        TempData["Done"] = active ? "Let in again." : "Shut out; open sessions have ended.";
        return Redirect("/house");
    }

    /// <summary>Ends the sign-ins of somebody, or one's own elsewhere.</summary>
    public async Task<IActionResult> OnPostEndAsync(long person)
    {
        if (person.ToString(CultureInfo.InvariantCulture) != User.FindFirstValue(ClaimTypes.NameIdentifier) && await Forbidden())
        {
            return Forbid();
        }

        var ended = desk.EndOthers(HttpContext, person);
        TempData["Done"] = ended switch
        {
            0 => "Nothing else was open.",
            1 => "1 sign-in has ended.",
            _ => $"{ended} sign-ins have ended.",
        };
        return Redirect("/house");
    }

    /// <summary>Writes today's backup anew.</summary>
    public async Task<IActionResult> OnPostBackupAsync()
    {
        if (await Forbidden())
        {
            return Forbid();
        }

        TempData["Done"] = rounds.WriteNow() is { } problem
            ? $"The backup could not be written. {problem}"
            : "The backup of today is written and read back.";
        return Redirect("/house");
    }

    /// <summary>What the owner chooses for the program itself.</summary>
    public async Task<IActionResult> OnPostProgramAsync(
        bool secondFactor,
        bool dailyBackup,
        string? backupsKept,
        string? retentionYears,
        long programVersion
    )
    {
        if (await Forbidden())
        {
            return Forbid();
        }

        OnGet();
        var choices = settings.Current().Choices with
        {
            SecondFactor = secondFactor,
            DailyBackup = dailyBackup,
            BackupsKept = Number(backupsKept, ProgramChoices.FewestBackups, ProgramChoices.MostBackups, "Backups kept"),
            RetentionYears = Number(retentionYears, 1, ProgramChoices.MostYears, "Years without an entry"),
        };
        if (Problems.Count == 0)
        {
            try
            {
                settings.Save(choices, programVersion);
                TempData["Done"] = "The program's own choices are saved.";
                return Redirect("/house");
            }
            catch (ConflictException)
            {
                Problems.Add(
                    new(
                        "The program's choices",
                        "were changed by somebody else while you were here. What you typed is kept below; look at it and save again."
                    )
                );
            }
        }

        ModelState.Clear();
        (Program, ProgramVersion) = (choices, settings.Current().Version);
        return Page();
    }

    private int Number(string? typed, int least, int most, string field)
    {
        if (Field.Whole(typed) is { } number && number >= least && number <= most)
        {
            return number;
        }

        Problems.Add(new(field, $"give a number from {least} to {most}"));
        return least;
    }

    public async Task<IActionResult> OnPostPasswordAsync(string? current, string? next)
    {
        OnGet();
        var me = people.Find(long.Parse(User.FindFirstValue(ClaimTypes.NameIdentifier)!, CultureInfo.InvariantCulture))!;
        if (desk.Check(HttpContext, me.SignIn, current ?? "").Person is null)
        {
            Problems.Add(new("Password now", "is not right; type it again"));
        }

        if (PasswordRules.Problem(next, me.Name, me.SignIn) is { } weak)
        {
            Problems.Add(new("New password", weak));
        }

        if (Problems.Count > 0)
        {
            return Page();
        }

        people.SetPassword(me.Id, desk.Hash(next!), clock.GetUtcNow());
        await desk.SignIn(HttpContext, people.Find(me.Id)!);
        TempData["Done"] = "Your password is changed; wherever else you were signed in, you no longer are.";
        return Redirect("/house");
    }

    private HouseRules Read(IFormCollection form, HouseRules before)
    {
        string Text(string name) => form[name].ToString().Trim();
        TimeOnly Time(string field, string title, TimeOnly otherwise) =>
            Field.Read(Text(field), Field.Time, title, "give hours and minutes, such as 20:00", Problems) ?? otherwise;

        var opening = new List<OpeningHours>();
        foreach (var day in Week)
        {
            var (from, until) = (Text($"from-{day}"), Text($"until-{day}"));
            if (from.Length == 0 && until.Length == 0)
            {
                continue;
            }

            if (Field.Time(from) is { } opens && Field.Time(until) is { } closes)
            {
                opening.Add(new(day, opens, closes));
            }
            else
            {
                Problems.Add(new($"Opening hours, {day}", "give both times, or neither when closed"));
            }
        }

        var chosen = HouseChoices.All.Aggregate(before, (rules, choice) =>
        {
            if (!form.ContainsKey(choice.Key))
            {
                return rules;
            }

            if (choice.With(rules, Text(choice.Key)) is { } changed)
            {
                return changed;
            }

            Problems.Add(new(choice.Title, choice.Options.Count > 0 ? "choose one of the answers" : "write a whole number"));
            return rules;
        });
        return chosen with
        {
            StudioName = Text("studioName") is { Length: <= 80 } name ? name : before.StudioName,
            Zone = Text("zone"),
            Contacts = new ContactNumbers
            {
                Studio = Text("studio"),
                OutOfHours = Text("outOfHours"),
                Emergency = Text("emergency"),
            },
            Opening = opening,
            QuietFrom = Time("quietFrom", "Quiet hours from", before.QuietFrom),
            QuietUntil = Time("quietUntil", "Quiet hours to", before.QuietUntil),
            Currency = Text("currency"),
        };
    }

    private static string Title(string field) =>
        field switch
        {
            "zone" => "Time zone",
            "quietFrom" => "Quiet hours",
            "currency" => "Money",
            "opening" => "Opening hours",
            _ => HouseChoices.All.FirstOrDefault(choice => choice.Key == field)?.Title ?? field,
        };

    private async Task<bool> Forbidden() => !(await authorization.AuthorizeAsync(User, Roles.KeepsHouse)).Succeeded;
}
