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
    // Source: CLDR, as .NET's ICU has it, and NodaTime's patterns; what is no number or no date stays.
    [InlineData("moth=figures:de-DE", "-1234.5", "-1.234,5")]
    [InlineData("moth=figures:en-GB:2", "1234567", "1,234,567.00")]
    [InlineData("moth=figures:de-DE", "3-4", "3-4")]
    [InlineData("moth=moment:d MMMM yyyy", "2026-06-20", "20 June 2026")]
    [InlineData("moth=moment:d. MMMM HH.mm:de-DE:Europe/Berlin", "2026-06-20T21:30:00Z", "20. Juni 23.30")]
    [InlineData("moth=moment:HH.mm:en-GB:Asia/Tokyo", "2026-06-20 21:30", "21.30")]
    [InlineData("moth=moment:d MMMM", "soon", "soon")]
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
    [InlineData("moth=figures:xx-XX")]
    [InlineData("moth=figures:en-GB:9")]
    [InlineData("moth=moment:d MMM:en-GB:Moon/Sea")]
    public void What_is_no_cleaning_is_told_in_a_sentence(string cleaning) => Assert.EndsWith(".", Assert.Throws<FormatException>(() => Cleaning.Parse(cleaning)).Message, StringComparison.Ordinal);
}
