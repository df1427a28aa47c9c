namespace OatPath.Core.Pictures;

/// <summary>One even field of the card.</summary>
/// <param name="X">Left edge in millimetres from the card's left; Y its upper edge from the card's top.</param>
/// <param name="IsLight">One of the fields of the same grey by which the light across the card is told.</param>
public readonly record struct CardField(double X, double Y, double Width, double Height, byte R, byte G, byte B, bool IsLight = false)
{
    public LinearRgb Light => LinearRgb.Of(R, G, B);
}

/// <summary>A square code in a corner of the card.</summary>
/// <param name="Text">What it says; by it the reader knows the edition and the corner.</param>
/// <param name="X">Left edge of its outermost modules in millimetres.</param>
public sealed record CardCode(string Text, double X, double Y)
{
    /// <summary>Where the middles of its three finder squares lie on the card: upper left, upper right, lower left.</summary>
    public IReadOnlyList<(double X, double Y)> Finders { get; } =
    [
        (X + (3.5 * ReferenceCard.Module), Y + (3.5 * ReferenceCard.Module)),
        (X + (17.5 * ReferenceCard.Module), Y + (3.5 * ReferenceCard.Module)),
        (X + (3.5 * ReferenceCard.Module), Y + (17.5 * ReferenceCard.Module)),
    ];
}

/// <summary>
/// The house's own reference card: four codes by which it is found and flattened, grey and coloured fields by which the white is
/// evened, two
/// bars whose edges tell how sharp the picture is. Printed by the studio on matt paper.
/// </summary>
/// <remarks>
/// House layout. A printer's colours are not those of the table: numbers compare only between pictures with the same printed card, and how
/// well it fits is kept as the residual.
/// </remarks>
public static class ReferenceCard
{
    /// <summary>Millimetres.</summary>
    public const double Width = 150;

    /// <inheritdoc cref="Width"/>
    public const double Height = 100;

    /// <summary>Modules along a code's side (the smallest of the codes of ISO/IEC 18004), and millimetres of one.</summary>
    public const int Modules = 21;

    /// <inheritdoc cref="Modules"/>
    public const double Module = 1.3;

    public static IReadOnlyList<CardCode> Codes { get; } =
    [
        new("OATCARD1A", 5, 5),
        new("OATCARD1B", Width - 5 - (Modules * Module), 5),
        new("OATCARD1C", 5, Height - 5 - (Modules * Module)),
        new("OATCARD1D", Width - 5 - (Modules * Module), Height - 5 - (Modules * Module)),
    ];

    private const double Pitch = 12;
    private const double Side = 11;
    private const double Left = 39.5;
    private const double Top = 6;
    private const byte LightGrey = 160;

    private static readonly (byte R, byte G, byte B)[][] Rows =
    [
        [(235, 235, 235), (200, 200, 200), (160, 160, 160), (120, 120, 120), (85, 85, 85), (52, 52, 52)],
        [(232, 196, 172), (214, 172, 142), (190, 144, 112), (158, 112, 82), (118, 80, 58), (84, 58, 44)],
        [(226, 172, 160), (206, 140, 130), (186, 104, 98), (160, 72, 70), (196, 168, 120), (142, 118, 84)],
        [(180, 60, 60), (200, 130, 60), (206, 190, 80), (96, 144, 80), (70, 120, 150), (84, 76, 140)],
        [(196, 100, 130), (120, 70, 110), (90, 150, 140), (150, 170, 190), (110, 130, 60), (60, 90, 120)],
        [(52, 52, 52), (85, 85, 85), (120, 120, 120), (160, 160, 160), (200, 200, 200), (235, 235, 235)],
    ];

    /// <summary>Every field, row by row; the fields of light after them.</summary>
    public static IReadOnlyList<CardField> Fields { get; } =
    [
        .. Rows.SelectMany(
            (row, down) =>
                row.Select(
                    (colour, across) =>
                        new CardField(
                            Left + (across * Pitch),
                            Top + (down * Pitch),
                            Side,
                            Side,
                            colour.R,
                            colour.G,
                            colour.B,
                            colour == (LightGrey, LightGrey, LightGrey)
                        )
                )
        ),
        new(5, 37, 12, 26, LightGrey, LightGrey, LightGrey, true),
        new(Width - 17, 37, 12, 26, LightGrey, LightGrey, LightGrey, true),
    ];

    /// <summary>The bars whose long edges are looked at: one lies, one stands.</summary>
    public static CardField LyingBar { get; } = new(Left, 82, 71, 5, 30, 30, 30);

    /// <inheritdoc cref="LyingBar"/>
    public static CardField StandingBar { get; } = new(23, 37, 5, 26, 30, 30, 30);

    /// <summary>The paper between the fields.</summary>
    public const byte Paper = 246;
}
