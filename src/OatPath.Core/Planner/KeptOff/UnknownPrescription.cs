using OatPath.Core.House;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Skin;

namespace OatPath.Core.Planner.KeptOff;

/// <summary>A prescription retinoid told of at Meet that stands on no shelf: nobody knows its evenings.</summary>
internal sealed class UnknownPrescription(Intake intake, RuleSwitch rule, Standing standing) : IKeepsOff
{
    public bool Never => !intake.Flags.Any(flag => flag.Kind == FlagKind.PrescriptionRetinoid);

    public Off? Of(Track track, DateOnly day) =>
        track.Irritancy == Degree.Yes
        && !track.Prescription
        && rule.On(RuleBook.PrescriptionUnknown)
        && intake.Has(FlagKind.PrescriptionRetinoid, day)
        && !IsKnown(day)
            ? Off.Through(day, Because.Of(RuleBook.PrescriptionUnknown, ("product", track.Product.Name)))
            : null;

    private bool IsKnown(DateOnly day) =>
        standing.Tracks.Exists(other => other is { Prescription: true, Stopped: null, Start: { } start } && start.On <= day);
}
