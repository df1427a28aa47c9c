using OatPath.Core.House;
using OatPath.Core.Planner.Climb;
using OatPath.Core.Planner.Tracks;

namespace OatPath.Core.Planner.KeptOff;

/// <summary>The whole skin is in repair: after a reaction, an answer at Meet, or a treatment.</summary>
internal sealed class RepairRest(Reactions reactions, FlagRest flags, TreatmentRest treatments) : IKeepsOff
{
    public Off? Of(Track track, DateOnly day) => On(day);

    public Off? On(DateOnly day) => reactions.Repair(day) ?? flags.Repair(day) ?? treatments.Repair(day);

    /// <summary>The reason alone, or null.</summary>
    public Because? Why(DateOnly day) => On(day)?.Because;
}
