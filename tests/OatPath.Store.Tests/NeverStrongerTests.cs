using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Planner;
using OatPath.Core.Questionnaire;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Store.Tests;

/// <summary>Whatever is drafted, told, booked or taken back: what the client follows is never stronger than what was published.</summary>
public sealed class NeverStrongerTests : IDisposable
{
    private readonly TestDatabase test = new();
    private static readonly HouseRules Rules = new();
    private static readonly DateOnly Today = new(2026, 3, 9);

    [Fact]
    public void What_is_live_is_never_stronger_than_what_was_published()
    {
        for (var seed = 0; seed < 300; seed++)
        {
            var random = new Random(seed);
            var client = test.AddClient($"Client {seed}");
            var facts = Begin(client, random);
            test.Facts.Append(client.Id, null, facts);
            test.Publish(client, facts);
            var published = Plan(client);
            for (var i = random.Next(1, 6); i > 0; i--)
            {
                test.Facts.Append(client.Id, null, Change(client, facts, random));
            }

            var live = Plan(client);
            foreach (var product in live.Days.SelectMany(Active).Select(step => step.Product!).Distinct())
            {
                var (before, after) = (Most(published, product), Most(live, product));
                Assert.True(
                    after.Frequency <= before.Frequency && after.InSeven <= before.InSeven,
                    $"seed {seed}: {product} from {before} to {after}"
                );
            }
        }
    }

    private static List<Fact> Begin(Client client, Random random)
    {
        Product Acid(string id, Substance substance, decimal percent) =>
            new()
            {
                Id = id,
                Name = id,
                Kind = ProductKind.LeaveOnAcidLiquid,
                Actives = [new(substance, percent)],
                Ph = 3.6m,
            };
        Product[] products =
        [
            new()
            {
                Id = "gel",
                Name = "gel",
                Kind = ProductKind.GelCleanser,
            },
            new()
            {
                Id = "cream",
                Name = "cream",
                Kind = ProductKind.Moisturiser,
            },
            new()
            {
                Id = "sun",
                Name = "sun",
                Kind = ProductKind.SunscreenFluid,
                Spf = 50,
                BroadSpectrum = true,
            },
            Acid("lactic", Substance.Lactic, 5),
            Acid("salicylic", Substance.Salicylic, 1),
            new()
            {
                Id = "azelaic",
                Name = "azelaic",
                Kind = ProductKind.AzelaicSuspension,
                Actives = [new(Substance.Azelaic, 10)],
            },
        ];
        var facts = products.Select(product => TestDatabase.Make(client, FactKind.Shelf, new ShelfItem { Product = product })).ToList();
        facts.Add(
            TestDatabase.Make(
                client,
                FactKind.Intake,
                new Intake
                {
                    BirthDate = new DateOnly(1990, 1, 1),
                    Sensitivity = (Sensitivity)random.Next(3),
                    Flags =
                        random.Next(2) == 0
                            ?
                            [
                                new Flag
                                {
                                    Kind = FlagKind.StrongSun,
                                    From = Today.AddDays(5),
                                    Until = Today.AddDays(9),
                                },
                            ]
                            : [],
                }
            )
        );
        if (random.Next(3) == 0)
        {
            // Published while nobody has looked at it: settled later, it must not make the plan stronger by itself.
            facts.Add(Told(client, random));
        }

        facts.AddRange(
            products
                .Where(product => product.IsActive() && random.Next(4) > 0)
                .Select(product =>
                    Decide(
                        client,
                        new StartActive
                        {
                            Id = Fact.NewId(),
                            Product = product.Id,
                            On = Today.AddDays(-60),
                            AlreadyInUse = true,
                            Rung = random.Next(0, 3),
                            Reason = "used for months",
                        }
                    )
                )
        );
        return facts;
    }

    private static Fact Change(Client client, List<Fact> published, Random random)
    {
        var id = Fact.NewId();
        Fact Log(LogEntry entry) => TestDatabase.Make(client, FactKind.Log, entry, -10, id);
        string[] actives = ["lactic", "salicylic", "azelaic"];
        var product = actives[random.Next(3)];
        return random.Next(13) switch
        {
            0 => Decide(
                client,
                new StepUp
                {
                    Id = id,
                    Product = product,
                    Rung = random.Next(1, 5),
                    On = Today.AddDays(-1),
                }
            ),
            1 => Decide(
                client,
                new StartActive
                {
                    Id = id,
                    Product = product,
                    On = Today.AddDays(-30),
                    AlreadyInUse = true,
                    Rung = 4,
                    Reason = "every night",
                }
            ),
            2 => Decide(
                client,
                new NoteEstablished
                {
                    Id = id,
                    Family = (Family)random.Next(5),
                    On = Today.AddDays(-40),
                    Reason = "long use",
                }
            ),
            3 => Decide(
                client,
                new StopActive
                {
                    Id = id,
                    Product = product,
                    On = Today,
                }
            ),
            4 => TestDatabase.Make(
                client,
                FactKind.Shelf,
                new ShelfItem
                {
                    Product = new()
                    {
                        Id = product,
                        Name = product,
                        Kind = ProductKind.LeaveOnAcidLiquid,
                        Actives = [new(Substance.Glycolic, 9)],
                        Ph = 3.5m,
                    },
                }
            ),
            5 => TestDatabase.Make(
                client,
                FactKind.Shelf,
                new ShelfItem
                {
                    Product = new()
                    {
                        Id = "retinol",
                        Name = "retinol",
                        Kind = ProductKind.Retinoid,
                        Actives = [new(Substance.Retinol, 1)],
                    },
                }
            ),
            6 => TestDatabase.Make(
                client,
                FactKind.Intake,
                new Intake { BirthDate = random.Next(2) == 0 ? null : new DateOnly(1990, 1, 1), Sensitivity = Sensitivity.Resilient }
            ),
            7 => TestDatabase.Make(
                client,
                FactKind.Treatment,
                new Treatment
                {
                    Id = id,
                    Kind = (TreatmentKind)random.Next(9),
                    On = Today.AddDays(random.Next(0, 20)),
                }
            ),
            8 => Log(
                new Applied
                {
                    Id = id,
                    Product = product,
                    Day = Today.AddDays(-random.Next(1, 5)),
                    Moment = Moment.Evening,
                    HappenedAt = TestDatabase.Noon.AddDays(-1),
                }
            ),
            9 => Log(
                new CheckedIn
                {
                    Id = id,
                    Day = Today.AddDays(-1),
                    HappenedAt = TestDatabase.Noon.AddMinutes(-10),
                    Report = new() { Sting = random.Next(0, 9), StingSeconds = 60 },
                }
            ),
            10 => Told(client, random),
            11 => TestDatabase.Make(client, FactKind.AnswersSettled, new AnswersSettled(AnswersId(client), [], [.. AllKeys])),
            _ => published[random.Next(published.Count)] is var gone
                ? TestDatabase.Make(client, FactKind.Retract, gone.Id, supersedes: gone.Id)
                : throw new InvalidOperationException(),
        };
    }

    private static string AnswersId(Client client) => $"answers-{client.Id}";

    private static IEnumerable<AnswerKey> AllKeys =>
        Enum.GetValues<MeetQuestion>()
            .Select(question => new AnswerKey(question))
            .Concat(
                FlagEffect.All.Select(effect => new AnswerKey(MeetScreens.QuestionOf(MeetGroups.Of(effect.Kind)), effect.Kind))
            );

    /// <summary>Answers of the phone; sent once, as a link is.</summary>
    private static Fact Told(Client client, Random random) =>
        TestDatabase.Make(
            client,
            FactKind.Answers,
            new MeetAnswers
            {
                BirthDate = new DateOnly(random.Next(1960, 2012), 1, 1),
                Sensitivity = (Sensitivity)random.Next(4),
                Flags = random.Next(2) == 0 ? [new() { Kind = FlagKind.Pregnancy }] : [new() { Kind = FlagKind.Isotretinoin }],
            },
            -5,
            AnswersId(client)
        );

    private static Fact Decide(Client client, Decision decision) => TestDatabase.Make(client, FactKind.Decision, decision, 0, decision.Id);

    private CarePath Plan(Client client) =>
        PathPlanner.Plan(CaseAssembly.Client(test.Facts.Of(client.Id), TestDatabase.Noon, "UTC"), Rules, days: 42);

    private static IEnumerable<Step> Active(DayPath day) =>
        day.Morning.Steps.Concat(day.Evening.Steps).Where(step => step.Action == StepAction.Apply && step.IsActive());

    private static (Frequency Frequency, int InSeven) Most(CarePath path, string product)
    {
        var days = path.Days.Where(day => Active(day).Any(step => step.Product == product)).ToList();
        return days.Count == 0
            ? (Frequency.OnceAWeek, 0)
            : (
                days.SelectMany(Active).Where(step => step.Product == product).Max(step => step.Frequency ?? Frequency.EveryDay),
                days.Max(day => days.Count(other => other.Date <= day.Date && other.Date > day.Date.AddDays(-7)))
            );
    }

    public void Dispose() => test.Dispose();
}
