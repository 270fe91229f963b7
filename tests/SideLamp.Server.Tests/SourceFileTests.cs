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
}
