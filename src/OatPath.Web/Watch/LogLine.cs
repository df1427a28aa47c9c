using System.Net.Sockets;
using System.Text.Encodings.Web;
using System.Text.Json;
using Microsoft.Data.Sqlite;
using Microsoft.Extensions.Logging.Abstractions;
using Microsoft.Extensions.Logging.Console;
using OatPath.Store;

namespace OatPath.Web.Watch;

/// <summary>
/// What the program writes about itself, one JSON object a line: time, level, room, event, words, and the fault with where it arose. What a
/// fault says is written only where it cannot hold what somebody typed; no address of a request is written at all.
/// </summary>
public sealed class LogLine(TimeProvider clock) : ConsoleFormatter(FormatName)
{
    public const string FormatName = "oatpath-json";

    private static readonly JsonWriterOptions Written = new() { Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping };

    public override void Write<TState>(in LogEntry<TState> logEntry, IExternalScopeProvider? scopeProvider, TextWriter textWriter)
    {
        using var line = new MemoryStream();
        using (var json = new Utf8JsonWriter(line, Written))
        {
            json.WriteStartObject();
            json.WriteString("time", clock.GetUtcNow());
            json.WriteString("level", logEntry.LogLevel.ToString());
            json.WriteString("room", logEntry.Category);
            json.WriteString("event", logEntry.EventId.Name ?? $"{logEntry.EventId.Id}");
            json.WriteString("words", logEntry.Formatter(logEntry.State, null));
            if (logEntry.Exception is { } fault)
            {
                WriteFault(json, fault);
            }

            json.WriteEndObject();
        }

        textWriter.WriteLine(System.Text.Encoding.UTF8.GetString(line.ToArray()));
    }

    private static void WriteFault(Utf8JsonWriter json, Exception fault)
    {
        json.WriteStartArray("fault");
        for (var each = fault; each is not null; each = each.InnerException)
        {
            json.WriteStartObject();
            json.WriteString("type", each.GetType().FullName);
            if (IsPlain(each))
            {
                json.WriteString("says", each.Message);
            }

            json.WriteString("where", each.StackTrace);
            json.WriteEndObject();
        }

        json.WriteEndArray();
    }

    /// <summary>Whether a fault speaks of the machine alone: the disk, the network, the database's own codes.</summary>
    private static bool IsPlain(Exception fault) =>
        fault is StoreException or BackupException or SqliteException or SocketException or IOException or UnauthorizedAccessException;
}
