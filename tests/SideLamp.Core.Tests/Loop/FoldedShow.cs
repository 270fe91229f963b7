using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core.Editing;
using SideLamp.Core.Layout;
using SideLamp.Core.Loop;
using SideLamp.Core.Shows;
using SideLamp.Rendering;
using SideLamp.StandIns;

namespace SideLamp.Core.Tests.Loop;

/// <summary>The demo show, with the real layout, and inputs that are folded into it.</summary>
public abstract class FoldedShow
{
    protected static readonly string Root = ArchitectureTests.Root();
    protected static readonly Shelf Shelf = new(Directory.EnumerateFiles(Path.Combine(Root, "templates"), "*.json").Select(file => (file, File.ReadAllText(file))));
    protected static readonly PictureBook Book = new(Shelf, new Poisoned(new TextShaper(Path.Combine(Root, "fonts"), face => face)), new LookAlikes(), asset => asset.Value.EndsWith(".webm", StringComparison.Ordinal) ? Duration.FromSeconds(4) : null);
    protected static readonly Folding Folding = new(Book, Shelf);
    protected static readonly Show Demo = DemoShow.Make("/tmp", "http://127.0.0.1:7311", "t", new("a.png"), new("b.svg"), new("c.svg"));
    protected static readonly GraphicId Names = new("names");

    protected Instant Now { get; set; } = Instant.FromUtc(2026, 6, 20, 21, 30);
    protected Stage Stage { get; set; }
    private int _presses;

    protected FoldedShow() => Stage = new Stage(Kept.Of(Demo, Now), 1000, ImmutableDictionary<string, Touch>.Empty, []);

    protected Reply Fold(Input input)
    {
        var turn = Folding.Fold(Stage, input, Now, Duration.Zero);
        Stage = turn.Stage;
        return turn.Reply;
    }

    protected Refusal? Edit(Edit edit, string page = "page") => Fold(new EditInput(edit, page)).Refusal;

    protected void Press(Func<CommandId, Press> press)
    {
        Now += Duration.FromMilliseconds(10);
        Assert.Null(Fold(new PressInput(press(new CommandId($"p{++_presses}")))).Refusal);
    }

    protected void After(int ms)
    {
        Now += Duration.FromMilliseconds(ms);
        Fold(new TimeInput());
    }

    protected static ImmutableDictionary<string, string> Words(params (string Field, string Text)[] words) => words.ToImmutableDictionary(word => word.Field, word => word.Text);

    /// <summary>Text that nothing can lay out.</summary>
    protected const string Poison = "cannot be laid out";

    private sealed class Poisoned(ITextShaper inner) : ITextShaper
    {
        public Paragraph Shape(string text, TextStyle style) => inner.Shape(Tasted(text), style);

        public ShapedLine ShapeLine(string text, TextStyle style, bool rtl) => inner.ShapeLine(Tasted(text), style, rtl);

        private static string Tasted(string text) => text.Contains(Poison, StringComparison.Ordinal) ? throw new InvalidOperationException(text) : text;
    }

    protected sealed class CountingShaper(ITextShaper inner) : ITextShaper
    {
        public int Count { get; set; }

        public Paragraph Shape(string text, TextStyle style)
        {
            Count++;
            return inner.Shape(text, style);
        }

        public ShapedLine ShapeLine(string text, TextStyle style, bool rtl)
        {
            Count++;
            return inner.ShapeLine(text, style, rtl);
        }
    }
}
