using System.Collections.Concurrent;
using System.Net;
using Microsoft.Extensions.DependencyInjection;
using OatPath.Store;
using OatPath.Web.Messages;
using OatPath.Web.Records;
using SmtpServer.Protocol;

namespace OatPath.Web.Tests.Mail;

/// <summary>Messages by a real mail server, however unwilling it is: each once, or back on the Desk.</summary>
public sealed class MailTests : IDisposable
{
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(5);
    private readonly List<IDisposable> over = [];

    /// <summary>A Monday morning, after the quiet hours; who has a check-in today is asked at ten.</summary>
    private static readonly DateTimeOffset Morning = new(2026, 3, 9, 9, 5, 0, TimeSpan.Zero);

    private TestStudio studio = null!;

    private T Get<T>()
        where T : notnull => studio.Services.GetRequiredService<T>();

    private Messenger Messenger => Get<Messenger>();

    private Outbox Outbox => Get<Outbox>();

    private MailHouse House(bool guarded = false)
    {
        var house = new MailHouse(guarded);
        over.Add(house);
        return house;
    }

    private void Open(MailHouse house, int? port = null, bool trusted = true, TimeSpan? patience = null)
    {
        studio = new TestStudio(at: Morning, manners: new(trusted ? house.Trust : null, patience ?? Patience));
        over.Add(studio);
        Set(new("localhost", port ?? house.Port, MailTls.None, "studio@lantern.example", ""), MailHouse.Secret);
    }

    private void Set(MailServer mail, string secret)
    {
        var (choices, version) = Get<ProgramSettings>().Current();
        Get<ProgramSettings>().Save(choices with { Mail = mail }, version);
        Get<MailSecret>().Write(secret);
        Messenger.TryTheWayAgain();
    }

    private string Bettina => studio.ClientId("Bettina");

    private void Agree(string address = "bettina@meadow.example") =>
        Get<MailAddresses>().Set(Bettina, address, "Maren Holt", studio.Clock.GetUtcNow());

    private Message Only() => Outbox.Latest().Single(message => message.ClientId == Bettina);

    [Fact]
    public void A_mail_over_TLS_says_nothing_of_skin_and_opens_nothing()
    {
        var house = House(guarded: true);
        Open(house);
        Set(new("localhost", house.Port, MailTls.Implicit, "studio@lantern.example", MailHouse.User), MailHouse.Secret);
        Agree();
        var token = Get<Links>().Create(Bettina, "test", Morning);
        Messenger.Write();
        Messenger.Send();

        Assert.Null(Messenger.Trouble);
        var mail = Assert.Single(house.Taken);
        Assert.Equal(MessageState.Delivered, Only().State);
        Assert.Equal("bettina@meadow.example", mail.To.Mailboxes.Single().Address);
        var studioName = Get<Studio>().Current().Rules.StudioName;
        Assert.Equal($"{studioName}: there is something on your plan", mail.Subject);
        Assert.Contains("/my", mail.TextBody, StringComparison.Ordinal);
        foreach (var word in new[] { "skin", "peel", "acid", "Bettina", "/go/", token })
        {
            Assert.DoesNotContain(
                word,
                (mail.TextBody + mail.Subject).Replace(studioName, "", StringComparison.Ordinal),
                StringComparison.OrdinalIgnoreCase
            );
        }
    }

    [Fact]
    public void A_refused_sign_in_closes_the_way_loses_nothing_and_is_said()
    {
        var house = House(guarded: true);
        Open(house);
        var server = new MailServer("localhost", house.Port, MailTls.Implicit, "studio@lantern.example", MailHouse.User);
        Set(server, "another secret");
        Agree();
        Messenger.Write();
        for (var round = 0; round < 5; round++)
        {
            Messenger.Send();
            studio.Clock.Advance(TimeSpan.FromMinutes(2));
        }

        Assert.Equal((MessageState.Waiting, 0), (Only().State, Only().Attempts));
        Assert.Contains("refuses the sign-in", Messenger.Trouble!.Value.Reason, StringComparison.Ordinal);
        Set(server, MailHouse.Secret);
        Messenger.Send();
        Assert.Single(house.Taken);
        Assert.Null(Messenger.Trouble);
    }

    [Fact]
    public void A_certificate_that_nobody_trusts_gets_no_secret_and_no_mail()
    {
        var house = House(guarded: true);
        Open(house, trusted: false);
        Set(new("localhost", house.Port, MailTls.Implicit, "studio@lantern.example", MailHouse.User), MailHouse.Secret);
        Agree();
        Messenger.Write();
        Messenger.Send();

        Assert.Empty(house.Taken);
        Assert.Equal(0, house.Asked);
        Assert.Contains("not trusted", Messenger.Trouble!.Value.Reason, StringComparison.Ordinal);
    }

    [Fact]
    public void A_server_without_TLS_gets_no_secret_where_TLS_is_asked_for()
    {
        var house = House();
        Open(house);
        Set(new("localhost", house.Port, MailTls.StartTls, "studio@lantern.example", MailHouse.User), MailHouse.Secret);
        Agree();
        Messenger.Write();
        Messenger.Send();

        Assert.Empty(house.Taken);
        Assert.Contains("no TLS", Messenger.Trouble!.Value.Reason, StringComparison.Ordinal);
    }

    [Fact]
    public async Task An_address_that_does_not_exist_comes_back_to_the_Desk_and_is_not_written_to_again()
    {
        var house = House();
        house.OnRecipient = address => address.StartsWith("nobody", StringComparison.Ordinal) ? SmtpResponse.MailboxUnavailable : null;
        Open(house);
        Agree("nobody@meadow.example");
        Messenger.Write();
        Messenger.Send();

        Assert.Equal((MessageState.Failed, 1), (Only().State, house.Asked));
        using var browser = await studio.SignedIn();
        Assert.Contains("nobody@meadow.example is not known to the mail server", (await browser.Get("/")).Text, StringComparison.Ordinal);

        // The next message finds no address that takes mail, and asks nobody.
        studio.Clock.Advance(TimeSpan.FromDays(1));
        Messenger.Write();
        studio.Clock.Advance(TimeSpan.FromHours(1));
        Messenger.Send();
        Assert.Equal(1, house.Asked);
        Assert.Contains(Outbox.Latest(), message => message is { ClientId: var id, State: MessageState.Withdrawn } && id == Bettina);

        Agree();
        Assert.DoesNotContain("is not known to the mail server", (await browser.Get("/")).Text, StringComparison.Ordinal);
    }

    [Fact]
    public void A_busy_server_is_asked_again_after_longer_and_longer_waits_and_then_given_up()
    {
        var house = House();
        house.OnText = _ => new SmtpResponse((SmtpReplyCode)451, "come back later");
        Open(house);
        Agree();
        Messenger.Write();
        var tries = new List<DateTimeOffset>();
        for (var minute = 0; minute < 12 * 60 && Only().State == MessageState.Waiting; minute++)
        {
            var before = house.Asked;
            Messenger.Send();
            if (house.Asked > before)
            {
                tries.Add(studio.Clock.GetUtcNow());
            }

            studio.Clock.Advance(TimeSpan.FromMinutes(1));
        }

        Assert.Equal(MessageState.Failed, Only().State);
        Assert.Equal(5, tries.Count);
        var waits = tries.Zip(tries.Skip(1), (one, next) => next - one).ToList();
        Assert.Equal(waits.Order(), waits);
        Assert.Contains("451", Only().Reason, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData((int)LineFault.CutBefore, 1, MessageState.Delivered)]
    [InlineData((int)LineFault.Silent, 1, MessageState.Delivered)]
    [InlineData((int)LineFault.CutInText, 0, MessageState.Failed)]
    [InlineData((int)LineFault.ReplyLost, 1, MessageState.Failed)]
    public void A_line_that_breaks_once_doubles_nothing(int fault, int arrives, MessageState becomes)
    {
        var house = House();
        var calls = 0;
        var line = new BadLine(house.Port, () => Interlocked.Increment(ref calls) == 1 ? (LineFault)fault : LineFault.None);
        over.Add(line);
        Open(house, line.Port);
        Agree();
        Messenger.Write();
        for (var round = 0; round < 10; round++)
        {
            Messenger.Send();
            studio.Clock.Advance(TimeSpan.FromMinutes(2));
        }

        Assert.Equal((arrives, becomes), (house.Taken.Count, Only().State));
        Assert.True(becomes == MessageState.Delivered || Only().Reason.Contains("may have arrived", StringComparison.Ordinal));
    }

    [Fact]
    public void A_program_that_stops_in_the_middle_of_a_try_does_not_send_it_twice()
    {
        var house = House();
        Open(house);
        Agree();
        Messenger.Write();
        Assert.True(Outbox.Begin(Only().Id, studio.Clock.GetUtcNow()));
        Assert.False(Outbox.Begin(Only().Id, studio.Clock.GetUtcNow()));

        Messenger.Send();

        Assert.Empty(house.Taken);
        Assert.Equal(MessageState.Failed, Only().State);
        Assert.Contains("may have arrived", Only().Reason, StringComparison.Ordinal);
    }

    [Fact]
    public void Without_an_address_and_consent_nothing_is_sent_and_one_message_a_day_is_enough()
    {
        var house = House();
        Open(house);
        Messenger.Write();
        Messenger.Send();
        Assert.Empty(house.Taken);
        Assert.Equal(MessageState.Withdrawn, Only().State);

    }

    [Fact]
    public void One_message_a_day_is_enough_and_the_next_waits_for_tomorrow()
    {
        var house = House();
        Open(house);
        Agree();
        var now = studio.Clock.GetUtcNow();
        Outbox.Write(Bettina, "before", "words", now, now);
        Outbox.Delivered(Only().Id, now);
        Messenger.Write();
        Messenger.Send();

        Assert.Empty(house.Taken);
        var waiting = Outbox.Latest().First(message => message.State == MessageState.Waiting && message.ClientId == Bettina);
        var rules = Get<Studio>().Current().Rules;
        var next = TimeZoneInfo.ConvertTime(waiting.NextTryAt!.Value, Core.House.CareDay.ZoneOf(rules.Zone));
        Assert.Equal((10, rules.QuietUntil), (next.Day, TimeOnly.FromDateTime(next.DateTime)));
        Assert.Equal(0, waiting.Attempts);
    }

    [Fact]
    public async Task The_secret_is_on_no_page_in_no_database_and_in_no_backup()
    {
        Open(House());
        using var owner = await studio.SignedIn();
        const string Secret = "a-secret-nobody-reads";
        var page = await owner.Get("/house/mail");
        page = await owner.Submit(
            page,
            "main form",
            ("host", "mail.lantern.example"),
            ("port", "465"),
            ("tls", "Implicit"),
            ("sender", "studio@lantern.example"),
            ("user", "studio"),
            ("secret", Secret)
        );
        Assert.Equal(HttpStatusCode.OK, page.Status);
        Assert.Equal(Secret, Get<MailSecret>().Read());
        Assert.DoesNotContain(Secret, (await owner.Get("/house/mail")).Html, StringComparison.Ordinal);
        var zip = Path.Combine(studio.Folder, "copy.zip");
        Backup.Write(studio.Folder, zip, Morning);
        using (var archive = System.IO.Compression.ZipFile.OpenRead(zip))
        {
            Assert.DoesNotContain(archive.Entries, entry => entry.Name.Contains("secret", StringComparison.Ordinal));
        }

        Assert.All(
            Directory.EnumerateFiles(studio.Folder, "*", SearchOption.AllDirectories).Where(file => Path.GetFileName(file) != "in-use"),
            file => Assert.DoesNotContain(Secret, ReadShared(file), StringComparison.Ordinal)
        );
        Assert.True(
            OperatingSystem.IsWindows()
                || File.GetUnixFileMode(Path.Combine(studio.Folder, DataFolder.MailSecretName))
                    == (UnixFileMode.UserRead | UnixFileMode.UserWrite)
        );

        // Kept while the field stays empty, gone when the server is forgotten.
        await owner.Submit(await owner.Get("/house/mail"), "main form", ("port", "466"));
        Assert.Equal(Secret, Get<MailSecret>().Read());
        await owner.Submit(await owner.Get("/house/mail"), "form[action*=Off]");
        Assert.False(Get<MailSecret>().IsSet);
        Assert.Null(Get<ProgramSettings>().Current().Choices.Mail);
    }

    private static string ReadShared(string file)
    {
        using var stream = new FileStream(file, FileMode.Open, FileAccess.Read, FileShare.ReadWrite | FileShare.Delete);
        using var reader = new StreamReader(stream, System.Text.Encoding.Latin1);
        return reader.ReadToEnd();
    }

    [Theory]
    [InlineData("host", "not a host", "Host")]
    [InlineData("port", "0", "Port")]
    [InlineData("port", "99999", "Port")]
    [InlineData("tls", "None", "Guarded by")]
    [InlineData("tls", "7", "Guarded by")]
    [InlineData("sender", "studio", "Address that mail comes from")]
    [InlineData("sender", "a@b.example\r\nBcc: c@d.example", "Address that mail comes from")]
    [InlineData("secret", "", "Secret")]
    public async Task What_is_wrong_is_named_and_nothing_is_saved(string field, string value, string named)
    {
        studio = new TestStudio(at: Morning);
        over.Add(studio);
        using var owner = await studio.SignedIn();
        var right = new Dictionary<string, string?>
        {
            ["host"] = "mail.lantern.example",
            ["port"] = "465",
            ["tls"] = "Implicit",
            ["sender"] = "studio@lantern.example",
            ["user"] = "studio",
            ["secret"] = "x",
        };
        right[field] = value;

        var page = await owner.Submit(await owner.Get("/house/mail"), "main form", [.. right.Select(pair => (pair.Key, pair.Value))]);

        Assert.Contains(named, page.Page.QuerySelector("#problems")!.TextContent, StringComparison.Ordinal);
        Assert.Null(Get<ProgramSettings>().Current().Choices.Mail);
        Assert.False(Get<MailSecret>().IsSet);
    }

    [Fact]
    public async Task An_address_is_noted_with_the_clients_consent_and_forgotten()
    {
        studio = new TestStudio(at: Morning);
        over.Add(studio);
        using var staff = await studio.SignedIn();
        var link = $"/clients/{Bettina}/link";

        var refused = await staff.Submit(await staff.Get(link), "form[action*='handler=Mail']", ("address", "bettina@meadow.example"));
        Assert.Contains("ask, and tick it", refused.Text, StringComparison.Ordinal);
        Assert.Null(Get<MailAddresses>().Of(Bettina));
        var noted = await staff.Submit(refused, "form[action*='handler=Mail']", ("agreed", "true"));
        Assert.Contains("By mail to bettina@meadow.example", noted.Text, StringComparison.Ordinal);
        Get<MailAddresses>().Remove(Bettina);
        Assert.Contains("No address to write to", (await staff.Get(link)).Text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_client_gives_the_address_on_the_phone_and_takes_it_back()
    {
        Open(House());
        using var phone = await studio.Phone("Bettina");
        const string Page = "/my/calendar";

        var wrong = await phone.Submit(await phone.Get(Page), "form[action*='handler=Mail']", ("address", "bettina"));
        Assert.NotNull(wrong.Page.QuerySelector(".problem"));
        Assert.Equal("bettina", wrong.Page.QuerySelector("#address")!.GetAttribute("value"));
        Assert.Null(Get<MailAddresses>().Of(Bettina));
        var kept = await phone.Submit(wrong, "form[action*='handler=Mail']", ("address", "bettina@meadow.example"));
        Assert.Contains("They go to bettina@meadow.example", kept.Text, StringComparison.Ordinal);
        Assert.Equal("client", Get<MailAddresses>().Of(Bettina)!.ToldBy);
        Get<MailAddresses>().Refuse(Bettina, "bettina@meadow.example", "550 unknown", Morning);
        Assert.Contains("came back", (await phone.Get(Page)).Text, StringComparison.Ordinal);
        await phone.Submit(await phone.Get(Page), "form[action*=NoMail]");
        Assert.Null(Get<MailAddresses>().Of(Bettina));
    }

    [Fact]
    public void A_studio_without_a_mail_server_writes_nothing_and_says_so()
    {
        studio = new TestStudio(demo: false, at: Morning);
        over.Add(studio);

        Assert.False(Get<IMessageGateway>().IsSet);
        Messenger.Write();
        Messenger.Send();
        Assert.Empty(Outbox.Latest());
        Assert.Contains("nothing is sent", Get<IMessageGateway>().Name, StringComparison.Ordinal);
        Assert.Null(Messenger.Trouble);
    }

    [Fact]
    public void Five_hundred_messages_over_a_bad_line_to_an_unwilling_server_go_out_once_or_come_back()
    {
        const int Many = 500;
        var house = House();
        var random = new Random(11);
        var dice = new ConcurrentQueue<int>(Enumerable.Range(0, 20_000).Select(_ => random.Next(100)));
        int Roll() => dice.TryDequeue(out var face) ? face : 99;
        var line = new BadLine(
            house.Port,
            () =>
                Roll() switch
                {
                    < 2 => LineFault.Silent,
                    < 9 => LineFault.CutBefore,
                    < 14 => LineFault.CutInText,
                    < 20 => LineFault.ReplyLost,
                    _ => LineFault.None,
                }
        );
        over.Add(line);
        house.OnRecipient = address =>
            address.StartsWith("nobody", StringComparison.Ordinal) ? SmtpResponse.MailboxUnavailable
            : Roll() < 10 ? new SmtpResponse((SmtpReplyCode)450, "busy")
            : null;
        house.OnText = _ => Roll() < 5 ? new SmtpResponse((SmtpReplyCode)554, "not this one") : null;
        Open(house, line.Port, patience: TimeSpan.FromSeconds(1.5));
        foreach (var (id, i) in Copies(Many).Select((id, i) => (id, i)))
        {
            Get<MailAddresses>().Set(id, $"{(i % 20 == 0 ? "nobody" : "client")}{i}@meadow.example", "Maren Holt", Morning);
        }

        Messenger.Write();
        var ours = Outbox.Latest(Many * 2).Where(message => message.Mail is not null).Select(message => message.Id).ToHashSet();
        Assert.True(ours.Count >= Many);
        IEnumerable<Message> Ours() => Outbox.Latest(Many * 2).Where(message => ours.Contains(message.Id));
        for (var minute = 0; minute < 590 && Ours().Any(message => message.State == MessageState.Waiting); minute++)
        {
            Messenger.Send();
            studio.Clock.Advance(TimeSpan.FromMinutes(1));
        }

        var copies = house.Taken.GroupBy(mail => mail.MessageId!.Split('.')[0]).ToDictionary(mails => mails.Key, mails => mails.Count());
        Assert.All(copies, mail => Assert.True(mail.Value == 1, $"message {mail.Key} arrived {mail.Value} times"));
        Assert.All(Ours(), message =>
        {
            var arrived = copies.ContainsKey($"{message.Id}");
            Assert.True(
                message.State switch
                {
                    MessageState.Delivered => arrived,
                    MessageState.Failed => !arrived || message.Reason.Contains("may have arrived", StringComparison.Ordinal),
                    _ => false,
                },
                $"{message.Id} is {message.State} ({message.Reason}), arrived: {arrived}"
            );
        });
        Assert.True(Ours().Count(message => message.State == MessageState.Delivered) > Many / 2);
        Assert.NotEmpty(Get<MailAddresses>().Refused(Many));
    }

    /// <summary>Clients who are asked today what one of the demo is asked.</summary>
    private IEnumerable<string> Copies(int count)
    {
        var told = Get<ClientReading>().Read(Bettina, studio.Clock.GetUtcNow())!;
        for (var i = 0; i < count; i++)
        {
            var client = Get<Clients>().Add(Fact.NewId(), $"Copy {i}", "", Morning);
            string Of(string id) => $"{i}-{id}";
            Get<Facts>()
                .Append(
                    client.Id,
                    null,
                    [
                        .. told.Facts.Select(fact => new Fact(
                            Of(fact.Id),
                            client.Id,
                            fact.Kind,
                            fact.HappenedAt,
                            fact.RecordedAt,
                            fact.RecordedBy,
                            fact.Supersedes is { } other ? Of(other) : null,
                            fact.Body
                        )),
                    ]
                );
            Get<Publications>().Publish(
                new Publication(
                    0,
                    client.Id,
                    told.Published!.PublishedAt,
                    told.Published.PublishedBy,
                    told.Published.Inputs,
                    told.Published.Rules,
                    told.Published.Engine,
                    told.Published.Path,
                    told.Published.Hash
                ),
                null,
                [],
                [.. told.Facts.Select(fact => Of(fact.Id))]
            );
            yield return client.Id;
        }
    }

    public void Dispose()
    {
        over.Reverse();
        over.ForEach(each => each.Dispose());
    }
}
