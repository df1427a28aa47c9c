using System.Security.Cryptography;
using Microsoft.AspNetCore.DataProtection;
using OatPath.Store;

namespace OatPath.Web.Phone;

/// <summary>
/// Signs the grant of a session, so that what comes back from a guide is known to belong to it. The signature also stands for the form
/// token: nobody else can make one.
/// </summary>
public sealed class SessionSigner(IDataProtectionProvider protection)
{
    private readonly IDataProtector protector = protection.CreateProtector("oatpath.session-grant.1");

    public string Sign(SessionGrant grant) => protector.Protect($"{grant.Id}|{grant.DeviceId}");

    /// <returns>The grant's id and the device it was given to, or null where it was not signed here.</returns>
    public (string Grant, long? Device)? Read(string token)
    {
        try
        {
            var parts = protector.Unprotect(token).Split('|');
            return parts.Length == 2 ? (parts[0], long.TryParse(parts[1], out var device) ? device : null) : null;
        }
        catch (CryptographicException)
        {
            return null;
        }
    }
}
