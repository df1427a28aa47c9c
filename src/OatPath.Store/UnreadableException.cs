namespace OatPath.Store;

/// <summary>
/// Something stored about one client cannot be read. Nothing is planned for that client until it is mended; nobody else is touched.
/// </summary>
/// <param name="what">Which entry, for whoever mends it.</param>
public sealed class UnreadableException(string clientId, string what, Exception inner) : Exception($"{what} cannot be read.", inner)
{
    public string ClientId { get; } = clientId;

    public string What { get; } = what;
}
