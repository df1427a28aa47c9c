namespace OatPath.Core.Questionnaire;

/// <summary>What a client is asked before the first visit, in the order of asking.</summary>
public enum MeetQuestion
{
    BirthDate,

    /// <summary>Asked of who is under 18: whether a parent or guardian agrees.</summary>
    Guardian,
    SkinType,
    Sensitivity,
    Phototype,
    Concerns,
    Today,
    Medicines,
    SkinHistory,
    Body,
    SunAndPlans,
    Allergies,
    Habits,
    HoursOutdoors,
    Minutes,
    Budget,

    /// <summary>What is used now, by name and label.</summary>
    Products,
    History,
}

/// <summary>What is so on most days.</summary>
public enum Habit
{
    MakeUp,
    SweatOrWater,
    ChestToo,
}
