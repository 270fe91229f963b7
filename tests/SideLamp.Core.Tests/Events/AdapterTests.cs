using System.Collections.Immutable;
using CsCheck;
using NodaTime;
using SideLamp.Core.Events;
using SideLamp.Core.Tables;

namespace SideLamp.Core.Tests.Events;

/// <summary>Events out of other programs' JSON. Source of pointers: RFC 6901, its section 5.</summary>
public sealed class AdapterTests
{
    private static readonly Adapter Jar = new(
        new("jar"),
        "The jar",
        "/data/list",
        ImmutableDictionary<string, string>.Empty.AddRange(
            [
                KeyValuePair.Create("type", "{% if it.what == 'money' %}tip{% endif %}"),
                KeyValuePair.Create("id", "/ref"),
                KeyValuePair.Create("time", "/when"),
                KeyValuePair.Create("name", "/who/nick~1name"),
                KeyValuePair.Create("amount", "{{ it.cents | divided_by: 100.0 }}"),
                KeyValuePair.Create("currency", "{{ all.in | upcase }}"),
                KeyValuePair.Create("words", "thank you"),
            ]
        )
    );

    private static Adapted Read(Adapter adapter, string json)
    {
        using var document = JsonTables.Parsed(json);
        return Adapting.Read(adapter, document.RootElement.Clone(), 100);
    }

    [Fact]
    public void Pointers_placeholders_and_plain_words_make_an_event_and_what_is_no_event_is_left_out()
    {
        var adapted = Read(Jar, """{"in":"eur","data":{"list":[{"what":"money","ref":77,"when":1800000000,"who":{"nick/name":"Pim"},"cents":1250},{"what":"hello","ref":78},{"what":"money","ref":"79","when":"2027-01-15T08:00:01Z","cents":5}]}}""");
        Assert.Equal((1, 0), (adapted.LeftOut, adapted.Faults.Length));
        var read = adapted.Events.Select(one => EventReader.Read(one.Event, Instant.FromUtc(2030, 1, 1, 0, 0), "USD", one.Path)).ToList();
        Assert.Equal([("77", "tip", "Pim", "12.50 EUR", "thank you"), ("79", "tip", "", "0.05 EUR", "thank you")], read.Select(one => one.Event!.Event).Select(one => (one.Key.Id, one.Kind, one.Name, one.Amount, one.Words)));
        Assert.Equal(["/adapters/jar"], read.Select(one => one.Event!.Event.Key.Source).Distinct());
        Assert.Equal([Instant.FromUnixTimeSeconds(1_800_000_000), Instant.FromUtc(2027, 1, 15, 8, 0, 1)], read.Select(one => one.Event!.Event.At));
    }

    // The members and the pointers of RFC 6901, section 5.
    [Theory]
    [InlineData("/foo/0", "bar")]
    [InlineData("/a~1b", "1")]
    [InlineData("/c%d", "2")]
    [InlineData("/k\"l", "6")]
    [InlineData("/ ", "7")]
    [InlineData("/m~0n", "8")]
    [InlineData("/", "0")]
    [InlineData("/none", "")]
    public void Pointers_are_those_of_the_standard(string pointer, string says)
    {
        var adapted = Read(Jar with { Each = "", Takes = Jar.Takes.Clear().Add("type", "follow").Add("id", "one").Add("name", pointer) }, """{"foo":["bar","baz"],"":0,"a/b":1,"c%d":2,"e^f":3,"k\"l":6," ":7,"m~n":8}""");
        Assert.Equal(says, EventReader.Read(adapted.Events.Single().Event, Instant.MaxValue, "EUR", "").Event!.Event.Name);
    }

    [Theory]
    [InlineData("""{"data":{}}""", "")]
    [InlineData("""{"data":{"list":[{"what":"money","ref":1,"when":"yesterday","cents":1}]}}""", "/time")]
    [InlineData("""{"data":{"list":[{},{"what":"money","ref":"","cents":1}]}}""", "/1/id")]
    public void What_cannot_be_read_is_said_with_its_place(string json, string path)
    {
        var adapted = Read(Jar, json);
        var faults = adapted.Faults.Concat(adapted.Events.SelectMany(one => EventReader.Read(one.Event, Instant.MaxValue, "EUR", one.Path).Faults));
        Assert.StartsWith(path, Assert.Single(faults.DistinctBy(fault => fault.Path)).Path, StringComparison.Ordinal);
    }

    // Half a character, as RFC 8259, section 8.2, allows it, is no reason to lose the rest.
    [Theory]
    [InlineData("""\ud83d""", "\ufffd")]
    [InlineData("""a\ude00b\ud83d\ud83d\ude00""", "a\ufffdb\ufffd\ud83d\ude00")]
    [InlineData("""\\ud83d""", "\\ud83d")]
    public void Half_a_character_is_one_that_cannot_be_read(string sent, string says)
    {
        using var json = JsonTables.Parsed($$"""{"{{sent}}":["{{sent}}"]}""");
        Assert.Equal((says, says), (json.RootElement.EnumerateObject().Single().Name, json.RootElement.EnumerateObject().Single().Value[0].GetString()));
        var feed = Source.Read(System.Text.Encoding.UTF8.GetBytes($$"""[{"a":"{{sent}}"}]"""), new SourceForm(SourceKind.Json, null, FirstRow.Seen));
        Assert.Equal(says, feed.Tables.Single().Columns.Single().Cells.Single());
    }

    [Fact]
    public void An_adapter_says_what_is_wrong_with_it()
    {
        var wrong = new Adapter(new("The Jar"), "", "data", Jar.Takes.Remove("id").SetItem("name", "/a~2").SetItem("words", "{{ it.words | shout }}").SetItem("colour", "red"));
        Assert.Equal(["/each", "/id", "/name", "/takes/colour", "/takes/id", "/takes/name", "/takes/words"], wrong.Faults().Select(fault => fault.Path).Order(StringComparer.Ordinal));
        Assert.Empty(Jar.Faults());
    }

    /// <summary>Any JSON at all, of any shape and depth, by any adapter that may be kept: an answer, and never anything else.</summary>
    [Fact]
    public void Whatever_is_sent_it_answers()
    {
        string[] froms = ["/a", "/a/0", "/b/a", "{{ it.a }}", "{{ it.a.b[0] | upcase }}", "{% for one in all %}{{ one }}{% endfor %}", "{{ it['a'] | date: '%Y' }}", "tip", "{{ it | sort | join: it }}"];
        string[] texts = ["x", "12", "-1", "tip", "gift", "\\u0000", "\\ud83d", "<script>", "{{ it }}", "2026-11-27T21:40:00Z", "999999999999999999999", "\\u202e"];
        var leaf = Gen.OneOf(OneOf(texts).Select(text => $"\"{text}\""), OneOf("1", "1e400", "-0", "true", "null", "12.5", "99999999999999999999"));
        var json = Gen.Recursive<string>((depth, inner) => depth > 3 ? leaf : Gen.OneOf(leaf, inner.Array[0, 3].Select(all => $"[{string.Join(',', all)}]"), Gen.Select(OneOf("a", "b", "", "\\ud83d"), inner).Array[0, 3].Select(all => $"{{{string.Join(',', all.Select(one => $"\"{one.Item1}\":{one.Item2}"))}}}")));
        Gen<string> OneOf(params string[] all) => Gen.Int[0, all.Length - 1].Select(at => all[at]);
        Gen.Select(json, OneOf(froms).Array[6, 6], OneOf("", "/a", "/b/0"))
            .Sample(
                (sent, from, each) =>
                {
                    var adapter = new Adapter(new("any"), "Any", each, ImmutableDictionary<string, string>.Empty.Add("type", from[0]).Add("id", from[1]).Add("time", from[2]).Add("name", from[3]).Add("amount", from[4]).Add("event", from[5]));
                    Assert.Empty(adapter.Faults());
                    var adapted = Read(adapter, sent);
                    foreach (var (one, path) in adapted.Events)
                    {
                        var (read, faults) = EventReader.Read(one, Instant.FromUtc(2026, 11, 27, 0, 0), "EUR", path);
                        Assert.Equal(read is null, faults.Count > 0);
                    }
                },
                iter: 2000
            );
    }
}
