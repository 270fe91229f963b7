using SideLamp.Core.Templates;

namespace SideLamp.Core.Tests.Templates;

public sealed class TemplateReaderTests
{
    [Fact]
    public void Every_fault_is_told_with_its_path()
    {
        const string json = """
            { "format": "side-lamp-template/1", "id": "x", "name": "X", "seat": "attic",
              "fields": [{ "name": "a", "label": "A", "kind": "novel" }],
              "root": { "id": "r", "part": "row", "gap": 9000, "parts": [
                { "id": "r", "part": "text", "field": "b", "size": 40, "ink": "pink", "colour": "red" },
                { "id": "m", "name": " ", "part": "hologram" },
                { "id": "n", "name": "The line that says who it is, at length enough", "part": "text", "text": "x", "size": 40, "strike": true } ] } }
            """;
        var paths = TemplateReader.Read(json).Faults.Select(fault => fault.Path).Order();
        Assert.Equal(
            ["/fields/0/kind", "/root/gap", "/root/parts/0/colour", "/root/parts/0/field", "/root/parts/0/id", "/root/parts/0/ink", "/root/parts/1/name", "/root/parts/1/part", "/root/parts/2/name", "/seat"],
            paths
        );
    }

    [Theory]
    [InlineData("{")]
    [InlineData("[]")]
    [InlineData("{\"format\":\"something else\"}")]
    public void What_is_no_template_is_refused_and_never_throws(string json) => Assert.NotEmpty(TemplateReader.Read(json).Faults);

    [Fact]
    public void A_tree_without_end_is_refused()
    {
        var deep = string.Concat(Enumerable.Range(0, 30).Select(at => $"{{\"id\":\"p{at}\",\"part\":\"row\",\"parts\":[")) + string.Concat(Enumerable.Repeat("]}", 30));
        var json = "{\"format\":\"side-lamp-template/1\",\"id\":\"x\",\"name\":\"X\",\"seat\":\"left\",\"fields\":[],\"root\":" + deep + "}";
        Assert.NotEmpty(TemplateReader.Read(json).Faults);
    }
}
