using System.Globalization;
using System.Text;
using OatPath.Core.House;
using OatPath.Store;

namespace OatPath.Web.Pages.Clients;

/// <summary>
/// One client of a file while it is looked over: as written or corrected, with what is wrong and who stands there already.
/// </summary>
public sealed record ImportRow(int Line, string Name, string Phone, string Born, bool Taken)
{
    /// <summary>What has to be put right before it is taken.</summary>
    public List<Problem> Problems { get; } = [];

    /// <summary>What is worth knowing and keeps nobody out.</summary>
    public List<string> Doubts { get; } = [];

    public DateOnly? BirthDate { get; private set; }

    /// <summary>Looks the row over by itself.</summary>
    public void Check(DateOrder order, DateOnly today)
    {
        if (TypedName.Problem(Name, Client.MostName) is { } name)
        {
            Problems.Add(new("Name", name));
        }

        if (Phone.Length > 40)
        {
            Problems.Add(new("Phone", "give at most 40 characters"));
        }

        (BirthDate, var born) = ClientCsv.Born(Born, order, today);
        if (born is not null)
        {
            Problems.Add(born);
        }
        else if (BirthDate is { } date && date > today.AddYears(-18))
        {
            Doubts.Add("Under 18: a guardian's consent is needed, and peels, needles and retinoids are not planned.");
        }
    }

    public NewClient ToClient() => new(Name.Trim(), Phone.Trim(), BirthDate);

    /// <summary>
    /// The name as it is compared: without signs, capitals and order of its parts, so that "Fels, Ronja" is "Ronja Fels".
    /// </summary>
    public static string Key(string name)
    {
        var letters = new StringBuilder();
        foreach (var c in name.Normalize(NormalizationForm.FormD).ToLowerInvariant())
        {
            if (CharUnicodeInfo.GetUnicodeCategory(c) != UnicodeCategory.NonSpacingMark)
            {
                letters.Append(char.IsLetterOrDigit(c) ? c : ' ');
            }
        }

        return string.Join(' ', letters.ToString().Split(' ', StringSplitOptions.RemoveEmptyEntries).Order(StringComparer.Ordinal));
    }

    /// <summary>The digits of a phone number, the last nine of them: country codes and spaces differ.</summary>
    public static string Digits(string phone)
    {
        var digits = new string([.. phone.Where(char.IsAsciiDigit)]);
        return digits.Length > 9 ? digits[^9..] : digits;
    }
}
