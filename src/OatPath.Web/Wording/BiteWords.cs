using System.Globalization;
using OatPath.Core.Calibration;
using OatPath.Core.House;

namespace OatPath.Web.Wording;

/// <summary>What the house has seen of a product, in words.</summary>
public static class BiteWords
{
    /// <summary>"bites about 1.3 times its label, beside what is used here otherwise (1.1 to 1.8)".</summary>
    public static string Of(BiteShown bite) =>
        bite.Strays switch
        {
            > 0 => $"bites about {Number(bite.Times)} times its label, beside what is used here otherwise ({Band(bite)})",
            < 0 => $"bites less than its label says, beside what is used here otherwise: about {Number(bite.Times)} times ({Band(bite)})",
            _ => $"bites as its label says, as far as one can tell ({Band(bite)} times)",
        };

    /// <summary>"bites more".</summary>
    public static string Verdict(BiteShown bite) =>
        bite.Strays switch
        {
            > 0 => "bites more",
            < 0 => "bites less",
            _ => "as labelled",
        };

    /// <summary>"31 clients, 412 uses, 9 of them strong"; what is known of so few says nothing.</summary>
    public static string Line(BiteShown bite) =>
        bite.MayBeShown
            ? $"{Words.Count(bite.Clients, "client")}, {Words.Count(bite.Uses, "use")}, "
                + $"{(bite.Strong == 0 ? "none" : bite.Strong.ToString(CultureInfo.InvariantCulture))} with a strong reaction; {Of(bite)}."
            : "too few clients used it to say how it bites.";

    /// <summary>"1.5 times its label since Mon 3 Mar"; "its label" where nothing else is.</summary>
    /// <param name="since">What counts today; null where nothing ever did.</param>
    public static string Reckoned(BiteSince? since) =>
        since is { Percent: > 100 }
            ? $"{(since.Percent / 100m).ToString("0.0#", CultureInfo.InvariantCulture)} times its label since {Words.Day(since.From)}"
            : "its label";

    public static string Band(BiteShown bite) => $"{Number(bite.Low)} to {Number(bite.High)}";

    public static string Number(double times) => times.ToString("0.0", CultureInfo.InvariantCulture);
}
