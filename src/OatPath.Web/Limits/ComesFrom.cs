using System.Net;
using System.Net.Sockets;

namespace OatPath.Web.Limits;

/// <summary>Names where a request comes from, for counting.</summary>
public static class ComesFrom
{
    private const int NetworkBytes = 8;

    /// <summary>
    /// The address, as one owner has it: of IPv6 the first 64 bits, since whoever has one address there has them all (RFC 4291, section
    /// 2.5.4).
    /// </summary>
    public static string Of(HttpContext http) => Of(http.Connection.RemoteIpAddress);

    public static string Of(IPAddress? address) =>
        address switch
        {
            null => "nowhere",
            { IsIPv4MappedToIPv6: true } => address.MapToIPv4().ToString(),
            { AddressFamily: AddressFamily.InterNetworkV6 } => Convert.ToHexStringLower(address.GetAddressBytes().AsSpan(0, NetworkBytes)),
            _ => address.ToString(),
        };
}
