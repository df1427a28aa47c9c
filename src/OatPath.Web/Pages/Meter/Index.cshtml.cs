using Microsoft.AspNetCore.Mvc;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.LookBack;
using OatPath.Core.Meter;
using OatPath.Store;
using OatPath.Web.Pages.Walk;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Meter;

/// <summary>What a skin meter reads, three readings a place; in by the meter's own lines, by hand or from a file, out as a file.</summary>
[RequestSizeLimit(Most), RequestFormLimits(MultipartBodyLengthLimit = Most)]
public sealed class IndexModel(RecordRoom room) : WalkPage(room)
{
    private const int Most = MeterCsv.MostBytes + 500_000;

    public override string Station => "Look back";

    public MeterSheet Sheet { get; private set; } = MeterSheet.For("");

    /// <summary>The newest first.</summary>
    public IReadOnlyList<MeteredDay> Days { get; private set; } = [];

    public void OnGet() => Fill();

    /// <summary>The day before this one by the same meter; null where it is the first.</summary>
    public MeteredDay? Before(MeteredDay day) => Days.FirstOrDefault(other => other.Serial == day.Serial && other.Day < day.Day);

    public IActionResult OnPost()
    {
        Fill();
        (Sheet, var readings, var problems) = MeterSheet.Read(Request.Form);
        Problems.AddRange(problems);
        if (problems.Count > 0)
        {
            return Page();
        }

        var fact = Fact(Record.Today, Sheet.Serial, readings);
        return Save(fact) ? Back("meter", $"{Words.Count(readings.Count, "reading")} written down.", fact.Id) : Page();
    }

    public async Task<IActionResult> OnPostFileAsync(IFormFile? file)
    {
        Fill();
        if (file is null || file.Length == 0)
        {
            Problems.Add(new("File", "choose a CSV file that is not empty"));
            return Page();
        }

        using var copy = new MemoryStream();
        await file.CopyToAsync(copy, HttpContext.RequestAborted);
        var (rows, problems) = MeterCsv.Read(copy.ToArray(), Record.Today);
        Problems.AddRange(problems);
        if (problems.Count > 0)
        {
            return Page();
        }

        // A file taken in twice brings nothing twice; what was taken back may come again.
        var there = Record.Lived.OfType<Metered>().ToLookup(entry => (entry.Day, entry.Serial));
        var fresh = rows.GroupBy(row => (row.Day, row.Serial), row => row.Reading)
            .Where(day => !there[day.Key].Any(entry => entry.Readings.SequenceEqual(day)))
            .Select(day => Fact(day.Key.Day, day.Key.Serial, [.. day]))
            .ToList();
        if (fresh.Count == 0)
        {
            return Back("meter", "Everything in the file is there already.");
        }

        return Save(fresh) ? Back("meter", $"{Words.Count(fresh.Count, "day")} of readings taken in.", fresh[0].Id) : Page();
    }

    public IActionResult OnGetFile() =>
        File(
            MeterCsv.Write(
                Record
                    .Lived.OfType<Metered>()
                    .OrderBy(entry => entry.Day)
                    .SelectMany(entry => entry.Readings.Select(reading => new MeterRow(entry.Day, entry.Serial, reading)))
            ),
            "text/csv; charset=utf-8",
            "meter.csv"
        );

    private Fact Fact(DateOnly day, string serial, IReadOnlyList<MeterReading> readings) =>
        Room.Log(Id, By, (id, now) => new Metered
        {
            Id = id,
            HappenedAt = now,
            RecordedAt = now,
            By = By,
            Day = day,
            Serial = serial,
            Readings = readings,
        });

    private void Fill()
    {
        Version = Version == 0 ? Record.Client.Version : Version;
        ViewData["Title"] = $"Skin meter, {Record.Client.Name}";
        Days = [.. MeteredDay.Of(Record.Lived).Reverse()];
        Sheet = MeterSheet.For(Days.Count == 0 ? "" : Days[0].Serial);
    }
}
