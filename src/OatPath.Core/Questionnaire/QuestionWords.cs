using OatPath.Core.Skin;

namespace OatPath.Core.Questionnaire;

/// <summary>How a question is put to a client, and what is said below it.</summary>
public sealed record QuestionWords(MeetQuestion Question, string Text, string Hint = "")
{
    /// <summary>Every question once, in the order of asking.</summary>
    /// <remarks>Source: trade convention for what is asked; the words are the house's.</remarks>
    public static IReadOnlyList<QuestionWords> All { get; } =
    [
        new(MeetQuestion.BirthDate, "When were you born?", "Some things are for adults only."),
        new(
            MeetQuestion.Guardian,
            "Is a parent or guardian with you?",
            "You are under 18. A parent or guardian reads this with you, and agrees that your studio keeps your answers."
        ),
        new(MeetQuestion.SkinType, "By the afternoon, with nothing on it, how does your skin feel?"),
        new(MeetQuestion.Sensitivity, "How does your skin take new products?"),
        new(MeetQuestion.Phototype, "What does strong summer sun do to your bare skin?"),
        new(MeetQuestion.Concerns, "What would you like to change?"),
        new(MeetQuestion.Today, "Is any of this so on your face today?"),
        new(MeetQuestion.Medicines, "Do you take or use any of these?"),
        new(MeetQuestion.SkinHistory, "Is any of this so for your skin?"),
        new(MeetQuestion.Body, "Does any of this apply to you?"),
        new(MeetQuestion.SunAndPlans, "Is any of this so lately, or coming?"),
        new(MeetQuestion.Allergies, "Are you allergic to any of these?", "Name any other allergy at the last question."),
        new(MeetQuestion.Habits, "What is so on most days?"),
        new(MeetQuestion.HoursOutdoors, "How long are you outdoors on an ordinary day?"),
        new(MeetQuestion.Minutes, "How many minutes a day will you really spend on your skin?"),
        new(MeetQuestion.Budget, "What would you spend on your skin in a month, at most?"),
        new(
            MeetQuestion.Products,
            "What do you use on your face now?",
            "One product at a time. The list of ingredients on the package tells your studio most."
        ),
        new(
            MeetQuestion.History,
            "What did your skin not like before?",
            "Products, peels, treatments and how it went, other allergies; in your own words."
        ),
    ];

    public static QuestionWords Of(MeetQuestion question) => All[(int)question];

    public static string Of(SkinType type) =>
        type switch
        {
            SkinType.Dry => "Tight or rough",
            SkinType.Combination => "Shiny on forehead and nose, not on the cheeks",
            SkinType.Oily => "Shiny all over",
            _ => "Comfortable, neither tight nor shiny",
        };

    public static string Of(Sensitivity sensitivity) =>
        sensitivity switch
        {
            Sensitivity.Resilient => "It takes almost anything",
            Sensitivity.Sensitive => "It often stings or reddens",
            Sensitivity.Reactive => "Nearly everything stings or reddens",
            _ => "It stings or reddens now and then",
        };

    /// <remarks>Source: the six phototypes after Fitzpatrick, 1988, in plain words.</remarks>
    public static string Of(Phototype phototype) =>
        phototype switch
        {
            Phototype.I => "It always burns and never tans",
            Phototype.II => "It burns easily and tans a little",
            Phototype.III => "It burns at times and tans slowly",
            Phototype.IV => "It burns seldom and tans well",
            Phototype.V => "My skin is brown and burns very seldom",
            _ => "My skin is dark brown or black and hardly ever burns",
        };

    public static string Of(Habit habit) =>
        habit switch
        {
            Habit.MakeUp => "I wear make-up",
            Habit.SweatOrWater => "Sport, swimming or work that makes me sweat",
            _ => "I care for my neckline too, not only face and neck",
        };

    /// <summary>Hours outdoors that are offered, with their words.</summary>
    public static IReadOnlyList<(double Hours, string Words)> Outdoors { get; } =
    [
        (0.5, "Less than an hour"),
        (1, "About an hour"),
        (3, "Two or three hours"),
        (6, "Four to six hours"),
        (10, "Most of the day"),
    ];

    /// <summary>Minutes a day that are offered.</summary>
    public static IReadOnlyList<int> MinutesOffered { get; } = [5, 10, 15, 20, 30];
}
