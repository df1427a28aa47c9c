namespace OatPath.Core.LookBack;

/// <summary>How likely a count is by chance alone.</summary>
internal static class ExactTest
{
    /// <summary>
    /// The chance that of <paramref name="drawn"/> days, drawn at random from <paramref name="all"/>, at least
    /// <paramref name="hits"/> are among the <paramref name="marked"/> ones; 0 to 1.
    /// </summary>
    /// <remarks>Source: Fisher's exact test, one-sided: the upper tail of the hypergeometric distribution.</remarks>
    public static double AtLeast(int hits, int drawn, int marked, int all)
    {
        var sum = 0.0;
        for (var k = hits; k <= Math.Min(drawn, marked); k++)
        {
            if (drawn - k <= all - marked)
            {
                sum += Math.Exp(Ways(marked, k) + Ways(all - marked, drawn - k) - Ways(all, drawn));
            }
        }

        return Math.Min(1, sum);
    }

    /// <summary>The logarithm of the number of ways to choose some of many.</summary>
    private static double Ways(int many, int some)
    {
        var sum = 0.0;
        for (var i = 1; i <= some; i++)
        {
            sum += Math.Log(many - some + i) - Math.Log(i);
        }

        return sum;
    }
}
