namespace SideLamp.Core.Events;

/// <summary>An event that is counted, for what it sets off: each is heard once.</summary>
/// <param name="Seq">Its own number of arrival; of a reversal that of the reversal.</param>
/// <param name="Event">What came, or what was taken back.</param>
/// <param name="IsFirst">Whether it is this person's first one of the kind.</param>
/// <param name="IsTakenBack">Whether this takes it back.</param>
public sealed record HeardEvent(long Seq, ViewerEvent Event, bool IsFirst, bool IsTakenBack)
{
    /// <summary>Whether it was counted before Side Lamp last ended, and is heard only now (rule 29).</summary>
    public bool IsLate { get; init; }
}
