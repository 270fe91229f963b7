using System.Text;
using SideLamp.Core.Media;
using SideLamp.Core.Templates;

namespace SideLamp.Core.Tests.Media;

/// <summary>Files are what their bytes say. The whole ones were made by other programs, or lie in this project.</summary>
public sealed class MediaFileTests
{
    private static readonly string Root = ArchitectureTests.Root();

    private static readonly byte[] Portrait = File.ReadAllBytes(Path.Combine(Root, "demo", "ilse.png"));

    [Fact]
    public void A_whole_picture_is_taken_and_one_that_is_cut_off_is_refused_with_the_reason()
    {
        Assert.Equal("image/png", MediaFile.Recognise(Portrait).Value!.Type);
        Assert.Contains("cut off", MediaFile.Recognise(Portrait[..^200]).Faults[0].Message, StringComparison.Ordinal);
    }

    [Fact]
    public void Every_sample_of_the_shelf_is_a_file_that_can_be_shown()
    {
        Assert.All(Directory.EnumerateFiles(Path.Combine(Root, "templates", "media")), file => Assert.Empty(MediaFile.Recognise(File.ReadAllBytes(file)).Faults));
    }

    [Fact]
    public void Every_picture_that_a_bundled_template_shows_ships_with_it()
    {
        var shipped = Directory
            .EnumerateFiles(Path.Combine(Root, "templates", "media"))
            .Select(File.ReadAllBytes)
            .Select(bytes => Convert.ToHexStringLower(System.Security.Cryptography.SHA256.HashData(bytes)) + MediaFile.Recognise(bytes).Value!.Ending);
        var shown = Directory
            .EnumerateFiles(Path.Combine(Root, "templates"), "*.json")
            .SelectMany(file => TemplateReader.Read(File.ReadAllText(file)).OrThrow().Fields)
            .Where(field => field.Kind == FieldKind.Picture && field.Sample.Length > 0)
            .Select(field => field.Sample);
        Assert.Subset(shipped.ToHashSet(), shown.ToHashSet());
    }

    [Theory]
    [InlineData("<svg xmlns=\"http://www.w3.org/2000/svg\"><rect/></svg>", null)]
    [InlineData("<svg xmlns=\"http://www.w3.org/2000/svg\"><rect>", "damaged at line 1")]
    [InlineData("<!DOCTYPE svg [<!ENTITY a SYSTEM \"file:///etc/passwd\">]><svg xmlns=\"http://www.w3.org/2000/svg\"/>", null)]
    [InlineData("<html></html>", "no SVG")]
    [InlineData("{\"w\":1,\"h\":1,\"fr\":30,\"ip\":0,\"op\":10,\"layers\":[]}", null)]
    [InlineData("{\"w\":1,\"h\":1,\"fr\":30,\"ip\":0,\"op\":10,\"layers\":[],\"assets\":[{\"p\":\"moth.png\"}]}", "lie beside it")]
    [InlineData("{\"rows\":[]}", "no Lottie")]
    [InlineData("wOF2....", "web font")]
    [InlineData("Dear diary", "not a file that Side Lamp can show")]
    [InlineData("", "empty")]
    public void A_file_that_is_text_is_read_to_its_end(string text, string? trouble)
    {
        var read = MediaFile.Recognise(Encoding.UTF8.GetBytes(text));
        if (trouble is null)
        {
            Assert.Empty(read.Faults);
        }
        else
        {
            Assert.Contains(trouble, read.Faults[0].Message, StringComparison.Ordinal);
        }
    }

    [Fact]
    public void A_typeface_says_its_family_weight_and_slope_and_a_damaged_one_is_refused()
    {
        var bytes = File.ReadAllBytes(Path.Combine(Root, "fonts", "BarlowCondensed_600SemiBold_Italic.ttf"));
        var font = MediaFile.Recognise(bytes).Value!;
        Assert.Equal((".ttf", "Barlow Condensed", 600, true), (font.Ending, font.Font!.Family, font.Font.Weight, font.Font.Italic));
        Assert.NotEmpty(MediaFile.Recognise(bytes[..4000]).Faults);
        // The tag of the outlines spelled otherwise: nothing to draw is left.
        var hollow = (byte[])bytes.Clone();
        hollow[bytes.AsSpan().IndexOf("glyf"u8)] = (byte)'x';
        Assert.Contains("outlines", MediaFile.Recognise(hollow).Faults[0].Message, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("abc.png", "abc.png", 0.5, 1)]
    [InlineData("abc.png;focus=0.2,0.7;zoom=3;cut=round;fit=contain", "abc.png", 0.2, 3)]
    [InlineData("abc.png;zoom=99;focus=7,nonsense;colour=red", "abc.png", 0.5, 8)]
    public void A_picture_says_how_much_of_it_is_seen_and_nonsense_is_left_as_it_was(string value, string asset, double x, double zoom)
    {
        var choice = MediaChoice.Parse(value)!;
        Assert.Equal((asset, x, zoom), (choice.Asset.Value, choice.FocusX, choice.Zoom));
        Assert.Null(MediaChoice.Parse(" "));
    }
}
