using System.Security.Cryptography;
using Microsoft.AspNetCore.DataProtection;
using OatPath.Store;
using OatPath.Web.Clock;
using OtpNet;

namespace OatPath.Web.People;

/// <summary>
/// Codes of an authenticator app (RFC 6238: six digits, 30 seconds, SHA-1) and recovery codes for the day the phone is lost.
/// </summary>
public sealed class SecondFactor(Store.People people, IDataProtectionProvider protection, MachineClock machine)
{
    private const int SecretBytes = 20;
    private const int Codes = 10;
    private const int Digits = 6;
    private static readonly TimeSpan TicketLife = TimeSpan.FromMinutes(5);

    private readonly IDataProtector secrets = protection.CreateProtector("second factor");
    private readonly ITimeLimitedDataProtector tickets = protection.CreateProtector("password was right").ToTimeLimitedDataProtector();

    public static string NewSecret() => Base32Encoding.ToString(RandomNumberGenerator.GetBytes(SecretBytes));

    public static IReadOnlyList<string> NewRecoveryCodes() => [.. Enumerable.Range(0, Codes).Select(_ => ReadableCode.New(2, 5))];

    /// <summary>The address an authenticator app reads.</summary>
    public static string Address(Person person, string secret) =>
        $"otpauth://totp/Oat%20Path:{Uri.EscapeDataString(person.SignIn)}?secret={secret}&issuer=Oat%20Path";

    /// <summary>
    /// Whether a code belongs to a secret now, or half a minute before or after; and its time step. The app on the phone knows nothing of
    /// the record's time: the machine's counts.
    /// </summary>
    public bool Fits(string secret, string code, out long step) =>
        new Totp(Base32Encoding.ToBytes(secret)).VerifyTotp(
            machine.Now.UtcDateTime,
            code.Trim(),
            out step,
            new VerificationWindow(previous: 1, future: 1)
        );

    /// <summary>Sets the factor after a first code was right.</summary>
    /// <returns>The recovery codes, shown once.</returns>
    public IReadOnlyList<string> Set(Person person, string secret)
    {
        var codes = NewRecoveryCodes();
        people.SetFactor(person.Id, secrets.Protect(secret), codes);
        return codes;
    }

    /// <summary>Takes a code of the app, once, or a recovery code, once.</summary>
    public bool Take(Person person, string? given)
    {
        var code = (given ?? "").Trim().ToUpperInvariant();
        if (person.Factor is null || code.Length > 40)
        {
            return false;
        }

        var digits = new string([.. code.Where(char.IsAsciiDigit)]);
        return digits.Length == Digits && code.All(c => char.IsAsciiDigit(c) || c == ' ')
            ? Fits(secrets.Unprotect(person.Factor), digits, out var step) && people.UseStep(person.Id, step)
            : people.UseRecoveryCode(person.Id, code, machine.Now);
    }

    /// <summary>Says for some minutes that a person's password was right.</summary>
    public string Ticket(Person person) => tickets.Protect($"{person.Id} {person.Stamp}", TicketLife);

    /// <summary>Whose password was right, or null where the ticket is no longer good.</summary>
    public Person? WhoseTicket(string? ticket)
    {
        try
        {
            return
                ticket is { Length: > 0 and < 1000 }
                && tickets.Unprotect(ticket).Split(' ') is [var id, var stamp]
                && people.Find(long.Parse(id, System.Globalization.CultureInfo.InvariantCulture)) is { Active: true } person
                && person.Stamp == stamp
                ? person
                : null;
        }
        catch (CryptographicException)
        {
            return null;
        }
    }
}
