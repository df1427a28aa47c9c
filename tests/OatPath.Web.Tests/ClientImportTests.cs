using System.Text;
using Microsoft.Extensions.DependencyInjection;
using OatPath.Store;

namespace OatPath.Web.Tests;

/// <summary>The book of clients from a file: each fault named, the rest kept, nobody twice, nothing counted as asked.</summary>
public sealed class ClientImportTests : IDisposable
{
    private readonly TestStudio studio = new();

    public void Dispose() => studio.Dispose();

    private IReadOnlyList<Client> Book => studio.Services.GetRequiredService<Clients>().Search("", int.MaxValue);

    private static async Task<Answer> Read(Browser browser, string text, Encoding? encoding = null)
    {
        var page = await browser.Get("/clients/import");
        var token = page.Page.QuerySelector("form[action*='handler=Read'] input[name='__RequestVerificationToken']")!;
        var value = token.GetAttribute("value")!;
        return await browser.Upload("/clients/import?handler=Read", value, "book.csv", (encoding ?? Encoding.UTF8).GetBytes(text));
    }

    private static Task<Answer> Keep(Browser browser, Answer page, params (string, string?)[] changes) =>
        browser.Submit(page, "form[action*='handler=Keep']", changes);

    [Fact]
    public async Task Two_hundred_clients_with_twenty_faults_each_fault_is_named_and_the_rest_is_kept()
    {
        using var browser = await studio.SignedIn();
        var before = Book.Count;
        var faults = new Dictionary<int, (string Line, string Says)>();
        for (var i = 0; i < 20; i++)
        {
            faults[(i * 10) + 3] = (i % 5) switch
            {
                0 => ($";0555 {i};1990-01-02", "Name: give a name"),
                1 => ($"Fault {i};0555 {i};31.02.1990", "Birth date: is no day of the calendar"),
                2 => ($"Fault {i};0555 {i};02.01.90", "Birth date: write the year with four digits"),
                3 => ($"Fault {i};0555 {i};2190-01-02", "Birth date: must lie in the last 120 years"),
                _ => ($"Fault {i};{new string('5', 41)};1990-01-02", "Phone: give at most 40 characters"),
            };
        }

        var text = new StringBuilder("name;phone;birth date\n");
        for (var i = 0; i < 200; i++)
        {
            text.Append(faults.TryGetValue(i, out var bad) ? bad.Line : $"Client {Letters(i)};0555 {i:000} 777;{1960 + (i % 40)}-03-04");
            text.Append('\n');
        }

        var page = await Read(browser, text.ToString());
        Assert.Equal(200, page.Page.QuerySelectorAll(".pasted-row").Length);
        Assert.Equal(before, Book.Count);
        foreach (var (at, (_, says)) in faults)
        {
            Assert.Contains($"Line {at + 2}, {says}", page.Text, StringComparison.Ordinal);
        }

        var half = await Keep(browser, page);
        Assert.Equal(before + 180, Book.Count);
        Assert.Equal(20, half.Page.QuerySelectorAll(".pasted-row").Length);

        // What is put right goes in too; one press takes back what one press put in.
        var more = await Keep(browser, half, ("r0.name", "Wren Alder"));
        Assert.Equal(before + 181, Book.Count);
        await browser.Submit(more, "form[action*='handler=Undo']");
        Assert.Equal(before + 180, Book.Count);
    }

    [Fact]
    public async Task Any_order_of_columns_and_both_encodings_are_read_and_empties_stay_empty()
    {
        using var browser = await studio.SignedIn();
        var page = await Read(browser, "birth date,e-mail,last name,first name\n,a@b.example,Körner,Åsa\n", Encoding.Latin1);
        Assert.Contains("Not taken over: e-mail", page.Text, StringComparison.Ordinal);
        await Keep(browser, page);

        var client = Book.Single(found => found.Name == "Åsa Körner");
        Assert.Equal("", client.Phone);
        Assert.Null(studio.Services.GetRequiredService<Records.RecordRoom>().Derive(client.Id)!.Draft.Intake.BirthDate);
    }

    [Fact]
    public async Task A_date_that_can_be_meant_in_two_ways_is_asked_and_one_that_settles_the_file_settles_all()
    {
        using var browser = await studio.SignedIn();
        var page = await Read(browser, "name\tbirth date\nWren Alder\t03/04/1990\n");
        Assert.Contains("may be 3 April 1990 or 4 March 1990", page.Text, StringComparison.Ordinal);
        var asked = await Keep(browser, page);
        Assert.Contains("may be 3 April 1990", asked.Text, StringComparison.Ordinal);
        await Keep(browser, asked, ("order", "MonthFirst"));
        Assert.Equal(new DateOnly(1990, 3, 4), BornOf("Wren Alder"));

        var settled = await Read(browser, "name,birth date\nIlse Moor,03/04/1990\nTam Moor,25/04/1990\n");
        Assert.DoesNotContain("may be", settled.Text, StringComparison.Ordinal);
        await Keep(browser, settled);
        Assert.Equal(new DateOnly(1990, 4, 3), BornOf("Ilse Moor"));
    }

    [Fact]
    public async Task Nobody_comes_into_the_book_twice_unless_it_is_ticked()
    {
        using var browser = await studio.SignedIn();
        var known = Book[0];
        var turned = string.Join(", ", known.Name.Split(' ').Reverse());
        var page = await Read(browser, $"name;phone\n\"{turned}\";\nRook Elder;0555\nrook ELDER;0777\n");

        Assert.Contains($"Somebody called {known.Name} stands in the book", page.Text, StringComparison.Ordinal);
        Assert.Contains("Stands in the file already, on line 3", page.Text, StringComparison.Ordinal);
        await Keep(browser, page);
        Assert.Single(Book, client => client.Name == "Rook Elder");
        Assert.DoesNotContain(Book, client => client.Name == turned);
    }

    [Fact]
    public async Task An_imported_birth_date_is_no_answer_at_Meet_and_a_child_is_named()
    {
        using var browser = await studio.SignedIn();
        var page = await Read(browser, "name,birth date\nPip Alder,2015-05-01\nשרה אלון,1980-05-01\n");
        Assert.Contains("Under 18: a guardian's consent is needed", page.Text, StringComparison.Ordinal);
        await Keep(browser, page);

        var id = studio.ClientId("Pip Alder");
        Assert.Null(studio.Services.GetRequiredService<Records.RecordRoom>().Derive(id)!.Met);
        var meet = await browser.Get($"/clients/{id}/meet");
        Assert.Equal("2015-05-01", meet.Page.QuerySelector("#birthDate")!.GetAttribute("value"));
        Assert.Contains("not asked yet", meet.Text, StringComparison.Ordinal);
        Assert.Contains(Book, client => client.Name == "שרה אלון");
    }

    [Theory]
    [InlineData("", "choose a CSV file that is not empty")]
    [InlineData("colour,size\nred,2\n", "needs a first line that names its columns")]
    [InlineData("name,phone\n", "no client below it")]
    public async Task A_file_that_is_none_is_told_what_it_needs(string text, string says)
    {
        using var browser = await studio.SignedIn();

        Assert.Contains(says, (await Read(browser, text)).Text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Five_thousand_rows_are_refused_with_their_remedy()
    {
        using var browser = await studio.SignedIn();
        var text = "name\n" + string.Join('\n', Enumerable.Range(0, 5000).Select(i => $"Client {Letters(i)}"));

        Assert.Contains("holds more than 2000 clients; split it", (await Read(browser, text)).Text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Who_was_met_since_stays_when_the_file_is_taken_back()
    {
        using var browser = await studio.SignedIn();
        var done = await Keep(browser, await Read(browser, "name,birth date\nWren Alder,1990-05-01\nTam Moor,\n"));
        await browser.Submit(await browser.Get($"/clients/{studio.ClientId("Wren Alder")}/meet"), "main form");

        var undone = await browser.Submit(done, "form[action*='handler=Undo']");

        Assert.Contains("1 stay", undone.Text, StringComparison.Ordinal);
        Assert.Contains(Book, client => client.Name == "Wren Alder");
        Assert.DoesNotContain(Book, client => client.Name == "Tam Moor");
    }

    private DateOnly? BornOf(string name) =>
        studio.Services.GetRequiredService<Records.RecordRoom>().Derive(studio.ClientId(name))!.Draft.Intake.BirthDate;

    private static string Letters(int number) => string.Concat($"{number:0000}".Select(c => (char)('a' + c - '0')));
}
