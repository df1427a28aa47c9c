namespace OatPath.Core.Skin;

/// <summary>What the questions of Meet touch: asked together, and answered together with "none of these".</summary>
public enum MeetGroup
{
    Today,
    Medicines,
    SkinHistory,
    Body,
    SunAndPlans,
}

public static class MeetGroups
{
    public static MeetGroup Of(FlagKind kind) =>
        kind switch
        {
            FlagKind.OpenSkin
            or FlagKind.ColdSoreActive
            or FlagKind.SkinFlare
            or FlagKind.ActiveBreakouts
            or FlagKind.DrySpell
            or FlagKind.Illness => MeetGroup.Today,
            FlagKind.Isotretinoin
            or FlagKind.PrescriptionRetinoid
            or FlagKind.PhotosensitisingMedicine
            or FlagKind.BloodThinning
            or FlagKind.ImmuneSuppression => MeetGroup.Medicines,
            FlagKind.KeloidTendency
            or FlagKind.ColdSoreHistory
            or FlagKind.EczemaProneZone
            or FlagKind.Rosacea
            or FlagKind.Melasma
            or FlagKind.DarkOrPalePatch
            or FlagKind.NeverUsedAcid
            or FlagKind.CauseBeyondProducts => MeetGroup.SkinHistory,
            FlagKind.Sunburn or FlagKind.StrongSun or FlagKind.HairRemoval or FlagKind.RecentFiller => MeetGroup.SunAndPlans,
            _ => MeetGroup.Body,
        };

    public static string TitleOf(MeetGroup group) =>
        group switch
        {
            MeetGroup.Today => "The skin today",
            MeetGroup.Medicines => "Medicines",
            MeetGroup.SkinHistory => "What the skin has been through",
            MeetGroup.Body => "Body",
            _ => "Sun and plans",
        };
}
