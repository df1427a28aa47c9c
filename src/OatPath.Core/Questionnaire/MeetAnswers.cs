using OatPath.Core.Skin;

namespace OatPath.Core.Questionnaire;

/// <summary>A product that a client says is in use now.</summary>
/// <param name="Label">The list of ingredients as typed or pasted; empty where the package was not at hand.</param>
public sealed record ToldProduct(string Name, string Label, bool Morning, bool Evening);

/// <summary>That the client agrees to what is kept, in the words they read.</summary>
/// <param name="Guardian">When a parent or guardian agreed as well; null where that was not asked.</param>
public sealed record ConsentGiven(string Version, string Text, DateTimeOffset At, DateTimeOffset? Guardian = null);

/// <summary>What a client answered on the phone. A proposal for Meet: nothing of it is an answer of Meet before it is taken over.</summary>
public sealed record MeetAnswers
{
    public ConsentGiven? Consent { get; init; }

    /// <summary>Questions that were answered.</summary>
    public IReadOnlyList<MeetQuestion> Done { get; init; } = [];

    /// <summary>Questions that were passed over: nothing is known by that, not even a no.</summary>
    public IReadOnlyList<MeetQuestion> Passed { get; init; } = [];

    /// <summary>Answers whose day and place were asked after.</summary>
    public IReadOnlyList<FlagKind> DoneAbout { get; init; } = [];

    public DateOnly? BirthDate { get; init; }
    public SkinType? SkinType { get; init; }
    public Sensitivity? Sensitivity { get; init; }
    public Phototype? Phototype { get; init; }
    public IReadOnlyList<Concern> Concerns { get; init; } = [];
    public IReadOnlyList<Flag> Flags { get; init; } = [];
    public IReadOnlyList<Allergen> Allergies { get; init; } = [];
    public IReadOnlyList<Habit> Habits { get; init; } = [];

    /// <summary>Hours outdoors on an ordinary day, 0 to 16.</summary>
    public double? HoursOutdoors { get; init; }

    /// <summary>Minutes a day, 1 to 120.</summary>
    public int? Minutes { get; init; }

    /// <summary>Money a month in the studio's currency.</summary>
    public decimal? Budget { get; init; }

    public IReadOnlyList<ToldProduct> Products { get; init; } = [];
    public string History { get; init; } = "";

    /// <summary>Whether the question was answered, and not passed over or left out.</summary>
    public bool Has(MeetQuestion question) => Done.Contains(question);

    /// <summary>The same with a question answered.</summary>
    public MeetAnswers With(MeetQuestion question) =>
        this with
        {
            Done = [.. Done.Append(question).Distinct().Order()],
            Passed = [.. Passed.Where(other => other != question)],
        };

    /// <summary>The same with a question passed over, whatever was answered to it before.</summary>
    public MeetAnswers Pass(MeetQuestion question)
    {
        var without = MeetScreens.GroupOf(question) is { } group
            ? With(group, [])
            : question switch
            {
                MeetQuestion.BirthDate => this with { BirthDate = null },
                MeetQuestion.SkinType => this with { SkinType = null },
                MeetQuestion.Sensitivity => this with { Sensitivity = null },
                MeetQuestion.Phototype => this with { Phototype = null },
                MeetQuestion.Concerns => this with { Concerns = [] },
                MeetQuestion.Allergies => this with { Allergies = [] },
                MeetQuestion.Habits => this with { Habits = [] },
                MeetQuestion.HoursOutdoors => this with { HoursOutdoors = null },
                MeetQuestion.Minutes => this with { Minutes = null },
                MeetQuestion.Budget => this with { Budget = null },
                MeetQuestion.Products => this with { Products = [] },
                MeetQuestion.History => this with { History = "" },
                _ => this,
            };
        return without with
        {
            Done = [.. without.Done.Where(other => other != question)],
            Passed = [.. without.Passed.Append(question).Distinct().Order()],
        };
    }

    /// <summary>The same with a group answered: days and places of what is ticked still stay, what is no longer ticked leaves.</summary>
    public MeetAnswers With(MeetGroup group, IReadOnlyList<FlagKind> ticked)
    {
        var asked = FlagQuestions.Of(group).Select(row => row.Kind).ToHashSet();
        return With(MeetScreens.QuestionOf(group)) with
        {
            Flags =
            [
                .. Flags
                    .Where(flag => !asked.Contains(flag.Kind) || ticked.Contains(flag.Kind))
                    .Concat(
                        ticked
                            .Where(kind => asked.Contains(kind) && Flags.All(flag => flag.Kind != kind))
                            .Select(kind => new Flag { Kind = kind })
                    )
                    .OrderBy(flag => flag.Kind),
            ],
            DoneAbout = [.. DoneAbout.Where(kind => !asked.Contains(kind) || ticked.Contains(kind))],
        };
    }

    /// <summary>The same with day and place of an answer.</summary>
    public MeetAnswers With(Flag told) =>
        this with
        {
            Flags = [.. Flags.Where(flag => flag.Kind != told.Kind).Append(told).OrderBy(flag => flag.Kind)],
            DoneAbout = [.. DoneAbout.Append(told.Kind).Distinct().Order()],
        };

    /// <summary>Age in whole years on a day, or null where it was not told.</summary>
    public int? AgeOn(DateOnly day) => new Intake { BirthDate = BirthDate }.AgeOn(day);
}
