using System.Net;
using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.TestHost;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Time.Testing;
using OatPath.Store;
using OatPath.Web.Records;

namespace OatPath.Web.Tests;

/// <summary>
/// What is wrong with a data folder is found at the start and said on every address; nothing is served from it and nothing in it is
/// touched.
/// </summary>
[System.Runtime.Versioning.UnsupportedOSPlatform("windows")]
public sealed class DataFolderTests : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("oatpath").FullName;

    public void Dispose() => Directory.Delete(folder, recursive: true);

    private string File => Path.Combine(folder, "oatpath.db");

    private async Task Opened(Func<WebApplication, Browser, Task> use, bool demo = true)
    {
        await using var app = OatPathApp.Build(
            new ServeOptions(folder, 5999, demo, false),
            new FakeTimeProvider(new DateTimeOffset(2026, 3, 9, 18, 30, 0, TimeSpan.Zero)),
            builder => builder.WebHost.UseTestServer()
        );
        await app.StartAsync();
        using var browser = new Browser(app.GetTestServer().CreateHandler());
        await use(app, browser);
        await app.StopAsync();
    }

    private static Task Fine(WebApplication app, Browser browser) => Answers(browser, HttpStatusCode.OK, "Sign in");

    private static async Task Answers(Browser browser, HttpStatusCode status, string words, string address = "/sign-in")
    {
        var answer = await browser.Get(address);
        Assert.Equal(status, answer.Status);
        Assert.Contains(words, answer.Text, StringComparison.Ordinal);
    }

    private Task IsClosed(string words) =>
        Opened(
            async (_, browser) =>
            {
                await Answers(browser, HttpStatusCode.ServiceUnavailable, words);
                await Answers(browser, HttpStatusCode.ServiceUnavailable, "call your studio", "/my");
                await Answers(browser, HttpStatusCode.ServiceUnavailable, words, "/clients");
            }
        );

    [Theory]
    [InlineData(false)]
    [InlineData(true)]
    public async Task A_folder_that_had_a_database_and_lost_it_is_no_first_run(bool emptied)
    {
        await Opened(Fine);
        foreach (var part in Directory.GetFiles(folder, "oatpath.db*"))
        {
            System.IO.File.Delete(part);
        }

        if (emptied)
        {
            System.IO.File.WriteAllBytes(File, []);
        }

        await IsClosed("is gone");
        Assert.Equal(emptied ? 0 : -1, System.IO.File.Exists(File) ? new FileInfo(File).Length : -1);
    }

    [Fact]
    public async Task Damage_is_never_served()
    {
        await Opened(Fine);
        using (var stream = System.IO.File.Open(File, FileMode.Open))
        {
            // Some pages in the middle become noise.
            stream.Position = stream.Length / 2 / 4096 * 4096;
            stream.Write(Enumerable.Range(0, 5 * 4096).Select(i => (byte)(i * 37)).ToArray());
        }

        var bytes = System.IO.File.ReadAllBytes(File);
        await IsClosed("damaged");
        Assert.Equal(bytes, System.IO.File.ReadAllBytes(File));
    }

    [Fact]
    public async Task What_is_no_database_is_named_and_left_alone()
    {
        System.IO.File.WriteAllText(File, "A letter to a friend.");
        await IsClosed("damaged");
        Assert.Equal("A letter to a friend.", System.IO.File.ReadAllText(File));
    }

    [Fact]
    public Task One_folder_is_served_by_one_program() =>
        Opened(
            async (_, browser) =>
            {
                await IsClosed("in use");
                await Fine(null!, browser);
            }
        );

    [Fact]
    public async Task A_demo_that_was_killed_while_it_was_filled_begins_again()
    {
        await Opened(
            (app, _) =>
            {
                // As the kill leaves it: some of the studio is there, its people are not.
                app.Services.GetRequiredService<Database>()
                    .Write(connection =>
                    {
                        using var command = connection.CreateCommand();
                        command.CommandText =
                            "DELETE FROM person; DELETE FROM product WHERE rowid % 2 = 0 AND id NOT IN (SELECT product_id FROM "
                                + "stock_move) AND id NOT IN (SELECT product_id FROM stock_mark)";
                        command.ExecuteNonQuery();
                    });
                return Task.CompletedTask;
            }
        );
        System.IO.File.WriteAllText(Path.Combine(folder, "demo-is-being-filled"), "");

        await Opened(
            async (app, browser) =>
            {
                await Fine(app, browser);
                Assert.Equal(
                    Directory.GetFiles(Path.Combine(AppContext.BaseDirectory, "demo", "cases")).Length,
                    app.Services.GetRequiredService<Clients>().Count()
                );
                Assert.Equal(81, app.Services.GetRequiredService<StudioShelf>().All().Count);
            }
        );
        Assert.False(System.IO.File.Exists(Path.Combine(folder, "demo-is-being-filled")));
    }

    [Fact]
    public async Task A_first_run_that_was_killed_before_anybody_was_there_goes_on()
    {
        await Opened((_, browser) => Answers(browser, HttpStatusCode.OK, "One-time code"), demo: false);
        await Opened((_, browser) => Answers(browser, HttpStatusCode.OK, "One-time code"), demo: false);
    }

    [Fact]
    public async Task The_folder_is_for_its_owner_only()
    {
        System.IO.File.SetUnixFileMode(
            folder,
            UnixFileMode.UserRead
                | UnixFileMode.UserWrite
                | UnixFileMode.UserExecute
                | UnixFileMode.GroupRead
                | UnixFileMode.OtherRead
                | UnixFileMode.OtherExecute
        );
        await Opened(Fine);

        Assert.Equal(UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute, System.IO.File.GetUnixFileMode(folder));
        Assert.All(Directory.GetFiles(folder, "*", SearchOption.AllDirectories), file =>
            Assert.Equal(UnixFileMode.UserRead | UnixFileMode.UserWrite, System.IO.File.GetUnixFileMode(file))
        );
    }

    [Fact]
    public async Task A_folder_of_other_things_is_refused_and_its_rights_stay()
    {
        var letter = Path.Combine(folder, "letter.txt");
        System.IO.File.WriteAllText(letter, "Dear friend");
        const UnixFileMode Open = UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.GroupRead | UnixFileMode.OtherRead;
        System.IO.File.SetUnixFileMode(letter, Open);
        var before = System.IO.File.GetUnixFileMode(folder);

        await IsClosed("holds other things");
        Assert.Equal((Open, before), (System.IO.File.GetUnixFileMode(letter), System.IO.File.GetUnixFileMode(folder)));
        Assert.Equal([letter], Directory.GetFileSystemEntries(folder));
    }

    [Fact]
    public async Task What_is_not_ours_in_our_folder_keeps_its_rights()
    {
        await Opened(Fine);
        var note = Path.Combine(folder, "note.txt");
        System.IO.File.WriteAllText(note, "x");
        System.IO.File.SetUnixFileMode(note, UnixFileMode.UserRead | UnixFileMode.OtherRead);
        await Opened(Fine);
        Assert.Equal(UnixFileMode.UserRead | UnixFileMode.OtherRead, System.IO.File.GetUnixFileMode(note));
    }

    [Fact]
    public Task A_database_that_is_removed_while_it_is_served_takes_no_more_writes() =>
        Opened(
            async (app, browser) =>
            {
                var page = await browser.Get("/sign-in");
                await browser.Submit(page, "main form", ("Name", "maren"), ("Password", Demo.DemoLoader.Password));
                var form = await browser.Get("/clients/new");
                System.IO.File.Delete(File);
                var answer = await browser.Submit(form, "main form", ("Name", "Nell Orrin"));

                Assert.Equal(HttpStatusCode.ServiceUnavailable, answer.Status);
                Assert.Contains("is gone", answer.Text, StringComparison.Ordinal);
                Assert.Contains("oat restore", answer.Text, StringComparison.Ordinal);
            }
        );
}
