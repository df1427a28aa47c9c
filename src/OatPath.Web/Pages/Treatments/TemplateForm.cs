using System.Globalization;
using OatPath.Core.Care;
using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Skin;
using OatPath.Web.Pages.Walk;

namespace OatPath.Web.Pages.Treatments;

/// <summary>One line of the course, as typed.</summary>
public sealed class CourseRow
{
    public string? From { get; set; }
    public string? Until { get; set; }
    public string? Words { get; set; }
    public string? Do { get; set; }
    public List<CourseSign> Usual { get; set; } = [];
    public List<FaceZone> Flakes { get; set; } = [];

    public bool IsEmpty => string.IsNullOrWhiteSpace(From) && string.IsNullOrWhiteSpace(Words) && string.IsNullOrWhiteSpace(Do);
}

/// <summary>The form of a treatment of the house; every field as typed.</summary>
public sealed class TemplateForm
{
    private const int SpareRows = 2;

    /// <summary>Empty for a new one; an empty field is bound as null.</summary>
    public string? Id { get; set; }
    public TreatmentKind Kind { get; set; }
    public string? Title { get; set; }
    public List<RestrictionRow> Rests { get; set; } = [];
    public List<CourseRow> Course { get; set; } = [];
    public string? CheckIns { get; set; }
    public string? Again { get; set; }
    public string? HomePeel { get; set; }
    public string? Numbing { get; set; }
    public string? Preparation { get; set; }
    public string? Aftercare { get; set; }
    public string? Result { get; set; }

    /// <summary>Without rows that a browser only named.</summary>
    public TemplateForm Whole()
    {
        Course.RemoveAll(row => row is null);
        Rests.RemoveAll(row => row is null);
        return this;
    }

    public static TemplateForm Of(CareTemplate template, bool isNew) =>
        new()
        {
            Id = isNew ? "" : template.Id,
            Kind = template.Kind,
            Title = isNew ? $"{template.Title}, our way" : template.Title,
            Rests = RestrictionRow.For(template.Before, template.After),
            Course =
            [
                .. template.Course.Select(line => new CourseRow
                {
                    From = Text(line.FromDay),
                    Until = Text(line.UntilDay),
                    Words = line.Words,
                    Do = line.Do,
                    Usual = [.. line.Usual],
                    Flakes = [.. line.Flakes],
                }),
                .. Enumerable.Range(0, SpareRows).Select(_ => new CourseRow()),
            ],
            CheckIns = string.Join(", ", template.CheckIns),
            Again = Text(template.AgainDays),
            HomePeel = Text(template.HomePeelDays),
            Numbing = Text(template.NumbingMinutes),
            Preparation = string.Join("\n", template.Preparation),
            Aftercare = string.Join("\n", template.Aftercare),
            Result = template.Result,
        };

    /// <summary>The template as typed, or what is wrong with it.</summary>
    public (CareTemplate Template, IReadOnlyList<Problem> Problems) Read()
    {
        var problems = new List<Problem>();
        var (before, after) = RestrictionRow.Read(Rests, problems);
        var course = new List<CourseLine>();
        foreach (var (row, i) in Course.Select((row, i) => (row, i)).Where(pair => !pair.row.IsEmpty))
        {
            var from = Number(row.From, $"Course, line {i + 1}, from day", problems) ?? 0;
            course.Add(
                new(
                    from,
                    Number(row.Until, $"Course, line {i + 1}, to day", problems) ?? from,
                    (row.Words ?? "").Trim(),
                    (row.Do ?? "").Trim(),
                    [.. row.Usual.Where(Enum.IsDefined).Distinct()],
                    [.. row.Flakes.Where(Enum.IsDefined).Distinct()]
                )
            );
        }

        var template = new CareTemplate
        {
            Id = Id ?? "",
            Kind = Kind,
            Title = (Title ?? "").Trim(),
            Before = before,
            After = after,
            Course = [.. course.OrderBy(line => line.FromDay)],
            CheckIns =
            [
                .. (CheckIns ?? "")
                    .Split([',', ' '], StringSplitOptions.RemoveEmptyEntries)
                    .Select(day => Number(day, "Asked on days", problems))
                    .OfType<int>()
                    .Distinct()
                    .Order(),
            ],
            AgainDays = Number(Again, "Again after", problems),
            HomePeelDays = Number(HomePeel, "No peel at home", problems) ?? 0,
            NumbingMinutes = Number(Numbing, "Numbing", problems),
            Preparation = [.. (Preparation ?? "").Split('\n', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)],
            Aftercare = [.. (Aftercare ?? "").Split('\n', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)],
            Result = (Result ?? "").Trim(),
        };
        problems.AddRange(
            problems.Count > 0
                ? []
                : RestrictionCheck
                    .Of(template)
                    .Select(problem =>
                        problem with
                        {
                            Field = problem.Field switch
                            {
                                "title" => "Name",
                                "before" => "Before",
                                "after" => "After",
                                "checkIns" => "Asked on days",
                                "againDays" => "Again after",
                                "homePeelDays" => "No peel at home",
                                "numbingMinutes" => "Numbing",
                                "aftercare" => "Words for the client",
                                "result" => "When it shows",
                                "course" => "Course",
                                var other => other,
                            },
                        }
                    )
        );
        return (template, problems);
    }

    private static int? Number(string? typed, string field, List<Problem> problems) =>
        Field.Read<int>(
            typed,
            text => Field.Whole(text) is { } number and <= 1000 ? number : null,
            field,
            "give whole numbers, such as 7",
            problems
        );

    private static string? Text(int? number) => number?.ToString(CultureInfo.InvariantCulture);
}
