using System.Collections;

namespace OatPath.Core.Formats;

/// <summary>Finds nulls inside lists, which the serializer accepts although the types do not.</summary>
internal static class NullFinder
{
    public static string? Find(object value, string path)
    {
        foreach (var property in value.GetType().GetProperties())
        {
            if (property.GetIndexParameters().Length > 0 || property.PropertyType == typeof(string) || property.PropertyType.IsValueType)
            {
                continue;
            }

            var name = char.ToLowerInvariant(property.Name[0]) + property.Name[1..];
            var here = path.Length == 0 ? name : $"{path}.{name}";
            var inner = property.GetValue(value);
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

    private static bool Deep(object value) => value.GetType().Namespace?.StartsWith("OatPath", StringComparison.Ordinal) == true && !value.GetType().IsEnum;
}
