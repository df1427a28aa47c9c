namespace OatPath.Core.Skin;

/// <summary>Concerns in plain words.</summary>
public static class ConcernWords
{
    public static string Of(Concern concern) =>
        concern switch
        {
            Concern.CloggedPores => "clogged pores",
            Concern.UnevenTone => "uneven tone",
            Concern.FineLines => "fine lines",
            Concern.Dullness => "rough or dull skin",
            Concern.Marks => "marks left by spots",
            _ => concern.ToString().ToLowerInvariant(),
        };
}
