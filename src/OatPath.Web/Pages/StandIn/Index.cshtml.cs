using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc.RazorPages;
using OatPath.Core.House;
using OatPath.Core.Routes;
using OatPath.Core.Shelf;

namespace OatPath.Web.Pages.StandIn;

/// <summary>The simulated device that ships with the program. It knows no client and keeps nothing.</summary>
[AllowAnonymous]
public sealed class IndexModel : PageModel
{
    public ProductKind Kind { get; private set; }

    /// <summary>What it can be set to.</summary>
    public IReadOnlyList<string> Settings { get; private set; } = [];

    public void OnGet(string? kind)
    {
        Kind =
            kind is not null && EnumName.Find<ProductKind>(kind) is { } known && DeviceKinds.IsDevice(known)
                ? known
                : ProductKind.GalvanicDevice;
        var levels = Kind == ProductKind.CleansingBrush ? Enumerable.Range(1, 3).Select(level => $"level {level}") : [];
        Settings =
        [
            .. levels,
            .. DeviceGuide
                .Of(
                    new Product
                    {
                        Id = "stand-in",
                        Name = "stand-in",
                        Kind = Kind,
                    },
                    true,
                    []
                )
                ?.Passes.SelectMany(pass => pass.Strokes)
                .Select(stroke => stroke.Setting)
                .OfType<string>()
                .Distinct()
                .Where(setting => !setting.StartsWith("level", StringComparison.Ordinal))
                ?? [],
        ];
    }
}
