namespace SideLamp.Core;

/// <summary>A typed name of a thing: short ASCII, unique among its kind, never shown as words.</summary>
public interface IId
{
    string Value { get; }
}

/// <summary>Names a graphic of a show.</summary>
public readonly record struct GraphicId(string Value) : IId
{
    public override string ToString() => Value;
}

/// <summary>Names a card of a graphic; unique within that graphic.</summary>
public readonly record struct CardId(string Value) : IId
{
    public override string ToString() => Value;
}

/// <summary>Names an outfit of a graphic; unique within that graphic.</summary>
public readonly record struct OutfitId(string Value) : IId
{
    public override string ToString() => Value;
}

/// <summary>Names a cue of a show.</summary>
public readonly record struct CueId(string Value) : IId
{
    public override string ToString() => Value;
}

/// <summary>Names a page of the desk.</summary>
public readonly record struct DeskPageId(string Value) : IId
{
    public override string ToString() => Value;
}

/// <summary>Names a timer. It is also the word that placeholders use: <c>{{ timers.tea }}</c>.</summary>
public readonly record struct TimerId(string Value) : IId
{
    public override string ToString() => Value;
}

/// <summary>Names a template of the shelf.</summary>
public readonly record struct TemplateId(string Value) : IId
{
    public override string ToString() => Value;
}

/// <summary>Names a seat of the frame.</summary>
public readonly record struct SeatId(string Value) : IId
{
    public override string ToString() => Value;
}

/// <summary>Names an area to keep clear.</summary>
public readonly record struct AreaId(string Value) : IId
{
    public override string ToString() => Value;
}

/// <summary>Names a saved finish.</summary>
public readonly record struct FinishId(string Value) : IId
{
    public override string ToString() => Value;
}

/// <summary>Names a feed. It is also the word that placeholders use: <c>{{ cloth.text }}</c> reads the feed <c>cloth</c>.</summary>
public readonly record struct FeedId(string Value) : IId
{
    public override string ToString() => Value;
}

/// <summary>Names an output of a show.</summary>
public readonly record struct OutputId(string Value) : IId
{
    public override string ToString() => Value;
}

/// <summary>Names a stored file (picture, font): the lower-case hex SHA-256 of its bytes.</summary>
public readonly record struct AssetId(string Value) : IId
{
    public override string ToString() => Value;
}

/// <summary>Names one airing: a stay of a picture in a seat, from its lighting until it is gone.</summary>
public readonly record struct AiringId(string Value) : IId
{
    public override string ToString() => Value;
}

/// <summary>Names everything a picture was made from. Two looks with equal ids lay out alike, given the same feed values.</summary>
public readonly record struct ContentId(string Value) : IId
{
    public override string ToString() => Value;
}

/// <summary>Chosen by the sender of a command, so that a repeat of it does nothing (rule 30).</summary>
public readonly record struct CommandId(string Value) : IId
{
    public override string ToString() => Value;
}

/// <summary>Names a label. It is also the word that placeholders use: <c>{{ labels.top_tip }}</c>.</summary>
public readonly record struct LabelId(string Value) : IId
{
    public override string ToString() => Value;
}

/// <summary>Names how another program's JSON is read. It is also the end of the address that it sends to.</summary>
public readonly record struct AdapterId(string Value) : IId
{
    public override string ToString() => Value;
}

/// <summary>Names a rule for alerts.</summary>
public readonly record struct AlertId(string Value) : IId
{
    public override string ToString() => Value;
}

/// <summary>Names a chat server that is listened to.</summary>
public readonly record struct ChatSourceId(string Value) : IId
{
    public override string ToString() => Value;
}

/// <summary>Names what viewers type to make something happen. It is also the word that placeholders use: <c>{{ chat.guess.words }}</c>.</summary>
public readonly record struct ChatCommandId(string Value) : IId
{
    public override string ToString() => Value;
}

/// <summary>Names a vote. It is also the word that placeholders use: <c>{{ votes.lamp.question }}</c>.</summary>
public readonly record struct VoteId(string Value) : IId
{
    public override string ToString() => Value;
}
