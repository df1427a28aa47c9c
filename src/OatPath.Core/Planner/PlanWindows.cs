using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Peel;
using OatPath.Core.Plan;
using OatPath.Core.Planner.KeptOff;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;
using OatPath.Core.Wording;

namespace OatPath.Core.Planner;

/// <summary>The spans that treatments, sun, occasions and peels open, for the path's ribbons.</summary>
internal static class PlanWindows
{
    public static IEnumerable<PathWindow> Of(
        KnownFacts facts,
        CareCalendar care,
        Standing standing,
        PeelDays peels,
        NeedleDays needles,
        PeelRest rest
    ) => Of(facts.File, care, standing, peels, needles, rest, facts.Today).Concat(facts.Nicks.Select(OfNick));

    private static IEnumerable<PathWindow> Of(
        CaseFile file,
        CareCalendar care,
        Standing standing,
        PeelDays peels,
        NeedleDays needles,
        PeelRest rest,
        DateOnly today
    ) =>
        care
            .Joined.Select(OfTreatment)
            .Concat(file.Intake.Flags.SelectMany(OfSun))
            .Concat(file.Occasions.Select(OfOccasion))
            .Concat(OfPeels(standing, peels))
            .Concat(needles.All.SelectMany(evening => OfNeedles(evening.Roller, evening.On)))
            .Concat(Peels(standing, peels).Where(peel => peel.On >= today).SelectMany(peel => OfStops(file, peel.Kit, peel.On, rest)));

    /// <summary>Irritants open the window that everything else reads; each other restriction stands beside it with its own end.</summary>
    private static PathWindow OfTreatment(CareSpan span) =>
        new(
            span.Kind != RestrictionKind.Irritants ? WindowKind.CareRests
                : span.Before ? WindowKind.BeforeTreatment
                : WindowKind.Care,
            span.From,
            span.Until,
            null,
            TreatmentRest.Say(span)
        )
        {
            Restriction = span.Kind,
            EndsAt = span.EndsAt is { } ends ? TimeOnly.FromDateTime(ends) : null,
            EndsOn = span.EndsAt is { } on ? DateOnly.FromDateTime(on) : null,
        };

    private static IEnumerable<PathWindow> OfSun(Flag flag)
    {
        if (flag.Kind == FlagKind.Sunburn && flag.From is { } burned)
        {
            var until = (flag.Until ?? burned).AddDays(SunTimes.QuietDays);
            yield return new(WindowKind.Sun, burned, until, null, Because.Of(RuleBook.Sunburn, ("until", until)));
        }
        else if (flag.Kind == FlagKind.StrongSun && flag.From is { } sun)
        {
            yield return new(
                WindowKind.Sun,
                flag.Since(SunTimes.PauseBefore)!.Value,
                flag.Until ?? sun,
                null,
                Because.Of(RuleBook.StrongSun, ("from", sun), ("until", flag.Until ?? sun))
            );
        }
    }

    private static PathWindow OfOccasion(Occasion occasion) =>
        new(WindowKind.Occasion, occasion.On.AddDays(-OccasionRest.DaysBefore), occasion.On, null, OccasionRest.Say(occasion));

    /// <summary>The days that each peel, done or next, asks for.</summary>
    private static IEnumerable<PathWindow> OfPeels(Standing standing, PeelDays peels)
    {
        foreach (var (kit, on) in Peels(standing, peels))
        {
            var course = on.AddDays(KitTimes.Of(peels.StrengthOf(kit, on)).CourseDays);
            yield return new(
                WindowKind.Peel,
                on,
                course,
                kit.Product.Id,
                Because.Of(RuleBook.PeelEvening, ("product", kit.Product.Name), ("on", on), ("until", course))
            );
        }
    }

    private static PathWindow OfNick(Nick nick) =>
        new(
            WindowKind.Nick,
            nick.On,
            nick.ClosedOn is { } closed
                ? closed > nick.On
                    ? closed.AddDays(-1)
                    : nick.On
                : null,
            null,
            Because.Of(
                nick.Picked ? RuleBook.Picked : RuleBook.Nick,
                ("on", nick.On),
                (
                    "zones",
                    Said.Later(() =>
                        nick.Zones.Count == 0 ? Said.Of("nobody has said where") : Words.List([.. nick.Zones.Select(FaceZones.TitleOf)])
                    )
                )
            )
        );

    /// <summary>What each evening with needles keeps the client from, one span for each thing.</summary>
    private static IEnumerable<PathWindow> OfNeedles(Track roller, DateOnly on) =>
        NeedleCare
            .Rests(roller.Product)
            .Select(rest => new PathWindow(
                WindowKind.CareRests,
                on.AddDays(-rest.Before),
                on.AddDays(rest.After),
                roller.Product.Id,
                Because.Of(
                    RuleBook.NeedleSun,
                    ("product", roller.Product.Name),
                    ("on", on),
                    ("what", Said.Later(() => Said.Of($"no {Restrictions.TitleOf(rest.Kind).ToLowerInvariant()}"))),
                    ("until", on.AddDays(rest.After))
                )
            )
            {
                Restriction = rest.Kind,
            });

    /// <summary>Peels done, planned and next.</summary>
    private static IEnumerable<(Track Kit, DateOnly On)> Peels(Standing standing, PeelDays peels) =>
        peels.All.Concat(
            standing
                .Kits.Where(kit => kit.Peels.NextOn is { } on && !peels.All.Contains((kit, on)))
                .Select(kit => (Kit: kit, On: kit.Peels.NextOn!.Value))
        );

    /// <summary>What stops around a coming evening of a kit, one span for all that stop and return on the same days.</summary>
    private static IEnumerable<PathWindow> OfStops(CaseFile file, Track kit, DateOnly on, PeelRest rest)
    {
        var stops = file
            .Shelf.Where(item => item.State == ShelfState.InUse && !item.Product.IsKit())
            .Select(item => (item.Product, Stop: rest.StopOf(kit, item.Product)))
            .Where(pair => pair.Stop is { Before: > 0 });
        foreach (var together in stops.GroupBy(pair => pair.Stop!.Value))
        {
            var (last, back) = (together.Key.LastBefore(on), together.Key.BackOn(on));
            yield return new(
                WindowKind.PeelStops,
                last.AddDays(1),
                back.AddDays(-1),
                null,
                Because.Of(
                    RuleBook.PeelCountdown,
                    ("products", Said.Later(() => Words.List([.. together.Select(pair => pair.Product.Name)]))),
                    ("last", last),
                    ("back", back),
                    ("on", on)
                )
            );
        }
    }
}
