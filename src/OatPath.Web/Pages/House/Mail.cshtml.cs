using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;
using OatPath.Core.House;
using OatPath.Store;
using OatPath.Web.Limits;
using OatPath.Web.Messages;

namespace OatPath.Web.Pages.House;

/// <summary>What was typed about the mail server.</summary>
public sealed record MailForm(string Host, string Port, string Tls, string Sender, string User, string To);

/// <summary>What became of a test message.</summary>
public sealed record TriedMail(bool Delivered, string Address, string Words);

/// <summary>The mail server that carries messages to clients, set by the owner.</summary>
[Authorize(Policy = People.Roles.KeepsHouse)]
[EnableRateLimiting(RequestLimits.Strict)]
public sealed class MailModel(
    ProgramSettings settings,
    MailSecret secret,
    MailGateway gateway,
    Messenger messenger,
    Studio studio,
    ServeOptions options
) : PageModel
{
    private const int UsualPort = 465;
    private const int HighestPort = 65_535;

    public List<Problem> Problems { get; } = [];

    public MailForm Form { get; private set; } = new("", "", "", "", "", "");

    public long Version { get; private set; }

    public bool IsSet { get; private set; }

    public bool HasSecret => secret.IsSet;

    public string State => gateway.Name;

    public (string Reason, DateTimeOffset Since)? Trouble => IsSet ? messenger.Trouble : null;

    public TriedMail? Tried { get; private set; }

    public string PageAddress => $"{options.Origin}/my";

    public string Local(DateTimeOffset at) =>
        TimeZoneInfo
            .ConvertTime(at, CareDay.ZoneOf(studio.Current().Rules.Zone))
            .ToString("ddd d MMM HH:mm", System.Globalization.CultureInfo.InvariantCulture);

    public void OnGet()
    {
        var (choices, version) = settings.Current();
        (Version, IsSet) = (version, choices.Mail is not null);
        Form = choices.Mail is { } mail
            ? new(mail.Host, $"{mail.Port}", mail.Tls.ToString(), mail.Sender, mail.User, "")
            : new("", $"{UsualPort}", nameof(MailTls.Implicit), "", "", "");
    }

    public IActionResult OnPost(long version)
    {
        if (Save(version) is null)
        {
            return Page();
        }

        TempData["Done"] = "The mail server is saved. Send a test message to see whether it takes mail.";
        return Redirect("/house/mail");
    }

    /// <summary>Saves it and sends a test message.</summary>
    public IActionResult OnPostTry(long version)
    {
        var to = Request.Form["to"].ToString().Trim();
        if (!MailGateway.IsAddress(to))
        {
            Problems.Add(new("Send a test message to", "write one address, such as name@example.org"));
        }

        if (Save(version) is not { } mail)
        {
            return Page();
        }

        var attempt = gateway.Try(mail, to);
        Tried = new(attempt.Fate == Fate.Delivered, to, attempt.Reason);
        if (Tried.Delivered)
        {
            messenger.TryTheWayAgain();
        }

        return Page();
    }

    /// <summary>Forgets the server and its secret; nothing is sent any more.</summary>
    public IActionResult OnPostOff()
    {
        var (choices, version) = settings.Current();
        settings.Save(choices with { Mail = null }, version);
        secret.Remove();
        TempData["Done"] = "Nothing is sent any more; the server and its secret are forgotten.";
        return Redirect("/house/mail");
    }

    /// <returns>The server, or null with what is wrong; then nothing is saved and what was typed stays.</returns>
    private MailServer? Save(long version)
    {
        OnGet();
        string Text(string field) => Request.Form[field].ToString().Trim();
        Form = new(Text("host"), Text("port"), Text("tls"), Text("sender"), Text("user"), Text("to"));
        var typed = Request.Form["secret"].ToString();
        if (Read(typed) is not { } mail || Problems.Count > 0)
        {
            Version = version;
            return null;
        }

        try
        {
            settings.Save(settings.Current().Choices with { Mail = mail }, version);
        }
        catch (ConflictException conflict)
        {
            Problems.Add(
                new("The mail server", "was changed by somebody else while you were here. What you typed is kept below; save again")
            );
            Version = conflict.CurrentVersion;
            return null;
        }

        if (typed.Length > 0)
        {
            secret.Write(typed);
        }
        else if (mail.User.Length == 0)
        {
            secret.Remove();
        }

        messenger.TryTheWayAgain();
        (Version, IsSet) = (settings.Current().Version, true);
        ModelState.Clear();
        return mail;
    }

    private MailServer? Read(string typed)
    {
        if (Uri.CheckHostName(Form.Host) == UriHostNameType.Unknown || Form.Host.Length > MailServer.LongestHost)
        {
            Problems.Add(new("Host", "write the name of the mail server, such as mail.example.org"));
        }

        if (Field.Whole(Form.Port) is not (> 0 and <= HighestPort))
        {
            Problems.Add(new("Port", $"give a number from 1 to {HighestPort}"));
        }

        if (!Enum.TryParse<MailTls>(Form.Tls, out var tls) || !Enum.IsDefined(tls))
        {
            Problems.Add(new("Guarded by", "choose one of the three"));
        }

        if (!MailGateway.IsAddress(Form.Sender))
        {
            Problems.Add(new("Address that mail comes from", "write one address, such as studio@example.org"));
        }

        if (Form.User.Length > MailServer.LongestUser || Form.User.Any(char.IsControl))
        {
            Problems.Add(new("Name to sign in by", $"give at most {MailServer.LongestUser} characters"));
        }

        if (typed.Length > MailSecret.Longest)
        {
            Problems.Add(new("Secret", $"give at most {MailSecret.Longest} characters"));
        }

        if (Form.User.Length > 0 && typed.Length == 0 && !secret.IsSet)
        {
            Problems.Add(new("Secret", "is needed to sign in by that name"));
        }

        var mail = new MailServer(Form.Host, Field.Whole(Form.Port) ?? 0, tls, Form.Sender, Form.User);
        if (tls == MailTls.None && !mail.IsHere)
        {
            Problems.Add(new("Guarded by", "choose TLS: without it only a mail server on this machine is used"));
        }

        return Problems.Count == 0 ? mail : null;
    }
}
