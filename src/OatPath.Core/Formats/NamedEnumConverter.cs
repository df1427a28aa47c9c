using System.Text.Json;
using System.Text.Json.Serialization;
using OatPath.Core.House;

namespace OatPath.Core.Formats;

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
