using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core;
using SideLamp.Core.Brands;
using SideLamp.Core.Shows;

namespace SideLamp.StandIns;

/// <summary>“The Lantern Cloth”: Odalys Thrupp streams the moths that come to a lit cloth. All names are made up.</summary>
public static class DemoShow
{
    public const string ClothFile = "on-the-cloth.txt";

    /// <param name="files">The folder that holds the demo's files, which the stand-ins change.</param>
    /// <param name="token">Of the one output.</param>
    /// <param name="portrait">A stored picture for one of the guests.</param>
    public static Show Make(string files, string token, AssetId portrait) =>
        new(
            "The Lantern Cloth",
            Canvas.FullHd,
            Brand.Night,
            [
                Graphic(
                    "names",
                    "Names",
                    "name",
                    "lower-left",
                    "1",
                    Words(("name", "Odalys Thrupp"), ("role", "garden moth recorder")),
                    Words(("name", "Benedek Carraway"), ("role", "paints moths from life")),
                    Words(("name", "Ilse Okonjo-Marsh"), ("role", "hedgerow warden"), ("picture", portrait.Value)),
                    Words(("name", "Pim"), ("role", "holds the torch"))
                ),
                Graphic("moth", "Moth in view", "caption", "lower-left", "2", Words(("text", "On the cloth: {{ cloth.text }}"), ("below", "by the garden lamp, tonight"))),
                Graphic("lamp", "Lamp is on", "live-bug", "upper-right", "3", Words(("text", "The lamp is on"))),
                Graphic("place", "Hollow Lane garden", "live-bug", "upper-left", "4", Words(("text", "Hollow Lane garden"))),
                Graphic(
                    "quote",
                    "Species quote",
                    "caption",
                    "lower-right",
                    "5",
                    Words(
                        ("text", "“It does not come to the light. It loses the moon, and the lamp is the nearest thing like it.”"),
                        ("below", "Benedek Carraway, field book, page 12")
                    )
                ) with { Stay = Duration.FromSeconds(20) },
                Graphic("sighting", "Send your sighting", "caption", "lower-right", "6", Words(("text", "Seen one at home? Tell us the time and the place"), ("below", "Hollow Lane Moth Club")))
                    with { Stay = Duration.FromSeconds(12) },
                Graphic("question", "Chat question", "caption", "left", "7", Words(("text", "Why a white cloth and not a coloured one?"), ("below", "quietfern"))),
            ],
            [new Feed(new FeedId("cloth"), "Moth on the cloth", Path.Combine(files, ClothFile), Duration.FromMilliseconds(200))],
            [new Output(new OutputId("main"), "Main picture", token)],
            LiveEdits: false,
            LookFirst: false
        );

    /// <summary>A show with nothing in it but an output.</summary>
    public static Show Empty(string token) =>
        new("New show", Canvas.FullHd, Brand.Night, [], [], [new Output(new OutputId("main"), "Main picture", token)], LiveEdits: false, LookFirst: false);

    private static Graphic Graphic(string id, string name, string template, string seat, string key, params ImmutableDictionary<string, string>[] cards)
    {
        var made = cards.Select((words, at) => new Card(new CardId($"c{at + 1}"), words)).ToImmutableArray();
        return new Graphic(new GraphicId(id), name, new TemplateId(template), made, made[0].Id, new SeatId(seat), default, null, key);
    }

    private static ImmutableDictionary<string, string> Words(params (string Field, string Text)[] words) =>
        words.ToImmutableDictionary(one => one.Field, one => one.Text);
}
