using System.Collections.Immutable;
using SideLamp.Core.Brands;
using SideLamp.Core.Templates;

namespace SideLamp.Core.Layout;

/// <summary>A part with the size it needs, in canvas px.</summary>
internal sealed record Measured(Part Part, double W, double H, ImmutableArray<Measured> Parts, FittedText? Text = null, string? Asset = null);

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
        // Marks and fills dress what is there; alone they are an empty plate, which folds away.
        if (!parts.Any(HasSubstance))
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
            MarkPart => false,
            GroupPart => measured.Parts.Any(HasSubstance),
            _ => true,
        };

    private ImmutableArray<Measured> MeasureEach(GroupPart group, double innerW, double innerH) =>
        [.. group.Parts.Select(part => Measure(part, innerW, innerH)).OfType<Measured>()];

    /// <summary>What has a size of its own comes first; words share what is left, in their order.</summary>
    private ImmutableArray<Measured> MeasureRow(GroupPart group, double innerW, double innerH)
    {
        var found = new Measured?[group.Parts.Length];
        var left = innerW + Px(group.Gap);
        foreach (var at in Enumerable.Range(0, found.Length).OrderBy(at => HoldsWords(group.Parts[at]) ? 1 : 0))
        {
            found[at] = Measure(group.Parts[at], Math.Max(0, left - Px(group.Gap)), innerH);
            left -= found[at] is { } one ? one.W + Px(group.Gap) : 0;
        }

        return [.. found.OfType<Measured>()];
    }

    private static bool HoldsWords(Part part) => part is TextPart || (part is GroupPart group && group.Parts.Any(HoldsWords));

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
