using System.Collections;
using System.Collections.Concurrent;
using System.Reflection;

namespace OatPath.Core.Formats;

/// <summary>
/// Finds nulls where the types allow none: inside lists, and in fields that are missing. What is worked out from other fields is no field.
/// </summary>
internal static class NullFinder
{
    private static readonly ConcurrentDictionary<Type, (PropertyInfo Property, bool Nullable)[]> Known = [];

    public static string? Find(object value, string path)
    {
        foreach (var (property, nullable) in Known.GetOrAdd(value.GetType(), Fields))
        {
            var name = char.ToLowerInvariant(property.Name[0]) + property.Name[1..];
            var here = path.Length == 0 ? name : $"{path}.{name}";
            var inner = property.GetValue(value);
            if (inner is null && !nullable)
            {
                return here;
            }

            if (inner is string)
            {
                continue;
            }

            if (inner is IEnumerable list)
            {
                var index = 0;
                foreach (var element in list)
                {
                    if (element is null)
                    {
                        return $"{here}[{index}]";
                    }

                    if (Deep(element) && Find(element, $"{here}[{index}]") is { } found)
                    {
                        return found;
                    }

                    index++;
                }
            }
            else if (inner is not null && Deep(inner) && Find(inner, here) is { } found)
            {
                return found;
            }
        }

        return null;
    }

    private static (PropertyInfo, bool)[] Fields(Type type)
    {
        var context = new NullabilityInfoContext();
        return
        [
            .. type.GetProperties()
                .Where(property =>
                    property.SetMethod is not null && property.GetIndexParameters().Length == 0 && !property.PropertyType.IsValueType
                )
                .Select(property => (property, context.Create(property).WriteState != NullabilityState.NotNull)),
        ];
    }

    /// <summary>Whether a value has fields of the formats in it.</summary>
    internal static bool Deep(object value) =>
        value.GetType().Namespace?.StartsWith("OatPath", StringComparison.Ordinal) == true && !value.GetType().IsEnum;
}
