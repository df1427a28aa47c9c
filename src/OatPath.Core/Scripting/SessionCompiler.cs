using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Session;

namespace OatPath.Core.Scripting;

/// <summary>The script of any session: a peel, a booster, a device or a tool.</summary>
public static class SessionCompiler
{
    /// <summary>The script, or why there is none.</summary>
    /// <param name="product">Something on the client's shelf.</param>
    /// <param name="on">The care day; today or later.</param>
    public static (SessionScript? Script, IReadOnlyList<Because> Reasons) Compile(
        CaseFile file,
        HouseRules rules,
        string product,
        DateOnly on
    ) =>
        file.Shelf.FirstOrDefault(item => item.Product.Id == product)?.Product is { } device && DeviceScript.Leads(device)
            ? DeviceScript.Compile(file, rules, product, on)
            : PeelScript.Compile(file, rules, product, on);
}
