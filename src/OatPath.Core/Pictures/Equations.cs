namespace OatPath.Core.Pictures;

/// <summary>Linear equations.</summary>
internal static class Equations
{
    /// <summary>Solves n equations in n unknowns; each row ends with its right side. The rows are worked on in place.</summary>
    /// <returns>Null where they do not say one answer.</returns>
    /// <remarks>Source: Gaussian elimination with partial pivoting.</remarks>
    public static double[]? Solve(double[,] rows)
    {
        var n = rows.GetLength(0);
        for (var column = 0; column < n; column++)
        {
            var best = Enumerable.Range(column, n - column).MaxBy(row => Math.Abs(rows[row, column]));
            if (Math.Abs(rows[best, column]) < 1e-12)
            {
                return null;
            }

            for (var k = 0; k <= n; k++)
            {
                (rows[column, k], rows[best, k]) = (rows[best, k], rows[column, k]);
            }

            for (var row = 0; row < n; row++)
            {
                var times = row == column ? 0 : rows[row, column] / rows[column, column];
                for (var k = column; times != 0 && k <= n; k++)
                {
                    rows[row, k] -= times * rows[column, k];
                }
            }
        }

        return [.. Enumerable.Range(0, n).Select(i => rows[i, n] / rows[i, i])];
    }
}
