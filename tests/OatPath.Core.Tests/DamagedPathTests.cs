using OatPath.Cli;
using OatPath.Core.Case;
using OatPath.Core.Formats;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Planner;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

/// <summary>A path damaged by hand is refused by the command line, with the rule that it breaks.</summary>
public sealed class DamagedPathTests : IDisposable
{
    private static readonly DateOnly Monday = CaseBuilder.Monday;

    private readonly string folder = Directory.CreateTempSubdirectory("oatpath").FullName;

    private static Product Toner =>
        new()
        {
            Id = "toner",
            Name = "Dew toner",
            Kind = ProductKind.CalmingToner,
        };

    private static CaseFile Skin =>
        CaseBuilder
            .Basic()
            .Own(CaseBuilder.Glycolic, CaseBuilder.Retinol, Toner)
            .InUse("glycolic", Monday.AddDays(-60), 1)
            .InUse("retinol", Monday.AddDays(-60), 1)
            .Build();

    private static CaseFile Peeling =>
        CaseBuilder
            .Basic()
            .Own(CaseBuilder.WeakKit)
            .Decide(
                new StartActive
                {
                    Id = "k",
                    Product = "kit",
                    On = Monday.AddDays(-90),
                    Reason = "knows the kit",
                }
            )
            .Patched("kit", Monday.AddDays(-90))
            .Build();

    /// <summary>A fruit acid serum once a week in place of the milder one.</summary>
    private static CaseFile Boosted =>
        CaseBuilder
            .Basic()
            .Own([.. RandomCase.Mandelic])
            .InUse(RandomCase.Mandelic[0].Id, Monday.AddDays(-60), 2)
            .Established(Family.Aha, Monday.AddDays(-60))
            .Decide(
                new StartActive
                {
                    Id = "b",
                    Product = RandomCase.Mandelic[1].Id,
                    On = Monday,
                    BoosterFor = RandomCase.Mandelic[0].Id,
                }
            )
            .Patched(RandomCase.Mandelic[1].Id, Monday.AddDays(-9))
            .Build();

    private static CaseFile UsedTooSoon =>
        CaseBuilder
            .Basic()
            .Own(CaseBuilder.Glycolic)
            .InUse("glycolic", Monday.AddDays(-60), 3)
            .Treat(Core.Care.TreatmentKind.SuperficialPeel, Monday.AddDays(-4))
            .Use("glycolic", Monday.AddDays(-1))
            .Build();

    private static CaseFile Needled =>
        CaseBuilder
            .Basic()
            .Own(
                new Product
                {
                    Id = "wand",
                    Name = "Pin wand",
                    Kind = ProductKind.NanoTip,
                },
                new()
                {
                    Id = "tips",
                    Name = "Tips",
                    Kind = ProductKind.DeviceTip,
                    MadeFor = ProductKind.NanoTip,
                },
                CaseBuilder.Glide,
                CaseBuilder.Glycolic
            )
            .InUse("glycolic", Monday.AddDays(-60), 3)
            .Start("wand", Monday)
            .Build();

    private static CarePath Without(CarePath path, string product) =>
        path with
        {
            Days =
            [
                .. path.Days.Select(day =>
                    day with
                    {
                        Evening = day.Evening with { Steps = [.. day.Evening.Steps.Where(step => step.Product != product)] },
                    }
                ),
            ],
        };

    /// <summary>A step of one product added to every evening of another.</summary>
    private static CarePath Beside(CarePath path, string one, string other)
    {
        var step = path.Days.SelectMany(day => day.Evening.Steps).First(step => step.Product == other);
        return path with
        {
            Days =
            [
                .. path.Days.Select(day =>
                    day.Evening.Steps.Any(step => step.Product == one)
                        ? day with
                        {
                            Evening = day.Evening with { Steps = [.. day.Evening.Steps, step] },
                        }
                        : day
                ),
            ],
        };
    }

    private static CarePath With(CarePath path, Func<Step, bool> which, Func<Step, Step> change)
    {
        HalfDay Half(HalfDay half) => half with { Steps = [.. half.Steps.Select(step => which(step) ? change(step) : step)] };
        return path with { Days = [.. path.Days.Select(day => day with { Morning = Half(day.Morning), Evening = Half(day.Evening) })] };
    }

    /// <summary>Every evening step of a product stands on the morning as well, or there instead.</summary>
    private static CarePath InTheMorning(CarePath path, string product, bool instead) =>
        path with
        {
            Days =
            [
                .. path.Days.Select(day =>
                    day with
                    {
                        Morning = day.Morning with
                        {
                            Steps = [.. day.Morning.Steps, .. day.Evening.Steps.Where(step => step.Product == product)],
                        },
                        Evening = instead
                            ? day.Evening with
                            {
                                Steps = [.. day.Evening.Steps.Where(step => step.Product != product)],
                            }
                            : day.Evening,
                    }
                ),
            ],
        };

    public static TheoryData<string> Rules =>
        [
            "routine.amount",
            "routine.amount/toner",
            "routine.amount/peel",
            "routine.once-a-day",
            "routine.once-a-day/retinoid",
            "routine.retinoid-evening",
            "peel.no-removal",
            "booster.no-wait",
            "routine.lacking",
            "routine.lacking/cream",
            RuleBook.TooSoon,
            RuleBook.NeedleRest,
            RuleBook.NeedleSerum,
            RuleBook.SunscreenMorning,
        ];

    private static (CaseFile File, Func<CarePath, CarePath> Damage) Of(string what) =>
        what switch
        {
            "routine.amount" => (Skin, path =>
                With(path, step => step.Slot == RoutineSlot.Sunscreen, step => step with { Amount = new(1, AmountUnit.Drop) })
            ),
            "routine.amount/toner" => (Skin, path =>
                With(path, step => step.Product == "toner", step => step with { Amount = new(30, AmountUnit.Millilitre) })
            ),
            "routine.amount/peel" => (Peeling, path =>
                With(path, step => step.Product == "kit", step => step with { Amount = new(20, AmountUnit.Millilitre) })
            ),
            "routine.once-a-day" => (Skin, path => InTheMorning(path, "glycolic", instead: false)),
            "routine.once-a-day/retinoid" => (Skin, path => InTheMorning(path, "retinol", instead: false)),
            "routine.retinoid-evening" => (Skin, path => InTheMorning(path, "retinol", instead: true)),
            "peel.no-removal" => (Peeling, path => With(path, step => step.Product == "kit", step => step with { Removal = Removal.None })),
            "booster.no-wait" => (Boosted, path =>
                With(path, step => step.Product == RandomCase.Mandelic[1].Id, step => step with { WaitSeconds = 60 })
            ),
            "routine.lacking" => (Skin, path => Without(path, "cleanser")),
            "routine.lacking/cream" => (Skin, path => Without(path, "cream")),
            RuleBook.TooSoon => (UsedTooSoon, path =>
                path with
                {
                    Questions = [.. path.Questions.Where(question => question.Kind != QuestionKind.TooSoon)],
                }
            ),
            RuleBook.NeedleRest => (Needled, path => Beside(path, "wand", "glycolic")),
            RuleBook.NeedleSerum => (Needled, path => Without(path, "glide")),
            _ => (Skin, path =>
                path with
                {
                    Days =
                    [
                        .. path.Days.Select(day =>
                            day with
                            {
                                Morning = day.Morning with
                                {
                                    Steps = [.. day.Morning.Steps.Where(step => step.Slot != RoutineSlot.Sunscreen)],
                                },
                            }
                        ),
                    ],
                }
            ),
        };

    [Theory]
    [MemberData(nameof(Rules))]
    public void Damage_is_named(string what)
    {
        var (file, damage) = Of(what);
        var path = PathPlanner.Plan(file, CaseBuilder.Rules, days: 42);
        var (whole, _) = Audit(file, path);
        Assert.Equal(ExitCode.Ok, whole);

        var damaged = damage(path);
        Assert.NotEqual(CaseJson.Write(path), CaseJson.Write(damaged));
        var (exit, said) = Audit(file, damaged);
        Assert.Equal(ExitCode.Breaches, exit);
        Assert.Contains(what.Split('/')[0], said, StringComparison.Ordinal);
    }

    private (int Exit, string Said) Audit(CaseFile file, CarePath path)
    {
        string Put(string name, string text)
        {
            File.WriteAllText(Path.Combine(folder, name), text);
            return Path.Combine(folder, name);
        }

        using var output = new StringWriter();
        using var errors = new StringWriter();
        var exit = AuditCommand.Run(
            [
                Put("case.json", CaseJson.Write(file)),
                "--rules",
                Put("rules.json", CaseJson.Write(CaseBuilder.Rules)),
                "--path",
                Put("path.json", CaseJson.Write(path)),
            ],
            output,
            errors
        );
        return (exit, output.ToString() + errors);
    }

    public void Dispose() => Directory.Delete(folder, recursive: true);
}
