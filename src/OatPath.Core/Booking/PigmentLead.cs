using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.Known;
using OatPath.Core.Peel;
using OatPath.Core.Skin;

namespace OatPath.Core.Booking;

/// <summary>Weeks of a pigment inhibitor before a peel or laser on skin that marks easily.</summary>
/// <remarks>Source: trade convention, 2 to 6 weeks; the house's 4 count.</remarks>
internal static class PigmentLead
{
    /// <summary>Whether a kind asks for it with this client on a day.</summary>
    public static bool Asks(KnownFacts facts, TreatmentKind kind, DateOnly on) =>
        (kind.IsPeel() || kind == TreatmentKind.AblativeLaser)
        && (facts.File.Intake.MarksEasily(on) || facts.Reports.Any(report => report.Report.Signs.Contains(CheckIn.Sign.DarkOrPalePatch)));

    /// <summary>Since when one has been in use; null where none is.</summary>
    public static DateOnly? Since(KnownFacts facts) =>
        facts
            .Decisions.OfType<StartActive>()
            .Where(start =>
                facts.InUse.Exists(product =>
                    product.Id == start.Product && product.Actives.Any(active => active.Family == Family.PigmentInhibitor)
                )
            )
            .Select(start =>
                start.AlreadyInUse
                    ? (DateOnly?)start.On.AddDays(-KitTimes.PigmentDays)
                    : facts
                        .Log.OfType<Applied>()
                        .Where(use => use.Product == start.Product && use.Day >= start.On)
                        .Select(use => (DateOnly?)use.Day)
                        .Min()
            )
            .Min();

    /// <summary>First day on which it has been used long enough, begun today where none is in use.</summary>
    public static DateOnly ReadyOn(KnownFacts facts) => (Since(facts) ?? facts.Today).AddDays(KitTimes.PigmentDays);
}
