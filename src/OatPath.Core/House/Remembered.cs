using System.Collections.Concurrent;

namespace OatPath.Core.House;

/// <summary>
/// What follows from a key alone, made once. When so many are kept, all are thrown away and made again as they are asked for.
/// </summary>
/// <param name="most">How many are kept.</param>
public sealed class Remembered<TKey, TValue>(int most)
    where TKey : notnull
{
    private readonly ConcurrentDictionary<TKey, TValue> kept = [];

    // Asking a concurrent dictionary how much it holds stops everybody who uses it.
    private int count;

    /// <summary>What is kept under a key, or was just made of it.</summary>
    public TValue Of(TKey key, Func<TKey, TValue> make)
    {
        if (kept.TryGetValue(key, out var known))
        {
            return known;
        }

        var made = make(key);
        if (Interlocked.Increment(ref count) > most)
        {
            kept.Clear();
            Interlocked.Exchange(ref count, 0);
        }

        kept[key] = made;
        return made;
    }
}
