using OatPath.Core.Care;
using OatPath.Core.House;

namespace OatPath.Core.Case;

/// <summary>Says what is wrong with a treatment, on a form or in a case file.</summary>
public static class TreatmentCheck
{
    private const decimal DeepestMm = 3;

    /// <param name="today">The care day it is written down on.</param>
    public static IReadOnlyList<Problem> Check(Treatment treatment, DateOnly today)
    {
        var problems = new List<Problem>();
        void Need(bool ok, string field, string remedy)
        {
            if (!ok)
            {
                problems.Add(new(field, remedy));
            }
        }

        Need(Enum.IsDefined(treatment.Kind), "kind", "choose what is done");
        Need(!treatment.CalledOff, "calledOff", "leave out what was called off");
        Need(
            treatment.Sitting is null or { Length: > 0 and <= 64 },
            "sitting",
            "name it in 1 to 64 characters, the same for each part, or leave it out"
        );
        Need(
            treatment.DepthMm is null or (> 0 and <= DeepestMm),
            "depthMm",
            $"give more than 0 and at most {DeepestMm} mm, or leave it empty"
        );
        Need(treatment.DepthMm is null || treatment.Kind.IsNeedling(), "depthMm", "only needling has a depth; leave it empty");
        Need(treatment.NumbingMinutes is null or (>= 1 and <= 120), "numbingMinutes", "give 1 to 120 minutes, or leave it empty");
        foreach (
            var (field, text, most) in new[]
            {
                ("note", treatment.Note, 2000),
                ("products", treatment.Products, 400),
                ("settings", treatment.Settings, 400),
                ("batch", treatment.Batch, 80),
                ("by", treatment.By, 80),
                ("despite", treatment.Despite, 400),
                ("clinicianWord", treatment.ClinicianWord, 400),
            }
        )
        {
            Need(text.Length <= most, field, $"keep it under {most} characters");
        }

        Need(treatment.Peel is null || treatment.Kind.IsPeel(), "peel", "only a peel has layers; leave them out");
        Need(
            treatment.Peel is null || treatment.On <= today,
            "peel",
            "layers are written down once the peel was done; leave them out of a booking"
        );
        problems.AddRange(
            treatment.Peel is { } peel ? SalonPeel.Check(peel).Select(problem => problem with { Field = $"peel.{problem.Field}" }) : []
        );
        problems.AddRange(
            treatment.Template is { } template
                ? RestrictionCheck.Of(template).Select(problem => problem with { Field = $"template.{problem.Field}" })
                : []
        );
        problems.AddRange(
            treatment.Sheet is { } sheet
                ? ClinicianSheet.Check(sheet).Select(problem => problem with { Field = $"sheet.{problem.Field}" })
                : []
        );
        return problems;
    }
}
