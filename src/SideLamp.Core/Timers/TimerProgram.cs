using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core.Frame;

namespace SideLamp.Core.Timers;

/// <summary>
/// What pages need to show a timer by themselves, whatever becomes of the server. Its words at any instant are those of
/// <see cref="TimerFace.Text(TimerProgram, Instant)"/>.
/// </summary>
/// <param name="Zero">When it stands, or stood, at zero; null = it stands still.</param>
/// <param name="Still">What it shows while it stands still, in ms; below zero = past zero.</param>
/// <param name="Up">Whether it counts whole seconds gone by; else the second that is still running.</param>
/// <param name="Sign">What stands before what it counts past zero; null = it stands at zero.</param>
/// <param name="Length">From its beginning to zero, in ms; 0 = it counts up.</param>
/// <param name="Form">How its figures are written.</param>
/// <param name="Day">Whether it is the time of day: what has gone by since a midnight, beginning anew each day.</param>
public sealed record TimerProgram(Instant? Zero, double Still, bool Up, string? Sign = null, double Length = 0, TimerForm Form = TimerForm.Clock, bool Day = false)
{
    /// <summary>What follows at zero, in its order, in ms each: an interval goes on by itself. Null = nothing.</summary>
    public ImmutableArray<double>? Then { get; init; }

    /// <summary>Whether after the last of <see cref="Then"/> comes the first again.</summary>
    public bool Loops { get; init; }

    /// <summary>Of the time of day: the next times that the clocks of its zone are set.</summary>
    public ImmutableArray<ClockShift> Shifts { get; init; } = [];

    /// <summary>Of <see cref="TimerForm.Frames"/>: the show's.</summary>
    public FrameRate? Rate { get; init; }

    /// <summary>Of <see cref="TimerForm.Words"/>.</summary>
    public Phrases? Phrases { get; init; }

    /// <summary>Of <see cref="TimerForm.Date"/>: of the day of <see cref="Zero"/> and those after it.</summary>
    public ImmutableArray<string>? Dates { get; init; }

    /// <summary>The nearer to zero, the later in the list.</summary>
    public ImmutableArray<ProgramWarning> Warnings { get; init; } = [];
}

/// <summary>A change of the clocks in a zone.</summary>
/// <param name="By">In ms; below zero = back.</param>
public sealed record ClockShift(Instant At, double By);

/// <summary>A <see cref="TimerWarning"/>, as far as pages show it.</summary>
/// <param name="Left">In ms.</param>
/// <param name="Ink">A colour role; null = as before.</param>
public sealed record ProgramWarning(double Left, string? Ink, bool Pulse);
