using OatPath.Web.Clock;

namespace OatPath.Web.Tests;

public sealed class DemoClockTests : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("oatpath").FullName;
    private readonly TimeZoneInfo zone = TimeZoneInfo.FindSystemTimeZoneById("Europe/Vienna");

    [Fact]
    public void It_begins_in_the_evening_and_is_wound_by_whole_days()
    {
        var clock = new DemoClock(folder, zone);
        var before = clock.GetUtcNow();

        Assert.Equal(18, TimeZoneInfo.ConvertTime(before, zone).Hour);
        Assert.True(clock.Wind(7));
        Assert.Equal(7, (clock.GetUtcNow() - before).TotalDays, 2);
        Assert.False(clock.Wind(-1));
        Assert.False(clock.Wind(0));
        Assert.False(clock.Wind(100_000));
    }

    [Fact]
    public void A_restart_goes_on_where_it_stood()
    {
        var clock = new DemoClock(folder, zone);
        clock.Wind(8);

        var again = new DemoClock(folder, zone);
        Assert.Equal(8, again.Days);
        Assert.Equal(0, (again.GetUtcNow() - clock.GetUtcNow()).TotalMinutes, 1);
    }

    public void Dispose() => Directory.Delete(folder, recursive: true);
}
