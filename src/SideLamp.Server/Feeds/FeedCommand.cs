using System.CommandLine;
using System.Globalization;
using System.Text.Encodings.Web;
using System.Text.Json;
using SideLamp.Core.Feeds;
using SideLamp.Core.Tables;
using SideLamp.Server.Data;

namespace SideLamp.Server.Feeds;

/// <summary>
/// <c>sidelamp feed read FILE-OR-URL</c>: prints the table that a source makes as JSON, for scripts and for checking: the same readers as in a
/// show. Numbers are numbers, instants as RFC 3339 writes them; what is wrong goes to standard error, with exit code 2.
/// </summary>
public static class FeedCommand
{
    private const int Refused = 2;

    public static Command Make()
    {
        var file = new Argument<string>("FILE-OR-URL") { Description = "The file, or the address (http or https), to read." };
        var kind = new Option<SourceKind?>("--as") { Description = "What it is: text, lines, pairs, checklist, csv, sheet, json, xml or news. Left out: it is recognised." };
        var rows = new Option<string?>("--rows") { Description = "Where the rows are: a JSON Pointer, or in XML a location path." };
        var first = new Option<FirstRow>("--first-row") { Description = "Whether the first row names the columns: seen, names or values.", DefaultValueFactory = _ => FirstRow.Seen };
        var table = new Option<string?>("--table") { Description = "Which of several tables, by its name. Left out: the first." };
        var clean = new Option<string[]>("--clean") { Description = "What is done to a column, such as species=trim,cut:40; once for each column.", DefaultValueFactory = _ => [] };
        var header = new Option<string?>("--header") { Description = "What lets you in to an address, such as “X-Key: …”." };
        var read = new Command("read", "Prints the table that a file or an address makes, as JSON.") { file, kind, rows, first, table, clean, header };
        read.SetAction((words, stop) => Read(words.GetValue(file)!, new Wish(words.GetValue(kind), words.GetValue(rows), words.GetValue(first), words.GetValue(table), words.GetValue(clean)!, words.GetValue(header)), Console.OpenStandardOutput(), Console.Error, stop));
        return new Command("feed", "Reads what feeds read.") { read };
    }

    /// <returns>The exit code.</returns>
    private static async Task<int> Read(string path, Wish wish, Stream output, TextWriter trouble, CancellationToken stop)
    {
        int Fail(string why)
        {
            trouble.WriteLine($"{path}: {why}");
            return Refused;
        }

        try
        {
            var cleaning = wish.Clean.Select(Cleaning.Parse).ToList();
            var bytes = Feed.IsAddress(path) ? await OfAddress(path, wish.Header, stop) : OfFile(path);
            var form = new SourceForm(wish.Kind ?? Source.Recognised(bytes, path).Kind, wish.Rows, wish.FirstRow);
            if (form.Faults().FirstOrDefault() is { } fault)
            {
                return Fail(fault.Message);
            }

            var read = Source.Read(bytes, form);
            foreach (var note in read.Notes)
            {
                trouble.WriteLine($"{path}: {note}");
            }

            if ((wish.Table is null ? read.Tables[0] : read.Tables.FirstOrDefault(one => one.Name == wish.Table)) is not { } chosen)
            {
                return Fail($"There is no table “{wish.Table}”. There are: {string.Join(", ", read.Tables.Select(one => $"“{one.Name}”"))}.");
            }

            Write(cleaning.Aggregate(chosen, (so, column) => column.Of(so)), output);
            return 0;
        }
        catch (Exception error) when (error is UnreadableException or FormatException)
        {
            return Fail(error.Message);
        }
    }

    private static byte[] OfFile(string path)
    {
        var looked = SourceFile.Look(Path.GetFullPath(path), null)!;
        return looked.Bytes ?? throw new UnreadableException(looked.Trouble ?? "There is no such file.");
    }

    /// <summary>Whoever types an address agrees that it is read, wherever it is.</summary>
    private static async Task<byte[]> OfAddress(string path, string? header, CancellationToken stop)
    {
        if (Feed.PathFaultIn(path) is { } fault)
        {
            throw new UnreadableException(fault.Message);
        }

        var address = new Uri(path);
        var wish = header?.Split(':', 2) is [var name, var value] ? new KeyWish(name.Trim(), value.Trim()) : null;
        if ((header is null ? null : wish is null ? "A header is written as “X-Key: …”." : wish.Faults().FirstOrDefault()?.Message) is { } wrong)
        {
            throw new UnreadableException(wrong);
        }

        using var getter = new WebGetter(ServeOptions.UsualPort);
        return await getter.Get(new WebAsk(address, WebMark.None, Consent: true, wish is null ? null : WebKey.For(address, wish)), stop) switch
        {
            WebAnswer.Came came => came.Bytes,
            WebAnswer.Failed failed => throw new UnreadableException(failed.Trouble),
            _ => throw new UnreadableException("The address gave nothing."),
        };
    }

    private static void Write(Table table, Stream output)
    {
        using (var json = new Utf8JsonWriter(output, new JsonWriterOptions { Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping }))
        {
            json.WriteStartObject();
            json.WriteStartArray("columns");
            foreach (var column in table.Columns)
            {
                json.WriteStartObject();
                json.WriteString("name", column.Name);
                json.WriteString("type", JsonNamingPolicy.CamelCase.ConvertName(column.Kind.ToString()));
                json.WriteEndObject();
            }

            json.WriteEndArray();
            json.WriteStartArray("rows");
            for (var row = 0; row < table.RowCount; row++)
            {
                json.WriteStartObject();
                foreach (var column in table.Columns)
                {
                    json.WritePropertyName(column.Name);
                    Write(json, column.Kind, column.Cells[row]);
                }

                json.WriteEndObject();
            }

            json.WriteEndArray();
            json.WriteEndObject();
        }

        output.Write("\n"u8);
    }

    private static void Write(Utf8JsonWriter json, ColumnKind kind, string cell)
    {
        switch (kind)
        {
            case not ColumnKind.Text when cell.Length == 0:
                json.WriteNullValue();
                break;
            case ColumnKind.Number:
                json.WriteRawValue(cell);
                break;
            case ColumnKind.Truth:
                json.WriteBooleanValue(cell == "true");
                break;
            // A date alone is a full-date of RFC 3339 as it stands; a time without a zone is taken for UTC.
            case ColumnKind.Instant when cell.Length > 10:
                json.WriteStringValue(DateTimeOffset.Parse(cell, CultureInfo.InvariantCulture, DateTimeStyles.AssumeUniversal).ToString("yyyy-MM-ddTHH:mm:ss.FFFFFFFzzz", CultureInfo.InvariantCulture));
                break;
            default:
                json.WriteStringValue(cell);
                break;
        }
    }

    /// <summary>How it is to be read.</summary>
    /// <param name="Kind">Null = it is recognised.</param>
    /// <param name="Table">By its name; null = the first.</param>
    /// <param name="Clean">As <see cref="Cleaning.Parse"/> reads it.</param>
    /// <param name="Header">What lets one in to an address; null = nothing.</param>
    private sealed record Wish(SourceKind? Kind, string? Rows, FirstRow FirstRow, string? Table, string[] Clean, string? Header);
}
