using System.Text.Json.Serialization;
using NodaTime;

namespace SideLamp.Core.Airing;

/// <summary>
/// Graphics that are lit while something is so (rule 35). It must have been so for a while before one comes, and otherwise for a while
/// before it goes; hands win: what was darkened meanwhile stays dark until it has been otherwise once.
/// </summary>
internal sealed class Watching(Scene scene, Seating seating, Lighting lighting) : ScenePart(scene)
{
    public string? Tell(Watched told)
    {
        var old = State.Watches.Find(one => one.Graphic == told.Graphic);
        var watch = old is null || old.Holds != told.Holds
            ? new Watch(told.Graphic, told.Holds, Now, told.On, told.Off) { IsSpent = old?.IsSpent ?? false, WasLit = old?.WasLit ?? false, Lit = old?.Lit }
            : old with { On = told.On, Off = told.Off };
        State = State with { Watches = old is null ? State.Watches.Add(watch) : State.Watches.Replace(old, watch) };
        return null;
    }

    public string? Forget(GraphicId graphic)
    {
        State = State with { Watches = State.Watches.RemoveAll(one => one.Graphic == graphic) };
        return null;
    }

    /// <summary>It has been so for long enough.</summary>
    public void Ripen(Watch watch) => Put(watch, watch with { IsRipe = true });

    /// <summary>What is to come comes where it may, and what is to go goes.</summary>
    public void Settle()
    {
        foreach (var graphic in State.Watches.Select(one => one.Graphic))
        {
            Look(graphic);
            // Until it has been otherwise once.
            Alone(() => Act(WatchOf(graphic)), state => state with { Watches = state.Watches.Replace(WatchOf(graphic), WatchOf(graphic) with { IsSpent = true }) }, graphic);
        }
    }

    private Watch WatchOf(GraphicId graphic) => State.Watches.Find(one => one.Graphic == graphic)!;

    /// <summary>What went dark while it might be lit was sent away, or has had its stay; unless lights out or an alert took it, for then it may come back.</summary>
    private void Look(GraphicId graphic)
    {
        var watch = WatchOf(graphic);
        var airing = State.Of(graphic);
        var isLit = airing is { Holds: true } || State.AsideOf(graphic) is not null;
        var isOut = State.Waits && State.LightsOut?.Exists(one => one.Graphic == graphic) == true;
        var isSpent = watch.Holds ? watch.IsSpent || (watch.WasLit && !isLit && !isOut) : watch.IsSpent && !watch.IsRipe;
        // What came back has another airing.
        var lit = isSpent ? null : watch.Lit is not null && airing is { Holds: true, Origin: Origin.Automatic } ? airing.Id : watch.Lit;
        Put(watch, watch with { WasLit = isLit, IsSpent = isSpent, Lit = lit });
    }

    private void Act(Watch watch)
    {
        var airing = State.Of(watch.Graphic);
        if (!watch.IsRipe)
        {
            return;
        }

        if (!watch.Holds)
        {
            // What a person has lit, or made their own, is theirs to darken.
            if (airing is { Holds: true, Origin: Origin.Automatic } && (airing.Id == watch.Lit || airing.Stay is null))
            {
                seating.Send(airing, Origin.Automatic);
            }

            return;
        }

        if (
            !watch.IsSpent
            && !State.Held
            && airing is null or { Holds: false }
            && State.AsideOf(watch.Graphic) is null
            && Prepare(watch.Graphic, null) is { Unlit: null } prepared
            && Scene.IsFree(prepared.Seat)
            && !IsAnothers(State.HolderOf(prepared.Seat))
            && lighting.LightIt(new Light(watch.Graphic, null, Origin.Automatic)) is null
        )
        {
            Put(watch, watch with { Lit = State.Of(watch.Graphic)?.Id, WasLit = true });
        }
    }

    /// <summary>What is lit while something else is so is waited for: two would send each other away for ever.</summary>
    private bool IsAnothers(Airing? holder) => holder is not null && State.Watches.Exists(one => one.Lit == holder.Id);

    private void Put(Watch old, Watch now)
    {
        if (old != now)
        {
            State = State with { Watches = State.Watches.Replace(old, now) };
        }
    }
}

/// <summary>Something that a graphic is lit while it is so.</summary>
/// <param name="Holds">Whether it is so.</param>
/// <param name="Since">Since when it is, or is not.</param>
/// <param name="On">How long it must be so before the graphic comes.</param>
/// <param name="Off">How long it must be otherwise before it goes.</param>
public sealed record Watch(GraphicId Graphic, bool Holds, Instant Since, Duration On, Duration Off)
{
    /// <summary>Whether it has been as it is for long enough.</summary>
    public bool IsRipe { get; init; }

    /// <summary>Whether the graphic went dark while it was so: it stays dark until it has been otherwise.</summary>
    public bool IsSpent { get; init; }

    /// <summary>Whether the graphic was lit, or aside, when it was last looked at.</summary>
    public bool WasLit { get; init; }

    /// <summary>The airing that it lit; null = none yet.</summary>
    public AiringId? Lit { get; init; }

    /// <summary>When it will have been so for long enough; null = it has.</summary>
    [JsonIgnore]
    public Instant? Due => IsRipe ? null : Since + (Holds ? On : Off);
}
