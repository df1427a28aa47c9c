namespace OatPath.Web.Records;

/// <summary>A client's link as an address and as a square code.</summary>
public static class PhoneLink
{
    public static string Address(ServeOptions options, string token) => $"{options.Origin}/go/{token}";

    /// <summary>A square code of an address as SVG, its sides in CSS pixels.</summary>
    public static string Square(string address, int side) =>
        new QRCoder.SvgQRCode(new QRCoder.QRCodeGenerator().CreateQrCode(address, QRCoder.QRCodeGenerator.ECCLevel.M)).GetGraphic(
            new System.Drawing.Size(side, side),
            "#000000",
            "#ffffff",
            sizingMode: QRCoder.SvgQRCode.SizingMode.WidthHeightAttribute
        );
}
