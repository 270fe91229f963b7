using System.Collections.Immutable;
using System.Globalization;
using SideLamp.Core.Brands;
using SideLamp.Core.Media;
using SideLamp.Core.Shows;
using SideLamp.Core.Templates;
using SideLamp.Core.Text;
using SideLamp.Core.Tickers;

namespace SideLamp.Core.Layout;

/// <summary>A part with the size it needs, in canvas px.</summary>
internal sealed record Measured(Part Part, double W, double H, ImmutableArray<Measured> Parts, FittedText? Text = null)
{
    /// <summary>Of a picture.</summary>
    public MediaChoice? Media { get; init; }

    /// <summary>Of a QR code: what it says.</summary>
    public string? Words { get; init; }

    /// <summary>Of a text that is split: each page; else default.</summary>
    public ImmutableArray<FittedText> Pages { get; init; }

    /// <summary>Of a table: the width of each column in px.</summary>
    public ImmutableArray<double> Columns { get; init; }

    /// <summary>Of a timer: the widths of its letters, in em.</summary>
    public TimerCells? Cells { get; init; }

    /// <summary>Of a meter: how much of it is filled, 0 to 1.</summary>
    public double Share { get; init; }

    /// <summary>Of a belt.</summary>
    public MeasuredBelt? Belt { get; init; }

    /// <summary>Of a list, table or belt: how many of its lines found no room.</summary>
    public int Missing { get; init; }
}

/// <summary>The first pass: how large everything is. Parts without words fold away.</summary>
/// <param name="whole">The tree that is measured: some parts go by whether another one is there.</param>
/// <param name="timers">The fields that show a timer; their words are the widest that it comes to.</param>
/// <param name="belts">The belts that are on air, by part: what they show is measured too, whether or not it is in the words any more.</param>
internal sealed partial class Measuring(Part whole, Brand brand, IReadOnlyDictionary<string, string> words, IReadOnlySet<string> timers, IReadOnlyDictionary<string, BeltRun> belts, ITextShaper shaper, double scale, Finish finish)
{
    private const int Bolder = 700;

    private static readonly Lettering AsDrawn = new();

    private Dictionary<string, (Part Part, Part? Within)>? _tree;

    /// <summary>The part's size in the room there is; null when it has nothing to show.</summary>
    public Measured? Measure(Part part, double roomW, double roomH)
    {
        if (!IsThere(part) || !GoesAlong(part, [part.Id]))
        {
            return null;
        }

        var most = part.MaxWidth is { } max ? Math.Min(roomW, Px(max)) : roomW;
        most = part.Width.Kind == ExtentKind.Fixed ? Math.Min(Px(part.Width.Px), most) : most;
        var measured = part switch
        {
            GroupPart group => MeasureGroup(group, most, roomH),
            TextPart text => MeasureText(text, most),
            PicturePart picture => MeasurePicture(picture),
            QrPart qr => words.GetValueOrDefault(qr.Field) is { Length: > 0 } said ? new Measured(qr, 0, 0, []) { Words = said } : null,
            TablePart table => MeasureTable(table, most, roomH),
            MeterPart meter => new Measured(meter, 0, 0, []) { Share = ShareOf(meter) },
            ListPart list => MeasureList(list, most, roomH),
            BeltPart belt => MeasureBelt(belt, most, roomH),
            _ => new Measured(part, 0, 0, []),
        };
        return measured is null
            ? null
            : measured with
            {
                W = Sized(part.Width, Math.Max(measured.W, Px(part.MinWidth)), most),
                H = Sized(part.Height, measured.H, roomH),
            };
    }

    /// <summary>Whether it is neither hidden nor without what it shows.</summary>
    private bool IsThere(Part part) =>
        !part.Hidden
        && !finish.Hidden.Contains(part.Id)
        && (part.OnlyIf is not { } field || !string.IsNullOrWhiteSpace(words.GetValueOrDefault(field)))
        && (part is not PicturePart picture || MediaOf(picture) is not null);

    /// <summary>Whether what it goes by is as it wants it.</summary>
    /// <param name="asked">Parts that wait for the answer: a ring of them decides nothing.</param>
    private bool GoesAlong(Part part, ImmutableHashSet<string> asked) =>
        (part.OnlyWith is not { } other || IsSeen(other, asked)) && (part.OnlyWithout is not { } rival || !IsSeen(rival, asked));

    /// <summary>Whether a part is there with something to show, it and all that it is in.</summary>
    private bool IsSeen(string id, ImmutableHashSet<string> asked)
    {
        if (asked.Contains(id))
        {
            return true;
        }

        _tree ??= Tree(whole, null).ToDictionary(one => one.Part.Id);
        return _tree.TryGetValue(id, out var found)
            && IsThere(found.Part)
            && Says(found.Part)
            && GoesAlong(found.Part, asked.Add(id))
            && (found.Within is null || IsSeen(found.Within.Id, asked.Add(id)));
    }

    private bool Says(Part part)
    {
        var field = part switch
        {
            TextPart text => text.Field,
            QrPart qr => qr.Field,
            ListPart list => list.Field,
            TablePart table => table.Field,
            BeltPart belt when !belts.ContainsKey(belt.Id) => belt.Field,
            _ => null,
        };
        return field is null || !string.IsNullOrWhiteSpace(words.GetValueOrDefault(field));
    }

    private static IEnumerable<(Part Part, Part? Within)> Tree(Part part, Part? within) =>
        part is GroupPart group ? group.Parts.SelectMany(child => Tree(child, part)).Prepend((part, within)) : [(part, within)];

    private double Sized(Extent extent, double own, double most) =>
        extent.Kind == ExtentKind.Fixed ? Math.Min(Px(extent.Px), most) : Math.Min(own, most);

    private Measured? MeasureGroup(GroupPart group, double roomW, double roomH)
    {
        var padW = Px(group.Padding.Left) + Px(group.Padding.Right);
        var padH = Px(group.Padding.Top) + Px(group.Padding.Bottom);
        var innerW = Math.Max(0, roomW - padW);
        var innerH = Math.Max(0, roomH - padH);
        var parts = group.Flow == Flow.Row ? MeasureRow(group, innerW, innerH) : MeasureEach(group, innerW, innerH);
        // Marks, meters and words of the template's own dress what is there; alone they are an empty plate, which folds away.
        if (parts.IsEmpty || (!parts.Any(HasSubstance) && group.Parts.Any(MayHaveSubstance)))
        {
            return null;
        }

        var gaps = Px(group.Gap) * (parts.Length - 1);
        var (w, h) = group.Flow switch
        {
            Flow.Row => (parts.Sum(part => part.W) + gaps, parts.Max(part => part.H)),
            Flow.Column => (parts.Max(part => part.W), parts.Sum(part => part.H) + gaps),
            Flow.Free => (parts.Max(part => Px(part.Part.At.X) + part.W), parts.Max(part => Px(part.Part.At.Y) + part.H)),
            _ => (parts.Max(part => part.W), parts.Max(part => part.H)),
        };
        return new Measured(group, w + padW, h + padH, parts);
    }

    private static bool HasSubstance(Measured measured) =>
        measured.Part switch
        {
            MarkPart or MeterPart or TextPart { Text: not null } => false,
            GroupPart => measured.Parts.Any(HasSubstance),
            _ => true,
        };

    /// <summary>Whether it could ever show something of a field; a group of marks alone is a mark itself, and stays.</summary>
    private static bool MayHaveSubstance(Part part) =>
        part switch
        {
            MarkPart or MeterPart or TextPart { Text: not null } => false,
            GroupPart group => group.Parts.Any(MayHaveSubstance),
            _ => true,
        };

    private ImmutableArray<Measured> MeasureEach(GroupPart group, double innerW, double innerH) =>
        [
            .. group
                .Parts.Select(part =>
                    group.Flow == Flow.Free ? Measure(part, Math.Max(0, innerW - Px(part.At.X)), Math.Max(0, innerH - Px(part.At.Y))) : Measure(part, innerW, innerH)
                )
                .OfType<Measured>(),
        ];

    /// <summary>What has a size of its own comes first; words share what is left, and who needs little leaves the rest to the others.</summary>
    private ImmutableArray<Measured> MeasureRow(GroupPart group, double innerW, double innerH)
    {
        var found = group.Parts.Select(part => Measure(part, innerW, innerH)).ToArray();
        var shown = Enumerable.Range(0, found.Length).Where(at => found[at] is not null).ToList();
        var sharing = shown.Where(at => HoldsWords(group.Parts[at])).OrderBy(at => found[at]!.W).ToList();
        var room = innerW - (Px(group.Gap) * (shown.Count - 1)) - shown.Except(sharing).Sum(at => found[at]!.W);
        foreach (var (at, before) in sharing.Select((at, before) => (at, before)))
        {
            var share = Math.Max(0, Math.Floor(room / (sharing.Count - before)));
            if (found[at]!.W > share)
            {
                found[at] = Measure(group.Parts[at], share, innerH);
            }

            room -= found[at]?.W ?? 0;
        }

        return [.. found.OfType<Measured>()];
    }

    private static bool HoldsWords(Part part) => part is TextPart or ListPart or TablePart or BeltPart { Motion: not BeltMotion.Crawl } || (part is GroupPart group && group.Parts.Any(HoldsWords));

    private double ShareOf(MeterPart meter)
    {
        double Number(string? field, double otherwise) =>
            field is not null && double.TryParse(words.GetValueOrDefault(field), CultureInfo.InvariantCulture, out var number) && double.IsFinite(number) ? number : otherwise;
        var whole = Number(meter.Of, 100);
        return whole > 0 ? Math.Clamp(Number(meter.Value, 0) / whole, 0, 1) : 0;
    }

    /// <summary>As many rows as the list may have and the room holds, each with its line's own words.</summary>
    private Measured? MeasureList(ListPart list, double roomW, double roomH)
    {
        var lines = ListRows.Of(words.GetValueOrDefault(list.Field, ""));
        var gap = Px(list.Gap);
        var rows = new List<Measured>();
        var height = 0.0;
        foreach (var line in lines.Take(list.MaxRows))
        {
            var row = new Measuring(list.Row, brand, line.Words, ImmutableHashSet<string>.Empty, ImmutableDictionary<string, BeltRun>.Empty, shaper, scale, finish).Measure(Named(list.Row, $"{list.Id}/{line.Key}/"), roomW, roomH);
            if (row is null || height + row.H > roomH)
            {
                continue;
            }

            rows.Add(row);
            height += row.H + gap;
        }

        return rows.Count == 0
            ? null
            : new Measured(list, rows.Max(row => row.W), height - gap, [.. rows]) { Missing = lines.Count - rows.Count };
    }

    /// <summary>The same part, its own and its parts' ids in a row's name.</summary>
    private static Part Named(Part part, string row) =>
        part is GroupPart group
            ? group with { Id = row + group.Id, Parts = [.. group.Parts.Select(child => Named(child, row))] }
            : part with { Id = row + part.Id };

    private Measured? MeasureText(TextPart part, double room)
    {
        var text = part.Text ?? words.GetValueOrDefault(part.Field!, "");
        if (string.IsNullOrWhiteSpace(text))
        {
            return null;
        }

        var lettering = finish.Lettering.GetValueOrDefault(part.Field ?? "", AsDrawn);
        string Face(int weight, bool italic) => brand.Type.Face(part.Type, weight, italic, lettering.Family).Id;
        var style = Emphasis.Strip(text) == text
            ? new TextStyle(Face(part.Weight, part.Italic), part.Spacing)
            : new TextStyle(Face(part.Weight, part.Italic), part.Spacing, Face(Bolder, part.Italic), Face(part.Weight, !part.Italic), Face(Bolder, !part.Italic));
        var cells = part.Field is { } field && timers.Contains(field) ? TimerCells.Of(style, shaper) : null;
        text = cells?.Widest(text) ?? text;
        double SizeOf(double size) => Math.Max(1, Px(size * lettering.Size));
        var cased = part.Case == LetterCase.Upper ? text.ToUpperInvariant() : text;
        var request = new FitRequest(
            cased.Trim(),
            style,
            room,
            SizeOf(part.Size),
            SizeOf(part.LeastSize),
            SizeOf(part.GreatestSize),
            part.Fit,
            part.MaxLines
        );
        ImmutableArray<FittedText> pages = part.Fit == Fit.Pages ? Fitting.LayPages(request, shaper) : [Fitting.Lay(request, shaper)];
        return new Measured(part, Math.Ceiling(pages.Max(page => page.Width)), pages.Max(page => page.Lines.Length * LineAdvance(part, page)), [], pages[0]) { Pages = pages, Cells = cells };
    }

    /// <summary>From one baseline to the next, in whole px.</summary>
    public static double LineAdvance(TextPart part, FittedText text) => Math.Round(text.Size * part.LineHeight);

    private Measured? MeasurePicture(PicturePart part) => MediaOf(part) is { } choice ? new Measured(part, 0, 0, []) { Media = choice } : null;

    /// <summary>A column of a list may hold any words: only those that name a stored file are a picture.</summary>
    private MediaChoice? MediaOf(PicturePart part) =>
        MediaChoice.Parse(part.Logo ? brand.Logo?.Value : words.GetValueOrDefault(part.Field ?? "")) is { } choice && (part.Logo || !ListRows.Fields.Contains(part.Field!) || MediaChoice.IsStored(choice.Asset.Value)) ? choice : null;

    /// <summary>Each column is as wide as its longest cell; when that is too much, the long ones share what the short ones leave.</summary>
    private Measured? MeasureTable(TablePart table, double roomW, double roomH)
    {
        var lines = ListRows.Of(words.GetValueOrDefault(table.Field, ""));
        var shown = lines.Take(table.MaxRows + (table.Head ? 1 : 0)).ToList();
        if (shown.Count == 0)
        {
            return null;
        }

        TextPart CellOf(int row, int column)
        {
            var cell = table.Columns[column] with { Id = $"{table.Id}/{shown[row].Key}/{column + 1}", Text = shown[row].Words.GetValueOrDefault($"{column + 1}", "") };
            return table.Head && row == 0 ? cell with { Ink = new Paint("quiet"), Weight = 500 } : cell;
        }

        var widths = ColumnWidths(table, shown.Count, CellOf, roomW);
        var rows = new List<Measured>();
        var height = 0.0;
        foreach (var at in Enumerable.Range(0, shown.Count))
        {
            var cells = widths.Select((width, column) => MeasureText(CellOf(at, column), width) ?? new Measured(CellOf(at, column), 0, 0, [])).ToImmutableArray();
            var tall = cells.Max(cell => cell.H);
            if (height + tall > roomH)
            {
                break;
            }

            rows.Add(new Measured(new GroupPart { Id = $"{table.Id}/{shown[at].Key}/", Flow = Flow.Row, Parts = [] }, widths.Sum(), tall, cells));
            height += tall + Px(table.RowGap);
        }

        return rows.Count == 0
            ? null
            : new Measured(table, widths.Sum() + (Px(table.Gap) * (widths.Length - 1)), height - Px(table.RowGap), [.. rows])
            {
                Columns = widths,
                Missing = lines.Count - rows.Count,
            };
    }

    private ImmutableArray<double> ColumnWidths(TablePart table, int rows, Func<int, int, TextPart> cellOf, double roomW)
    {
        var widths = table
            .Columns.Select((column, at) =>
                column.Width.Kind == ExtentKind.Fixed ? Px(column.Width.Px) : Enumerable.Range(0, rows).Max(row => MeasureText(cellOf(row, at), roomW)?.W ?? 0)
            )
            .ToArray();
        var room = roomW - (Px(table.Gap) * (widths.Length - 1));
        foreach (var (at, before) in Enumerable.Range(0, widths.Length).OrderBy(at => widths[at]).Select((at, before) => (at, before)))
        {
            widths[at] = Math.Min(widths[at], Math.Max(0, Math.Floor(room / (widths.Length - before))));
            room -= widths[at];
        }

        return [.. widths];
    }

    private double Px(double design) => Math.Round(design * scale);
}
