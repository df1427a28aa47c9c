using OatPath.Core.House;

namespace OatPath.Core.Tests;

public class RememberedTests
{
    [Fact]
    public void What_is_kept_is_made_once_and_made_again_the_same_after_so_many()
    {
        var made = new List<int>();
        var remembered = new Remembered<int, string>(3);
        string Of(int key) => remembered.Of(key, one =>
            {
                made.Add(one);
                return $"{one}";
            });

        Assert.Equal(["1", "1", "2", "3", "2"], new[] { 1, 1, 2, 3, 2 }.Select(Of));
        Assert.Equal([1, 2, 3], made);

        // The fourth throws the others away.
        Assert.Equal(["4", "1", "4"], new[] { 4, 1, 4 }.Select(Of));
        Assert.Equal([1, 2, 3, 4, 1], made);
    }

    [Fact]
    public void What_could_not_be_made_is_tried_again_and_many_at_once_get_what_they_asked_for()
    {
        var remembered = new Remembered<int, int>(10);
        Assert.Throws<InvalidOperationException>(() => remembered.Of(1, _ => throw new InvalidOperationException()));
        Assert.Equal(10, remembered.Of(1, key => key * 10));
        Parallel.For(0, 2000, i => Assert.Equal(i % 40 * 10, remembered.Of(i % 40, key => key * 10)));
    }
}
