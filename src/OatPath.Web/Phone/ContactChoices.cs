namespace OatPath.Web.Phone;

/// <summary>
/// Times on the skin that a client may choose from: shorter, as planned, and longer, because what happened is always recordable.
/// </summary>
public static class ContactChoices
{
    /// <param name="planned">Longest contact planned, seconds.</param>
    /// <returns>Seconds, rising: finer steps for strong kits, and up to an hour.</returns>
    public static IEnumerable<int> For(int planned)
    {
        var step = planned <= 180 ? 15 : 60;
        var most = planned + (planned <= 180 ? 120 : 600);
        return Enumerable
            .Range(1, most / step)
            .Select(i => i * step)
            .Concat([900, 1200, 1800, 3600])
            .Append(planned)
            .Distinct()
            .Where(seconds => seconds > 0)
            .Order();
    }
}
