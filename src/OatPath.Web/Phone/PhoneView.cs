using OatPath.Core.House;
using OatPath.Core.Path;
using OatPath.Core.Routine;
using OatPath.Web.Records;

namespace OatPath.Web.Phone;

/// <summary>What a client sees now: this half of the day, step by step. Also used, read-only, for the practitioner's preview.</summary>
public sealed class PhoneView
{
    public required ClientRecord Record { get; init; }
    public required CarePath Path { get; init; }
    public required Moment Moment { get; init; }
    public required bool Preview { get; init; }
    public required DateTimeOffset Now { get; init; }

    public DateOnly Day => Path.Today;

    public DayPath Today => Path.On(Day)!;

    public HalfDay Half => Today[Moment];

    public IReadOnlyList<Step> Steps => Half.Steps;

    public bool SkippedAll => Entries<Skipped>().Any(entry => entry.Product is null);

    public Step? Current => SkippedAll ? null : Steps.FirstOrDefault(step => !IsDone(step));

    public Step? After => Current is null ? null : Steps.SkipWhile(step => step != Current).Skip(1).FirstOrDefault(step => !IsDone(step) && step.Action == StepAction.Apply);

    public string Studio => Record.Rules.StudioName.Length > 0 ? Record.Rules.StudioName : "Your studio";

    public bool IsDone(Step step) => step.Action switch
    {
        StepAction.PatchTest => Record.Live.Log.OfType<PatchApplied>().Any(entry => Known(entry) && entry.Product == step.Product && DayOf(entry) == Day),
        StepAction.ReadPatch => Record.Live.Log.OfType<PatchRead>().Any(entry => Known(entry) && entry.Product == step.Product && DayOf(entry) == Day),
        _ => Entries<Applied>().Any(entry => entry.Product == step.Key) || Entries<Skipped>().Any(entry => entry.Product == step.Key),
    };

    public bool WasSkipped(Step step) => Entries<Skipped>().Any(entry => entry.Product == step.Key);

    /// <summary>The tick that an undo would take back.</summary>
    public LogEntry? LastEntry => Record.Live.Log
        .Where(entry => Known(entry) && DayOf(entry) == Day && entry is PatchApplied or PatchRead or Applied or Skipped)
        .Where(entry => entry switch { Applied a => a.Day == Day && a.Moment == Moment, Skipped s => s.Day == Day && s.Moment == Moment, _ => Moment == Moment.Evening })
        .MaxBy(entry => entry.HappenedAt);

    public string Name(Step step) => Record.NameOf(step.Product);

    /// <summary>"An acid evening", "A rest evening".</summary>
    public string Title
    {
        get
        {
            if (Half.Repair)
            {
                return Moment == Moment.Morning ? "A repair morning" : "A repair evening";
            }

            if (Steps.Any(step => step.Action == StepAction.PatchTest))
            {
                return "Patch test tonight";
            }

            var actives = Drawing.Grains.Actives(Half).ToList();
            return (Moment, actives.Count) switch
            {
                (Moment.Evening, 0) => "A rest evening",
                (Moment.Morning, 0) => "Good morning",
                (Moment.Evening, _) when actives.Exists(step => step.Slot == RoutineSlot.Acid) => "An acid evening",
                (Moment.Evening, _) => "An active evening",
                _ => "An active morning",
            };
        }
    }

    private IEnumerable<T> Entries<T>()
        where T : LogEntry =>
        Record.Live.Log.OfType<T>().Where(entry => Known(entry) && entry switch { Applied a => a.Day == Day && a.Moment == Moment, Skipped s => s.Day == Day && s.Moment == Moment, _ => false });

    private bool Known(LogEntry entry) => !takenBack.Value.Contains(entry.Id);

    private DateOnly DayOf(LogEntry entry) => CareDay.Of(entry.HappenedAt, Record.Zone);

    private readonly Lazy<HashSet<string>> takenBack;

    public PhoneView() => takenBack = new(() => [.. Record!.Live.Log.OfType<Retracted>().Select(entry => entry.Entry)]);
}
