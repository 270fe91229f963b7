namespace SideLamp.Core.Timers;

public enum TimerKind
{
    /// <summary>From a length to zero.</summary>
    Down,

    /// <summary>From zero.</summary>
    Up,

    /// <summary>To a time of day, or to one on a certain day.</summary>
    Until,

    /// <summary>The time of day itself, or the date: it runs always.</summary>
    Clock,

    /// <summary>From phase to phase, such as work and rest, each down to zero.</summary>
    Phases,
}

/// <summary>How the figures of a timer are written; of the time of day in brackets. What does not suit its kind is written as a clock.</summary>
public enum TimerForm
{
    /// <summary><c>0:07</c>, <c>12:30</c>, <c>1:09:20</c> (<c>9:07:33</c>).</summary>
    Clock,

    /// <summary>Minutes, however many: <c>69:20</c> (hours and minutes: <c>9:07</c>).</summary>
    Minutes,

    /// <summary>Minutes of two figures or more: <c>00:07</c> (<c>09:07</c>).</summary>
    TwoFigures,

    /// <summary>Tenths of a second where there is less than a minute: <c>7.4</c>; else as a clock.</summary>
    Tenths,

    /// <summary>Timecode at the show's rate: <c>00:01:09:20</c>.</summary>
    Frames,

    /// <summary>Words: <c>in 5 minutes</c>.</summary>
    Words,

    /// <summary>Of the time of day alone: <c>9:07 pm</c>.</summary>
    TwelveHours,

    /// <summary>Of the time of day alone: the date.</summary>
    Date,
}

/// <summary>What becomes of a timer at zero.</summary>
public enum AtZero
{
    /// <summary>It stands at 0:00.</summary>
    Stop,

    /// <summary>It counts on, with a plus sign.</summary>
    Over,

    /// <summary>It begins anew: an interval.</summary>
    Again,

    /// <summary>It goes below zero, with a minus sign.</summary>
    Below,
}
