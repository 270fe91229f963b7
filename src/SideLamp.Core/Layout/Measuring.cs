using System.Collections.Immutable;
using System.Globalization;
using SideLamp.Core.Brands;
using SideLamp.Core.Templates;

namespace SideLamp.Core.Layout;

/// <summary>A part with the size it needs, in canvas px.</summary>
internal sealed record Measured(Part Part, double W, double H, ImmutableArray<Measured> Parts, FittedText? Text = null, string? Asset = null)
{
    /// <summary>Of a meter: how much of it is filled, 0 to 1.</summary>
    public double Share { get; init; }

    /// <summary>Of a list: how many of its lines found no room.</summary>
    public int Missing { get; init; }
}

/// <summary>The first pass: how large everything is. Parts without words fold away.</summary>
internal sealed class Measuring(Brand brand, IReadOnlyDictionary<string, string> words, ITextShaper shaper, double scale)
{
    /// <summary>The part's size in the room there is; null when it has nothing to show.</summary>
    public Measured? Measure(Part part, double roomW, double roomH)
    {
        if (part.OnlyIf is { } field && string.IsNullOrWhiteSpace(words.GetValueOrDefault(field)))
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
            MeterPart meter => new Measured(meter, 0, 0, []) { Share = ShareOf(meter) },
            ListPart list => MeasureList(list, most, roomH),
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
        [.. group.Parts.Select(part => Measure(part, innerW, innerH)).OfType<Measured>()];

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

    private static bool HoldsWords(Part part) => part is TextPart or ListPart || (part is GroupPart group && group.Parts.Any(HoldsWords));

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
            var row = new Measuring(brand, line.Words, shaper, scale).Measure(Named(list.Row, $"{list.Id}/{line.Key}/"), roomW, roomH);
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

        var family = part.Type == TypeRole.Heading ? brand.Type.Heading : brand.Type.Body;
        var style = new TextStyle(Typefaces.Nearest(family, part.Weight, part.Italic).Id, part.Spacing);
        var cased = part.Case == LetterCase.Upper ? text.ToUpperInvariant() : text;
        var fitted = Fitting.Lay(
            new FitRequest(
                cased.Trim(),
                style,
                room,
                Math.Max(1, Px(part.Size)),
                Math.Max(1, Px(part.LeastSize)),
                Math.Max(1, Px(part.GreatestSize)),
                part.Fit,
                part.MaxLines
            ),
            shaper
        );
        return new Measured(part, Math.Ceiling(fitted.Width), fitted.Lines.Length * Pitch(part, fitted), [], fitted);
    }

    /// <summary>From one baseline to the next, in whole px.</summary>
    public static double Pitch(TextPart part, FittedText text) => Math.Round(text.Size * part.LineHeight);

    private Measured? MeasurePicture(PicturePart part)
    {
        var asset = part.Logo ? brand.Logo?.Value : words.GetValueOrDefault(part.Field ?? "");
        return string.IsNullOrWhiteSpace(asset) ? null : new Measured(part, 0, 0, [], Asset: asset);
    }

    private double Px(double design) => Math.Round(design * scale);
}
