using SideLamp.Core.Tables;

namespace SideLamp.Core.Tests.Tables;

public sealed class CleaningTests
{
    [Theory]
    [InlineData("moth=tags,trim", " <p>Old <b>lady</b></p> ", "Old lady")]
    [InlineData("moth=addresses,spaces", "look \n https://hollow-lane.example/1?a=b  here", "look here")]
    [InlineData("moth=upper", "Größe", "GRÖßE")]
    [InlineData("moth=cut:5", "Brimstone", "Brim…")]
    [InlineData("moth=cut:9", "Brimstone", "Brimstone")]
    [InlineData("moth=words:12", "Setaceous Hebrew character", "Setaceous…")]
    [InlineData("moth=words:6", "Brimstone", "Brims…")]
    [InlineData("moth=replace:moth:butterfly,hide:the ", "the Moth", "butterfly")]
    // Source: UAX #29: a family of four people is one grapheme, a letter with its mark another.
    [InlineData("moth=cut:2", "👨‍👩‍👧‍👦éa", "👨‍👩‍👧‍👦…")]
    public void A_column_is_cleaned_step_by_step(string cleaning, string cell, string clean)
    {
        Assert.Equal(clean, Cleaning.Parse(cleaning).Of(new Table("", [Column.Of("moth", [cell])])).Columns[0].Cells[0]);
    }

    [Theory]
    [InlineData("moth")]
    [InlineData("=trim")]
    [InlineData("moth=frog")]
    [InlineData("moth=cut:0")]
    [InlineData("moth=cut:x")]
    [InlineData("moth=replace:a")]
    public void What_is_no_cleaning_is_told_in_a_sentence(string cleaning) => Assert.EndsWith(".", Assert.Throws<FormatException>(() => Cleaning.Parse(cleaning)).Message, StringComparison.Ordinal);
}
