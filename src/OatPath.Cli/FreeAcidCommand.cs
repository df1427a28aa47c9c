using System.Globalization;
using OatPath.Core.Formats;
using OatPath.Core.House;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Cli;

/// <summary>Prints how much of an acid, or of a blend, is free at a pH.</summary>
public static class FreeAcidCommand
{
    private const string Usage =
        "--acid glycolic --percent 30 --ph 3.0; repeat --acid and --percent for a blend; --kind exfoliating-toner instead of --ph takes "
        + "that kind's usual pH";

    public static int Run(IReadOnlyList<string> words, TextWriter output, TextWriter errors)
    {
        try
        {
            var product = Read(words);
            var free = FreeAcidReading.Of(product)
                ?? throw new BadInputException($"--ph: is not given and the kind has no usual pH; write {Usage}");
            output.Write(
                CaseJson.Write(
                    new
                    {
                        Acids = free.Acids.Select(acid => new
                        {
                            Acid = acid.Substance,
                            acid.Percent,
                            acid.Pka,
                            FreePercent = Math.Round(acid.FreePercent, 4),
                        }),
                        free.Ph,
                        PhAssumed = free.Assumed,
                        FreePercent = Math.Round(free.FreePercent, 4),
                        Note = free.Assumed ? "The pH is assumed from the kind; an assumed pH clears no limit." : null,
                    }
                )
            );
            return ExitCode.Ok;
        }
        catch (BadInputException problem)
        {
            errors.WriteLine(problem.Message);
            return ExitCode.BadInput;
        }
    }

    private static Product Read(IReadOnlyList<string> words)
    {
        var acids = new List<Active>();
        Substance? waiting = null;
        decimal? ph = null;
        var kind = ProductKind.LeaveOnAcidLiquid;
        var kindGiven = false;
        for (var i = 0; i < words.Count; i += 2)
        {
            var value = i + 1 < words.Count ? words[i + 1] : throw new BadInputException($"{words[i]}: needs a value; write {Usage}");
            switch (words[i])
            {
                case "--acid":
                    if (waiting is { } without)
                    {
                        throw new BadInputException($"--percent: is missing for {EnumName.Of(without)}; write {Usage}");
                    }

                    waiting =
                        EnumName.Find<Substance>(value) is { } substance && SubstanceTraits.Of(substance).Pka is not null
                            ? substance
                            : throw new BadInputException(
                                $"--acid: {value} is not known; use one of {string.Join(", ", FreeAcidReading.Known.Select(EnumName.Of))}"
                            );
                    break;
                case "--percent":
                    var acid = waiting ?? throw new BadInputException($"--percent: name its acid first; write {Usage}");
                    acids.Add(
                        new(
                            acid,
                            Number("--percent", value, 100, "percent above 0 and at most 100") is > 0 and var percent
                                ? percent
                                : throw new BadInputException("--percent: give a percent above 0 and at most 100")
                        )
                    );
                    waiting = null;
                    break;
                case "--ph":
                    ph = Number("--ph", value, 14, "pH from 0 to 14");
                    break;
                case "--kind":
                    kind = EnumName.Find<ProductKind>(value)
                        ?? throw new BadInputException(
                            $"--kind: {value} is not known; use one of "
                                + $"{string.Join(", ", Enum.GetValues<ProductKind>().Select(EnumName.Of))}"
                        );
                    kindGiven = true;
                    break;
                default:
                    throw new BadInputException($"{words[i]}: unknown option; write {Usage}");
            }
        }

        if (acids.Count == 0 || waiting is not null)
        {
            throw new BadInputException($"{(waiting is null ? "--acid" : "--percent")}: is missing; write {Usage}");
        }

        if (acids.Sum(active => active.Percent!.Value) > 100)
        {
            throw new BadInputException("--percent: together they pass 100 percent; check the label");
        }

        return ph is null && !kindGiven
            ? throw new BadInputException($"--ph: is missing; write {Usage}")
            : new Product
            {
                Id = "blend",
                Name = "Blend",
                Kind = kind,
                Actives = acids,
                Ph = ph,
            };
    }

    private static decimal Number(string option, string text, decimal most, string range) =>
        Field.Number(text) is { } number && number >= 0 && number <= most
            ? number
            : throw new BadInputException($"{option}: give a {range}");
}
