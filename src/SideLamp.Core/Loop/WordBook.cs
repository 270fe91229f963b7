using System.Collections.Immutable;
using SideLamp.Core.Events;
using SideLamp.Core.Feeds;
using SideLamp.Core.Shows;
using SideLamp.Core.Templates;
using SideLamp.Core.Text;

namespace SideLamp.Core.Loop;

/// <summary>Words as they would show now.</summary>
/// <param name="Words">By field name.</param>
/// <param name="Faults">Why a field could not be filled in.</param>
/// <param name="Hits">How many words of the never-show list they hold; these are covered.</param>
public sealed record Said(ImmutableDictionary<string, string> Words, ImmutableArray<Fault> Faults, int Hits);

/// <summary>What contents say now, and whether they may.</summary>
public sealed class WordBook(Shelf shelf, ILookAlikes lookAlikes)
{
    private const string AViewer = "a viewer";

    private readonly WordGate _gate = new(lookAlikes);

    /// <summary>Who did something, as it may be told: in place of a name with a word of the never-show list, “a viewer”.</summary>
    public string NameOf(string name, NeverShow list) => _gate.Of(name, list).Hits > 0 ? AViewer : name;

    /// <summary>A text with words of the never-show list covered.</summary>
    public string Covered(string text, NeverShow list) => _gate.Of(text, list).Text;

    /// <summary>Whether a text holds a word of the never-show list.</summary>
    public bool IsBarred(string text, NeverShow list) => _gate.Of(text, list).Hits > 0;

    /// <summary>An event as it may be seen, on air and on our own pages: the streamer may share them.</summary>
    public ViewerEvent Seen(ViewerEvent one, NeverShow list) => one with { Name = NameOf(one.Name, list), Words = _gate.Of(one.Words, list).Text, Tier = _gate.Of(one.Tier, list).Text };

    /// <summary>What an alert tells, as it may be seen. Who is with somebody is no name.</summary>
    public AlertEvent Seen(AlertEvent one, NeverShow list) => list.Words.IsEmpty ? one : one with { Name = NameOf(one.Name, list), Picture = IsBarred(one.Name, list) ? "" : one.Picture, Words = _gate.Of(one.Words, list).Text, Tier = _gate.Of(one.Tier, list).Text };

    /// <summary>The words of a content as they would show now: filled in, and those of the never-show list covered.</summary>
    public Said SaidNow(Template template, Content content, Kept kept)
    {
        var (words, faults) = Placeholders.FillAll(template, content.Words, FeedsOf(content, kept), content.StaleWords, kept.Stale);
        if (content.Finish.Belt?.Pinned is { Length: > 0 } pinned)
        {
            words = words.SetItems(template.BeltFields.Select(field => KeyValuePair.Create(field, $"{pinned}\n{words[field]}".TrimEnd('\n'))));
        }
        if (kept.Show.NeverShow.Words.IsEmpty)
        {
            return new Said(words, faults, 0);
        }

        var gated = template.Fields.Where(field => field.Kind != FieldKind.Picture).Select(field => (field.Name, Gated: _gate.Of(words[field.Name], kept.Show.NeverShow))).ToList();
        return new Said(words.SetItems(gated.Select(one => KeyValuePair.Create(one.Name, one.Gated.Text))), faults, gated.Sum(one => one.Gated.Hits));
    }

    /// <summary>Why no hand lights it, in a sentence: it asks what a viewer did, and nobody did anything. Null = a hand may.</summary>
    /// <param name="showsChat">Whether it is the graphic that shows messages.</param>
    public static string? WhyNoHand(Content content, Graphic graphic, bool showsChat) =>
        !content.Words.Values.Any(words => Placeholders.FeedsIn(words).Contains(new(AlertEvent.Word))) ? null
        : showsChat ? $"“{graphic.Name}” shows a message, and none waits. Choose one on the page Chat."
        : $"“{graphic.Name}” tells what a viewer did: only alerts light it. Send a test from the page Alerts.";

    private FeedsNow FeedsOf(Content content, Kept kept)
    {
        var feeds = kept.Feeds with { Own = content.Row };
        return content.Event is { } told ? feeds with { Also = feeds.Also.Add(new(AlertEvent.Word), () => Seen(told, kept.Show.NeverShow).Told()) } : feeds;
    }

    /// <summary>Why a content must not be on air now (rule 37), in a sentence; null = it may.</summary>
    public string? BarOf(Content content, Kept kept)
    {
        if (content.Event?.Message is { } message && kept.Chat.Bars.Has(message))
        {
            return "It was taken back in chat.";
        }

        if (content.Row is { } row && kept.Show.Feed(row.Feed) is { Audience: true } feed && kept.Feeds.RowsOf(row.Feed)?.IndexInAll(row.Row) is null or < 0)
        {
            return $"What the audience sent to “{feed.Name}” waits for your tick, or was taken back.";
        }

        return kept.Show.NeverShow is { Act: NeverShowAct.HoldBack, Words.IsEmpty: false } && shelf.Read(content.TemplateSource)?.Template is { } template && SaidNow(template, content, kept).Hits > 0
            ? "It holds a word of the never-show list."
            : null;
    }
}
