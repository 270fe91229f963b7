using System.Globalization;
using NodaTime;

namespace SideLamp.Core.Timers;

/// <summary>
/// What pages need to show a timer by themselves, whatever becomes of the server. Its words at any instant are those of
/// <see cref="TimerFace.Text(TimerProgram, Instant)"/>.
/// </summary>
/// <param name="Zero">When it stands, or stood, at zero; null = it stands still.</param>
/// <param name="Still">What it shows while it stands still, in ms; below zero = past zero.</param>
/// <param name="Up">Whether it counts whole seconds gone by; else the second that is still running.</param>
/// <param name="Over">Whether it counts on past zero.</param>
/// <param name="Again">Of an interval: its length in ms; null = it is none.</param>
/// <param name="Length">From its beginning to zero, in ms; 0 = it counts up.</param>
/// <param name="Form">How its figures are written.</param>
/// <param name="Day">Whether it is the time of day: what has gone by since a midnight, beginning anew each day.</param>
public sealed record TimerProgram(Instant? Zero, double Still, bool Up, bool Over, double? Again = null, double Length = 0, TimerForm Form = TimerForm.Clock, bool Day = false);

/// <summary>The words that timers show.</summary>
public static class TimerFace
{
    /// <summary>Where words grow by a letter or two, counted from zero.</summary>
    public static readonly Duration[] Steps = [Duration.FromMinutes(10), Duration.FromHours(1), Duration.FromMinutes(100), Duration.FromHours(10), Duration.FromMinutes(1000)];

    /// <summary>In ms.</summary>
    private const double Day = 86_400_000;

    /// <summary>Of a minute.</summary>
    private const int Tenths = 600;

    /// <summary>What pages are told of a timer.</summary>
    public static TimerProgram ProgramOf(Timer timer, TimerRun run)
    {
        if (timer.Kind == TimerKind.Clock)
        {
            return new TimerProgram(run.Since, 0, Up: true, Over: false, Form: timer.Form, Day: true);
        }

        var up = timer.Kind == TimerKind.Up;
        var left = run.Length - run.Gone;
        var still = (up ? run.Gone : left).TotalMilliseconds;
        var zero = run.Since is { } since ? (up ? since - run.Gone : since + left) : (Instant?)null;
        return new TimerProgram(zero, still, up, timer.AtZero == AtZero.Over, timer.AtZero == AtZero.Again && !up ? timer.Length.TotalMilliseconds : null, up ? 0 : run.Length.TotalMilliseconds, timer.Form);
    }

    public static string Text(TimerProgram program, Instant now)
    {
        var ms = ValueAt(program, now);
        return program.Day ? OfDay(ms, program.Form) : ms < 0 && program.Over ? "+" + Text(Duration.FromMilliseconds(-ms), up: true, program.Form) : Text(Duration.FromMilliseconds(Math.Max(0, ms)), program.Up, program.Form);
    }

    /// <summary>What is left, or has gone by, in ms; below zero = past zero.</summary>
    private static double ValueAt(TimerProgram program, Instant now)
    {
        if (program.Zero is not { } zero)
        {
            return program.Still;
        }

        var ms = (program.Up ? now - zero : zero - now).TotalMilliseconds;
        if (program.Day)
        {
            return ms - (Math.Floor(ms / Day) * Day);
        }

        // An interval goes on by itself: at zero it is full again.
        return ms <= 0 && program.Again is { } again ? ms + (again * (Math.Floor(-ms / again) + 1)) : ms;
    }

    private static string OfDay(double ms, TimerForm form)
    {
        var seconds = (long)Math.Floor(ms / 1000);
        var (hours, minutes, rest) = (seconds / 3600, seconds / 60 % 60, seconds % 60);
        return form switch
        {
            TimerForm.Minutes => string.Create(CultureInfo.InvariantCulture, $"{hours}:{minutes:00}"),
            TimerForm.TwoFigures => string.Create(CultureInfo.InvariantCulture, $"{hours:00}:{minutes:00}"),
            _ => string.Create(CultureInfo.InvariantCulture, $"{hours}:{minutes:00}:{rest:00}"),
        };
    }

    /// <summary>Counting down shows the second, or the tenth, that is still running, counting up whole ones gone by. Source: common practice.</summary>
    public static string Text(Duration length, bool up, TimerForm form)
    {
        long Whole(double units) => (long)(up ? Math.Floor(units) : Math.Ceiling(units));
        if (form == TimerForm.Tenths && Whole(length.TotalMilliseconds / 100) is < Tenths and var tenths)
        {
            return string.Create(CultureInfo.InvariantCulture, $"{tenths / 10}.{tenths % 10}");
        }

        var (minutes, rest) = Math.DivRem(Whole(length.TotalSeconds), 60);
        return form switch
        {
            TimerForm.Minutes => string.Create(CultureInfo.InvariantCulture, $"{minutes}:{rest:00}"),
            TimerForm.TwoFigures => string.Create(CultureInfo.InvariantCulture, $"{minutes:00}:{rest:00}"),
            _ when minutes >= 60 => string.Create(CultureInfo.InvariantCulture, $"{minutes / 60}:{minutes % 60:00}:{rest:00}"),
            _ => string.Create(CultureInfo.InvariantCulture, $"{minutes}:{rest:00}"),
        };
    }

    /// <summary>The widest words from this instant on, until they outgrow them, every figure a 0; and what is counted up in them.</summary>
    public static (Duration Counted, string Words) RoomOf(Timer timer, TimerRun run, Instant now)
    {
        if (timer.Kind == TimerKind.Clock)
        {
            return (Duration.Zero, timer.Form is TimerForm.Minutes or TimerForm.TwoFigures ? "00:00" : "00:00:00");
        }

        var over = timer.Kind != TimerKind.Up && run.AtEnd && timer.AtZero == AtZero.Over;
        if (timer.Kind != TimerKind.Up && !over)
        {
            return (Duration.Zero, Zeros(Text(run.Length, up: false, timer.Form)));
        }

        var counted = timer.Kind == TimerKind.Up ? run.At(now) : run.At(now) - run.Length;
        // The room of the next step is kept from the beginning: a plate does not jump at ten minutes.
        var words = Zeros(Text(Duration.Max(counted, Steps[0]), up: true, timer.Form));
        return (counted, over ? "+" + words : words);
    }

    private static string Zeros(string words) => new([.. words.Select(letter => char.IsAsciiDigit(letter) ? '0' : letter)]);
}
