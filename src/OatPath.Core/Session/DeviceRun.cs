using OatPath.Core.House;
using OatPath.Core.Routes;
using OatPath.Core.Skin;

namespace OatPath.Core.Session;

/// <summary>
/// The ways of a device in one run: their clock runs only in contact, with the right gel and setting, and with one device.
/// </summary>
internal sealed class DeviceRun
{
    private const int Milli = 1000;

    private readonly DeviceWork work;
    private readonly List<(DevicePass Pass, DeviceStroke Stroke, bool First, string Id)> ways = [];
    private readonly long[] spent;
    private readonly HashSet<string> ready = [];
    private readonly HashSet<string> present = [];
    private readonly List<FaceZone> cut = [];
    private int at;
    private bool touching;
    private long? since;
    private long shownAt;
    private long? dueOff;
    private long over;
    private string? gel;
    private string? setting;
    private int? battery;
    private bool off;

    public DeviceRun(DeviceWork work)
    {
        this.work = work;
        foreach (var (pass, p) in work.Guide.Passes.Select((pass, p) => (pass, p)))
        {
            ways.AddRange(pass.Strokes.Select((stroke, s) => (pass, stroke, s == 0, $"{p}.{s}")));
        }

        spent = new long[ways.Count];
    }

    /// <summary>Whether it was on the skin at all.</summary>
    public bool Began { get; private set; }

    public bool AllDone => at >= ways.Count;

    public bool Over => over > work.GraceSeconds * Milli;

    public HashSet<SessionWarning> Warnings { get; } = [];

    private string? NeededGel => ways[at].Pass.GelId ?? (ways[at].Pass.Gel is { } charge ? EnumName.Of(charge) : null);

    private bool Ready =>
        at < ways.Count
        && !off
        && present.Count < 2
        && (NeededGel is null || gel == NeededGel)
        && (ways[at].Stroke.Setting is null || setting == ways[at].Stroke.Setting)
        && (Before(at).Length == 0 || ready.Contains(ways[at].Id));

    /// <summary>Notes that it was on the skin, and where it nicked it, whatever else is going on.</summary>
    public void Took(SessionEvent happened)
    {
        Began |=
            happened.Kind == SessionEventKind.Contact
            || happened is { Kind: SessionEventKind.Passed, Item: not null } or { Kind: SessionEventKind.Nicked, Zone: not null };
        if (happened is { Kind: SessionEventKind.Nicked, Zone: { } zone })
        {
            cut.AddRange(FaceZones.Covered(zone).Where(each => !cut.Contains(each)));
            Warnings.Add(SessionWarning.Nicked);
        }
    }

    public void Take(SessionEvent happened)
    {
        var now = happened.AtMilliseconds;
        Advance(now);
        switch (happened.Kind)
        {
            case SessionEventKind.DeviceOn when happened.Item is { } serial:
                present.Add(serial);
                off = false;
                if (present.Count > 1)
                {
                    Warnings.Add(SessionWarning.TwoDevices);
                }

                break;
            case SessionEventKind.DeviceOff:
                Lift(now);
                if (happened.Item is { } gone && present.Contains(gone) && present.Count > 1)
                {
                    present.Remove(gone);
                    break;
                }

                // Switched off it forgets what it was set to.
                present.Clear();
                setting = null;
                off = !AllDone;
                break;
            case SessionEventKind.Battery when happened.Value is { } percent:
                battery = Math.Clamp(percent, 0, 100);
                break;
            case SessionEventKind.GelOn when happened.Item is { } charge:
                gel = charge;
                if (at < ways.Count && NeededGel is { } needed && charge != needed)
                {
                    Warnings.Add(SessionWarning.WrongGel);
                }

                break;
            case SessionEventKind.SetTo when happened.Item is { } set:
                setting = set;
                if (at < ways.Count && ways[at].Stroke.Setting is { } wanted && set != wanted)
                {
                    Warnings.Add(SessionWarning.WrongSetting);
                }

                break;
            case SessionEventKind.Readied when happened.Item is { } id:
                ready.Add(id);
                break;
            case SessionEventKind.Contact:
                off = false;
                touching = true;
                dueOff = null;
                break;
            case SessionEventKind.ContactLost:
                Lift(now);
                break;
            case SessionEventKind.Passed when happened.Item is { } passed && at < ways.Count && ways[at].Id == passed:
                spent[at] +=
                    since is { } from ? now - from
                    : ways[at].Stroke.Seconds == 0 ? now - shownAt
                    : 0;
                since = since is null ? null : now;
                Next(now);
                break;
            case SessionEventKind.Nicked when at < ways.Count && IsCut(at):
            case SessionEventKind.Reddened when work.StopsAtPink && happened.Value > 0 && Began && at < ways.Count:
                spent[at] += since is { } begun ? now - begun : 0;
                since = since is null ? null : now;
                Next(now);
                break;
        }

        Settle(now);
    }

    /// <summary>It is off the skin, whatever it was doing.</summary>
    public void End(long now)
    {
        Advance(now);
        Lift(now);
    }

    public DeviceState At(long now)
    {
        Advance(now);
        var times = spent.ToArray();
        if (since is { } from && at < ways.Count)
        {
            times[at] += now - from;
        }

        var left = at < ways.Count ? Math.Max(0, (ways[at].Stroke.Seconds * Milli) - times[at]) : 0;
        return new(Began, at, since is not null, times, left, over, [.. cut], gel, setting, battery);
    }

    /// <summary>What is to be done now, with the way's id; nothing is over yet.</summary>
    public (SessionDo Do, string? Next) Now() =>
        at >= ways.Count
            ? (SessionDo.End, null)
            : (
                present.Count > 1 ? SessionDo.OneDevice
                : off ? SessionDo.SwitchOn
                : NeededGel is { } needed && gel != needed
                    ? gel is null ? SessionDo.PutGel
                        : SessionDo.ChangeGel
                : ways[at].Stroke.Setting is { } wanted && setting != wanted
                    ? setting is null ? SessionDo.Set
                        : SessionDo.ChangeSetting
                : Before(at).Length > 0 && !ready.Contains(ways[at].Id) ? SessionDo.Prepare
                : ways[at].Stroke.Seconds == 0 || since is not null ? SessionDo.Lead
                : spent[at] > 0 ? SessionDo.Reach
                : SessionDo.Touch,
                ways[at].Id
            );

    /// <summary>What is put on before a way; where a gel is asked for by its charge, that is the asking.</summary>
    private string Before(int way) =>
        ways[way].First && ways[way].Pass.Gel is null && ways[way].Pass.Before.Length > 0 ? ways[way].Pass.Before : ways[way].Stroke.Before;

    private bool IsCut(int way) => ways[way].Stroke.Zones.Any(cut.Contains);

    /// <summary>Lets the time run up to now, over as many ways as it lasts.</summary>
    private void Advance(long now)
    {
        while (since is { } from && at < ways.Count && ways[at].Stroke.Seconds > 0)
        {
            var left = (ways[at].Stroke.Seconds * Milli) - spent[at];
            if (now - from < left)
            {
                return;
            }

            spent[at] += left;
            since = from + left;
            Next(from + left);
        }
    }

    /// <summary>On to the next way that is not cut; it goes on by itself where nothing has to be put on or set first.</summary>
    private void Next(long now)
    {
        var pass = ways[at].Pass;
        do
        {
            at++;
        } while (at < ways.Count && IsCut(at));
        shownAt = now;
        if (at < ways.Count && !ReferenceEquals(ways[at].Pass, pass))
        {
            gel = null;
        }

        if (since is not null && !Ready)
        {
            dueOff = touching ? now : null;
            since = null;

            // Without a device that tells, what is to be done next says that it was lifted.
            touching &= present.Count > 0;
        }
    }

    private void Settle(long now)
    {
        if (!Ready)
        {
            if (since is { } from)
            {
                spent[at] += now - from;
                since = null;
            }
        }
        else if (touching && ways[at].Stroke.Seconds > 0)
        {
            since ??= now;
        }
    }

    private void Lift(long now)
    {
        if (since is { } from)
        {
            spent[at] += now - from;
            since = null;
        }

        if (dueOff is { } due)
        {
            over += now - due;
            dueOff = null;
        }

        touching = false;
    }
}
