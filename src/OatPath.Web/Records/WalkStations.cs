using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Routine;
using OatPath.Store;
using OatPath.Web.Wording;

namespace OatPath.Web.Records;

public enum StationState
{
    Quiet,
    Done,
    Waits,
}

/// <summary>One station of the walk and its state in a word.</summary>
public sealed record WalkStation(string Name, string Path, string Word, StationState State);

public static class WalkStations
{
    public static IReadOnlyList<WalkStation> Of(ClientRecord record)
    {
        var path = record.DraftPath();
        var met = record.Met;
        var parked = record.Draft.Shelf.Count(item => item.State == ShelfState.Parked);
        var windows = path
            .Windows.Where(window =>
                window.Kind is not (WindowKind.PeelStops or WindowKind.CareRests)
                && window.From <= record.Today
                && (window.Until is null || window.Until >= record.Today)
            )
            .ToList();
        return
        [
            (
                record.ToldAhead.Count > 0
                    ? new("Meet", "meet", QuestionTable.Of(QuestionKind.AnswersCame).StationWord, StationState.Waits)
                : met is null ? null
                : Asked(Station.Meet, path)
            )
                ?? new(
                    "Meet",
                    "meet",
                    met is null ? "not asked yet" : $"asked {record.Local(met.RecordedAt, "d MMMM")}",
                    met is null ? StationState.Waits : StationState.Done
                ),
            new(
                "Shelf",
                "shelf",
                record.Draft.Shelf.Count == 0 ? "empty" : $"{record.Draft.Shelf.Count} products{(parked > 0 ? $", {parked} parked" : "")}",
                record.Draft.Shelf.Count == 0 ? StationState.Waits : StationState.Done
            ),
            new(
                "Routine",
                "routine",
                record.Draft.Shelf.Count == 0
                    ? "nothing to order"
                    : $"{Steps(path, Moment.Morning)} morning, {Steps(path, Moment.Evening)} evening",
                record.Draft.Shelf.Count == 0 ? StationState.Quiet : StationState.Done
            ),
            Asked(Station.Ramp, path) ?? Ramp(path),
            Asked(Station.Peel, path) ?? Peel(path),
            Asked(Station.Care, path)
                ?? new(
                    "Care",
                    "care",
                    windows.Count == 0 ? "nothing open"
                        : windows[0].Until is { } until ? $"until {Words.Day(until)}"
                        : "open",
                    windows.Count == 0 ? StationState.Quiet : StationState.Waits
                ),
            new(
                "Look back",
                "look-back",
                path.Reports.Count switch
                {
                    0 => "no report yet",
                    1 => "1 report",
                    var n => $"{n} reports",
                },
                path.Reports.Count == 0 ? StationState.Quiet : StationState.Done
            ),
        ];
    }

    /// <summary>"oily, average sensitivity, phototype III · breakouts, marks".</summary>
    public static string Skin(ClientRecord record)
    {
        if (record.Met is null)
        {
            return "";
        }

        var intake = record.Draft.Intake;
        var concerns = intake.Concerns.Count == 0 ? "" : " · " + string.Join(", ", intake.Concerns.Take(3).Select(Labels.Of));
        return $"{Labels.Of(intake.SkinType)}, {Labels.Of(intake.Sensitivity)}, phototype {intake.Phototype}{concerns}";
    }

    /// <summary>The address of a station under its client's.</summary>
    public static string PathOf(Station station) => station == Station.LookBack ? "look-back" : NameOf(station).ToLowerInvariant();

    private static string NameOf(Station station) => station == Station.LookBack ? "Look back" : station.ToString();

    /// <summary>The station with the most urgent question that is looked at there, or null where none is open.</summary>
    private static WalkStation? Asked(Station station, CarePath path) =>
        path.Questions.Select(question => QuestionTable.Of(question.Kind)).FirstOrDefault(row => row.Station == station) is { } row
            ? new(NameOf(station), PathOf(station), row.StationWord, StationState.Waits)
            : null;

    private static WalkStation Ramp(CarePath path)
    {
        var running = path
            .Ladders.Where(ladder =>
                ladder.EveryDays is null && ladder.State is LadderState.Climbing or LadderState.Level or LadderState.PatchTest
            )
            .ToList();
        return new(
            "Ramp",
            "ramp",
            path.Ladders.Count == 0 ? "no active"
                : running.Count == 0 ? "nothing started"
                : running.Exists(ladder => ladder.State == LadderState.PatchTest) ? "patch test"
                : running[0].HowOften,
            running.Count == 0 ? StationState.Quiet : StationState.Done
        );
    }

    private static WalkStation Peel(CarePath path) =>
        path.Ladders.LastOrDefault(ladder => ladder.EveryDays is not null) switch
        {
            null => new("Peel", "peel", "none planned", StationState.Quiet),
            { NextOn: { } next } => new("Peel", "peel", next == path.Today ? "tonight" : $"next {Words.Day(next)}", StationState.Done),
            _ => new("Peel", "peel", "no evening found", StationState.Waits),
        };

    private static int Steps(CarePath path, Moment moment) =>
        path.Days.Take(7).Select(day => day[moment].Steps.Count(step => step.Action == StepAction.Apply)).DefaultIfEmpty().Max();
}
