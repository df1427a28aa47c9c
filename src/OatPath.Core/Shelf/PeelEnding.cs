namespace OatPath.Core.Shelf;

/// <summary>How a wash-off peel is ended by its label, when nothing went wrong.</summary>
public enum PeelEnding
{
    /// <summary>A neutraliser is patted on until it is calm, then rinsed.</summary>
    Neutraliser,

    /// <summary>Rinsed with water alone.</summary>
    Rinse,
}
