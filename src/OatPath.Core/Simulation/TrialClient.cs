using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Simulation;

/// <summary>One made-up client: what the practitioner sees, the skin she does not, and how each day will turn out.</summary>
internal sealed class TrialClient
{
    public static IReadOnlyList<Product> Actives { get; } =
    [
        new()
        {
            Id = "reed-water",
            Name = "Reed water",
            Kind = ProductKind.ExfoliatingToner,
            Actives = [new(Substance.Glycolic, 7)],
            Ph = 3.6m,
        },
        new()
        {
            Id = "willow-drops",
            Name = "Willow drops",
            Kind = ProductKind.LeaveOnAcidLiquid,
            Actives = [new(Substance.Salicylic, 2)],
            Ph = 3.5m,
        },
        new()
        {
            Id = "meadow-milk",
            Name = "Meadow milk",
            Kind = ProductKind.LeaveOnAcidLiquid,
            Actives = [new(Substance.Lactic, 5)],
            Ph = 3.8m,
        },
        new()
        {
            Id = "heron-drops",
            Name = "Heron drops",
            Kind = ProductKind.Retinoid,
            Actives = [new(Substance.Retinol, 0.3m)],
        },
    ];

    /// <summary>Share of the sensitivities met at Meet, mildest first, and what one use asks of each.</summary>
    private static readonly (double Share, double Wear)[] Skins = [(0.2, 0.18), (0.5, 0.25), (0.22, 0.36), (0.08, 0.5)];

    private readonly double wear;
    private readonly double mending;
    private readonly double unevenness;

    public TrialClient(TrialSettings settings, int number)
    {
        var random = new Random(HashCode(settings.Seed, number));
        var truth = 0;
        for (var draw = random.NextDouble(); truth < Skins.Length - 1 && draw > Skins[truth].Share; truth++)
        {
            draw -= Skins[truth].Share;
        }

        // What is told at Meet is right three times in four.
        var told = random.NextDouble() < 0.75 ? truth : Math.Clamp(truth + (random.NextDouble() < 0.5 ? 1 : -1), 0, Skins.Length - 1);
        Intake = new() { BirthDate = new DateOnly(1990, 5, 1), Sensitivity = (Sensitivity)told };
        Active = Actives[random.Next(Actives.Count)];
        wear = Skins[truth].Wear * settings.Tenderness * Math.Exp(0.45 * Gaussian(random));
        mending = 0.25 + (0.25 * random.NextDouble());
        unevenness = settings.Unevenness;
        var days = settings.Weeks * 7;
        AwayFrom = random.NextDouble() < 0.15 ? random.Next(days) : days;
        AwayDays = 7 + random.Next(21);
        Evening = Draws(random, days);
        Use = Draws(random, days);
        Told = Draws(random, days);
    }

    public Intake Intake { get; }
    public Product Active { get; }

    /// <summary>Day index from which the client is away without the active, and for how long.</summary>
    public int AwayFrom { get; }
    public int AwayDays { get; }

    /// <summary>Draws from 0 to 1 for each day: how a use turns out, whether it is made, whether it is told.</summary>
    public double[] Evening { get; }
    public double[] Use { get; }
    public double[] Told { get; }

    public bool IsAway(int day) => day >= AwayFrom && day < AwayFrom + AwayDays;

    /// <summary>The skin that nobody sees, at rest.</summary>
    /// <param name="first">The day on which the active begins.</param>
    /// <param name="bite">How many times the usual a use of the active truly asks.</param>
    public HiddenSkin Skin(SkinModel model, DateOnly first, double bite = 1) =>
        model switch
        {
            SkinModel.Barrier => new BarrierSkin(wear * bite, mending, 0.08 * unevenness),
            SkinModel.Sensitising => new SensitisingSkin(wear * 1.3 * bite, 0.25 * unevenness),
            _ => new SeasonalSkin(wear * bite, mending, 0.08 * unevenness, first.DayOfYear),
        };

    private static double[] Draws(Random random, int days)
    {
        var draws = new double[days];
        for (var day = 0; day < days; day++)
        {
            draws[day] = Math.Clamp(random.NextDouble(), 1e-9, 1 - 1e-9);
        }

        return draws;
    }

    private static double Gaussian(Random random) =>
        Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());

    private static int HashCode(int seed, int number) => unchecked((seed * 1_000_003) ^ (number * 7_919) ^ 0x5bd1e995);
}
