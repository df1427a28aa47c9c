using OatPath.Core.House;

namespace OatPath.Core.CheckIn;

/// <summary>What a check-in is about.</summary>
public enum CheckInOf
{
    Treatment,
    HomePeel,
    HomeNeedles,
    Rung,
}

public enum CheckInState
{
    Ahead,
    Due,
    Answered,

    /// <summary>Its day is over and nobody has answered.</summary>
    Overdue,

    /// <summary>Not answered, and too late to be of use, or the next one has come.</summary>
    Lapsed,
}

/// <summary>One time the client is asked how the skin is.</summary>
/// <param name="Source">Id of the treatment, or of the product.</param>
/// <param name="Title">The treatment or the product in words.</param>
/// <param name="On">Day of the treatment, the peel or the first use.</param>
/// <param name="Day">Days since then.</param>
/// <param name="Due">The care day it is asked on.</param>
/// <param name="Until">The last care day on which an answer still counts for it.</param>
public sealed record CheckInDue(
    CheckInOf Of,
    string Source,
    string Title,
    DateOnly On,
    [property: Between(0, 366)] int Day,
    DateOnly Due,
    DateOnly Until,
    CheckInState State
);
