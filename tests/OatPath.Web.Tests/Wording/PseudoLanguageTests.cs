using System.Net;
using System.Text.Json;
using System.Text.RegularExpressions;
using AngleSharp.Dom;
using Microsoft.Extensions.DependencyInjection;
using OatPath.Core.Calendar;
using OatPath.Core.Shelf;
using OatPath.Core.Wording;
using OatPath.Store;
using OatPath.Web.Messages;
using OatPath.Web.Records;

namespace OatPath.Web.Tests.Wording;

/// <summary>
/// In a language whose every word is in odd letters, what clients read has no word left in plain ones, save names and what somebody typed.
/// </summary>
public sealed partial class PseudoLanguageTests : IDisposable
{
    private static readonly string[] Pages =
    [
        "/my",
        "/my/report",
        "/my/path",
        "/my/cautions",
        "/my/normal",
        "/my/calendar",
        "/my/peel",
        "/my/peel?again=true",
        "/my/nick",
    ];

    /// <summary>What every language writes alike.</summary>
    private static readonly string[] Alike = ["SPF", "UVA", "mL", "pH"];

    private readonly TestStudio studio = new(language: Language.PseudoId);

    public static TheoryData<int> Hours => [0, 13, 26, 37];

    [Theory]
    [MemberData(nameof(Hours))]
    public async Task No_page_of_a_phone_keeps_a_plain_word(int hoursLater)
    {
        studio.Clock.Advance(TimeSpan.FromHours(hoursLater));
        var left = new List<string>();
        foreach (var client in Published())
        {
            using var phone = await studio.Phone(client.Client.Name);
            var devices = client.Followed.Shelf.Where(item => item.Product.IsDevice()).Select(item => $"/my/device/{item.Product.Id}");
            foreach (var address in Pages.Concat(devices))
            {
                left.AddRange(PlainIn(await phone.Get(address), client).Select(text => $"{client.Client.Name} {address}: {text}"));
            }
        }

        AssertNone(left);
    }

    [Fact]
    public async Task No_answer_to_a_report_or_a_question_keeps_a_plain_word()
    {
        var client = Published().First(record => record.Client.Name.StartsWith("Orla", StringComparison.Ordinal));
        using var phone = await studio.Phone(client.Client.Name);
        var left = new List<string>();
        foreach (
            var (form, fields) in new (string, (string, string?)[])[]
            {
                ("/my/report", [("sting", "1"), ("length", "45"), ("redness", "0")]),
                ("/my/report", [("sting", "4"), ("length", "600"), ("redness", "2"), ("tight", "true")]),
                ("/my/report", [("sting", "8"), ("length", "7200"), ("redness", "4"), ("signs", "Raw")]),
                ("/my/report", [("sting", "2"), ("length", "45"), ("redness", "1"), ("signs", "Fever")]),
                ("/my/report", [("sting", "")]),
                ("/my/normal", [("sign", "Pink"), ("degree", "Little")]),
                ("/my/normal", [("grave", "Blisters")]),
                ("/my/nick", [("zones", "Chin")]),
            }
        )
        {
            var page = await phone.Get(form);
            left.AddRange(PlainIn(await phone.Submit(page, "main form:not([action*=Undo])", fields), client));
        }

        AssertNone(left);
    }

    [Fact]
    public async Task No_sheet_of_paper_calendar_or_message_keeps_a_plain_word()
    {
        using var practitioner = await studio.SignedIn();
        var left = new List<string>();
        foreach (var client in Published())
        {
            var paper = await practitioner.Get($"/clients/{client.Client.Id}/handout");
            left.AddRange(PlainIn(paper.Page.QuerySelector("main")!, client).Select(text => $"{client.Client.Name} handout: {text}"));
            using var phone = await studio.Phone(client.Client.Name);
            foreach (var titles in new[] { "", "?titles=named" })
            {
                var calendar = (await phone.Get($"/my/calendar.ics{titles}"))
                    .Html.ReplaceLineEndings("\n")
                    .Replace("\n ", "", StringComparison.Ordinal);
                var texts = CalendarText()
                    .Matches(calendar)
                    .Select(match => match.Groups[1].Value.Replace("\\n", " ", StringComparison.Ordinal));
                left.AddRange(
                    texts.SelectMany(text => PlainIn(text, Names(client))).Select(text => $"{client.Client.Name} calendar: {text}")
                );
            }
        }

        var messenger = studio.Services.GetRequiredService<Messenger>();
        for (var day = 0; day < 8; day++)
        {
            messenger.Write();
            studio.Clock.Advance(TimeSpan.FromDays(1));
        }

        var sent = studio.Services.GetRequiredService<Outbox>().Latest();
        Assert.NotEmpty(sent);
        left.AddRange(sent.SelectMany(message => PlainIn(message.Text, [Published()[0].Rules.StudioName])));
        AssertNone(left);
    }

    [Fact]
    public void An_entry_of_the_calendar_is_the_same_one_in_every_language()
    {
        var known = 0;
        foreach (var client in Published())
        {
            string[] Ids() =>
                [.. CalendarEntries.Of(client.Followed, client.ClientPath(0, 90), named: true).Select(entry => entry.Uid).Order()];
            var english = Ids();
            using var spoken = Language.Speak(Language.Pseudo);
            Assert.Equal(english, Ids());
            known += english.Length;
        }

        Assert.NotEqual(0, known);
    }

    [Fact]
    public async Task What_a_practitioner_reads_stays_english_after_a_client_has_read()
    {
        using var practitioner = await studio.SignedIn();
        foreach (var client in Published())
        {
            using var phone = await studio.Phone(client.Client.Name);
            await phone.Get("/my");
            foreach (var station in new[] { "routine", "ramp", "care", "peel", "look-back", "link" })
            {
                var page = await practitioner.Get($"/clients/{client.Client.Id}/{station}");
                Assert.Equal(HttpStatusCode.OK, page.Status);
                Assert.DoesNotMatch("[áƀçđéƒǧĥíĵķłɱñóƥɋřšŧúṽŵẋýž]", page.Text);
            }
        }
    }

    private static void AssertNone(List<string> left) =>
        Assert.True(left.Count == 0, string.Join('\n', left.Distinct().Order(StringComparer.Ordinal)));

    private IReadOnlyList<ClientRecord> Published()
    {
        var room = studio.Services.GetRequiredService<RecordRoom>();
        return
        [
            .. studio
                .Services.GetRequiredService<Clients>()
                .Search("")
                .Select(client => room.Derive(client.Id))
                .OfType<ClientRecord>()
                .Where(record => record.Published is not null),
        ];
    }

    private static IReadOnlyList<string> Names(ClientRecord client) =>
        [
            .. client
                .Followed.Shelf.Concat(client.Draft.Shelf)
                .SelectMany(item => new[] { item.Product.Name, item.Product.Batch })
                .Append(client.Client.Name)
                .Append(client.Rules.StudioName)
                .Concat(
                    client
                        .Followed.Treatments.SelectMany(treatment => new[] { treatment.Sheet?.From, treatment.Sheet?.Words })
                        .OfType<string>()
                )
                .Concat(client.Followed.Occasions.Select(occasion => occasion.Title))
                .Concat(Alike)
                .Where(name => name.Length > 0)
                .OrderByDescending(name => name.Length),
        ];

    private static IEnumerable<string> PlainIn(Answer page, ClientRecord client) => PlainIn(page.Page.DocumentElement, client);

    private static IEnumerable<string> PlainIn(IElement part, ClientRecord client)
    {
        var names = Names(client);
        var texts = part.Descendants<IText>()
            .Where(text => text.ParentElement is not { LocalName: "script" or "style" })
            .Select(text => text.Data)
            .Concat(
                part.QuerySelectorAll("[aria-label], [placeholder], [title], [alt]")
                    .SelectMany(element => new[] { "aria-label", "placeholder", "title", "alt" }.Select(element.GetAttribute))
                    .OfType<string>()
            );
        return texts.SelectMany(text => PlainIn(text, names));
    }

    private static IEnumerable<string> PlainIn(string text, IReadOnlyList<string> names)
    {
        var without = names.Aggregate(text, (left, name) => left.Replace(name, "", StringComparison.OrdinalIgnoreCase));
        return PlainWord().IsMatch(without) ? [Spaces().Replace(text, " ").Trim()] : [];
    }

    [GeneratedRegex("[A-Za-z]{2,}")]
    private static partial Regex PlainWord();

    [GeneratedRegex(@"\s+")]
    private static partial Regex Spaces();

    [GeneratedRegex("^(?:SUMMARY|DESCRIPTION):(.*)$", RegexOptions.Multiline)]
    private static partial Regex CalendarText();

    public void Dispose() => studio.Dispose();
}
