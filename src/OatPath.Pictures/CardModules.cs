using OatPath.Core.Pictures;
using QRCoder;

namespace OatPath.Pictures;

/// <summary>The dark squares of the card's codes, to print the card and to draw it.</summary>
public static class CardModules
{
    private const int Quiet = 4;
    private static readonly Dictionary<string, bool[,]> ByText = ReferenceCard.Codes.ToDictionary(code => code.Text, code => Of(code.Text));

    /// <summary>Whether a module of a code is dark: row, column.</summary>
    public static bool[,] Of(CardCode code) => ByText[code.Text];

    private static bool[,] Of(string text)
    {
        using var made = new QRCodeGenerator().CreateQrCode(text, QRCodeGenerator.ECCLevel.H, requestedVersion: 1);
        var dark = new bool[ReferenceCard.Modules, ReferenceCard.Modules];
        for (var row = 0; row < ReferenceCard.Modules; row++)
        {
            for (var column = 0; column < ReferenceCard.Modules; column++)
            {
                dark[row, column] = made.ModuleMatrix[row + Quiet][column + Quiet];
            }
        }

        return dark;
    }
}
