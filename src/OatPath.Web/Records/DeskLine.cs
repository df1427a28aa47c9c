using OatPath.Core.Plan;
using OatPath.Web.Drawing;

namespace OatPath.Web.Records;

/// <summary>One client who needs the practitioner: the most urgent row, the others behind it, and a strip of two weeks.</summary>
public sealed record DeskLine(DeskRow First, IReadOnlyList<DeskRow> Others, StripDrawing Strip)
{
    /// <summary>The client's line, or null when they walk on their own.</summary>
    public static DeskLine? Of(ClientRecord record) =>
        DeskRows.Of(record) is { Count: > 0 } rows ? new(rows[0], [.. rows.Skip(1)], StripDrawing.Mini(DeskRows.PathOf(record), record.NameOf)) : null;
}
