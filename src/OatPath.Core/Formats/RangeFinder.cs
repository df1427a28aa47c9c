using System.Collections;
using System.Collections.Concurrent;
using System.Globalization;
using System.Reflection;
using OatPath.Core.House;

namespace OatPath.Core.Formats;

/// <summary>Finds numbers outside the range that their field has in the format.</summary>
internal static class RangeFinder
{
    private static readonly ConcurrentDictionary<Type, (PropertyInfo Property, BetweenAttribute? Range)[]> Known = [];

    public static IEnumerable<Problem> Find(object value, string path = "")
    {
        foreach (var (property, range) in Known.GetOrAdd(value.GetType(), Fields))
        {
            var here = $"{path}{(path.Length == 0 ? "" : ".")}{char.ToLowerInvariant(property.Name[0])}{property.Name[1..]}";
            foreach (var (inner, at) in Each(property.GetValue(value), here))
            {
                if (range is null ? !NullFinder.Deep(inner) : range.Holds(Convert.ToDouble(inner, CultureInfo.InvariantCulture)))
                {
                    continue;
                }

                foreach (var problem in range is null ? Find(inner, at) : [new(at, range.Remedy)])
                {
                    yield return problem;
                }
            }
        }
    }

    private static IEnumerable<(object Inner, string At)> Each(object? value, string here)
    {
        if (value is IEnumerable list and not string)
        {
            var index = 0;
            foreach (var element in list)
            {
                yield return (element, $"{here}[{index++}]");
            }
        }
        else if (value is not null)
        {
            yield return (value, here);
        }
    }

    private static (PropertyInfo, BetweenAttribute?)[] Fields(Type type) =>
        [
            .. type.GetProperties()
                .Where(property => property.SetMethod is not null && property.GetIndexParameters().Length == 0)
                .Select(property => (property, property.GetCustomAttribute<BetweenAttribute>()))
                .Where(field => field.Item2 is not null || !IsNumber(field.property.PropertyType)),
        ];

    private static bool IsNumber(Type type)
    {
        var one = type.IsGenericType && typeof(IEnumerable).IsAssignableFrom(type) ? type.GetGenericArguments()[^1] : type;
        return (Nullable.GetUnderlyingType(one) ?? one) is var plain
            && (plain == typeof(int) || plain == typeof(long) || plain == typeof(decimal) || plain == typeof(double));
    }
}
