namespace OatPath.Store;

/// <summary>What was to be written could not be read again. Nothing was written.</summary>
public sealed class FactNotWholeException(UnreadableException inner) : Exception("What was sent is not whole; nothing was saved.", inner);
