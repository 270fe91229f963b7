using System.Collections.Immutable;
using System.Net.Http.Headers;
using System.Text;
using SideLamp.Core.Feeds;
using SideLamp.Core.Tables;

namespace SideLamp.Server.Feeds;

/// <summary>What a program has pushed.</summary>
/// <param name="MediaType">As it was said; empty = it was not.</param>
/// <param name="Fields">Of a form; default = it is none.</param>
internal sealed record PushedBody(Feed Feed, string MediaType, byte[] Bytes, ImmutableArray<(string Column, string Cell)> Fields)
{
    private const string FormCell = "value";

    /// <exception cref="BadHttpRequestException">It is too much, or its form cannot be read.</exception>
    public static async Task<PushedBody> Of(HttpRequest request, Feed feed)
    {
        if (request.HasFormContentType)
        {
            try
            {
                var form = await request.ReadFormAsync();
                return new PushedBody(feed, "", Encoding.UTF8.GetBytes(string.Join('\n', form.Select(field => $"{field.Key}: {field.Value}"))), [.. form.Select(field => (field.Key, field.Value.ToString()))]);
            }
            catch (InvalidDataException error)
            {
                throw new BadHttpRequestException("The form cannot be read.", error);
            }
        }

        using var bytes = new MemoryStream();
        await request.Body.CopyToAsync(bytes);
        return new PushedBody(feed, MediaTypeHeaderValue.TryParse(request.ContentType, out var type) ? type.MediaType?.ToLowerInvariant() ?? "" : "", bytes.ToArray(), default);
    }

    /// <summary>As tables.</summary>
    /// <exception cref="UnreadableException">It is none.</exception>
    public SourceTables Tables() => Fields.IsDefault ? Source.Read(Bytes, Form) : PushedTables.OfFields(Fields);

    /// <summary>As one row: the first of the first table.</summary>
    /// <inheritdoc cref="Tables"/>
    public SourceTables Row() => !Fields.IsDefault || Form.Kind is not (SourceKind.Text or SourceKind.Lines) ? Tables() : PushedTables.OfRow(Text());

    /// <summary>As one cell.</summary>
    /// <inheritdoc cref="Tables"/>
    public string Cell()
    {
        if (!Fields.IsDefault)
        {
            return Fields.Length == 1 ? Fields[0].Cell
                : Fields.FirstOrDefault(field => field.Column == FormCell) is (not null, var cell) ? cell
                : throw new UnreadableException($"One cell is one field of a form, called “{FormCell}”.");
        }

        if (!IsJson)
        {
            return Text().TrimEnd('\r', '\n');
        }

        // As a row of one value, which every reader knows.
        var table = Source.Read(Bytes, new SourceForm(SourceKind.Json)).Tables[0];
        return table is { RowCount: 1, Columns: [{ Name: FormCell } column] } ? column.Cells[0] : throw new UnreadableException("One cell is one value, such as 12 or \"Brimstone\".");
    }

    private bool IsJson => MediaType is "application/json" || MediaType.EndsWith("+json", StringComparison.Ordinal);

    private string Text() => SourceText.Of(Bytes) ?? throw new UnreadableException("This is not text.");

    /// <summary>What was said counts; a plain text is read as the feed says.</summary>
    private SourceForm Form =>
        MediaType switch
        {
            _ when IsJson => new SourceForm(SourceKind.Json, Feed.Kind == SourceKind.Json ? Feed.Rows : null),
            "text/csv" or "text/tab-separated-values" => new SourceForm(SourceKind.Csv, null, Feed.FirstRow),
            "application/xml" or "text/xml" => new SourceForm(SourceKind.Xml, Feed.Kind == SourceKind.Xml ? Feed.Rows : null),
            "text/plain" => Feed.Kind is SourceKind.Lines or SourceKind.Pairs or SourceKind.Checklist or SourceKind.Csv ? Feed.Form : new SourceForm(SourceKind.Text),
            _ => Source.Recognised(Bytes, ""),
        };
}
