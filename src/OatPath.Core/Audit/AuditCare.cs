using OatPath.Core.Care;
using OatPath.Core.CheckIn;

namespace OatPath.Core.Audit;

/// <summary>
/// What a treatment asks for, as the auditor knows it by itself: the least of each kind in a table of its own, lengthened by the house's
/// template, and a clinician's sheet over both.
/// </summary>
internal static class AuditCare
{
    /// <summary>
    /// Days: irritants, retinoid, by hand and devices before; irritants, by hand and devices, sun after; open skin; course with tightness
    /// and flakes; redness usual until; no peel at home.
    /// </summary>
    private static readonly Dictionary<
        TreatmentKind,
        (
            int Before,
            int RetinoidBefore,
            int HandBefore,
            int DeviceBefore,
            int After,
            int HandAfter,
            int SunAfter,
            int Open,
            int Course,
            int Pink,
            int HomePeel
        )
    > Least = new()
    {
        [TreatmentKind.SuperficialPeel] = (7, 7, 7, 7, 7, 10, 14, -1, 7, 1, 28),
        [TreatmentKind.MediumPeel] = (7, 7, 7, 7, 14, 14, 28, -1, 10, 2, 90),
        [TreatmentKind.Dermaplaning] = (3, 3, 0, 0, 3, 3, 3, -1, 0, 0, 3),
        [TreatmentKind.NeedlingShallow] = (3, 3, 0, 3, 3, 3, 7, -1, 3, 3, 7),
        [TreatmentKind.NeedlingDeep] = (7, 7, 0, 7, 7, 7, 14, -1, 3, 3, 14),
        [TreatmentKind.RadioFrequencyNeedling] = (3, 7, 0, 3, 5, 5, 14, -1, 5, 0, 14),
        [TreatmentKind.AblativeLaser] = (7, 7, 0, 7, 28, 28, 28, 10, 10, 28, 28),
        [TreatmentKind.HydratingFacial] = (0, 0, 0, 0, 0, 0, 0, -1, 0, 1, 0),
        [TreatmentKind.GalvanicFacial] = (0, 0, 0, 0, 0, 0, 0, -1, 0, 1, 0),
        [TreatmentKind.Waxing] = (3, 3, 0, 0, 3, 3, 0, -1, 0, 0, 7),
    };

    public static int Before(Treatment treatment, RestrictionKind kind)
    {
        if (treatment.AtHome)
        {
            return 0;
        }

        var row = Least[KindOf(treatment)];
        return Days(
            treatment,
            kind,
            treatment.Sheet?.Before,
            treatment.Template?.Before,
            kind switch
            {
                RestrictionKind.Irritants => row.Before,
                RestrictionKind.Retinoid => row.RetinoidBefore,
                RestrictionKind.ByHand => row.HandBefore,
                RestrictionKind.Devices => row.DeviceBefore,
                _ => 0,
            }
        );
    }

    /// <summary>Days after; -1 where the kind asks for nothing at all.</summary>
    public static int After(Treatment treatment, RestrictionKind kind)
    {
        var row = Least[KindOf(treatment)];
        return Days(
            treatment,
            kind,
            treatment.Sheet?.After,
            treatment.Template?.After,
            kind switch
            {
                RestrictionKind.Irritants => row.After,
                RestrictionKind.ByHand or RestrictionKind.Devices => row.HandAfter,
                RestrictionKind.Enzyme => row.After,
                RestrictionKind.Sun => row.SunAfter == 0 ? -1 : row.SunAfter,
                RestrictionKind.Cleansing => row.Open,
                _ => -1,
            }
        );
    }

    public static int Course(Treatment treatment) =>
        Math.Max(Least[KindOf(treatment)].Course, OwnCourse(treatment, CourseSign.Tight, CourseSign.Flaking));

    /// <summary>Whether a little redness belongs to the course on a day.</summary>
    public static bool Pink(Treatment treatment, DateOnly day)
    {
        var since = day.DayNumber - treatment.On.DayNumber;
        return since >= 0
            && (
                Own(treatment) is { } own
                    ? own.Course.Any(line => since >= line.FromDay && since <= line.UntilDay && line.Usual.Contains(CourseSign.Pink))
                    : since <= Least[KindOf(treatment)].Pink
            );
    }

    /// <summary>Days on which the client has to be asked how the skin is.</summary>
    public static IReadOnlyList<int> CheckIns(Treatment treatment) =>
        KindOf(treatment) switch
        {
            TreatmentKind.SuperficialPeel or TreatmentKind.MediumPeel => [1, 3, 7],
            TreatmentKind.NeedlingShallow or TreatmentKind.NeedlingDeep or TreatmentKind.RadioFrequencyNeedling => [1, 4],
            TreatmentKind.AblativeLaser => [1, 3, 5, 10],
            _ => [],
        };

    /// <summary>Acids of a blend together; null where one is not known, or none is named.</summary>
    private static decimal? Sum(SalonLayer layer) =>
        layer.Acids.Count == 0 || layer.Acids.Any(acid => acid.Percent is null) ? null : layer.Acids.Sum(acid => acid.Percent);

    public static int HomePeel(Treatment treatment)
    {
        var days = Math.Max(Least[KindOf(treatment)].HomePeel, Own(treatment)?.HomePeelDays ?? 0);
        var strong = treatment.Peel?.Layers.Count(layer => (layer.Percent ?? Sum(layer)) is null or > 30 || layer.Ph is null or < 3.0m)
            ?? 0;
        return strong > 1 ? Math.Max(180, days) : days;
    }

    private static int OwnCourse(Treatment treatment, params CourseSign[] signs) =>
        Own(treatment)?.Course.Where(line => line.Usual.Any(signs.Contains)).Select(line => line.UntilDay).DefaultIfEmpty().Max() ?? 0;

    private static CareTemplate? Own(Treatment treatment) => treatment.Template is { } own && own.Kind == KindOf(treatment) ? own : null;

    private static TreatmentKind KindOf(Treatment treatment) =>
        treatment.Kind == TreatmentKind.NeedlingShallow && treatment.DepthMm > 1.0m ? TreatmentKind.NeedlingDeep : treatment.Kind;

    private static int Days(
        Treatment treatment,
        RestrictionKind kind,
        IReadOnlyList<Restriction>? sheet,
        IReadOnlyList<Restriction>? template,
        int least
    )
    {
        static int Whole(Restriction rest) => rest.Unit == LengthUnit.Hours ? (int)Math.Ceiling(rest.Length / 24.0) : rest.Length;
        if (sheet?.FirstOrDefault(rest => rest.Kind == kind) is { } named)
        {
            return Whole(named);
        }

        return Own(treatment) is not null && template?.FirstOrDefault(rest => rest.Kind == kind) is { } own
            ? Math.Max(least, Whole(own))
            : least;
    }
}
