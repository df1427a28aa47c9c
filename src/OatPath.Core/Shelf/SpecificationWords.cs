using OatPath.Core.House;
using OatPath.Core.Skin;
using OatPath.Core.Wording;
using static System.FormattableString;

namespace OatPath.Core.Shelf;

/// <summary>A specification in words that a shop assistant understands.</summary>
public static class SpecificationWords
{
    /// <summary>"leave-on acid or leave-on acid gel".</summary>
    public static string Kinds(Specification spec) => Either([.. spec.Kinds.Select(kind => Said.Of(KindTraits.Of(kind).Title))]);

    /// <summary>What it must have, one line each: kind and how it is used, actives with their range, pH, SPF.</summary>
    public static IReadOnlyList<string> Wanted(Specification spec) =>
        [
            Words.Capital(Kinds(spec)),
            .. KindTraits.Of(spec.Kind) is { Use: KindUse.Daily or KindUse.Extra, LeaveOn: var stays } && spec.Actives.Count > 0
                ? new[] { stays ? Said.Of("Stays on the skin") : Said.Of("Is rinsed or wiped off") }
                : [],
            .. spec.Actives.Select(range => Words.Capital(Active(range))),
            .. spec.PhLeast is null && spec.PhMost is null ? Array.Empty<string>() : [Ph(spec)],
            .. spec.SpfLeast is { } spf ? new[] { Said.Of($"SPF {spf} or more") } : [],
            .. spec.BroadSpectrum ? new[] { Said.Of("Covers UVA (broad spectrum)") } : [],
        ];

    /// <summary>What it must not hold, and that nothing else works in it.</summary>
    public static IReadOnlyList<string> Unwanted(Specification spec) =>
        [
            .. spec.Without.Select(allergen => Said.Of(AllergenTitle.Of(allergen))),
            .. spec.WithoutBase.Select(Base),
            spec.Actives.All(range => SubstanceTraits.Of(range.Substance).Family == Family.Supportive)
                ? Said.Of("any acid, retinoid or other active")
                : Said.Of("any other acid, retinoid or active"),
        ];

    /// <summary>"mandelic acid 8 to 10 %, pH 3.5 to 4.2; no fragrance".</summary>
    public static string InBrief(Specification spec)
    {
        var wanted = new List<string>();
        wanted.AddRange(spec.Actives.Select(Active));
        wanted.AddRange(spec.PhLeast is null && spec.PhMost is null ? [] : [Ph(spec)]);
        wanted.AddRange(spec.SpfLeast is { } spf ? [Invariant($"SPF {spf} or more")] : []);
        wanted.AddRange(spec.BroadSpectrum ? ["UVA cover"] : []);
        var unwanted = spec.Without.Select(AllergenTitle.Of).Concat(spec.WithoutBase.Select(Base)).ToList();
        return string.Join(", ", wanted)
            + (unwanted.Count == 0 ? "" : $"{(wanted.Count == 0 ? "" : "; ")}no {string.Join(", no ", unwanted)}");
    }

    /// <summary>"mandelic acid 8 to 10 %".</summary>
    public static string Active(ActiveRange range) => Said.Of(SubstanceTraits.Of(range.Substance).Title) + Percent(range);

    internal static string Percent(ActiveRange range) =>
        (range.Least, range.Most) switch
        {
            ({ } least, { } most) when least == most => Invariant($" {most:0.###} %"),
            ({ } least, { } most) => Said.Of($" {Number(least)} to {Number(most)} %"),
            (null, { } most) => Said.Of($" up to {Number(most)} %"),
            ({ } least, null) => Said.Of($" {Number(least)} % or more"),
            _ => "",
        };

    internal static string Ph(Specification spec) =>
        (spec.PhLeast, spec.PhMost) switch
        {
            ({ } least, { } most) => Said.Of($"pH {Number(least)} to {Number(most)}"),
            ({ } least, null) => Said.Of($"pH {Number(least)} or more"),
            _ => Said.Of($"pH up to {Number(spec.PhMost ?? 14)}"),
        };

    /// <summary>A base that is not wanted.</summary>
    public static string Base(UnwantedBase unwanted) =>
        unwanted switch
        {
            UnwantedBase.StrongSulphate => Said.Of("strong sulphates"),
            UnwantedBase.DryingAlcohol => Said.Of("alcohol among the first ingredients"),
            _ => Said.Of("heavy oils"),
        };

    internal static string Either(IReadOnlyList<string> names) =>
        names.Count < 2 ? string.Concat(names) : Said.Of($"{string.Join(", ", names.SkipLast(1))} or {names[^1]}");

    private static string Number(decimal value) => Invariant($"{value:0.###}");
}
