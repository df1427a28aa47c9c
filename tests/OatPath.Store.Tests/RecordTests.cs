using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Planner;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Store.Tests;

public sealed class RecordTests : IDisposable
{
    private readonly TestDatabase test = new();
    private static readonly DateOnly Day = new(2026, 3, 9);

    private CaseFile Draft(Client client, int minutes = 60) =>
        CaseAssembly.Draft(test.Facts.Of(client.Id), TestDatabase.Noon.AddMinutes(minutes), "UTC");

    private CaseFile Live(Client client, int minutes = 60) =>
        CaseAssembly.Client(test.Facts.Of(client.Id), TestDatabase.Noon.AddMinutes(minutes), "UTC");

    [Fact]
    public void The_second_of_two_people_saving_the_same_client_is_told()
    {
        var client = test.AddClient();
        test.Facts.Append(client.Id, 1, TestDatabase.Make(client, FactKind.Note, "first"));

        var conflict = Assert.Throws<ConflictException>(() =>
            test.Facts.Append(client.Id, 1, TestDatabase.Make(client, FactKind.Note, "second"))
        );
        Assert.Equal(2, conflict.CurrentVersion);
        Assert.Single(test.Facts.Of(client.Id));
    }

    [Fact]
    public void The_same_entry_sent_twice_is_kept_once()
    {
        var client = test.AddClient();
        var report = TestDatabase.Make(
            client,
            FactKind.Log,
            (LogEntry)
                new CheckedIn
                {
                    Id = "c1",
                    Day = Day,
                    HappenedAt = TestDatabase.Noon,
                    Report = new SkinReport { Sting = 2 },
                },
            id: "c1"
        );

        Assert.True(test.Facts.Append(client.Id, null, report));
        Assert.False(
            test.Facts.Append(
                client.Id,
                null,
                report with
                {
                    Body = CaseAssembly.Write(
                        (LogEntry)
                            new CheckedIn
                            {
                                Id = "c1",
                                Day = Day,
                                HappenedAt = TestDatabase.Noon,
                                Report = new SkinReport { Sting = 9 },
                            }
                    ),
                }
            )
        );
        Assert.Equal(2, Assert.IsType<CheckedIn>(Assert.Single(Live(client).Log)).Report.Sting);
    }

    [Theory]
    [InlineData(2, false)]
    [InlineData(3, true)]
    public void Another_strength_under_the_same_name_begins_anew_and_the_same_one_goes_on(int percent, bool anew)
    {
        Product Serum(decimal strength) =>
            new()
            {
                Id = "serum",
                Name = "Willow drops",
                Kind = ProductKind.LeaveOnAcidLiquid,
                Actives = [new(Substance.Lactic, strength)],
                Ph = 3.6m,
            };
        var client = test.AddClient();
        test.Facts.Append(client.Id, null, TestDatabase.Make(client, FactKind.Shelf, new ShelfItem { Product = Serum(2) }));
        test.Facts.Append(
            client.Id,
            null,
            TestDatabase.Make(
                client,
                FactKind.Decision,
                (Decision)
                    new StartActive
                    {
                        Id = "s",
                        Product = "serum",
                        On = Day.AddDays(-40),
                        AlreadyInUse = true,
                        Rung = 3,
                        Reason = "used for months",
                    }
            )
        );
        test.Facts.Append(client.Id, null, TestDatabase.Make(client, FactKind.Shelf, new ShelfItem { Product = Serum(percent) }));

        var draft = Draft(client);
        var ladder = Assert.Single(PathPlanner.Plan(draft, new HouseRules(), null, 1).Ladders);
        Assert.Equal(anew ? 1 : 0, draft.Shelf.Single().Was.Count);
        Assert.Equal(anew ? 1 : 3, ladder.Rung);
        Assert.Empty(CaseCheck.Check(draft));
    }

    [Fact]
    public void A_kit_that_became_a_strong_one_is_signed_off_anew()
    {
        Product Kit(decimal strength, decimal ph) =>
            new()
            {
                Id = "kit",
                Name = "Weir wash-off",
                Kind = ProductKind.WashOffPeel,
                Actives = [new(Substance.Glycolic, strength)],
                Ph = ph,
            };
        var rules = new HouseRules { HomePeels = HomePeels.StrongSignedOff };
        var client = test.AddClient();
        test.Facts.Append(client.Id, null, TestDatabase.Make(client, FactKind.Intake, new Intake { BirthDate = new DateOnly(1990, 5, 1) }));
        test.Facts.Append(
            client.Id,
            null,
            TestDatabase.Make(client, FactKind.Shelf, new ShelfItem { Product = Kit(12, 3.6m) }),
            TestDatabase.Make(
                client,
                FactKind.Shelf,
                new ShelfItem
                {
                    Product = new()
                    {
                        Id = "wash",
                        Name = "Brook gel",
                        Kind = ProductKind.GelCleanser,
                    },
                }
            ),
            TestDatabase.Make(
                client,
                FactKind.Shelf,
                new ShelfItem
                {
                    Product = new()
                    {
                        Id = "cream",
                        Name = "Ferry cream",
                        Kind = ProductKind.Moisturiser,
                    },
                }
            ),
            TestDatabase.Make(
                client,
                FactKind.Shelf,
                new ShelfItem
                {
                    Product = new()
                    {
                        Id = "sun",
                        Name = "Towpath fluid",
                        Kind = ProductKind.SunscreenFluid,
                        Spf = 50,
                        BroadSpectrum = true,
                    },
                }
            )
        );
        test.Facts.Append(
            client.Id,
            null,
            TestDatabase.Make(
                client,
                FactKind.Decision,
                (Decision)
                    new StartActive
                    {
                        Id = "s",
                        Product = "kit",
                        On = Day.AddDays(-40),
                        AlreadyInUse = true,
                        EveryDays = 21,
                        Reason = "used for months, calm",
                    }
            )
        );
        Assert.NotNull(PathPlanner.Plan(Draft(client), rules, null, 60).Ladders.Single().NextOn);

        test.Facts.Append(client.Id, null, TestDatabase.Make(client, FactKind.Shelf, new ShelfItem { Product = Kit(28, 3.1m) }));

        var draft = Draft(client);
        var status = PathPlanner.Plan(draft, rules, null, 60).Ladders.Single();
        Assert.Null(status.NextOn);
        Assert.Equal(RuleBook.PeelSchool, status.Missing[0].Rule);
        Assert.Equal(21, status.EveryDays);
        Assert.Empty(CaseCheck.Check(draft));
    }

    [Fact]
    public void A_draft_reaches_the_client_only_when_published()
    {
        var client = test.AddClient();
        var item = TestDatabase.Make(client, FactKind.Shelf, TestDatabase.Item("gel"));
        test.Facts.Append(client.Id, null, item);

        Assert.Single(Draft(client).Shelf);
        Assert.Empty(Live(client).Shelf);
        Assert.Single(CaseAssembly.Waiting(test.Facts.Of(client.Id)));

        test.Publish(client, item);
        Assert.Single(Live(client).Shelf);
        Assert.Empty(CaseAssembly.Waiting(test.Facts.Of(client.Id)));
    }

    [Fact]
    public void An_allergy_acts_at_once_and_taking_one_back_waits()
    {
        var client = test.AddClient();
        var first = TestDatabase.Make(client, FactKind.Intake, new Intake { Allergies = [Allergen.Latex] });
        test.Facts.Append(client.Id, null, first);
        test.Publish(client, first);
        test.Facts.Append(
            client.Id,
            null,
            TestDatabase.Make(client, FactKind.Intake, new Intake { Allergies = [Allergen.Salicylates] }, 5)
        );

        Assert.Equal([Allergen.Salicylates], Draft(client).Intake.Allergies);
        Assert.Equal([Allergen.Latex, Allergen.Salicylates], Live(client).Intake.Allergies);
    }

    [Fact]
    public void Stopping_and_clearing_act_at_once_and_starting_waits()
    {
        var client = test.AddClient();
        var shelf = TestDatabase.Make(
            client,
            FactKind.Shelf,
            TestDatabase.Item("acid", ProductKind.ExfoliatingToner, new Active(Substance.Lactic, 5))
        );
        test.Facts.Append(
            client.Id,
            null,
            shelf,
            TestDatabase.Make(
                client,
                FactKind.Decision,
                (Decision)
                    new StartActive
                    {
                        Id = "s",
                        On = Day,
                        Product = "acid",
                    }
            ),
            TestDatabase.Make(
                client,
                FactKind.Decision,
                (Decision)
                    new StopActive
                    {
                        Id = "t",
                        On = Day,
                        Product = "acid",
                    }
            ),
            TestDatabase.Make(
                client,
                FactKind.Decision,
                (Decision)
                    new ClearRed
                    {
                        Id = "c",
                        On = Day,
                        At = TestDatabase.Noon,
                        Reason = "calm",
                    }
            )
        );
        test.Publish(client, shelf);

        Assert.Equal(["t", "c"], Live(client).Decisions.Select(decision => decision.Id));
    }

    [Fact]
    public void Undoing_a_draft_leaves_nothing_waiting_and_undoing_what_was_published_waits()
    {
        var client = test.AddClient();
        var draft = TestDatabase.Make(client, FactKind.Shelf, TestDatabase.Item("a"));
        var published = TestDatabase.Make(client, FactKind.Shelf, TestDatabase.Item("b"));
        test.Facts.Append(client.Id, null, draft, published);
        test.Publish(client, published);
        test.Facts.Append(
            client.Id,
            null,
            TestDatabase.Make(client, FactKind.Retract, draft.Id, supersedes: draft.Id),
            TestDatabase.Make(client, FactKind.Retract, published.Id, supersedes: published.Id)
        );

        Assert.Empty(Draft(client).Shelf);
        Assert.Equal("b", Assert.Single(Live(client).Shelf).Product.Id);
        Assert.Equal(published.Id, Assert.Single(CaseAssembly.Waiting(test.Facts.Of(client.Id))).Supersedes);
    }

    [Fact]
    public void What_was_written_down_later_was_not_known_earlier()
    {
        var client = test.AddClient();
        test.Facts.Append(client.Id, null, TestDatabase.Make(client, FactKind.Shelf, TestDatabase.Item("late"), minutes: 30));

        Assert.Empty(Draft(client, minutes: 29).Shelf);
        Assert.Single(Draft(client, minutes: 30).Shelf);
    }

    [Fact]
    public void A_publication_is_kept_whole_with_its_hash()
    {
        var client = test.AddClient();
        var made = test.Publish(client);
        var kept = test.Publications.Latest(client.Id)!;

        Assert.Equal(
            (made.Id, made.Inputs, made.Rules, made.Engine, made.Path, made.PublishedAt, made.PublishedBy),
            (kept.Id, kept.Inputs, kept.Rules, kept.Engine, kept.Path, kept.PublishedAt, kept.PublishedBy)
        );
        Assert.Equal(Publication.HashOf(kept.Path), kept.Hash);
    }

    [Fact]
    public void A_link_lets_devices_in_until_it_is_revoked_and_its_token_is_not_stored()
    {
        var client = test.AddClient();
        var links = new Links(test.Database);
        var token = links.Create(client.Id, "Maren Holt", TestDatabase.Noon);
        var cookie = links.Admit(token, null, TestDatabase.Noon).Cookie!;

        Assert.Equal(client.Id, links.Recognise(cookie)!.ClientId);
        Assert.Null(links.Recognise(token));
        Assert.Equal((Admission.Ended, null), links.Admit("guess", null, TestDatabase.Noon));
        Assert.All(Directory.GetFiles(Path.GetDirectoryName(test.File)!), file =>
            Assert.DoesNotContain(token, System.Text.Encoding.Latin1.GetString(File.ReadAllBytes(file)), StringComparison.Ordinal)
        );

        links.Revoke(client.Id, TestDatabase.Noon);
        Assert.Null(links.Recognise(cookie));
        Assert.False(links.IsOpen(token, TestDatabase.Noon));
    }

    [Fact]
    public void A_new_link_shuts_the_old_one_out()
    {
        var client = test.AddClient();
        var links = new Links(test.Database);
        var old = links.Create(client.Id, "m", TestDatabase.Noon);
        links.Create(client.Id, "m", TestDatabase.Noon);

        Assert.False(links.IsOpen(old, TestDatabase.Noon));
        Assert.NotEqual(old, links.Create(client.Id, "m", TestDatabase.Noon));
    }

    [Theory]
    [InlineData(13, true)]
    [InlineData(15, false)]
    public void A_link_that_no_phone_opened_in_14_days_has_ended(int days, bool isOpen)
    {
        var client = test.AddClient();
        var links = new Links(test.Database);
        var token = links.Create(client.Id, "m", TestDatabase.Noon);
        var then = TestDatabase.Noon.AddDays(days);

        Assert.Equal(isOpen, links.IsOpen(token, then));
        Assert.Equal(isOpen, links.Open(client.Id, then) is not null);
        Assert.Equal(isOpen ? Admission.In : Admission.Ended, links.Admit(token, null, then).Outcome);

        // Once opened it stays.
        Assert.Equal(isOpen, links.IsOpen(token, then.AddYears(1)));
    }

    [Fact]
    public void A_link_lets_in_one_phone_unless_more_are_allowed_and_one_is_shut_out_by_itself()
    {
        var (client, other) = (test.AddClient(), test.AddClient("Tove Arlund"));
        var links = new Links(test.Database);
        var token = links.Create(client.Id, "m", TestDatabase.Noon);
        var first = links.Admit(token, null, TestDatabase.Noon).Cookie!;
        Assert.Equal((Admission.TakenByAnother, null), links.Admit(token, null, TestDatabase.Noon));
        Assert.Equal((Admission.In, null), links.Admit(token, first, TestDatabase.Noon));

        Assert.True(links.AllowOneMore(client.Id));
        var second = links.Admit(token, null, TestDatabase.Noon).Cookie!;
        Assert.Equal(Admission.TakenByAnother, links.Admit(token, null, TestDatabase.Noon).Outcome);

        var phones = links.Open(client.Id, TestDatabase.Noon)!.In;
        Assert.Equal(2, phones.Count);
        Assert.False(links.ShutOut(other.Id, phones[0].Id, TestDatabase.Noon));
        Assert.True(links.ShutOut(client.Id, phones[0].Id, TestDatabase.Noon));
        Assert.Null(links.Recognise(first));
        Assert.NotNull(links.Recognise(second));

        // The phone that was shut out comes in again only as a new one, in the place that became free.
        Assert.NotNull(links.Admit(token, first, TestDatabase.Noon).Cookie);
        Assert.Equal(Admission.TakenByAnother, links.Admit(token, first, TestDatabase.Noon).Outcome);
        for (var i = 2; i < Links.MostPhones; i++)
        {
            Assert.True(links.AllowOneMore(client.Id));
        }

        Assert.False(links.AllowOneMore(client.Id));
    }

    [Fact]
    public void Only_one_first_owner_is_let_in()
    {
        var people = new People(test.Database);

        Assert.True(people.AddFirstOwner("A", "first", "x"));
        Assert.False(people.AddFirstOwner("B", "second", "x"));
        Assert.False(people.Add("C", "FIRST", "assistant", "x"));
    }

    [Fact]
    public void House_rules_keep_their_history_and_refuse_a_stale_save()
    {
        var studio = new Studio(test.Database);
        studio.Save(new HouseRules { StudioName = "One" }, 0, "m", TestDatabase.Noon);
        studio.Save(new HouseRules { StudioName = "Two" }, 1, "m", TestDatabase.Noon);

        Assert.Equal("Two", studio.Current().Rules.StudioName);
        Assert.Throws<ConflictException>(() => studio.Save(new HouseRules(), 1, "m", TestDatabase.Noon));
        Assert.Throws<ConflictException>(() => studio.Save(new HouseRules(), 0, "m", TestDatabase.Noon));
    }

    [Fact]
    public void A_week_forgets_the_days_of_a_product_that_left_and_keeps_those_of_others()
    {
        var client = test.AddClient();
        var week = new ShapeWeek
        {
            Id = "w",
            On = new DateOnly(2026, 3, 9),
            RestEvenings = [DayOfWeek.Sunday],
            Never = [new("stays", [DayOfWeek.Monday]), new("goes", [DayOfWeek.Friday])],
        };
        test.Facts.Append(
            client.Id,
            null,
            TestDatabase.Make(client, FactKind.Shelf, TestDatabase.Item("stays")),
            TestDatabase.Make(client, FactKind.Shelf, TestDatabase.Item("goes")),
            TestDatabase.Make<Decision>(client, FactKind.Decision, week)
        );
        Assert.Equal(["stays", "goes"], Assert.IsType<ShapeWeek>(Draft(client).Decisions.Single()).Never.Select(never => never.Product));

        test.Facts.Append(client.Id, null, TestDatabase.Make(client, FactKind.ShelfRemoved, "goes", minutes: 1));
        var left = Assert.IsType<ShapeWeek>(Draft(client).Decisions.Single());
        Assert.Equal(["stays"], left.Never.Select(never => never.Product));
        Assert.Equal([DayOfWeek.Sunday], left.RestEvenings);
    }

    public void Dispose() => test.Dispose();

    [Fact]
    public void An_occasion_that_acted_before_occasions_waited_goes_on_acting()
    {
        const int BeforeTheyWaited = 12;
        using var older = new TestDatabase(migrate: false);
        Migrator.Migrate(older.Database, BeforeTheyWaited);
        var (with, without) = (older.AddClient(), older.AddClient("Tove Arlund"));
        foreach (var client in new[] { with, without })
        {
            older.WriteOld(
                TestDatabase.Make(
                    client,
                    FactKind.Occasion,
                    new Core.Care.Occasion
                    {
                        Id = Fact.NewId(),
                        Title = "a dinner",
                        On = new DateOnly(2026, 3, 20),
                    }
                )
            );
        }

        older.Publish(with);
        Migrator.Migrate(older.Database);
        Assert.Single(CaseAssembly.Client(older.Facts.Of(with.Id), TestDatabase.Noon.AddDays(1), "UTC").Occasions);
        Assert.Empty(CaseAssembly.Waiting(older.Facts.Of(with.Id)));

        // Where nothing was published yet it waits with everything else.
        Assert.Single(CaseAssembly.Waiting(older.Facts.Of(without.Id)));
    }
}
