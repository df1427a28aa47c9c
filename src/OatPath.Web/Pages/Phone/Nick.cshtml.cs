using Microsoft.AspNetCore.Mvc;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Skin;
using OatPath.Core.Wording;
using OatPath.Store;
using OatPath.Web.Doors;
using OatPath.Web.Phone;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Phone;

/// <summary>A nick of the skin: where it is, what to do, and that it has closed.</summary>
public sealed class NickModel(PhoneDoor door, RecordRoom room, ViewLog views, TimeProvider clock) : PhonePage(door, room, views, clock)
{
    public IReadOnlyList<Nick> Open { get; private set; } = [];

    public LogEntry? Last { get; private set; }

    public List<Problem> Problems { get; } = [];

    public void OnGet() => Fill();

    public IActionResult OnPost(string key, FaceZone[]? zones)
    {
        Fill();
        var named = (zones ?? []).Where(Enum.IsDefined).Distinct().Order().ToList();
        if (named.Count == 0)
        {
            Problems.Add(new(Said.Of("Where it is"), Said.Of("tick the place, so that it is left out")));
            return Page();
        }

        return Guid.TryParseExact(key, "n", out _)
            ? Keep(
                new Nicked
                {
                    Id = key,
                    HappenedAt = Now,
                    RecordedAt = Now,
                    By = Author.Client,
                    Day = View.Day,
                    Zones = named,
                }
            )
            : Redirect("/my/nick");
    }

    public IActionResult OnPostClosed(string key, string nick)
    {
        Fill();
        return Open.Any(open => open.Id == nick) && Guid.TryParseExact(key, "n", out _)
            ? Keep(
                new NickClosed
                {
                    Id = key,
                    HappenedAt = Now,
                    RecordedAt = Now,
                    By = Author.Client,
                    Nick = nick,
                    Day = View.Day,
                }
            )
            : Redirect("/my/nick");
    }

    public IActionResult OnPostUndo(string key, string entry)
    {
        Fill();
        if (Last?.Id == entry && Guid.TryParseExact(key, "n", out _))
        {
            TakeBack(key, entry);
        }

        return Redirect("/my/nick");
    }

    private RedirectResult Keep(LogEntry entry)
    {
        Tell(entry);
        return Redirect("/my/nick");
    }

    private void Fill()
    {
        var day = new DeviceDay(View);
        (Open, Last) = (day.OpenNicks, day.LastNickWord);
    }
}
