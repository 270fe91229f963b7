using SideLamp.Core.Shows;

namespace SideLamp.Core.Editing;

/// <summary>What an edit of a graphic must leave alone for the sake of the air, and what only the laid-out picture can tell.</summary>
public static class OnAirRules
{
    /// <summary>Rule 13: an interval that is no longer than one showing would never be dark.</summary>
    /// <exception cref="RefusedException">It would not.</exception>
    public static void CheckEvery(EditScope scope, Show edited, Choices choices, GraphicId id)
    {
        if (edited.Graphic(id)?.Every is { } every && scope.Prepare(edited, choices, id) is { Stay: { } stay } prepared)
        {
            var showing = stay + prepared.Arrive + prepared.Leave;
            if (every <= showing)
            {
                throw RefusedException.Faulty("/every", $"One showing takes {showing.TotalSeconds:0.#} s with its coming and going. Let it come less often than that, or stay shorter.");
            }
        }
    }

    /// <summary>Fields that the template locks do not change while their card is on air (rule 27), neither by an edit nor counted.</summary>
    /// <exception cref="RefusedException">One would.</exception>
    public static void CheckLocked(EditScope scope, Chosen before, Chosen after)
    {
        if (
            scope.Air.Of(before.Graphic.Id) is not { Holds: true } airing
            || scope.Shelf.Find(scope.Show, before.Graphic.Template)?.Template is not { } template
            || before.Graphic.Card(airing.Card) is not { } lit
            || after.Graphic.Card(airing.Card) is not { } wished
        )
        {
            return;
        }

        var (old, now) = (before.WordsOf(lit), after.WordsOf(wished));
        var locked = template.Fields.FirstOrDefault(field => !field.OnAir && old.GetValueOrDefault(field.Name) != now.GetValueOrDefault(field.Name));
        if (locked is not null)
        {
            throw RefusedException.Faulty($"/words/{locked.Name}", $"“{locked.Label}” does not change while “{before.Graphic.Name}” is on air. Switch it off first.");
        }
    }
}
