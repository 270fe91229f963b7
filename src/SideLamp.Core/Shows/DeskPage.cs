using System.Collections.Immutable;

namespace SideLamp.Core.Shows;

/// <summary>A choice of graphics and cues for a part of the evening, such as “Guests”. What is lit is on the desk whatever page it shows.</summary>
/// <param name="Key">Shows this page on the desk; null = none.</param>
/// <param name="Graphics">In no order: they lie where their seats are.</param>
/// <param name="Cues">Likewise.</param>
public sealed record DeskPage(DeskPageId Id, string Name, string? Key, ImmutableArray<GraphicId> Graphics, ImmutableArray<CueId> Cues)
{
    public const int Most = 20;

    public IEnumerable<Fault> Faults()
    {
        if (Names.FaultIn(Name, thing: "the page") is { } unnamed)
        {
            yield return unnamed;
        }

        if (DeskKey.FaultIn(Key) is { } fault)
        {
            yield return new Fault("/key", fault);
        }

        if (Graphics.Length > 2000 || Cues.Length > Cue.Most)
        {
            yield return new Fault("/graphics", "A page holds no more than the show does.");
        }
    }
}
