using NodaTime;
using SideLamp.Core.Shows;

namespace SideLamp.Core.Loop;

/// <summary>
/// Lays out before the loop needs it, on the thread of whoever asks: what the loop meets then is remembered, so that no picture,
/// however large, holds up the presses of others. Changes nothing.
/// </summary>
public sealed class LayingAhead(Folding folding, PictureBook book)
{
    /// <summary>More would push one another out of the book.</summary>
    private const int MostGraphics = 200;

    /// <summary>What an input is about to show. What cannot be worked out is met again by the loop, and said there.</summary>
    /// <param name="skew">As of <see cref="Folding.Fold"/>.</param>
    public void Of(Stage stage, Input input, Instant now, Duration skew)
    {
        try
        {
            var after = folding.Fold(stage, input, now, skew).Stage;
            foreach (var airing in after.Air.Airings)
            {
                if (after.Kept.Contents.TryGetValue(airing.Content, out var content))
                {
                    book.DrawnOf(new Pinned(airing.Content, content), after.Kept);
                }
            }
        }
        catch (Exception)
        {
            // The loop does it again, and tells whoever asked.
        }
    }

    /// <summary>What a press may show next: of each graphic the card that is up, and of what is lit all cards.</summary>
    /// <param name="stop">Whether something newer is to be laid out instead.</param>
    public void OfAll(Stage stage, Duration skew, Func<bool> stop)
    {
        var facts = new AirFacts(book, stage.Kept, skew);
        foreach (var graphic in stage.Show.Graphics.Take(MostGraphics))
        {
            var cards = stage.Air.Of(graphic.Id) is null ? [null] : graphic.CardIds.Take(MostGraphics).Select(card => (CardId?)card).Prepend(null);
            foreach (var card in cards)
            {
                if (stop())
                {
                    return;
                }

                Try(graphic.Id, card);
            }
        }

        void Try(GraphicId graphic, CardId? card)
        {
            try
            {
                facts.Prepare(graphic, card);
            }
            catch (Exception)
            {
                // It is said when it is to be shown.
            }
        }
    }
}
