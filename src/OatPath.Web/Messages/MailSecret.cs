using System.Security.Cryptography;
using Microsoft.AspNetCore.DataProtection;
using OatPath.Store;

namespace OatPath.Web.Messages;

/// <summary>
/// The mail server's secret: sealed with the program's keys, in a file of its own. It stands in no database, no backup and no page.
/// </summary>
public sealed class MailSecret(DataFolder folder, IDataProtectionProvider protection)
{
    public const int Longest = 500;

    private readonly IDataProtector seal = protection.CreateProtector("oatpath mail");

    public bool IsSet => File.Exists(folder.MailSecret);

    /// <summary>The secret; empty where there is none, or it was sealed with keys that are gone.</summary>
    public string Read()
    {
        try
        {
            return IsSet ? seal.Unprotect(File.ReadAllText(folder.MailSecret)) : "";
        }
        catch (CryptographicException)
        {
            return "";
        }
    }

    public void Write(string secret)
    {
        var fresh = folder.MailSecret + ".new";
        using (var file = new FileStream(fresh, Options))
        using (var text = new StreamWriter(file))
        {
            text.Write(seal.Protect(secret));
        }

        File.Move(fresh, folder.MailSecret, overwrite: true);
    }

    public void Remove() => File.Delete(folder.MailSecret);

    private static FileStreamOptions Options
    {
        get
        {
            var options = new FileStreamOptions { Mode = FileMode.Create, Access = FileAccess.Write };
            if (!OperatingSystem.IsWindows())
            {
                options.UnixCreateMode = UnixFileMode.UserRead | UnixFileMode.UserWrite;
            }

            return options;
        }
    }
}
