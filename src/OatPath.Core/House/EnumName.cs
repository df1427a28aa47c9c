using System.Collections.Frozen;
using System.Text;

namespace OatPath.Core.House;

/// <summary>The kebab-case name of an enum value, as written in every open format.</summary>
public static class EnumName
{
    public static string Of<T>(T value)
        where T : struct, Enum
    {
        var name = value.ToString();
        var text = new StringBuilder(name.Length + 4);
        for (var i = 0; i < name.Length; i++)
        {
            // Phototypes are roman numerals and stay in capitals.
            var startsWord =
                char.IsUpper(name[i]) && (!char.IsUpper(name[i - 1 < 0 ? 0 : i - 1]) || (i + 1 < name.Length && char.IsLower(name[i + 1])));
            if (i > 0 && startsWord)
            {
                text.Append('-');
            }

            text.Append(name.All(char.IsUpper) ? name[i] : char.ToLowerInvariant(name[i]));
        }

        return text.ToString();
    }

    /// <summary>The value of a kebab-case name, or null when there is none.</summary>
    public static T? Find<T>(string name)
        where T : struct, Enum => Names<T>.Known.TryGetValue(name, out var value) ? value : null;

    private static class Names<T>
        where T : struct, Enum
    {
        public static readonly FrozenDictionary<string, T> Known = Enum.GetValues<T>()
            .ToFrozenDictionary(value => Of(value), value => value);
    }
}
