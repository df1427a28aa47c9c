using OatPath.Core.Calibration;
using OatPath.Core.Ramp;

namespace OatPath.Web.Drawing;

/// <summary>A band of chances as a place in the drawing.</summary>
/// <param name="X">Where what was said lies.</param>
/// <param name="Y">Where what happened lies.</param>
/// <param name="Top">The upper end of its band.</param>
/// <param name="Bottom">The lower end.</param>
public sealed record BandMark(ChanceBand Band, HeldToAccount Held, double X, double Y, double Top, double Bottom);

/// <summary>
/// What happened over what was said. Both ways go by the square root of the share, so that small chances, which matter most, stand apart,
/// and what fits still lies on a straight line.
/// </summary>
public sealed class AccountDrawing
{
    public const double Width = 640;
    public const double Height = 420;
    public const double Left = 56;
    public const double Bottom = 366;
    public const double Top = 14;
    private const double Right = Width - 14;
    private static readonly double[] Shares = [0, 0.01, 0.03, 0.05, 0.1, 0.2, 0.4, 0.7, 1];

    private AccountDrawing(double most) => Most = most;

    /// <summary>The share at the end of both ways, 0 to 1.</summary>
    public double Most { get; }

    public IReadOnlyList<double> Ticks => [.. Shares.Where(share => share <= Most)];

    public IReadOnlyList<BandMark> Marks { get; private init; } = [];

    /// <summary>The drawing of the bands of which enough clients tell; null where there is none.</summary>
    public static AccountDrawing? Of(Account account)
    {
        var shown = account.Bands.Where(band => band.Held.MayBeShown).ToList();
        if (shown.Count == 0)
        {
            return null;
        }

        var highest = shown.Max(band => Math.Max(band.Held.Chance, band.Held.High));
        var drawing = new AccountDrawing(Shares.First(share => share >= Math.Min(1, Math.Max(highest, 0.1))));
        return new(drawing.Most)
        {
            Marks =
            [
                .. shown.Select(band => new BandMark(
                    band.Band,
                    band.Held,
                    drawing.X(band.Held.Chance),
                    drawing.Y(band.Held.Share),
                    drawing.Y(band.Held.High),
                    drawing.Y(band.Held.Low)
                )),
            ],
        };
    }

    public double X(double share) => Left + (Math.Sqrt(share / Most) * (Right - Left));

    public double Y(double share) => Bottom - (Math.Sqrt(share / Most) * (Bottom - Top));
}
