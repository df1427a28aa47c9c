using OatPath.Core.House;
using OatPath.Core.Questionnaire;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

/// <summary>What a client answers before a visit: what is asked, what acts at once, what Meet takes over.</summary>
public class QuestionnaireTests
{
    private static readonly DateOnly Today = new(2026, 3, 9);

    private static readonly HashSet<AnswerKey> Nothing = [];

    [Fact]
    public void Every_answer_of_Meet_is_asked_once_but_for_what_only_a_practitioner_can_judge() =>
        Assert.Equal(
            Enum.GetValues<FlagKind>().Except([FlagKind.CauseBeyondProducts]).Order(),
            FlagQuestions.All.Select(row => row.Kind).Order()
        );

    [Fact]
    public void What_means_nothing_without_its_day_asks_for_one() =>
        Assert.All(FlagQuestions.All.Where(row => FlagEffect.Of(row.Kind).AsksDates), row => Assert.NotNull(row.From));

    [Fact]
    public void Every_question_has_its_words_in_the_order_of_asking()
    {
        Assert.Equal(Enum.GetValues<MeetQuestion>(), QuestionWords.All.Select(row => row.Question));
        Assert.Equal(Enum.GetValues<MeetGroup>().Order(), Screens(new()).Select(MeetScreens.GroupOf).OfType<MeetGroup>().Order());
    }

    private static IEnumerable<MeetQuestion> Screens(MeetAnswers answers) =>
        MeetScreens.Of(answers, Today).Select(screen => screen.Question);

    [Theory]
    [InlineData("2008-03-09", false)]
    [InlineData("2008-03-10", true)]
    public void Who_is_under_age_is_asked_for_a_guardian(string born, bool asked)
    {
        var answers = new MeetAnswers { BirthDate = DateOnly.Parse(born, null), Consent = RecordConsent.Given(default) }.With(
            MeetQuestion.BirthDate
        );

        Assert.Equal(asked, Screens(answers).Contains(MeetQuestion.Guardian));
        Assert.Equal(asked, MeetScreens.NotYet(answers, Today) is not null);
        Assert.Null(
            MeetScreens.NotYet(answers with { Consent = answers.Consent! with { Guardian = TestedAt } }, Today)
        );
    }

    private static readonly DateTimeOffset TestedAt = new(2026, 3, 9, 12, 0, 0, TimeSpan.Zero);

    [Fact]
    public void Without_consent_or_without_the_day_of_what_was_ticked_nothing_is_sent()
    {
        var told = new MeetAnswers().With(MeetGroup.SunAndPlans, [FlagKind.Sunburn]);

        Assert.NotNull(MeetScreens.NotYet(told, Today));
        told = told with { Consent = RecordConsent.Given(TestedAt) };
        Assert.NotNull(MeetScreens.NotYet(told, Today));
        Assert.Equal(
            new MeetScreen(MeetQuestion.SunAndPlans, FlagKind.Sunburn),
            MeetScreens.Of(told, Today).Single(screen => screen.About is not null)
        );
        Assert.Null(MeetScreens.NotYet(told.With(new Flag { Kind = FlagKind.Sunburn, From = Today }), Today));
    }

    [Fact]
    public void What_is_no_longer_ticked_leaves_with_its_day_and_what_is_stays_with_it()
    {
        var told = new MeetAnswers()
            .With(MeetGroup.SunAndPlans, [FlagKind.Sunburn, FlagKind.HairRemoval])
            .With(new Flag { Kind = FlagKind.Sunburn, From = Today })
            .With(MeetGroup.Body, [FlagKind.Diabetes])
            .With(MeetGroup.SunAndPlans, [FlagKind.Sunburn, FlagKind.StrongSun]);

        Assert.Equal([FlagKind.Sunburn, FlagKind.StrongSun, FlagKind.Diabetes], told.Flags.Select(flag => flag.Kind));
        Assert.Equal(Today, told.Flags[0].From);
        Assert.Empty(told.With(MeetGroup.SunAndPlans, []).With(MeetGroup.Body, []).Flags);
    }

    [Fact]
    public void A_question_passed_over_says_nothing_not_even_no()
    {
        var told = new MeetAnswers().With(MeetGroup.Body, [FlagKind.Pregnancy]).Pass(MeetQuestion.Body);

        Assert.Empty(told.Flags);
        Assert.False(told.Has(MeetQuestion.Body));
        Assert.DoesNotContain(AnswerLines.Of(told, new(), Today), line => line.Key.Question == MeetQuestion.Body);
        Assert.Contains(MeetScreens.Of(told, Today), screen => screen.Question == MeetQuestion.Body && screen.IsDone(told));
    }

    /// <summary>Answers at random, each within what a phone can send.</summary>
    private static MeetAnswers Random(Random random)
    {
        T Any<T>()
            where T : struct, Enum => Enum.GetValues<T>()[random.Next(Enum.GetValues<T>().Length)];
        var told = new MeetAnswers
        {
            BirthDate = random.Next(3) == 0 ? null : Today.AddDays(-random.Next(4_000, 30_000)),
            SkinType = random.Next(2) == 0 ? null : Any<SkinType>(),
            Sensitivity = random.Next(2) == 0 ? null : Any<Sensitivity>(),
            Phototype = random.Next(2) == 0 ? null : Any<Phototype>(),
            Allergies = [.. Enum.GetValues<Allergen>().Where(_ => random.Next(5) == 0)],
            Habits = [.. Enum.GetValues<Habit>().Where(_ => random.Next(3) == 0)],
            HoursOutdoors = random.Next(2) == 0 ? null : random.Next(0, 17),
            History = random.Next(2) == 0 ? "" : "red after a scrub",
        };
        foreach (var group in Enum.GetValues<MeetGroup>().Where(_ => random.Next(4) > 0))
        {
            told = told.With(group, [.. FlagQuestions.Of(group).Where(_ => random.Next(4) == 0).Select(row => row.Kind)]);
        }

        return told.With(MeetQuestion.Allergies).With(MeetQuestion.Habits);
    }

    private static Intake Met(Random random)
    {
        var told = Random(random);
        return AnswersAtMeet.TakeOver(new() { HoursOutdoors = random.Next(0, 17) }, told, Keys(told, new()));
    }

    private static List<AnswerKey> Keys(MeetAnswers told, Intake met) => [.. AnswerLines.Of(told, met, Today).Select(line => line.Key)];

    [Fact]
    public void What_acts_before_anybody_looked_only_ever_asks_for_less()
    {
        for (var seed = 0; seed < 2_000; seed++)
        {
            var random = new Random(seed);
            var (met, told) = (Met(random), Random(random));
            var settled = Keys(told, met).Where(_ => random.Next(3) == 0).ToHashSet();

            var acts = AnswersAtMeet.Gentler(met, told, settled);

            Assert.True(met.Flags.All(acts.Flags.Contains) && met.Allergies.All(acts.Allergies.Contains), $"seed {seed}");
            Assert.True(acts.Sensitivity >= met.Sensitivity && acts.Phototype >= met.Phototype, $"seed {seed}");
            Assert.True(acts.HoursOutdoors >= met.HoursOutdoors && (acts.SweatOrWater || !met.SweatOrWater), $"seed {seed}");
            Assert.True(!met.MayBeMinor(Today) || acts.MayBeMinor(Today), $"seed {seed}: nobody comes of age by an answer of the phone");
            Assert.Equal((met.SafetyAskedOn, met.History, met.SkinType), (acts.SafetyAskedOn, acts.History, acts.SkinType));

            // Whatever was ticked and is not settled acts.
            Assert.All(
                told.Flags.Where(flag => !settled.Contains(new(MeetScreens.QuestionOf(MeetGroups.Of(flag.Kind)), flag.Kind))),
                flag => Assert.Contains(flag, acts.Flags)
            );
        }
    }

    [Fact]
    public void Taken_over_whole_nothing_is_left_to_act_and_nothing_of_Meet_is_taken_away()
    {
        for (var seed = 0; seed < 2_000; seed++)
        {
            var random = new Random(seed);
            var (met, told) = (Met(random), Random(random));
            var keys = Keys(told, met);

            var taken = AnswersAtMeet.TakeOver(met, told, keys);

            Assert.True(met.Allergies.All(taken.Allergies.Contains), $"seed {seed}");
            Assert.True(met.Flags.All(flag => taken.Flags.Any(other => other.Kind == flag.Kind)), $"seed {seed}");
            Assert.DoesNotContain(taken.NoneOf, group => taken.Flags.Any(flag => MeetGroups.Of(flag.Kind) == group));
            Assert.True(told.Flags.All(taken.Flags.Contains), $"seed {seed}");
            Assert.DoesNotContain(
                AnswerLines.Of(told, taken, Today),
                line => line.IsNew && !line.OnlyNoted && line.Key.Question != MeetQuestion.History && line.Against.Count == 0
            );
            Assert.Equal(
                taken.Flags.ToHashSet(),
                AnswersAtMeet.Gentler(taken, told, keys.ToHashSet()).Flags.ToHashSet()
            );
        }
    }

    [Fact]
    public void Taken_over_one_by_one_in_any_order_is_the_same_as_all_at_once()
    {
        for (var seed = 0; seed < 500; seed++)
        {
            var random = new Random(seed);
            var (met, told) = (Met(random), Random(random));
            var keys = Keys(told, met);
            var order = keys.ToArray();
            random.Shuffle(order);

            var (one, all) = (
                order.Aggregate(met, (so, key) => AnswersAtMeet.TakeOver(so, told, [key])),
                AnswersAtMeet.TakeOver(met, told, keys)
            );

            Assert.Equal(all.Flags.OrderBy(flag => flag.Kind), one.Flags.OrderBy(flag => flag.Kind));
            Assert.Equal((all.BirthDate, all.Sensitivity, all.History), (one.BirthDate, one.Sensitivity, one.History));
            Assert.Equal(all.NoneOf.Order(), one.NoneOf.Order());
        }
    }

    [Fact]
    public void Contradictions_are_marked_beside_the_answer()
    {
        var told = new MeetAnswers
        {
            BirthDate = new(1991, 4, 5),
            Sensitivity = Sensitivity.Resilient,
            Allergies = [Allergen.Fragrance],
            Products =
            [
                new("Fen night cream", "Aqua, Glycerin, Retinol, Parfum", false, true),
                new("Fen toner", "Aqua, Glycolic Acid, Glycerin", false, true),
                new("A poem", "shall I compare thee", false, false),
                new("No label", "", true, true),
            ],
        }
            .With(MeetGroup.SkinHistory, [FlagKind.NeverUsedAcid, FlagKind.Rosacea])
            .With(MeetGroup.Body, [FlagKind.Pregnancy])
            .With(MeetGroup.Medicines, [])
            .With(MeetQuestion.Allergies);
        var met = new Intake
        {
            BirthDate = new(1990, 4, 5),
            Flags = [new() { Kind = FlagKind.BloodThinning }],
            Allergies = [Allergen.Latex],
        };

        var lines = AnswerLines.Of(told, met, Today).ToDictionary(line => line.Key.Name);

        Assert.Single(lines["birth-date"].Against);
        Assert.Contains("rosacea", lines["sensitivity"].Against.Single(), StringComparison.Ordinal);
        Assert.Contains("Fen toner", lines["skin-history.never-used-acid"].Against.Single(), StringComparison.Ordinal);
        Assert.Contains("blood-thinning", lines["medicines"].Against.Single(), StringComparison.Ordinal);
        Assert.True(lines["medicines"].OnlyNoted);
        Assert.Equal(2, lines["allergies"].Against.Count);
        Assert.True(lines["body.pregnancy"] is { IsSafety: true, IsNew: true });
        Assert.NotEmpty(lines["products.0"].Against);
        Assert.Contains("cannot be read", lines["products.2"].Changes, StringComparison.Ordinal);
        Assert.Contains("No label", lines["products.3"].Changes, StringComparison.Ordinal);
        Assert.Contains(met.Flags[0], AnswersAtMeet.TakeOver(met, told, [.. lines.Values.Select(line => line.Key)]).Flags);
    }

    [Fact]
    public void A_child_is_a_child_at_once_and_an_older_birth_date_makes_nobody_of_age()
    {
        var child = new MeetAnswers { BirthDate = Today.AddYears(-15) };
        var grown = new MeetAnswers { BirthDate = Today.AddYears(-40) };

        Assert.True(AnswersAtMeet.Gentler(new() { BirthDate = Today.AddYears(-30) }, child, Nothing).MayBeMinor(Today));
        Assert.True(AnswersAtMeet.Gentler(new() { BirthDate = Today.AddYears(-15) }, grown, Nothing).MayBeMinor(Today));
        Assert.True(AnswersAtMeet.Gentler(new(), grown, Nothing).MayBeMinor(Today));
        Assert.False(AnswersAtMeet.TakeOver(new(), grown, [new(MeetQuestion.BirthDate)]).MayBeMinor(Today));
    }

    [Fact]
    public void Consent_changes_its_version_with_its_words()
    {
        var given = RecordConsent.Given(TestedAt);

        Assert.Equal((RecordConsent.Version, RecordConsent.Text), (given.Version, given.Text));
        Assert.Matches("^[0-9a-f]{8}$", given.Version);
        using var spoken = Wording.Language.Speak(Wording.Language.Pseudo);
        Assert.NotEqual(given.Version, RecordConsent.Version);
    }
}
