using NodaTime;
using SideLamp.Core.Tickers;

namespace SideLamp.Core.Airing;

/// <summary>What a hand does with the belts of what is on air.</summary>
internal sealed class Belting(Scene scene) : ScenePart(scene)
{
    private const int LettersTold = 40;

    public string? MoveIt(MoveBelt move)
    {
        var airing = State.Of(move.Graphic);
        var belts = State.Belts.FindAll(belt => belt.Airing == airing?.Id);
        if (airing is not { Holds: true } || belts.IsEmpty)
        {
            return "It is not on air, or nothing moves in it.";
        }

        if (move.Act is BeltAct.Soon or BeltAct.Remove)
        {
            return WithItem(move, belts.Find(belt => belt.Lines.ContainsKey(move.Item ?? "")));
        }

        foreach (var belt in belts)
        {
            Put(belt, move.Act == BeltAct.Next ? belt.Hurry(Now) : belt.Pause(Now, move.Act == BeltAct.Pause));
        }

        Tell(move, move.Act switch
        {
            BeltAct.Next => "next item",
            BeltAct.Pause => "paused",
            _ => "goes on",
        });
        return null;
    }

    private string? WithItem(MoveBelt move, BeltRun? belt)
    {
        if (belt is null || (move.Act == BeltAct.Remove ? belt.Without(Now, move.Item!) : belt.Soon(Now, move.Item!)) is not { } moved)
        {
            return "There is no such item any more.";
        }

        Put(belt, moved);
        var line = belt.Lines[move.Item!].Split('\t')[0].Trim();
        Tell(move, $"“{(line.Length > LettersTold ? line[..LettersTold] + "…" : line)}” {(move.Act == BeltAct.Remove ? "taken off" : "comes next")}");
        return null;
    }

    private void Put(BeltRun before, BeltRun after) => State = State with { Belts = State.Belts.Replace(before, after) };

    private void Tell(MoveBelt move, string what) => Happenings.Add(new Happening(Now, HappeningKind.BeltMoved, move.Graphic, Origin.Person, What: what));
}
