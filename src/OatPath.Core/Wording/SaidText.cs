using System.Globalization;
using System.Runtime.CompilerServices;
using System.Text;

namespace OatPath.Core.Wording;

/// <summary>A sentence as the compiler takes it apart: what stands fast, and the values between. English is written at once.</summary>
[InterpolatedStringHandler]
public ref struct SaidText
{
    private readonly StringBuilder text;
    private readonly List<object?>? values;

    public SaidText(int literalLength, int formattedCount)
    {
        text = new(literalLength + (formattedCount * 8));
        values = Language.Current.IsEnglish ? null : new(formattedCount);
    }

    public readonly void AppendLiteral(string part)
    {
        // What a format would take for a place of a value is doubled.
        text.Append(values is null ? part : part.Replace("{", "{{", StringComparison.Ordinal).Replace("}", "}}", StringComparison.Ordinal));
    }

    public readonly void AppendFormatted<T>(T value) => AppendFormatted(value, null);

    public readonly void AppendFormatted<T>(T value, string? format)
    {
        if (values is null)
        {
            text.Append(value is IFormattable formattable ? formattable.ToString(format, CultureInfo.InvariantCulture) : value?.ToString());
            return;
        }

        text.Append('{').Append(values.Count.ToString(CultureInfo.InvariantCulture));
        if (format is not null)
        {
            text.Append(':').Append(format);
        }

        text.Append('}');
        values.Add(value);
    }

    internal readonly string InWords()
    {
        var english = text.ToString();
        return values is null
            ? english
            : string.Format(CultureInfo.InvariantCulture, Language.Current.Find(english) ?? english, [.. values]);
    }
}
