using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Schema;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Session;

namespace OatPath.Core.Formats;

/// <summary>The JSON Schemas of the open formats, made from the types themselves so that they cannot drift apart.</summary>
public static class JsonContract
{
    public static string OfCase() => Write<CaseFile>("Oat Path case file", CaseFile.FormatName);

    public static string OfPath() => Write<CarePath>("Oat Path care path", CarePath.FormatName);

    public static string OfSession() => Write<SessionScript>("Oat Path session script", SessionScript.FormatName);

    public static string OfRules() => Write<HouseRules>("Oat Path house rules", HouseRules.FormatName);

    private static string Write<T>(string title, string format)
    {
        var schema = CaseJson
            .Options.GetJsonSchemaAsNode(
                typeof(T),
                new JsonSchemaExporterOptions { TreatNullObliviousAsNonNullable = true, TransformSchemaNode = Refine }
            )
            .AsObject();
        var named = new JsonObject { ["$schema"] = "https://json-schema.org/draft/2020-12/schema", ["title"] = title };
        foreach (var (key, value) in schema)
        {
            named[key] = value?.DeepClone();
        }

        named["properties"]!["format"] = new JsonObject { ["const"] = format };
        named["properties"]!["version"] = new JsonObject { ["const"] = 1 };
        return named.ToJsonString(CaseJson.Options) + "\n";
    }

    /// <summary>Enums become their names, days and instants get their format.</summary>
    private static JsonNode Refine(JsonSchemaExporterContext context, JsonNode schema)
    {
        var type = Nullable.GetUnderlyingType(context.TypeInfo.Type) ?? context.TypeInfo.Type;
        if (type.IsEnum)
        {
            var names = JsonSerializer.SerializeToNode(Enum.GetValues(type), CaseJson.Options)!.AsArray();
            return new JsonObject { ["type"] = "string", ["enum"] = names };
        }

        if (schema is JsonObject whole && whole["required"] is JsonArray required)
        {
            // What may be empty is left out when written, so it is never required.
            var optional = context
                .TypeInfo.Properties.Where(property =>
                    property.IsGetNullable || Nullable.GetUnderlyingType(property.PropertyType) is not null
                )
                .Select(property => property.Name);
            foreach (var name in required.Where(name => optional.Contains(name!.GetValue<string>())).ToList())
            {
                required.Remove(name);
            }
        }

        if (schema is JsonObject described && (type == typeof(DateOnly) || type == typeof(DateTimeOffset)))
        {
            described["type"] = "string";
            described["format"] = type == typeof(DateOnly) ? "date" : "date-time";
        }
        else if (schema is JsonObject clock && type == typeof(TimeOnly))
        {
            // A wall-clock time has no offset, which the format "time" asks for.
            clock["type"] = "string";
            clock.Remove("format");
            clock["pattern"] = @"^([01]\d|2[0-3]):[0-5]\d(:[0-5]\d(\.\d{1,7})?)?$";
        }
        else if (schema is JsonObject list && list["items"] is JsonObject items && RangeOf(context) is { } each)
        {
            Limit(items, each);
        }
        else if (schema is JsonObject number && (type == typeof(decimal) || type == typeof(double) || type == typeof(int)))
        {
            number.Remove("pattern");
            number["type"] = type == typeof(int) ? "integer" : "number";
        }

        if (schema is JsonObject limited && RangeOf(context) is { } range && limited["items"] is null)
        {
            Limit(limited, range);
        }

        return schema;
    }

    private static BetweenAttribute? RangeOf(JsonSchemaExporterContext context) =>
        context.PropertyInfo?.AttributeProvider?.GetCustomAttributes(typeof(BetweenAttribute), inherit: true)
            is [BetweenAttribute range, ..]
            ? range
            : null;

    private static void Limit(JsonObject number, BetweenAttribute range)
    {
        number[range.Above ? "exclusiveMinimum" : "minimum"] = range.Least;
        number["maximum"] = range.Most;
    }
}
