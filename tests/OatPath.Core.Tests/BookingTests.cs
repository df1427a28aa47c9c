using OatPath.Core.Booking;
using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Planner;
using OatPath.Core.Screening;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

/// <summary>May it be booked?</summary>
public class BookingTests
{
    private static readonly DateOnly Today = CaseBuilder.Monday;
    private static readonly DateOnly On = Today.AddDays(30);

    private static BookingAnswer Ask(CaseFile file, TreatmentKind kind, DateOnly? on = null, Func<Treatment, Treatment>? with = null) =>
        BookingScreening.Of(
            file,
            CaseBuilder.Rules,
            (with ?? (one => one))(
                new Treatment
                {
                    Id = "asked",
                    Kind = kind,
                    On = on ?? On,
                }
            )
        );

    private static CaseBuilder Adult() => CaseBuilder.Basic();

    [Theory]
    [InlineData(TreatmentKind.SuperficialPeel)]
    [InlineData(TreatmentKind.Waxing)]
    [InlineData(TreatmentKind.Dermaplaning)]
    [InlineData(TreatmentKind.NeedlingShallow)]
    public void Isotretinoin_keeps_it_away_for_six_months_and_no_reason_helps(TreatmentKind kind)
    {
        var answer = Ask(Adult().Flag(FlagKind.Isotretinoin, Today.AddDays(-100), Today.AddDays(-10)).Build(), kind, with: one =>
            one with
            {
                Despite = "she wants it",
                ClinicianWord = "Dr Sandt, yesterday",
            }
        );

        Assert.True(answer.IsHard);
        Assert.Equal(Today.AddDays(-10).AddMonths(6), answer.Nearest[0]);
    }

    [Theory]
    [InlineData(TreatmentKind.NeedlingShallow, true)]
    [InlineData(TreatmentKind.MediumPeel, true)]
    [InlineData(TreatmentKind.HydratingFacial, false)]
    public void Under_eighteen_there_is_no_needling_and_no_peel(TreatmentKind kind, bool refused)
    {
        var file = Adult().With(intake => intake with { BirthDate = Today.AddYears(-16) }).Build();

        Assert.Equal(refused, Ask(file, kind).IsHard);
        Assert.Equal(refused, Ask(Adult().With(intake => intake with { BirthDate = null }).Build(), kind).IsHard);
    }

    [Fact]
    public void A_birthday_before_the_day_lets_it_be_booked_and_is_offered()
    {
        var file = Adult().With(intake => intake with { BirthDate = On.AddDays(5).AddYears(-18) }).Build();

        Assert.Equal(On.AddDays(5), Ask(file, TreatmentKind.NeedlingShallow).Nearest[0]);
        Assert.False(Ask(file, TreatmentKind.NeedlingShallow, On.AddDays(5)).IsHard);
    }

    [Fact]
    public void Cold_sores_in_the_history_ask_for_a_clinicians_word_which_then_is_noted()
    {
        var file = Adult().Flag(FlagKind.ColdSoreHistory).Build();

        Assert.Equal(BookingOutcome.AskClinician, Ask(file, TreatmentKind.MediumPeel).Outcome);
        Assert.Equal(
            BookingOutcome.Warned,
            Ask(file, TreatmentKind.MediumPeel, with: one =>
                one with
                {
                    ClinicianWord = "Dr Sandt on Monday: cover from two days before",
                }
            ).Outcome
        );
        Assert.Equal(
            BookingOutcome.Refused,
            Ask(Adult().Flag(FlagKind.ColdSoreActive, On.AddDays(-2), On.AddDays(4)).Build(), TreatmentKind.Dermaplaning, with: one =>
                one with
                {
                    ClinicianWord = "yes",
                }
            ).Outcome
        );
    }

    [Fact]
    public void A_laser_ten_days_before_a_wedding_is_refused_with_days_that_fit()
    {
        var wedding = On.AddDays(10);
        var answer = Ask(Adult().Celebrate("the wedding", wedding).Build(), TreatmentKind.AblativeLaser);

        Assert.Equal(BookingOutcome.Refused, answer.Outcome);
        Assert.Equal([wedding.AddDays(-29), wedding.AddDays(1), wedding.AddDays(2)], answer.Nearest);
    }

    [Fact]
    public void Dermaplaning_on_the_day_of_a_peel_is_refused_and_so_is_the_week_around_it()
    {
        var file = Adult().Treat(TreatmentKind.SuperficialPeel, On).Build();

        Assert.Contains(Ask(file, TreatmentKind.Dermaplaning).Reasons, reason => reason.Because.Rule == RuleBook.BookSameDay);
        var inside = Ask(file, TreatmentKind.NeedlingShallow, On.AddDays(5));
        Assert.Contains(inside.Reasons, reason => reason.Because.Rule == RuleBook.BookWindow);
        Assert.Contains(On.AddDays(8), inside.Nearest);
        Assert.Equal(BookingOutcome.Refused, Ask(file, TreatmentKind.Dermaplaning, On.AddDays(-3)).Outcome);
        Assert.True(Ask(file, TreatmentKind.Dermaplaning, On.AddDays(8)).Outcome < BookingOutcome.Refused);
    }

    [Fact]
    public void Skin_that_marks_easily_waits_for_four_weeks_of_a_pigment_inhibitor_before_a_mixed_peel()
    {
        var pigment = new Product
        {
            Id = "pigment",
            Name = "Pale barley serum",
            Kind = ProductKind.PigmentSerum,
            Actives = [new(Substance.Tranexamic, 3)],
        };
        CaseBuilder Deep() => Adult().With(intake => intake with { Phototype = Phototype.V }).Own(pigment);
        var without = Ask(Deep().Build(), TreatmentKind.MediumPeel, Today.AddDays(10));
        var begun = Deep().Start("pigment", Today.AddDays(-20)).Use("pigment", Today.AddDays(-15)).Build();

        Assert.Contains(without.Reasons, reason => reason.Because.Rule == RuleBook.BookPigment);
        Assert.Equal(Today.AddDays(28), without.Nearest[0]);
        Assert.Contains(Ask(begun, TreatmentKind.MediumPeel, Today.AddDays(10)).Reasons, reason =>
            reason.Because.Rule == RuleBook.BookPigment
        );
        Assert.DoesNotContain(Ask(begun, TreatmentKind.MediumPeel, Today.AddDays(13)).Reasons, reason =>
            reason.Because.Rule == RuleBook.BookPigment
        );
    }

    [Fact]
    public void The_interval_since_the_last_is_kept_and_the_day_is_said()
    {
        var file = Adult().Treat(TreatmentKind.SuperficialPeel, Today.AddDays(-3)).Build();

        Assert.Equal(Today.AddDays(25), Ask(file, TreatmentKind.SuperficialPeel, Today.AddDays(20)).Nearest[0]);
        Assert.True(Ask(file, TreatmentKind.SuperficialPeel, Today.AddDays(25)).Outcome < BookingOutcome.Refused);
    }

    [Fact]
    public void What_was_used_too_near_before_it_is_named()
    {
        var file = Adult().Own(CaseBuilder.Glycolic).InUse("glycolic", Today.AddDays(-20), 4).Use("glycolic", Today.AddDays(-1)).Build();
        var answer = Ask(file, TreatmentKind.SuperficialPeel, Today.AddDays(3));

        Assert.Contains(answer.Reasons, reason => reason.Because.Rule == RuleBook.BookStops);
        Assert.Equal(Today.AddDays(7), answer.Nearest[0]);
    }

    [Fact]
    public void What_the_days_after_it_need_is_said_before_it()
    {
        var answer = Ask(Adult().Build(), TreatmentKind.AblativeLaser);

        Assert.Contains(answer.Reasons, reason =>
            reason.Because.Rule == RuleBook.BookShelf && reason.Because.Values["what"].Contains("ointment", StringComparison.Ordinal)
        );
        Assert.Empty(
            Ask(
                Adult()
                    .Own(
                        new Product
                        {
                            Id = "balm",
                            Name = "Plain ointment",
                            Kind = ProductKind.OcclusiveBalm,
                        }
                    )
                    .Build(),
                TreatmentKind.AblativeLaser
            ).Reasons
        );
    }

    [Theory]
    [InlineData(FlagKind.ImplantedElectronics)]
    [InlineData(FlagKind.Epilepsy)]
    [InlineData(FlagKind.Pregnancy)]
    public void No_current_where_a_flag_forbids_it(FlagKind kind)
    {
        Assert.True(Ask(Adult().Flag(kind).Build(), TreatmentKind.GalvanicFacial).IsHard);
        Assert.Equal(BookingOutcome.Fits, Ask(Adult().Flag(kind).Build(), TreatmentKind.HydratingFacial).Outcome);
    }

    [Fact]
    public void A_booking_made_before_the_answer_changed_comes_back_as_a_question_and_a_reason_settles_what_may_be_settled()
    {
        Question? Asked(FlagKind kind, string despite)
        {
            var file = Adult().Flag(kind).Build() with
            {
                Treatments =
                [
                    new Treatment
                    {
                        Id = "t",
                        Kind = TreatmentKind.MediumPeel,
                        On = On,
                        Despite = despite,
                    },
                ],
            };
            return PathPlanner
                .Plan(file, CaseBuilder.Rules, days: 3)
                .Questions.FirstOrDefault(question => question.Kind == QuestionKind.Booking);
        }

        Assert.Equal("t", Asked(FlagKind.KeloidTendency, "")!.Report);
        Assert.Null(Asked(FlagKind.KeloidTendency, "her clinician does it with us"));
        Assert.NotNull(Asked(FlagKind.Isotretinoin, "she insists"));
    }

    [Fact]
    public void What_happened_is_recorded_and_only_warned_of() =>
        Assert.Equal(
            BookingOutcome.Warned,
            Ask(Adult().Flag(FlagKind.Isotretinoin).Build(), TreatmentKind.SuperficialPeel, Today.AddDays(-2)).Outcome
        );

    /// <summary>Whatever the facts, a day offered as fitting fits.</summary>
    [Fact]
    public void Every_day_offered_fits()
    {
        var random = new Random(151);
        var offered = 0;
        for (var i = 0; i < 200; i++)
        {
            var file = RandomCase.Build(new Random(random.Next()));
            var asked = new Treatment
            {
                Id = "asked",
                Kind = (TreatmentKind)random.Next(10),
                On = DateOnly.FromDateTime(file.AsOf.Date).AddDays(random.Next(1, 60)),
            };
            var answer = BookingScreening.Of(file, CaseBuilder.Rules, asked);
            offered += answer.Nearest.Count;

            Assert.All(answer.Nearest, on =>
                Assert.DoesNotContain(BookingScreening.Of(file, CaseBuilder.Rules, asked with { On = on }).Reasons, reason =>
                    reason.Outcome == BookingOutcome.Refused
                )
            );
            Assert.True(answer.Outcome == BookingOutcome.Refused || answer.Nearest.Count == 0);
        }

        Assert.True(offered > 50);
    }
}
