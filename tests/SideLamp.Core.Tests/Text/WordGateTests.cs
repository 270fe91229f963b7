using SideLamp.Core.Text;
using SideLamp.Rendering;

namespace SideLamp.Core.Tests.Text;

/// <summary>The never-show list against texts that try to get past it. Look-alikes are those of UTS #39, as ICU has them.</summary>
public sealed class WordGateTests
{
    private static readonly WordGate Gate = new(new LookAlikes());
    private static readonly NeverShow List = new(["Thornbury", "12 Mill Lane", "quill*", "古い家"]);

    [Theory]
    [InlineData("We meet at Thornbury tonight", "We meet at ••••••••• tonight")]
    [InlineData("THORNBURY, thornbury", "•••••••••, •••••••••")]
    [InlineData("Тhоrnbury", "•••••••••")] // Cyrillic Te and o
    [InlineData("Ｔｈｏｒｎｂｕｒｙ", "•••••••••")] // full width
    [InlineData("Thorn\u200Bbury", "•••••••••")] // a space of no width
    [InlineData("T\u0336h\u0336o\u0336r\u0336n\u0336b\u0336u\u0336r\u0336y\u0336", "•••••••••")] // struck through
    [InlineData("Thörnbüry", "•••••••••")]
    [InlineData("Th0rnbury", "•••••••••")] // a nought for an o
    [InlineData("𝓣𝓱𝓸𝓻𝓷𝓫𝓾𝓻𝔂", "•••••••••")] // mathematical script
    [InlineData("12  mill\nlane", "••  ••••\n••••")]
    [InlineData("Quillfeather and quill", "•••••feather and •••••")]
    [InlineData("これは古い家です", "これは•••です")]
    public void Words_of_the_list_are_covered_however_they_are_written(string text, string shown)
    {
        var gated = Gate.Of(text, List);
        Assert.True(gated.Hits > 0);
        Assert.Equal(shown, gated.Text);
    }

    [Theory]
    [InlineData("Thornburyshire")]
    [InlineData("a thorn, bury it")]
    [InlineData("112 Mill Lane")]
    [InlineData("12 Mill Lanes")]
    [InlineData("")]
    [InlineData("tranquill")]
    public void Other_words_stay(string text) => Assert.Equal(new Gated(text, 0), Gate.Of(text, List));

    [Fact]
    public void The_longest_text_against_the_longest_list_takes_no_time_to_speak_of()
    {
        var list = new NeverShow([.. Enumerable.Range(0, 1000).Select(at => $"never shown {at}")]);
        Assert.Empty(list.Faults());
        Assert.Equal(1, Gate.Of(string.Concat(Enumerable.Repeat("шорох мотылька ", 260)) + "Never Shown 999", list).Hits);
    }
}
