using OatPath.Core.Case;
using OatPath.Core.Fit;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Planner;
using OatPath.Core.Ramp;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;

namespace OatPath.Core.Proposals;

/// <summary>Fits a routine that was made for nobody, or for somebody else, to one client's flags and shelf.</summary>
/// <remarks>
/// Derived: each product is judged for this client; what does not suit is replaced or left out, and every difference carries its rule.
/// Nothing else on the shelf is touched.
/// </remarks>
public static class TemplateFitting
{
    /// <param name="studio">Products that could be brought in.</param>
    public static AdaptedRoutine Fit(RegimenTemplate template, CaseFile file, HouseRules rules, IReadOnlyList<Product> studio)
    {
        var path = PathPlanner.Plan(file, rules, null, 1);
        var owned = file.Shelf.Where(item => item.State == ShelfState.InUse).Select(item => item.Product).ToList();
        var lines = template
            .Products.OrderBy(product => RoutineSlots.Of(product.Kind))
            .ThenBy(product => product, ProductOrder.ByContent)
            .Select(product => Choose(product, owned, studio, file, path.Today))
            .ToList();
        LeaveDoublesOut(lines, owned, file, path);
        var used = lines.Select(line => line.Used).OfType<Product>().DistinctBy(product => product.Id).ToList();
        var asked = path
            .Ladders.Where(ladder => ladder.State is not (LadderState.WaitingForStart or LadderState.Stopped or LadderState.Blocked))
            .Select(ladder => ladder.Product)
            .Concat(file.Decisions.OfType<StartActive>().Select(start => start.Product))
            .ToHashSet();
        List<Product> starts = [.. used.Where(product => product.IsActive() && !asked.Contains(product.Id))];
        return new(lines, starts, AsCase(template, file, used, starts, path.Today, lines));
    }

    private static TemplateLine Choose(Product wanted, List<Product> owned, IReadOnlyList<Product> studio, CaseFile file, DateOnly today)
    {
        if (owned.Find(product => product.Id == wanted.Id) is { } same)
        {
            return new(wanted, TemplateAnswer.Same, same, null);
        }

        var refused = Suitability.Judge(wanted, file.Intake, today).FirstOrDefault(verdict => verdict.Refuses)?.Because;
        if (
            !wanted.IsActive()
            && owned.Find(product =>
                product.Kind == wanted.Kind && !product.IsActive() && product.UsableOn(today) && !Refused(product, file, today)
            )
                is { } own
        )
        {
            return new(wanted, TemplateAnswer.Own, own, Because.Of(RuleBook.TemplateOwn, ("product", own.Name), ("other", wanted.Name)));
        }

        if (refused is null)
        {
            return new(wanted, TemplateAnswer.Same, studio.FirstOrDefault(product => product.Id == wanted.Id) ?? wanted, null);
        }

        return ShelfReview.Instead(wanted, owned, studio, file.Intake, today, refused.Rule) is [var instead, ..]
            ? new(wanted, TemplateAnswer.Instead, instead, refused)
            : new(wanted, TemplateAnswer.LeftOut, null, refused);
    }

    private static bool Refused(Product product, CaseFile file, DateOnly today) =>
        Suitability.Judge(product, file.Intake, today).Any(verdict => verdict.Refuses);

    /// <summary>What would double an active, for this skin, together with all the rest.</summary>
    private static void LeaveDoublesOut(List<TemplateLine> lines, List<Product> owned, CaseFile file, CarePath path)
    {
        while (true)
        {
            var together = owned.Concat(lines.Select(line => line.Used).OfType<Product>()).DistinctBy(product => product.Id).ToList();
            var advice = ShelfReview.Of(together, [], file.Intake, path.Today, path.IsEstablished);
            bool IsNew(TemplateLine line) => line.Used is { } used && owned.TrueForAll(own => own.Id != used.Id);
            var extra = lines.FindIndex(line =>
                IsNew(line) && advice.Any(said => said.Product.Id == line.Used!.Id && said.Step != ShelfStep.Keep)
            );
            if (extra < 0)
            {
                return;
            }

            // A substitute gives way to what the template asked for itself.
            var because = advice.First(said => said.Product.Id == lines[extra].Used!.Id).Because!;
            if (
                because.Rule == RuleBook.OneExfoliant
                && lines.FindIndex(line => line.Answer == TemplateAnswer.Instead && IsNew(line) && line.Used!.IsAcid())
                    is var substitute
                        and >= 0
                && substitute != extra
            )
            {
                because = lines[substitute].Because!;
                extra = substitute;
            }

            lines[extra] = lines[extra] with { Answer = TemplateAnswer.LeftOut, Because = because, Used = null };
        }
    }

    private static CaseFile AsCase(
        RegimenTemplate template,
        CaseFile file,
        List<Product> used,
        List<Product> starts,
        DateOnly today,
        List<TemplateLine> lines
    )
    {
        var decisions = file.Decisions.ToList();
        // Needles are signed off for one client by hand, never by a template.
        decisions.AddRange(
            starts
                .Where(product => product.Kind != ProductKind.NeedleRoller)
                .Select(product => new StartActive
                {
                    Id = $"template-{product.Id}",
                    On = today,
                    Product = product.Id,
                })
        );
        decisions.AddRange(Carried(template, lines, file, today));
        return file with
        {
            Shelf =
            [
                .. file.Shelf.Where(item => used.TrueForAll(product => product.Id != item.Product.Id)),
                .. used.Select(product =>
                    file.Shelf.FirstOrDefault(item => item.Product.Id == product.Id) is { } own
                        ? own with
                        {
                            State = ShelfState.InUse,
                            Reason = "",
                        }
                        : new ShelfItem { Product = product }
                ),
            ],
            Decisions = decisions,
        };
    }

    /// <summary>
    /// The template's own order, week, home facial and places of masks,
    /// with each product by what took its place. A client who has one already keeps it.
    /// </summary>
    public static IEnumerable<Decision> Carried(RegimenTemplate template, IReadOnlyList<TemplateLine> lines, CaseFile file, DateOnly today)
    {
        string? Used(string id) => lines.FirstOrDefault(line => line.Wanted.Id == id)?.Used?.Id;
        foreach (var (moment, order) in new[] { (Moment.Morning, template.MorningOrder), (Moment.Evening, template.EveningOrder) })
        {
            if (order.Count > 0 && !file.Decisions.OfType<SetOrder>().Any(set => set.Moment == moment))
            {
                yield return new SetOrder
                {
                    Id = $"template-{moment}",
                    On = today,
                    Moment = moment,
                    Products = [.. order.Select(Used).OfType<string>().Distinct()],
                };
            }
        }

        if (template.Facial is { } tied && !file.Decisions.OfType<TieFacial>().Any())
        {
            // One part alone is no facial, and what took a part's place may not go with the others.
            var parts = lines.Where(line => line.Used is not null && tied.Products.Contains(line.Wanted.Id)).Select(line => line.Used!);
            var together = parts.DistinctBy(product => product.Id).ToList();
            if (HomeFacial.Wrong(together) is null)
            {
                yield return new TieFacial
                {
                    Id = "template-facial",
                    On = today,
                    Products = [.. together.Select(product => product.Id)],
                    EveryDays = tied.EveryDays,
                };
            }
        }

        foreach (var mask in template.Masks)
        {
            var used = lines.FirstOrDefault(line => line.Wanted.Id == mask.Product)?.Used;
            if (
                used is not null
                && MaskPlaces.Of(used).Contains(mask.Place)
                && !file.Decisions.OfType<PlaceMask>().Any(placed => placed.Product == used.Id)
            )
            {
                yield return new PlaceMask
                {
                    Id = $"template-mask-{used.Id}",
                    On = today,
                    Product = used.Id,
                    Place = mask.Place,
                };
            }
        }

        if ((template.RestEvenings.Count > 0 || template.Never.Count > 0) && !file.Decisions.OfType<ShapeWeek>().Any())
        {
            yield return new ShapeWeek
            {
                Id = "template-week",
                On = today,
                RestEvenings = template.RestEvenings,
                Never =
                [
                    .. template
                        .Never.Select(never => (Id: Used(never.Product), never.Days))
                        .Where(never => never.Id is not null)
                        .DistinctBy(never => never.Id)
                        .Select(never => new NeverOn(never.Id!, never.Days)),
                ],
            };
        }
    }
}
