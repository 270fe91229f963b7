using SideLamp.Core;
using SideLamp.Core.Shows;
using SideLamp.Server.Loop;

namespace SideLamp.Server.Api;

/// <summary>What an edit of a graphic must leave alone for the sake of the air, and what only the laid-out picture can tell.</summary>
public static class OnAirRules
{
    /// <exception cref="RefusedException">It breaks one of them.</exception>
    public static void Check(Stage stage, Show edited, GraphicId id, PictureBook book, Shelf shelf)
    {
        var (before, after) = (stage.Show.Graphic(id)!, edited.Graphic(id)!);
        CheckLocked(stage, before, after, shelf);
        if (after.Every is { } every && book.FactsOf(stage.Kept with { Show = edited }).Prepare(id, null) is { Stay: { } stay } prepared)
        {
            // Rule 13: an interval that is no longer than one showing would never be dark.
            var showing = stay + prepared.Arrive + prepared.Leave;
            if (every <= showing)
            {
                throw RefusedException.Faulty("/every", $"One showing takes {showing.TotalSeconds:0.#} s with its coming and going. Let it come less often than that, or stay shorter.");
            }
        }
    }

    /// <summary>Fields that the template locks do not change while their card is on air (rule 27), neither by an edit nor counted.</summary>
    /// <exception cref="RefusedException">One would.</exception>
    public static void CheckLocked(Stage stage, Graphic before, Graphic after, Shelf shelf)
    {
        if (
            stage.Air.Of(before.Id) is not { Holds: true } airing
            || shelf.Find(stage.Show, before.Template)?.Template is not { } template
            || before.Card(airing.Card) is not { } lit
            || after.Card(airing.Card) is not { } wished
        )
        {
            return;
        }

        var locked = template.Fields.FirstOrDefault(field => !field.OnAir && lit.Words.GetValueOrDefault(field.Name) != wished.Words.GetValueOrDefault(field.Name));
        if (locked is not null)
        {
            throw RefusedException.Faulty($"/words/{locked.Name}", $"“{locked.Label}” does not change while “{before.Name}” is on air. Switch it off first.");
        }
    }
}
