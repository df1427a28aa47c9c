using OatPath.Core.Questionnaire;
using OatPath.Core.Skin;

namespace OatPath.Store.Tests;

/// <summary>A link to the questions of Meet: one phone, once sent, nothing kept of what was not.</summary>
public sealed class AnswerLinkTests : IDisposable
{
    private readonly TestDatabase test = new();
    private readonly Client client;
    private readonly AnswerLinks links;

    public AnswerLinkTests()
    {
        client = test.AddClient();
        links = new(test.Database);
    }

    private static DateTimeOffset Day(int day) => TestDatabase.Noon.AddDays(day);

    private string In(int day = 0) => links.Admit(links.Create(client.Id, "maren", Day(day)), null, Day(day)).Cookie!;

    private static MeetAnswers Pregnant(MeetAnswers answers) =>
        answers.With(MeetGroup.Body, [FlagKind.Pregnancy]) with
        {
            Consent = RecordConsent.Given(TestDatabase.Noon),
        };

    private bool Send(string cookie, int day = 0) =>
        links.Send(cookie, Day(day), phone => TestDatabase.Make(client, FactKind.Answers, phone.Answers));

    private string Kept() =>
        test.Database.Read(connection =>
        {
            using var command = connection.CreateCommand();
            command.CommandText = "SELECT group_concat(answers, '') FROM answer_link";
            return (string)command.ExecuteScalar()!;
        });

    [Fact]
    public void The_first_phone_is_in_again_and_no_other()
    {
        var token = links.Create(client.Id, "maren", Day(0));
        var (outcome, cookie) = links.Admit(token, null, Day(0));

        Assert.Equal(Admission.In, outcome);
        Assert.Equal((Admission.In, null), links.Admit(token, cookie, Day(13)));
        Assert.Equal((Admission.TakenByAnother, null), links.Admit(token, null, Day(1)));
        Assert.Equal((Admission.TakenByAnother, null), links.Admit(token, "another cookie", Day(1)));
        Assert.Equal((Admission.Ended, null), links.Admit("a guess", null, Day(1)));
        Assert.Equal((Admission.Ended, null), links.Admit(token, cookie, Day(14)));
    }

    [Fact]
    public void Answers_are_kept_as_they_are_given_and_gone_on_with_for_two_weeks()
    {
        var cookie = In();

        Assert.True(links.Keep(cookie, Day(0), Pregnant));
        Assert.True(links.Keep(cookie, Day(13), answers => answers with { History = "later" }));
        Assert.False(links.Keep(cookie, Day(14), answers => answers with { History = "too late" }));
        var phone = links.Known(cookie, Day(14))!;
        Assert.Equal(("later", 1, false, false), (phone.Answers.History, phone.Answers.Flags.Count, phone.Open, phone.Sent));
        Assert.False(Send(cookie, 14));
    }

    [Fact]
    public void Sent_twice_and_at_once_from_many_it_is_kept_once()
    {
        var cookie = In();
        links.Keep(cookie, Day(0), Pregnant);

        var sent = new bool[8];
        Parallel.For(0, sent.Length, i => sent[i] = Send(cookie));

        Assert.Single(sent, done => done);
        Assert.Single(test.Facts.Of(client.Id), fact => fact.Kind == FactKind.Answers);
        Assert.True(links.Known(cookie, Day(0)) is { Sent: true, Open: false });
        Assert.Equal("", Kept());
        Assert.False(links.Keep(cookie, Day(0), answers => answers with { History = "after" }));
    }

    [Fact]
    public void What_is_not_sent_is_forgotten_when_its_link_is_withdrawn_replaced_or_runs_out()
    {
        links.Keep(In(), Day(0), Pregnant);
        links.Withdraw(client.Id, Day(1));
        Assert.Equal("", Kept());

        var replaced = In(2);
        links.Keep(replaced, Day(2), Pregnant);
        var last = In(3);
        Assert.Equal("", Kept());
        Assert.False(links.Known(replaced, Day(3))!.Open);

        links.Keep(last, Day(3), Pregnant);
        Assert.Equal(0, links.DropEnded(Day(16)));
        Assert.NotEqual("", Kept());
        Assert.Equal(1, links.DropEnded(Day(17)));
        Assert.Equal("", Kept());
        Assert.Empty(test.Facts.Of(client.Id));
    }

    [Fact]
    public void What_was_told_acts_at_once_for_practitioner_and_client_and_waits_for_a_publication_once_it_is_left()
    {
        test.Facts.Append(client.Id, null, TestDatabase.Make(client, FactKind.Intake, new Intake { BirthDate = new(1990, 1, 1) }));
        var cookie = In();
        links.Keep(cookie, Day(0), Pregnant);
        Assert.False(Flagged());
        Send(cookie);
        Assert.True(Flagged());
        Assert.True(Flagged(asClient: true));

        var answers = test.Facts.Of(client.Id).Single(fact => fact.Kind == FactKind.Answers);
        var left = TestDatabase.Make(
            client,
            FactKind.AnswersSettled,
            new AnswersSettled(answers.Id, [], [new(MeetQuestion.Body, FlagKind.Pregnancy)])
        );
        test.Facts.Append(client.Id, null, left);
        Assert.False(Flagged());
        Assert.True(Flagged(asClient: true), "the phone grows no stronger before somebody publishes");
        Assert.Contains(left.Id, CaseAssembly.Waiting(test.Facts.Of(client.Id)).Select(fact => fact.Id));
        test.Publish(client, test.Facts.Of(client.Id));
        Assert.False(Flagged(asClient: true));

        bool Flagged(bool asClient = false)
        {
            var facts = test.Facts.Of(client.Id);
            var file = asClient ? CaseAssembly.Client(facts, Day(1), "UTC") : CaseAssembly.Draft(facts, Day(1), "UTC");
            return file.Intake.Flags.Any(flag => flag.Kind == FlagKind.Pregnancy);
        }
    }

    public void Dispose() => test.Dispose();
}
