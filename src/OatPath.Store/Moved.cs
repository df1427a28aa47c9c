using System.Collections;
using System.Reflection;

namespace OatPath.Store;

/// <summary>The same record with every day and moment in it moved, however deep: what a new kind of entry holds moves by itself.</summary>
internal static class Moved
{
    public static T By<T>(T value, Func<DateOnly, DateOnly> day, Func<DateTimeOffset, DateTimeOffset> at)
        where T : class => (T)Of(value, day, at)!;

    private static object? Of(object? value, Func<DateOnly, DateOnly> day, Func<DateTimeOffset, DateTimeOffset> at)
    {
        switch (value)
        {
            case DateOnly date:
                return day(date);
            case DateTimeOffset moment:
                return at(moment);
            case null or string or IDictionary:
                return value;
            case IEnumerable list:
                var element = Element(value.GetType());
                if (element is null || !MayHold(element))
                {
                    return value;
                }

                var items = list.Cast<object?>().Select(item => Of(item, day, at)).ToArray();
                var moved = Array.CreateInstance(element, items.Length);
                items.CopyTo(moved, 0);
                return moved;
            default:
                return Clone(value, day, at);
        }
    }

    private static object Clone(object value, Func<DateOnly, DateOnly> day, Func<DateTimeOffset, DateTimeOffset> at)
    {
        var type = value.GetType();
        if (
            !MayHold(type)
            || type.GetMethod("<Clone>$", BindingFlags.Instance | BindingFlags.Public | BindingFlags.NonPublic) is not { } clone
        )
        {
            return value;
        }

        var copy = clone.Invoke(value, [])!;
        foreach (
            var property in type.GetProperties(BindingFlags.Instance | BindingFlags.Public)
                .Where(property => property.CanWrite && property.GetIndexParameters().Length == 0)
        )
        {
            property.SetValue(copy, Of(property.GetValue(value), day, at));
        }

        return copy;
    }

    private static Type? Element(Type list) =>
        list.IsArray
            ? list.GetElementType()
            : list.GetInterfaces()
                .FirstOrDefault(known => known.IsGenericType && known.GetGenericTypeDefinition() == typeof(IEnumerable<>))
                ?.GetGenericArguments()[0];

    private static bool MayHold(Type type) =>
        type == typeof(DateOnly)
        || type == typeof(DateTimeOffset)
        || !(
            type.IsPrimitive
            || type.IsEnum
            || type == typeof(string)
            || type == typeof(decimal)
            || type == typeof(TimeOnly)
            || type == typeof(TimeSpan)
        );
}
