using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Wording;

namespace OatPath.Web.Wording;

/// <summary>
/// The cautions every client is told, on the phone and on paper alike; signs and numbers are those by which a report is judged.
/// </summary>
public static class Cautions
{
    private const int SignsALine = 4;

    public static IReadOnlyList<string> WashOff => [FirstAid.WashOff, FirstAid.Burn, FirstAid.Eye, FirstAid.Lips];

    public static IReadOnlyList<string> MedicalHelp =>
        [
            .. SignTable
                .Rows.Where(row => row.Cautioned)
                .Select(row => Said.Of(row.Title))
                .Chunk(SignsALine)
                .Select(signs => $"{Words.Capital(string.Join(", ", signs))}."),
            FirstAid.Pain + " " + FirstAid.StillBurning,
        ];

    public static IReadOnlyList<string> Always =>
        [
            Said.Of("Sunscreen every morning; again every 2 hours outdoors and after sweat or water."),
            Said.Of("Acids on dry, closed skin only; not on lids, lips or open spots."),
            Said.Of("Nothing new beside the plan without asking. No picking, no squeezing."),
            Said.Of("Pregnant, a new medicine, sunburn: leave actives out and tell the studio."),
        ];

    public static string Last => Said.Of("Product labels and your clinician's word come before this plan.");
}
