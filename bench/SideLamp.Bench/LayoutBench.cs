using System.Collections.Immutable;
using SideLamp.Core.Brands;
using SideLamp.Core.Frame;
using SideLamp.Core.Layout;
using SideLamp.Core.Templates;
using SideLamp.Rendering;

namespace SideLamp.Bench;

/// <summary>Whole layouts of bundled templates, with words that were never laid out before.</summary>
internal static class LayoutBench
{
    private static readonly string[] Names = ["name", "caption", "quote", "checklist", "score", "vote", "chat-message", "credits"];

    /// <param name="root">Of the project.</param>
    public static void Run(string root)
    {
        using var shaper = new TextShaper(Path.Combine(root, "fonts"));
        foreach (var name in Names)
        {
            var template = TemplateReader.Read(File.ReadAllText(Path.Combine(root, "templates", $"{name}.json"))).OrThrow();
            var dress = Dress.Plain(template, Brand.Night, Canvas.FullHd);
            var texts = template.Fields.Where(field => field.Kind is FieldKind.Text or FieldKind.LongText or FieldKind.List).ToList();
            ImmutableDictionary<string, string> WordsOf(int turn) =>
                template.Fields.ToImmutableDictionary(field => field.Name, field => texts.Contains(field) ? $"{field.Sample} {turn}" : field.Sample);
            var rate = Rate.Of(turn => Layouts.Lay(dress, WordsOf(turn), shaper));
            // The least that any layout must do: shape each line of these words once.
            var style = new TextStyle(Brand.Night.Type.Face(TypeRole.Body, 400).Id);
            var floor = Rate.Of(turn =>
            {
                foreach (var line in WordsOf(turn).Where(one => texts.Exists(field => field.Name == one.Key)).SelectMany(one => one.Value.Split('\n')))
                {
                    shaper.ShapeLine(line, style, rtl: false);
                }
            });
            Rate.Tell($"layout of “{name}”", rate, "its lines shaped once", floor);
        }
    }
}
