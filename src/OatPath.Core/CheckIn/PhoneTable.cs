using OatPath.Core.House;

namespace OatPath.Core.CheckIn;

/// <summary>
/// What a phone without network judges a report by: the numbers and signs of <see cref="OutcomeTable"/>, so that a grave one waits for
/// nobody.
/// </summary>
/// <param name="Signs">How grave each sign of a report is, by the sign's name.</param>
/// <param name="Asked">How grave each thing is that a client asks about, by its name.</param>
public sealed record PhoneTable(
    int MedicalPain,
    int StopSting,
    int StrongSting,
    int HourSeconds,
    int MostPink,
    IReadOnlyDictionary<string, Gravity> Signs,
    IReadOnlyDictionary<string, Gravity> Asked
)
{
    public static PhoneTable Current { get; } =
        new(
            FirstAid.MedicalPain,
            FirstAid.StopSting,
            FirstAid.StrongSting,
            OutcomeTable.Hour,
            OutcomeTable.MostPink,
            Enum.GetValues<Sign>().ToDictionary(sign => sign.ToString(), sign => SignTable.Of(sign).Gravity),
            SignTable.Rows.Where(row => row.Ask is not null).ToDictionary(row => row.Ask!.Value.ToString(), row => row.Gravity)
        );
}
