using System.Diagnostics.CodeAnalysis;
using OatPath.Core.Suppose;

namespace OatPath.Web.Pages.Walk;

/// <summary>A supposition as chosen on the Ramp.</summary>
public sealed class WhatIfForm
{
    /// <summary>What an empty field gives is nothing supposed.</summary>
    [AllowNull]
    public string What
    {
        get;
        set => field = value ?? "";
    } = "";

    public DateOnly? Day { get; set; }
    public int Sting { get; set; } = 6;
    public int Days { get; set; } = 14;
    public DateOnly? Until { get; set; }

    [AllowNull]
    public string Product
    {
        get;
        set => field = value ?? "";
    } = "";

    /// <summary>The supposition, or null when nothing is supposed. Days left empty are today, or a week from it.</summary>
    public Supposition? ToSupposition(DateOnly today) =>
        What switch
        {
            "sting" => new StingAt(Day ?? today, Sting),
            "missed" => new NothingUsed(Day ?? today, Days),
            "start" => new StartNow(Product),
            "sun" => new SunAhead(Day ?? today, Until ?? WeekAfter(Day ?? today)),
            _ => null,
        };

    /// <summary>A week on, or the last day of the calendar.</summary>
    private static DateOnly WeekAfter(DateOnly day) => DateOnly.FromDayNumber(Math.Min(day.DayNumber + 7, DateOnly.MaxValue.DayNumber));
}
