using System.Text;
using System.Text.Json;
using System.Text.Json.Serialization;

namespace OatPath.Core.Path;

/// <summary>Writes enums as kebab-case names and names the accepted ones when given another. Numbers are refused.</summary>
internal sealed class NamedEnumConverterFactory : JsonConverterFactory
{
    public override bool CanConvert(Type typeToConvert) => typeToConvert.IsEnum;

    public override JsonConverter CreateConverter(Type typeToConvert, JsonSerializerOptions options) =>
        (JsonConverter)Activator.CreateInstance(typeof(NamedEnumConverter<>).MakeGenericType(typeToConvert))!;
}

internal sealed class NamedEnumConverter<T> : JsonConverter<T>
    where T : struct, Enum
{
    private static readonly Dictionary<string, T> ByName = Enum.GetValues<T>().ToDictionary(value => EnumName.Of(value), value => value);
    private static readonly Dictionary<T, string> ByValue = ByName.ToDictionary(pair => pair.Value, pair => pair.Key);

    public override T Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options)
    {
        if (reader.TokenType == JsonTokenType.String && ByName.TryGetValue(reader.GetString()!, out var value))
        {
            return value;
        }

        throw new JsonException($"is not known; use one of {string.Join(", ", ByName.Keys)}");
    }

    public override void Write(Utf8JsonWriter writer, T value, JsonSerializerOptions options) => writer.WriteStringValue(ByValue[value]);
}

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
            var startsWord = char.IsUpper(name[i]) && (!char.IsUpper(name[i - 1 < 0 ? 0 : i - 1]) || (i + 1 < name.Length && char.IsLower(name[i + 1])));
            if (i > 0 && startsWord)
            {
                text.Append('-');
            }

            text.Append(name.All(char.IsUpper) ? name[i] : char.ToLowerInvariant(name[i]));
        }

        return text.ToString();
    }
}
