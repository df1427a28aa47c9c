using System.Diagnostics;
using System.Globalization;
using System.Text;
using System.Text.RegularExpressions;
using OatPath.Core.Labels;
using OatPath.Store;

namespace OatPath.Bench;

/// <summary>
/// What a studio brings along in its first week: sixty labels pasted, two thousand clients from a file, by the real program.
/// </summary>
internal static partial class FirstWeekBench
{
    private const int Port = 5993;
    private const int Clients = ClientCsv.MostRows;

    public static async Task Run(string root)
    {
        var shelf = File.ReadAllText(Path.Combine(root, "demo", "shelf.csv"));
        var labels = string.Join(
            "\n\n",
            ShelfCsv
                .Read(shelf, new DateOnly(2026, 1, 1))
                .Products.Select(product => product.Label)
                .Where(label => LabelReader.Read(label).Reading is not null)
                .Take(60)
        );
        var folder = Directory.CreateTempSubdirectory("oatpath-bench").FullName;
        using (var studio = await Running.Studio(folder, Port, demo: true))
        {
            using var staff = new Visitor(studio.Origin);
            await staff.SignIn();
            var read = Stopwatch.StartNew();
            var pasted = await staff.Post("/shelf/paste", "/shelf/paste?handler=Read", ("text", labels));
            Console.WriteLine(Invariant($"60 labels pasted and shown to be looked over, s (at most 2): {read.Elapsed.TotalSeconds:0.0}"));
            Expect(Rows().Count(pasted) == 60, "60 labels are not shown as 60 products");

            var book = new StringBuilder("name;birth date;phone\n");
            for (var i = 0; i < Clients; i++)
            {
                book.Append(CultureInfo.InvariantCulture, $"Client {Letters(i)};{1950 + (i % 50)}-03-0{1 + (i % 9)};0555 {i:0000}\n");
            }

            var page = await staff.Get("/clients/import");
            var token = Visitor.Field(page, "__RequestVerificationToken");
            var look = Stopwatch.StartNew();
            var (over, _) = await staff.Upload("/clients/import?handler=Read", token, book.ToString());
            var looked = look.Elapsed.TotalSeconds;
            Expect(Rows().Count(over) == Clients, $"{Clients} clients are not shown to be looked over");
            var keep = Stopwatch.StartNew();
            await staff.Send(
                "/clients/import?handler=Keep",
                [
                    ("__RequestVerificationToken", Visitor.Field(over, "__RequestVerificationToken")),
                    .. Inputs().Matches(over).Select(field => (field.Groups[1].Value, field.Groups[2].Value)),
                ]
            );
            var kept = keep.Elapsed.TotalSeconds;
            Console.WriteLine(
                Invariant($"{Clients} clients from a file, s (at most 10): read and shown {looked:0.0}, put into the book {kept:0.0}")
            );
            while ((await staff.Get("/clients")).Contains("still being brought up", StringComparison.Ordinal))
            {
                await Task.Delay(200);
            }

            Console.WriteLine(Invariant($"  and all of them found by their names, s: {keep.Elapsed.TotalSeconds:0.0}"));
            foreach (var i in new[] { 0, Clients / 2, Clients - 1 })
            {
                var found = await staff.Get($"/clients?q={Letters(i)}");
                Expect(found.Contains($"Client {Letters(i)}", StringComparison.Ordinal), $"client {i} is not in the book");
                var meet = await staff.Get($"{Link().Match(found[found.IndexOf("id=\"list\"", StringComparison.Ordinal)..]).Value}/meet");
                var born = Invariant($"{1950 + (i % 50)}-03-0{1 + (i % 9)}");
                Expect(meet.Contains(born, StringComparison.Ordinal), $"client {i} has no birth date");
            }
        }

        Directory.Delete(folder, recursive: true);
    }

    private static void Expect(bool holds, string otherwise)
    {
        if (!holds)
        {
            throw new InvalidOperationException(otherwise);
        }
    }

    private static string Letters(int number) => string.Concat($"{number:0000}".Select(c => (char)('a' + c - '0')));

    private static string Invariant(FormattableString text) => FormattableString.Invariant(text);

    [GeneratedRegex("class=\"pasted-row\"")]
    private static partial Regex Rows();

    [GeneratedRegex("name=\"(rows|r[0-9]+\\.[a-z]+)\" value=\"([^\"]*)\"")]
    private static partial Regex Inputs();

    [GeneratedRegex("/clients/[0-9a-f]{32}")]
    private static partial Regex Link();
}
