using OatPath.Core.Case;
using OatPath.Core.House;

namespace OatPath.Web.Demo;

/// <summary>Moves a demo case from its anchor date to today by whole days, keeping wall-clock times.</summary>
public static class DemoShift
{
    public static CaseFile ToToday(CaseFile file, DateTimeOffset now, TimeZoneInfo zone)
    {
        var days = CareDay.Of(now, zone).DayNumber - CareDay.Of(file.AsOf, zone).DayNumber;
        DateOnly Day(DateOnly date) => date.AddDays(days);
        DateTimeOffset At(DateTimeOffset instant)
        {
            var wall = TimeZoneInfo.ConvertTime(instant, zone).DateTime.AddDays(days);
            return new DateTimeOffset(wall, zone.GetUtcOffset(wall));
        }

        return file with
        {
            AsOf = now,
            Intake = file.Intake with
            {
                SafetyAskedOn = file.Intake.SafetyAskedOn is { } asked ? Day(asked) : null,
                Flags =
                [
                    .. file.Intake.Flags.Select(flag =>
                        flag with
                        {
                            From = flag.From is { } from ? Day(from) : null,
                            Until = flag.Until is { } until ? Day(until) : null,
                        }
                    ),
                ],
            },
            Shelf =
            [
                .. file.Shelf.Select(item =>
                    item with
                    {
                        Product = item.Product with
                        {
                            OpenedOn = item.Product.OpenedOn is { } opened ? Day(opened) : null,
                            EmptyOn = item.Product.EmptyOn is { } empty ? Day(empty) : null,
                        },
                    }
                ),
            ],
            Decisions =
            [
                .. file.Decisions.Select(decision =>
                    decision is ClearRed clear
                        ? clear with
                        {
                            On = Day(clear.On),
                            At = At(clear.At),
                        }
                        : decision with
                        {
                            On = Day(decision.On),
                        }
                ),
            ],
            Log =
            [
                .. file.Log.Select(entry =>
                    entry switch
                    {
                        Applied applied => applied with { Day = Day(applied.Day), HappenedAt = At(applied.HappenedAt) },
                        Skipped skipped => skipped with { Day = Day(skipped.Day), HappenedAt = At(skipped.HappenedAt) },
                        Nicked nicked => nicked with { Day = Day(nicked.Day), HappenedAt = At(nicked.HappenedAt) },
                        NickClosed closed => closed with { Day = Day(closed.Day), HappenedAt = At(closed.HappenedAt) },
                        Compared compared => compared with { Day = Day(compared.Day), HappenedAt = At(compared.HappenedAt) },
                        Scored scored => scored with { Day = Day(scored.Day), HappenedAt = At(scored.HappenedAt) },
                        Metered metered => metered with { Day = Day(metered.Day), HappenedAt = At(metered.HappenedAt) },
                        Screened screened => screened with { Day = Day(screened.Day), HappenedAt = At(screened.HappenedAt) },
                        SessionHeld held => held with
                        {
                            Day = Day(held.Day),
                            HappenedAt = At(held.HappenedAt),
                            Script = held.Script with { On = Day(held.Script.On) },
                        },
                        CheckedIn checkedIn => checkedIn with { Day = Day(checkedIn.Day), HappenedAt = At(checkedIn.HappenedAt) },
                        _ => entry with { HappenedAt = At(entry.HappenedAt) },
                    }
                ),
            ],
            Treatments = [.. file.Treatments.Select(treatment => treatment with { On = Day(treatment.On) })],
            Occasions = [.. file.Occasions.Select(occasion => occasion with { On = Day(occasion.On) })],
        };
    }
}
