using OatPath.Core.Care;
using OatPath.Core.House;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Wording;

namespace OatPath.Core.Planner.KeptOff;

/// <summary>A day the client wants calm skin for.</summary>
internal sealed class OccasionRest(IReadOnlyList<Occasion> occasions, RuleSwitch rule) : IKeepsOff
{
    /// <remarks>House default.</remarks>
    public const int DaysBefore = 3;

    public bool Never => occasions.Count == 0;

    public Off? Of(Track track, DateOnly day)
    {
        foreach (var occasion in occasions)
        {
            if (day <= occasion.On && day >= occasion.On.AddDays(-DaysBefore) && rule.On(RuleBook.Occasion))
            {
                return Off.Through(occasion.On, Say(occasion));
            }
        }

        return null;
    }

    public static Because Say(Occasion occasion) => Because.Of(RuleBook.Occasion, ("title", TitleOf(occasion)), ("on", occasion.On));

    public static string TitleOf(Occasion occasion) => occasion.Title.Length > 0 ? occasion.Title : Said.Of("the day");
}
