using OatPath.Core.Suppose;

namespace OatPath.Web.Pages.Walk;

/// <summary>A supposition as chosen on the Ramp.</summary>
public sealed class WhatIfForm
{
    public string What { get; set; } = "";
    public DateOnly? Day { get; set; }
    public int Sting { get; set; } = 6;
    public int Days { get; set; } = 14;
    public DateOnly? Until { get; set; }
    public string Product { get; set; } = "";

    /// <summary>The supposition, or null when nothing is supposed. Days left empty are today, or a week from it.</summary>
    public Supposition? ToSupposition(DateOnly today) => What switch
    {
        "sting" => new StingAt(Day ?? today, Sting),
        "missed" => new NothingUsed(Day ?? today, Days),
        "start" => new StartNow(Product),
        "sun" => new SunAhead(Day ?? today, Until ?? (Day ?? today).AddDays(7)),
        _ => null,
    };
}
