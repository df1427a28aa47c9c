using Microsoft.AspNetCore.Mvc;
using OatPath.Core.Case;
using OatPath.Core.Fit;
using OatPath.Core.House;
using OatPath.Core.Labels;
using OatPath.Core.Wording;
using OatPath.Store;
using OatPath.Web.Doors;
using OatPath.Web.Phone;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Phone;

/// <summary>What the client looks for in a shop; the label of what she found is judged at once and shown to the studio.</summary>
public sealed class LookForModel(PhoneDoor door, RecordRoom room, ViewLog views, TimeProvider clock) : PhonePage(door, room, views, clock)
{
    public List<Problem> Problems { get; } = [];

    /// <summary>Labels sent for what is still looked for, the latest of each, and whether the studio said no to it.</summary>
    public IReadOnlyDictionary<string, (FoundLabel Label, bool Refused, string Entry)> Sent { get; private set; } =
        new Dictionary<string, (FoundLabel, bool, string)>();

    /// <summary>Label as it was pasted, kept where it could not be read.</summary>
    public string Label { get; private set; } = "";

    public string? Chosen { get; private set; }

    public void OnGet() => Fill();

    /// <summary>Takes the label back that was sent last.</summary>
    public IActionResult OnPostUndo(string key, string entry)
    {
        Fill();
        if (Sent.Values.Any(sent => sent.Entry == entry && !sent.Refused) && Guid.TryParseExact(key, "n", out _))
        {
            TakeBack(key, entry);
        }

        return Redirect("/my/look-for");
    }

    public IActionResult OnPost(string key, string product, string? label)
    {
        Fill();
        (Label, Chosen) = ((label ?? "").Trim(), product);
        if (View.LookFor.FirstOrDefault(line => line.Asked.Id == product) is not { } line || !Guid.TryParseExact(key, "n", out _))
        {
            return Redirect("/my/look-for");
        }

        if (Label.Length == 0)
        {
            Problems.Add(new(Said.Of("The label"), Said.Of("type or paste the list of ingredients from the package")));
            return Page();
        }

        if (FoundLabel.Read(line.Asked, Label, key, View.Record.Followed.Intake, View.Day).Found is null)
        {
            Label = Label.Length > LabelReader.MaxLength ? "" : Label;
            Problems.Add(
                new(
                    Said.Of("The label"),
                    Said.Of("is not a list of ingredients that can be read; paste only the list, or show the package to your studio")
                )
            );
            return Page();
        }

        return Keep(
            new BottleFound
            {
                Id = key,
                HappenedAt = Now,
                RecordedAt = Now,
                By = Author.Client,
                Product = product,
                Label = Label,
            }
        );
    }

    private RedirectResult Keep(LogEntry entry)
    {
        Tell(entry);
        return Redirect("/my/look-for");
    }

    private void Fill()
    {
        var followed = View.Record.Followed;
        var back = followed.Log.OfType<Retracted>().ToLookup(entry => entry.Entry, entry => entry.By);
        var sent = new Dictionary<string, (FoundLabel, bool, string)>();
        foreach (var entry in followed.Log.OfType<BottleFound>().OrderBy(entry => entry.HappenedAt))
        {
            if (
                !back[entry.Id].Contains(Author.Client)
                && View.LookFor.FirstOrDefault(line => line.Asked.Id == entry.Product) is { } line
                && FoundLabel.Read(line.Asked, entry.Label, entry.Id, followed.Intake, View.Day).Found is { } label
            )
            {
                sent[entry.Product] = (label, back[entry.Id].Any(), entry.Id);
            }
        }

        Sent = sent;
    }
}
