using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Planner.Climb;
using OatPath.Core.Planner.KeptOff;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Shelf;

namespace OatPath.Core.Planner.Days;

/// <summary>Counts in what was used on a day, planned or not: evidence, load, distance.</summary>
/// <param name="climbs">Whether planned uses still to come are taken as made.</param>
/// <param name="foretelling">Hears of each use before it is counted; null where nobody asks.</param>
internal sealed class UsesCounted(
    KnownFacts facts,
    Standing standing,
    PeelDays peels,
    Beginnings beginnings,
    ToleranceRecord tolerances,
    KitRestarts kits,
    Company company,
    Overuse overuse,
    InsideRest tooSoon,
    ToldUse told,
    bool climbs,
    Foretelling? foretelling = null
)
{
    /// <summary>What left the plan, or never was in it, and was used all the same; before the day's own are placed.</summary>
    public void CountGone(DateOnly day)
    {
        foreach (var track in standing.Gone)
        {
            var wasTold = facts.WasTold(track.Product.Id, day);
            if (!wasTold && !facts.WasApplied(track.Product.Id, day))
            {
                continue;
            }

            Place(track, day);
            if (wasTold)
            {
                kits.Raised(track, day);
            }

            if (track.Kit is not null)
            {
                peels.Note(track, day);
            }
        }
    }

    /// <summary>A peel that was done on a day keeps the rest of it clear, planned or not.</summary>
    public void NotePeelsDone(DateOnly day)
    {
        foreach (var kit in standing.Kits)
        {
            if (facts.WasApplied(kit.Product.Id, day))
            {
                peels.Note(kit, day);
            }
        }
    }

    public void Count(DateOnly day)
    {
        var used = standing.Tracks.FindAll(track => facts.WasApplied(track.Product.Id, day));
        var evidence = !overuse.Take(day, used) && told.On(day) is null && !tooSoon.On(day);
        foreach (var track in standing.Tracks)
        {
            Count(track, day, evidence);
        }

        CountTold(day);
    }

    /// <param name="evidence">Whether the day went as planned, so that a calm use says something.</param>
    private void Count(Track track, DateOnly day, bool evidence)
    {
        var planned = track.Placed.On(day);
        var used = facts.WasApplied(track.Product.Id, day) || (climbs && planned && day >= facts.Today);
        if (track.Evidence.HoldFrom <= day && planned && (used || day < facts.Today))
        {
            track.Evidence.Passed(calm: used && evidence && LongEnough(track, day));
        }

        if (!used)
        {
            return;
        }

        beginnings.Used(track, day);
        if (track.Kit is not null)
        {
            peels.Note(track, day);
            track.Peels.Stayed(day, facts.ContactOf(track.Product.Id, day), track.Held.ContactSeconds);
        }

        foretelling?.Name(track, day);
        tolerances.Note(track, day, proves: !tooSoon.On(day));
        beginnings.NoteFirstUse(track, day);
        track.Used();
        if (!planned)
        {
            Place(track, day);
        }
    }

    /// <summary>What was told counts as an evening of its family: the next one keeps its distance.</summary>
    private void CountTold(DateOnly day)
    {
        foreach (var other in standing.Gone)
        {
            if (facts.WasTold(other.Product.Id, day))
            {
                foreach (var track in standing.Tracks.Where(track => track.Active && track.Irritants.Any(other.Product.Has)))
                {
                    track.Placed.Add(day);
                }
            }
        }
    }

    /// <summary>A kit washed off early says nothing of the contact it was to have.</summary>
    private bool LongEnough(Track track, DateOnly day) =>
        track.Held.ContactSeconds is not { } planned
        || (climbs && day > facts.Today)
        || facts.ContactOf(track.Product.Id, day) * 10 >= planned * 8;

    private void Place(Track track, DateOnly day)
    {
        track.Placed.Add(day);
        company.Count(track, day, Moment.Evening);
    }
}
