using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace OatPath.Web.Pages.StandIn;

/// <summary>The simulated skin meter that ships with the program. It knows no client and keeps nothing.</summary>
[AllowAnonymous]
public sealed class MeterModel : PageModel;
