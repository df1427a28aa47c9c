namespace OatPath.Web.Tests;

/// <summary>What nobody should type, and somebody does.</summary>
internal static class HostileValues
{
    public static readonly string[] Days =
    [
        "0001-01-01",
        "9999-12-31",
        "9999-12-25",
        "0001-01-08",
        "1900-01-01",
        "2100-12-31",
        "2026-02-30",
        "",
    ];

    public static readonly string[] All =
    [
        "",
        " ",
        "0",
        "-1",
        "99999999999999999999",
        "NaN",
        "1e309",
        "-0.0",
        "true",
        "25:61",
        "<script>alert(1)</script>",
        "'; DROP TABLE fact;--",
        "\0",
        "\u202egnirts",
        new string('A', 3000),
        "../../etc/passwd",
        "{\"a\":[",
        "\ud83e\uddf4\u200d\r\nSet-Cookie: a=b",
        "2147483647",
        .. Days,
    ];
}
