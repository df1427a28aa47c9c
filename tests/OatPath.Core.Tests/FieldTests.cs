using OatPath.Core.House;

namespace OatPath.Core.Tests;

public class FieldTests
{
    [Theory]
    [InlineData("7", 7)]
    [InlineData(" 7 ", 7)]
    [InlineData("-7", null)]
    [InlineData("+7", null)]
    [InlineData("7.0", null)]
    [InlineData("1 000", null)]
    [InlineData("99999999999", null)]
    [InlineData("seven", null)]
    [InlineData("", null)]
    [InlineData(null, null)]
    public void A_whole_number_has_digits_only(string? typed, int? number) => Assert.Equal(number, Field.Whole(typed));

    [Theory]
    [InlineData("1,5", "1.5")]
    [InlineData(" 1.5", "1.5")]
    [InlineData("1.234,5", null)]
    [InlineData("1,234,5", null)]
    [InlineData("1e3", null)]
    [InlineData("-2", null)]
    [InlineData("2-", null)]
    [InlineData("1000000000", null)]
    public void A_number_takes_point_or_comma_and_never_thousands(string typed, string? number) =>
        Assert.Equal(number, Field.Number(typed)?.ToString(System.Globalization.CultureInfo.InvariantCulture));

    [Fact]
    public void A_sign_is_read_only_where_the_range_of_the_field_speaks_of_it()
    {
        Assert.Equal(-2m, Field.Number("-2", withSign: true));
        Assert.Null(Field.Number("2-", withSign: true));
    }

    [Theory]
    [InlineData("2028-02-29", true)]
    [InlineData("2027-02-29", false)]
    [InlineData("9.3.2026", false)]
    [InlineData("2026-3-9", false)]
    public void A_day_is_written_in_one_way(string typed, bool isDay) => Assert.Equal(isDay, Field.Day(typed) is not null);

    [Theory]
    [InlineData("9:30", 9)]
    [InlineData("09:30", 9)]
    [InlineData("24:00", null)]
    [InlineData("9.30", null)]
    public void A_time_may_leave_out_its_first_nought(string typed, int? hour) => Assert.Equal(hour, Field.Time(typed)?.Hour);

    [Fact]
    public void An_empty_field_is_no_problem_and_an_unreadable_one_is_named()
    {
        var problems = new List<Problem>();

        Assert.Null(Field.Read("  ", Field.Whole, "Numbing", "give minutes", problems));
        Assert.Empty(problems);
        Assert.Null(Field.Read("soon", Field.Whole, "Numbing", "give minutes", problems));
        Assert.Equal(new Problem("Numbing", "give minutes"), Assert.Single(problems));
    }
}
