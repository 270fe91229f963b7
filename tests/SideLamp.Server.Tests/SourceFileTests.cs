using System.Text;
using SideLamp.Core.Tables;
using SideLamp.Server.Feeds;

namespace SideLamp.Server.Tests;

public sealed class SourceFileTests
{
    private const string Text = "Brimstone, déjà vu – “zwölf” Größe";

    static SourceFileTests() => Encoding.RegisterProvider(CodePagesEncodingProvider.Instance);

    public static TheoryData<string, byte[]> Encodings =>
        new()
        {
            { "UTF-8", new UTF8Encoding(false).GetBytes(Text) },
            { "UTF-8 with mark", [.. Encoding.UTF8.GetPreamble(), .. Encoding.UTF8.GetBytes(Text)] },
            { "UTF-16 with mark", [.. Encoding.Unicode.GetPreamble(), .. Encoding.Unicode.GetBytes(Text)] },
            { "UTF-16, big end first, with mark", [.. Encoding.BigEndianUnicode.GetPreamble(), .. Encoding.BigEndianUnicode.GetBytes(Text)] },
            { "UTF-16 without mark", Encoding.Unicode.GetBytes(Text) },
            { "Windows-1252", Encoding.GetEncoding(1252).GetBytes(Text) },
        };

    [Theory]
    [MemberData(nameof(Encodings))]
    public void A_text_is_read_whatever_wrote_it(string encoding, byte[] bytes) => Assert.Equal((encoding, Text), (encoding, SourceText.Decode(bytes)));

    [Fact]
    public void A_file_that_is_missing_too_large_or_a_folder_is_told_apart()
    {
        var folder = Directory.CreateTempSubdirectory().FullName;
        var large = Path.Combine(folder, "large.txt");
        File.WriteAllBytes(large, new byte[Source.LargestBytes + 1]);
        Assert.True(SourceFile.Look(Path.Combine(folder, "nothing.txt"), null)!.IsMissing);
        Assert.Contains("large", SourceFile.Look(large, null)!.Trouble, StringComparison.Ordinal);
        Assert.Contains("folder", SourceFile.Look(folder, null)!.Trouble, StringComparison.Ordinal);
        Directory.Delete(folder, recursive: true);
    }

    [Fact]
    public void A_file_is_read_again_though_its_time_and_size_are_the_same_and_a_link_wherever_it_points()
    {
        var folder = Directory.CreateTempSubdirectory().FullName;
        var (file, other, link) = (Path.Combine(folder, "one.txt"), Path.Combine(folder, "other.txt"), Path.Combine(folder, "link.txt"));
        File.WriteAllText(file, "one");
        File.WriteAllText(other, "two");
        File.CreateSymbolicLink(link, file);
        var time = File.GetLastWriteTimeUtc(file);
        var known = SourceFile.Look(link, null)!.Signature;
        Assert.Null(SourceFile.Look(link, known));
        File.WriteAllText(file, "ONE");
        File.SetLastWriteTimeUtc(file, time);
        Assert.Equal("ONE", Encoding.UTF8.GetString(SourceFile.Look(link, known)!.Bytes!));
        known = SourceFile.Look(link, null)!.Signature;
        File.Delete(link);
        File.CreateSymbolicLink(link, other);
        Assert.Equal("two", Encoding.UTF8.GetString(SourceFile.Look(link, known)!.Bytes!));
        // A file that grows while it is read is read to its end.
        File.WriteAllText(file, new string('a', 100_000));
        Assert.Equal(100_000, SourceFile.Look(file, known)!.Bytes!.Length);
        Directory.Delete(folder, recursive: true);
    }

    [Fact]
    public void All_feeds_together_have_a_bound_and_what_one_held_stays_counted_while_it_is_refused()
    {
        var budget = new FeedBudget();
        var half = Source.Read(Encoding.UTF8.GetBytes(string.Concat(Enumerable.Repeat(new string('x', 1000) + "\n", 16_000))), new SourceForm(SourceKind.Lines)).Tables;
        Assert.InRange(half[0].Weight, 30 << 20, 34 << 20);
        foreach (var at in Enumerable.Range(0, 4))
        {
            Assert.True(budget.Takes(new($"feed{at}"), half));
        }

        Assert.False(budget.Takes(new("one-more"), half));
        Assert.True(budget.Takes(new("feed0"), half));
        budget.Forget(new("feed1"));
        Assert.True(budget.Takes(new("one-more"), half));
        // One source alone cannot fill it: the first part is used, and that is told.
        var much = Source.Read(Encoding.UTF8.GetBytes("a,b,c,d,e,f,g,h\n" + string.Concat(Enumerable.Repeat("1,2,3,4,5,6,7,8\n", 49_000)) + string.Concat(Enumerable.Repeat($"{new string('x', 3000)},,,,,,,\n", 4500))), new SourceForm(SourceKind.Csv));
        Assert.InRange(much.Tables[0].Weight, 0, Table.MostWeight + 10_000);
    }
}
