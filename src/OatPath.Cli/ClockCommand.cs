using System.Globalization;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Store;

namespace OatPath.Cli;

/// <summary>
/// Looks at the record's time, and mends a record whose clock ran ahead. Whoever can write to the data folder may do this, while no program
/// uses it.
/// </summary>
public static class ClockCommand
{
    private const string From = "--from";
    private const string True = "--true";

    public static int Run(IReadOnlyList<string> words, TextWriter output, TextWriter error) => Maintenance.Run(error, () =>
        {
            var keep = words is ["mend", ..];
            var arguments = Arguments.Parse(keep ? [.. words.Skip(1)] : words, "--data", From, True);
            if (arguments.File is { } other)
            {
                throw new BadInputException($"{other}: use oat clock --data DIR to look, oat clock mend --data DIR to mend");
            }

            using var folder = Maintenance.Take(arguments);

            using var database = new Database(folder.DatabaseFile);
            Migrator.NeedsCurrent(database);
            return Look(database, arguments, keep, DateTimeOffset.UtcNow, output);
        });

    private static int Look(Database database, Arguments arguments, bool keep, DateTimeOffset now, TextWriter output)
    {
        var zone = CareDay.ZoneOf(new Studio(database).Current().Rules.Zone);
        var table = new ClockTable(database);
        var last = new Facts(database).LastRecorded();
        output.WriteLine($"This machine's clock: {Said(now, zone)}. The last entry: {(last is { } at ? Said(at, zone) : "none yet")}.");
        foreach (var pair in table.Pairs().Where(pair => pair.ConfirmedBy is not null))
        {
            output.WriteLine($"{pair.ConfirmedBy} said on {Said(pair.Record, zone)} that it was {Said(pair.Machine, zone)}.");
        }

        if (Span(arguments, table, now, zone) is not { } span)
        {
            output.WriteLine(
                last > now.AddMinutes(1)
                    ? $"The record is ahead of this machine's clock. Where this clock is right, say from when the record's time was false "
                        + $"and what it truly was then: {From} 2027-11-29T16:00 {True} 2026-11-29T16:00."
                    : "The record is not ahead. There is nothing to mend."
            );
            return last > now.AddMinutes(1) ? ExitCode.Breaches : ExitCode.Ok;
        }

        var days = ClockMend.Run(database, span, keep);
        output.WriteLine($"From {Said(span.From, zone)} on the record's time was false; it truly was {Said(span.True, zone)} then.");
        foreach (var day in days)
        {
            Say(day, zone, output);
        }

        output.WriteLine(
            keep
                ? $"Mended: {days.Sum(day => day.Entries)} entries count as of their true time; each still says when it was written down. "
                    + $"Everybody signs in again. {LookAt(days)}"
                : $"Nothing was changed. To mend: oat clock mend, with the same words; {days.Sum(day => day.Entries)} entries would "
                    + $"count as of their true time, and none is removed."
        );
        return keep ? ExitCode.Ok : ExitCode.Breaches;
    }

    private static FalseTime? Span(Arguments arguments, ClockTable table, DateTimeOffset now, TimeZoneInfo zone)
    {
        var (from, really) = (Moment(arguments, From, zone), Moment(arguments, True, zone));
        if (from is null && really is null)
        {
            return FalseTime.Confirmed(table.Pairs(), now, zone);
        }

        if (from is not { } start || really is not { } truth)
        {
            throw new BadInputException($"{From} and {True}: give both, the false time at which it began and what it truly was then");
        }

        return truth >= start
                ? throw new BadInputException($"{True}: give a time before that of {From}; a record that was behind needs no mending")
            : truth > now ? throw new BadInputException($"{True}: give a time that has passed; this machine's clock says {Said(now, zone)}")
            : new(start, truth, now, zone, table.Pairs());
    }

    private static DateTimeOffset? Moment(Arguments arguments, string name, TimeZoneInfo zone)
    {
        if (arguments.Text(name) is not { } text)
        {
            return null;
        }

        return DateTime.TryParseExact(
            text,
            ["yyyy-MM-dd'T'HH:mm", "yyyy-MM-dd'T'HH:mm:ss", "yyyy-MM-dd HH:mm"],
            CultureInfo.InvariantCulture,
            DateTimeStyles.None,
            out var wall
        )
            ? new DateTimeOffset(wall, zone.GetUtcOffset(wall))
            : throw new BadInputException($"{name}: {text} is no time; write it as 2026-11-29T16:00, in the studio's own time");
    }

    private static void Say(MendedDay day, TimeZoneInfo zone, TextWriter output)
    {
        output.WriteLine(
            $"{day.Client.Name}: {day.Entries} entries{(day.Published ? ", a plan given out then: look at it and publish it again" : "")}"
        );
        if (day.Before is null || day.After is null || ClockMend.IsSame(day.Before, day.After))
        {
            output.WriteLine(day.After is null ? "  no plan" : "  the day's plan stays as it is");
            return;
        }

        foreach (
            var (title, of) in new (string, Func<CarePath, IEnumerable<string>>)[]
            {
                ("morning", path => ClockMend.Steps(path, true)),
                ("evening", path => ClockMend.Steps(path, false)),
                ("resting", ClockMend.Off),
            }
        )
        {
            var (before, after) = (string.Join(", ", of(day.Before)), string.Join(", ", of(day.After)));
            if (before != after)
            {
                output.WriteLine($"  {title}, as shown until now: {(before.Length > 0 ? before : "nothing")}");
                output.WriteLine($"  {title}, as of the true day: {(after.Length > 0 ? after : "nothing")}");
            }
        }
    }

    private static string LookAt(IReadOnlyList<MendedDay> days) =>
        days.Count(day => !ClockMend.IsSame(day.Before, day.After)) is var other and > 0
            ? $"For {other} clients the day's plan is another than was shown: look at them."
            : "";

    private static string Said(DateTimeOffset at, TimeZoneInfo zone) =>
        TimeZoneInfo.ConvertTime(at, zone).ToString("yyyy-MM-dd HH:mm", CultureInfo.InvariantCulture);
}
