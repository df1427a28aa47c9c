using OatPath.Core.Calendar;
using OatPath.Core.Care;
using OatPath.Core.CheckIn;
using OatPath.Core.Formats;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Planner;

namespace OatPath.Core.Tests;

/// <summary>The client's calendar and the messages beside it.</summary>
public class CalendarTests
{
    private static readonly TimeZoneInfo Vienna = CareDay.FindZone("Europe/Vienna")!;

    [Fact]
    public void A_calendar_says_the_same_ends_as_the_path_and_nothing_of_the_past() => RandomCase.Each(400, (file, _) =>
        {
            var path = PathPlanner.Plan(file, CaseBuilder.Rules, days: 60);
            var entries = CalendarEntries.Of(file, path, named: true);

            Assert.All(entries, entry => Assert.True(entry.On >= path.Today));
            Assert.Equal(entries.Count, entries.Select(entry => entry.Uid).Distinct().Count());
            foreach (
                var window in path.Windows.Where(window =>
                    window.Restriction is not null && window.Because.Rule != RuleBook.TreatmentBefore && window.Until >= path.Today
                )
            )
            {
                var title = $"Allowed again: {Restrictions.TitleOf(window.Restriction!.Value).ToLowerInvariant()}";
                Assert.Contains(entries, entry =>
                    entry.Title == title && entry.On == (window.EndsOn ?? window.Until!.Value.AddDays(1)) && entry.At == window.EndsAt
                );
            }
        });

    [Fact]
    public void A_neutral_calendar_names_no_product_no_treatment_and_no_active() => RandomCase.Each(400, (file, _) =>
        {
            var entries = CalendarEntries.Of(file, PathPlanner.Plan(file, CaseBuilder.Rules, days: 60), named: false);
            var secrets = file
                .Shelf.Select(item => item.Product.Name)
                .Concat(CareTemplates.All.Select(template => template.Title))
                .Append("peel")
                .Append("acid")
                .Append("skin is")
                .ToList();

            Assert.All(entries, entry =>
                Assert.DoesNotContain(secrets, secret =>
                    $"{entry.Title} {entry.Details} {entry.Uid}".Contains(secret, StringComparison.OrdinalIgnoreCase)
                )
            );
        });

    [Fact]
    public void An_evening_that_takes_time_is_in_the_calendar_and_an_everyday_one_is_not()
    {
        Core.Case.CaseFile Case(string name) =>
            CaseJson.ReadCase(File.ReadAllText(Path.Combine(Repository.Root, "demo", "cases", name))).Case!;
        var file = Case("device-evening.json");
        var path = PathPlanner.Plan(file, CaseBuilder.Rules, days: 30);
        var plate = file.Shelf.Single(item => item.Product.Id == "ripple-plate").Product.Name;
        var evenings = path.Days.Where(day => day.Evening.Steps.Any(step => step.Product == "ripple-plate")).Select(day => day.Date);

        Assert.Equal(
            evenings,
            CalendarEntries
                .Of(file, path, named: true)
                .Where(entry => entry.Title.StartsWith("This evening: ", StringComparison.Ordinal))
                .Where(entry => entry.Title.Contains(plate, StringComparison.Ordinal))
                .Select(entry => entry.On)
        );
        var acids = CalendarEntries.Of(Case("beginner.json"), PathPlanner.Plan(Case("beginner.json"), CaseBuilder.Rules, days: 30), true);
        Assert.DoesNotContain(acids, entry => entry.Title.StartsWith("This evening: ", StringComparison.Ordinal));
    }

    [Fact]
    public void An_entry_has_one_uid_in_every_file_named_or_not_and_after_it_moved()
    {
        var on = CaseBuilder.Monday.AddDays(20);
        Core.Case.CaseFile File(DateOnly day) =>
            CaseBuilder.Basic().Treat(TreatmentKind.MediumPeel, day, treatment => treatment with { Id = "t" }).Build();
        IReadOnlyList<CalendarEntry> Of(DateOnly day, bool named) =>
            CalendarEntries.Of(File(day), PathPlanner.Plan(File(day), CaseBuilder.Rules), named);
        string Studio(DateOnly day, bool named) =>
            Of(day, named)
                .Single(entry => named ? entry.Title.Contains("at the studio", StringComparison.Ordinal) : entry.Title == "Studio")
                .Uid;

        Assert.Equal(Studio(on, named: true), Studio(on, named: false));
        Assert.Equal(Studio(on, named: true), Studio(on.AddDays(3), named: true));
        Assert.Subset(
            Of(on, named: true).Select(entry => entry.Uid).ToHashSet(),
            Of(on, named: false).Select(entry => entry.Uid).ToHashSet()
        );
    }

    [Fact]
    public void The_same_plan_gives_the_same_file_and_it_is_one_calendar()
    {
        var file = CaseBuilder.Basic().Treat(TreatmentKind.MediumPeel, CaseBuilder.Monday.AddDays(20)).Build();
        string Written() =>
            CalendarFile.Write(
                CalendarEntries.Of(file, PathPlanner.Plan(file, CaseBuilder.Rules), named: true),
                "Skin plan",
                Vienna,
                file.AsOf
            );

        Assert.Equal(Written(), Written());
        Assert.StartsWith("BEGIN:VCALENDAR\r\n", Written(), StringComparison.Ordinal);
        Assert.EndsWith("END:VCALENDAR", Written().TrimEnd(), StringComparison.Ordinal);
    }

    [Fact]
    public void An_appointment_that_stands_against_the_facts_is_only_to_be_confirmed()
    {
        var file = CaseBuilder
            .Basic()
            .Flag(Core.Skin.FlagKind.Isotretinoin)
            .Treat(TreatmentKind.MediumPeel, CaseBuilder.Monday.AddDays(20))
            .Build();

        Assert.Contains(CalendarEntries.Of(file, PathPlanner.Plan(file, CaseBuilder.Rules), named: true), entry =>
            entry.Title.Contains("to be confirmed", StringComparison.Ordinal)
        );
    }

    [Fact]
    public void A_message_never_goes_in_the_quiet_hours_and_never_before_its_time()
    {
        var random = new Random(21);
        for (var i = 0; i < 20_000; i++)
        {
            var rules = new HouseRules { QuietFrom = new(random.Next(24), 30), QuietUntil = new(random.Next(24), 0) };
            if (HouseRulesCheck.Check(rules with { Zone = "UTC" }).Count > 0)
            {
                continue;
            }

            var at = new DateTimeOffset(2027, 3, 26, 0, 0, 0, TimeSpan.Zero).AddMinutes(
                random.Next(60 * 24 * 4) + (random.Next(2) * 60 * 24 * 217)
            );
            var sent = Reminders.OutsideQuietHours(at, rules, Vienna);
            var time = TimeOnly.FromDateTime(TimeZoneInfo.ConvertTime(sent, Vienna).DateTime);

            Assert.True(sent >= at && sent < at.AddHours(26));
            Assert.False(
                rules.QuietFrom < rules.QuietUntil
                    ? time >= rules.QuietFrom && time < rules.QuietUntil
                    : time >= rules.QuietFrom || time < rules.QuietUntil
            );
        }
    }

    [Fact]
    public void Two_reminders_at_most_for_one_question_and_none_for_an_old_one()
    {
        var today = CaseBuilder.Monday;
        IReadOnlyList<Reminder> On(int day) =>
            Reminders.Of(
                [
                    new CheckInDue(
                        CheckInOf.Treatment,
                        "t",
                        "superficial peel",
                        today.AddDays(-1),
                        1,
                        today,
                        today.AddDays(1),
                        day == 0 ? CheckInState.Due : CheckInState.Overdue
                    ),
                ],
                today.AddDays(day),
                CaseBuilder.Rules,
                Vienna
            );

        Assert.Single(On(0));
        Assert.Single(On(1));
        Assert.NotEqual(On(0)[0].Key, On(1)[0].Key);
        Assert.Empty(On(2));
        Assert.DoesNotContain("peel", On(0)[0].Text + On(1)[0].Text, StringComparison.OrdinalIgnoreCase);
    }
}
