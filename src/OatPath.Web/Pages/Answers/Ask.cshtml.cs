using System.Globalization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using OatPath.Core.House;
using OatPath.Core.Labels;
using OatPath.Core.Questionnaire;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;
using OatPath.Core.Wording;
using OatPath.Store;
using OatPath.Web.Doors;

namespace OatPath.Web.Pages.Answers;

/// <summary>An answer that is offered.</summary>
public sealed record OfferedAnswer(string Value, string Words, bool IsChosen);

/// <summary>One question a screen; each answer is kept as it is given.</summary>
public sealed class AskModel(AnswerDoor door, AnswerLinks links, Studio studio, TimeProvider clock)
    : AnswersPage(door, links, studio, clock)
{
    public const int MostProducts = 12;
    public const int MostHistory = 2000;
    private const int OldestYears = 120;

    [FromRoute(Name = "screen")]
    public string? Key { get; set; }

    public MeetScreen Screen { get; private set; } = new(MeetQuestion.BirthDate);

    protected override string Title => Said.Of("Questions before your visit");

    private IReadOnlyList<MeetScreen> Screens => MeetScreens.Of(Answers, Today);

    /// <summary>Which of the screens it is, from 1.</summary>
    public int Place => Screens.ToList().IndexOf(Screen) + 1;

    public int Count => Screens.Count;

    public MeetScreen? Before => Place > 1 ? Screens[Place - 2] : null;

    /// <summary>A parent's word is not passed over.</summary>
    public bool MayPass => Screen.About is null && Screen.Question != MeetQuestion.Guardian;

    /// <summary>What was typed and could not be kept, else what was answered before.</summary>
    public string? Typed =>
        TypedOf("value")
        ?? Screen.Question switch
        {
            MeetQuestion.BirthDate => Answers.BirthDate?.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture),
            MeetQuestion.Budget => Answers.Budget?.ToString(CultureInfo.InvariantCulture),
            MeetQuestion.History => Answers.History,
            _ => null,
        };

    public string? TypedOf(string field) =>
        Problems.Count > 0 && Request.HasFormContentType && Request.Form.TryGetValue(field, out var text) ? text.ToString() : null;

    /// <summary>Answers of which one is pressed; null where several are ticked or something is typed.</summary>
    public IReadOnlyList<OfferedAnswer>? Ones =>
        Screen.About is not null
            ? null
            : Screen.Question switch
            {
                MeetQuestion.Guardian =>
                [
                    new("true", Said.Of("They are here, and agree"), Answers.Consent?.Guardian is not null),
                    new("false", Said.Of("Not now"), false),
                ],
                MeetQuestion.SkinType => Offer(QuestionWords.Of, Answers.SkinType),
                MeetQuestion.Sensitivity => Offer(QuestionWords.Of, Answers.Sensitivity),
                MeetQuestion.Phototype => Offer(QuestionWords.Of, Answers.Phototype),
                MeetQuestion.HoursOutdoors =>
                [
                    .. QuestionWords.Outdoors.Select(offer => new OfferedAnswer(
                        offer.Hours.ToString(CultureInfo.InvariantCulture),
                        Said.Of(offer.Words),
                        offer.Hours.Equals(Answers.HoursOutdoors)
                    )),
                ],
                MeetQuestion.Minutes =>
                [
                    .. QuestionWords.MinutesOffered.Select(minutes => new OfferedAnswer(
                        minutes.ToString(CultureInfo.InvariantCulture),
                        Said.Of($"{minutes} min"),
                        Answers.Minutes == minutes
                    )),
                ],
                _ => null,
            };

    /// <summary>Answers of which several may be ticked, or none.</summary>
    public IReadOnlyList<OfferedAnswer>? Many =>
        Screen.About is not null ? null
        : MeetScreens.GroupOf(Screen.Question) is { } group
            ?
            [
                .. FlagQuestions
                    .Of(group)
                    .Select(row => new OfferedAnswer(
                        row.Kind.ToString(),
                        Said.Of(row.Words),
                        Answers.Flags.Any(flag => flag.Kind == row.Kind)
                    )),
            ]
        : Screen.Question switch
        {
            MeetQuestion.Concerns => Offer(ConcernWords.Of, Answers.Concerns),
            MeetQuestion.Allergies => Offer(AllergenTitle.Of, Answers.Allergies),
            MeetQuestion.Habits => Offer(QuestionWords.Of, Answers.Habits),
            _ => null,
        };

    public IActionResult OnGet()
    {
        if (Key is null)
        {
            return Redirect(MeetScreens.Next(Answers, Today) is { } next ? $"/answers/ask/{next.Key}" : "/answers/send");
        }

        return Find() ? Page() : Redirect("/answers/ask");
    }

    public IActionResult OnPost(string? go, string? take)
    {
        if (!Find())
        {
            return Redirect("/answers/ask");
        }

        if (go == "pass" && MayPass)
        {
            return Keep(answers => answers.Pass(Screen.Question));
        }

        return Screen.About is { } kind ? About(kind)
            : Ones is not null ? One(Request.Form["value"].ToString())
            : Many is not null ? Several(go)
            : Screen.Question == MeetQuestion.Products ? Product(go, take)
            : Text((Request.Form["value"].ToString()).Trim());
    }

    private bool Find()
    {
        if (Screens.FirstOrDefault(screen => screen.Key == Key) is not { } found)
        {
            return false;
        }

        Screen = found;
        return true;
    }

    private IActionResult One(string value)
    {
        if (Ones!.All(offer => offer.Value != value))
        {
            return Wrong(Said.Of("press one of the answers"));
        }

        if (Screen.Question == MeetQuestion.Guardian)
        {
            if (value == "true")
            {
                return Keep(answers =>
                    answers.Consent is { } consent
                        ? answers.With(MeetQuestion.Guardian) with
                        {
                            Consent = consent with { Guardian = Now },
                        }
                        : answers
                );
            }

            // Nobody agreed for somebody under age, so nothing stays.
            Links.Forget(Cookie, Now);
            TempData["Declined"] = true;
            return Redirect("/answers/consent");
        }

        return Keep(answers =>
        {
            var told = answers.With(Screen.Question);
            return Screen.Question switch
            {
                MeetQuestion.SkinType => told with { SkinType = Enum.Parse<SkinType>(value) },
                MeetQuestion.Sensitivity => told with { Sensitivity = Enum.Parse<Sensitivity>(value) },
                MeetQuestion.Phototype => told with { Phototype = Enum.Parse<Phototype>(value) },
                MeetQuestion.HoursOutdoors => told with { HoursOutdoors = double.Parse(value, CultureInfo.InvariantCulture) },
                _ => told with { Minutes = int.Parse(value, CultureInfo.InvariantCulture) },
            };
        });
    }

    private IActionResult Several(string? go)
    {
        var ticked = Request.Form["value"].ToHashSet();
        var chosen = go == "none" ? [] : Many!.Where(offer => ticked.Contains(offer.Value)).Select(offer => offer.Value).ToList();
        if (go != "none" && chosen.Count == 0)
        {
            return Wrong(Said.Of("tick what applies, or press “None of these”"));
        }

        return Keep(answers =>
            MeetScreens.GroupOf(Screen.Question) is { } group
                ? answers.With(group, [.. chosen.Select(Enum.Parse<FlagKind>)])
                : Screen.Question switch
                {
                    MeetQuestion.Concerns => answers.With(Screen.Question) with { Concerns = [.. chosen.Select(Enum.Parse<Concern>)] },
                    MeetQuestion.Allergies => answers.With(Screen.Question) with
                    {
                        Allergies = [.. chosen.Select(Enum.Parse<Allergen>)],
                    },
                    _ => answers.With(Screen.Question) with { Habits = [.. chosen.Select(Enum.Parse<Habit>)] },
                }
        );
    }

    private IActionResult About(FlagKind kind)
    {
        var found = new List<Problem>();
        DateOnly? Day(string field) =>
            Field.Read(Request.Form[field], Field.Day, Said.Of("The day"), Said.Of("choose it in the calendar"), found);
        var flag = new Flag
        {
            Kind = kind,
            From = Day("from"),
            Until = Day("until"),
            Zones =
            [
                .. Request
                    .Form["zones"]
                    .Select(text => Enum.TryParse<FaceZone>(text, out var zone) && Enum.IsDefined(zone) ? (FaceZone?)zone : null)
                    .OfType<FaceZone>()
                    .Distinct(),
            ],
        };
        if (found.Count == 0)
        {
            Core.Case.CaseCheck.CheckIntake(found, new Intake { Flags = [flag] }, Today);
            found = [.. found.Select(_ => new Problem(Said.Of("The day"), Said.Of("give a day, and none before the first one")))];
        }

        if (found.Count > 0)
        {
            Problems.Add(found[0]);
            return Page();
        }

        return Keep(answers => answers.Flags.Any(told => told.Kind == kind) ? answers.With(flag) : answers);
    }

    private IActionResult Product(string? go, string? take)
    {
        if (Field.Whole(take) is { } place)
        {
            Links.Keep(
                Cookie,
                Now,
                answers => answers with { Products = [.. answers.Products.Where((_, at) => at != place)] }
            );
            return Redirect($"/answers/ask/{Screen.Key}");
        }

        var name = Request.Form["name"].ToString().Trim();
        if (go == "next")
        {
            // A name that was typed and not put on the list is not lost.
            return name.Length == 0 ? Keep(answers => answers.With(MeetQuestion.Products)) : Add(name, andGoOn: true);
        }

        return Add(name, andGoOn: false);
    }

    private IActionResult Add(string name, bool andGoOn)
    {
        var label = Request.Form["label"].ToString().Trim();
        if (TypedName.Problem(name) is not null)
        {
            return Wrong(Said.Of("write its name, of 1 to 80 letters"), Said.Of("Its name"));
        }

        if (label.Length > LabelReader.MaxLength)
        {
            return Wrong(Said.Of("is too long; send only the list of ingredients"), Said.Of("The label"));
        }

        if (Answers.Products.Count >= MostProducts)
        {
            return Wrong(Said.Of("the list is full; tell your studio of the others"), Said.Of("Its name"));
        }

        var product = new ToldProduct(name, label, Request.Form.ContainsKey("morning"), Request.Form.ContainsKey("evening"));
        Links.Keep(
            Cookie,
            Now,
            answers =>
                (andGoOn ? answers.With(MeetQuestion.Products) : answers) with
                {
                    Products = [.. answers.Products.Append(product).Take(MostProducts)],
                }
        );
        return Redirect(andGoOn ? "/answers/ask" : $"/answers/ask/{Screen.Key}");
    }

    private IActionResult Text(string value)
    {
        if (Screen.Question == MeetQuestion.History)
        {
            return value.Length > MostHistory
                ? Wrong(Said.Of("write less; your studio asks for the rest"))
                : Keep(answers => answers.With(MeetQuestion.History) with { History = value });
        }

        if (Screen.Question == MeetQuestion.BirthDate)
        {
            return Field.Day(value) is { } born && born <= Today && born >= Today.AddYears(-OldestYears)
                ? Keep(answers => answers.With(MeetQuestion.BirthDate) with { BirthDate = born })
                : Wrong(Said.Of("give the day, the month and the year you were born"));
        }

        return Field.Number(value) is { } budget and <= 100_000
            ? Keep(answers => answers.With(MeetQuestion.Budget) with { Budget = budget })
            : Wrong(Said.Of("write an amount in figures"));
    }

    private PageResult Wrong(string remedy, string? field = null)
    {
        Problems.Add(new(field ?? Said.Of("Your answer"), remedy));
        return Page();
    }

    private static List<OfferedAnswer> Offer<T>(Func<T, string> words, T? chosen)
        where T : struct, Enum =>
        [
            .. Enum.GetValues<T>().Select(value => new OfferedAnswer(value.ToString(), Said.Of(words(value)), value.Equals(chosen))),
        ];

    private static List<OfferedAnswer> Offer<T>(Func<T, string> words, IReadOnlyList<T> chosen)
        where T : struct, Enum =>
        [
            .. Enum.GetValues<T>()
                .Select(value => new OfferedAnswer(value.ToString(), Words.Capital(Said.Of(words(value))), chosen.Contains(value))),
        ];
}
