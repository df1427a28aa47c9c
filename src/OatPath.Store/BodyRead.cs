using OatPath.Core.Formats;

namespace OatPath.Store;

/// <summary>What a fact's body says, read once. It follows from the body and so makes no two facts differ.</summary>
internal sealed class BodyRead : IEquatable<BodyRead>
{
    private sealed record Kept(string Text, object Says);

    private Kept? kept;

    /// <param name="body">The body; a copy of a fact may have other words.</param>
    public T As<T>(string body)
        where T : class
    {
        if (kept is { Says: T known } same && ReferenceEquals(same.Text, body))
        {
            return known;
        }

        var read = CaseJson.ReadStored<T>(body);
        kept = new(body, read);
        return read;
    }

    public bool Equals(BodyRead? other) => other is not null;

    public override bool Equals(object? obj) => Equals(obj as BodyRead);

    public override int GetHashCode() => 0;
}
