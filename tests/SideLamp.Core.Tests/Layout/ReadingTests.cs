using SideLamp.Core.Layout;

namespace SideLamp.Core.Tests.Layout;

public sealed class ReadingTests
{
    // Common practice: eight words, read twice at 170 a minute, take 5.65 s.
    [Fact]
    public void Eight_words_are_read_twice_in_five_point_six_five_seconds() =>
        Assert.Equal(5.65, Reading.Twice("the lamp stands on until the last moth").TotalSeconds, 0.01);

    [Theory]
    [InlineData("", 2.5)]
    [InlineData("— · —", 2.5)]
    [InlineData("moth", 2.5)]
    public void What_is_short_is_found_first_and_then_read(string words, double seconds) => Assert.Equal(seconds, Reading.Twice(words).TotalSeconds);

    // Common practice: in scripts without spaces, two and a half letters are read like a word.
    [Fact]
    public void Scripts_without_spaces_count_by_their_letters() => Assert.Equal(8, Reading.WordsIn("夜の白い布に来る蛾を数えて書き留めるよ灯"));
}
