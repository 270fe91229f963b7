using System.Collections.Immutable;
using System.Globalization;
using NodaTime;
using SideLamp.Core.Frame;

namespace SideLamp.Core.Timers;

/// <summary>The words that timers show.</summary>
public static class TimerFace
{
    /// <summary>Where words grow by a letter or two, counted from zero.</summary>
    public static readonly Duration[] Steps = [Duration.FromMinutes(10), Duration.FromHours(1), Duration.FromMinutes(100), Duration.FromHours(10), Duration.FromMinutes(1000), Duration.FromHours(100)];

    /// <summary>In ms.</summary>
    private const double Day = 86_400_000;

    /// <summary>Of a minute.</summary>
    private const int Tenths = 600;

    /// <summary>What pages are told of a timer.</summary>
    /// <param name="rate">Of the show.</param>
    public static TimerProgram ProgramOf(Timer timer, TimerRun run, FrameRate rate)
    {
        var frames = timer.Form == TimerForm.Frames ? rate : null;
        if (timer.Kind == TimerKind.Clock)
        {
            return new TimerProgram(run.Since, 0, Up: true, Form: timer.Form, Day: true) { Rate = frames, Shifts = run.Shifts, Dates = timer.Form == TimerForm.Date && run.Today is { } today ? timer.DatesFrom(today) : null };
        }

        var up = timer.Kind == TimerKind.Up;
        var left = run.Length - run.Gone;
        var then = timer.Following(run.Phase);
        return new TimerProgram(
            run.Since is { } since ? (up ? since - run.Gone : since + left) : null,
            (up ? run.Gone : left).TotalMilliseconds,
            up,
            up ? null : timer.Sign,
            up ? 0 : run.Length.TotalMilliseconds,
            timer.Form
        )
        {
            Then = then.IsEmpty ? null : [.. then.Select(length => length.TotalMilliseconds)],
            Loops = !then.IsEmpty && timer.AtZero == AtZero.Again,
            Rate = frames,
            Phrases = timer.Form == TimerForm.Words ? Phrases.For(timer.Locale, up, timer.Sign is not null) : null,
            Warnings = up ? [] : [.. timer.Warnings.OrderByDescending(warning => warning.Left).Select(warning => new ProgramWarning(warning.Left.TotalMilliseconds, warning.Ink, warning.Pulse))],
        };
    }

    public static string Text(TimerProgram program, Instant now)
    {
        var ms = ValueAt(program, now);
        if (program.Day)
        {
            return program.Dates is { IsEmpty: false } dates ? dates[(int)Math.Clamp(Math.Floor(ms / Day), 0, dates.Length - 1)] : OfDay(ms - (Math.Floor(ms / Day) * Day), program);
        }

        if (program.Phrases is { } phrases)
        {
            return phrases.Of(ms, program.Up);
        }

        if (ms >= 0 || program.Sign is not { } sign)
        {
            return Text(Math.Max(0, ms), program.Up, program.Form, program.Rate);
        }

        var past = Text(-ms, up: true, program.Form, program.Rate);
        // Nothing is less than nothing.
        return sign == Timer.Minus && !past.Any(letter => letter is >= '1' and <= '9') ? past : sign + past;
    }

    /// <summary>What is left, or has gone by, in ms; below zero = past zero. Of the time of day: since the midnight of <see cref="TimerProgram.Zero"/>, by the clocks of its zone.</summary>
    private static double ValueAt(TimerProgram program, Instant now)
    {
        if (program.Zero is not { } zero)
        {
            return program.Still;
        }

        var ms = (program.Up ? now - zero : zero - now).TotalMilliseconds;
        foreach (var shift in program.Shifts)
        {
            ms += shift.At <= now ? shift.By : 0;
        }

        return ms <= 0 && program.Then is { } then ? LeftOf(then, program.Loops, -ms) : ms;
    }

    /// <summary>What is left of the phase that runs so long after zero; past the last of them less than nothing.</summary>
    private static double LeftOf(ImmutableArray<double> then, bool loops, double gone)
    {
        var all = then.Sum();
        gone -= loops ? Math.Floor(gone / all) * all : 0;
        foreach (var length in then)
        {
            if (gone < length)
            {
                return length - gone;
            }

            gone -= length;
        }

        return -gone;
    }

    private static string OfDay(double ms, TimerProgram program)
    {
        if (program is { Form: TimerForm.Frames, Rate: { } rate })
        {
            return Timecode.Of(FramesIn(ms, rate, up: true), rate);
        }

        var seconds = (long)Math.Floor(ms / 1000);
        var (hours, minutes, rest) = (seconds / 3600, seconds / 60 % 60, seconds % 60);
        return program.Form switch
        {
            TimerForm.Minutes => string.Create(CultureInfo.InvariantCulture, $"{hours}:{minutes:00}"),
            TimerForm.TwoFigures => string.Create(CultureInfo.InvariantCulture, $"{hours:00}:{minutes:00}"),
            TimerForm.TwelveHours => string.Create(CultureInfo.InvariantCulture, $"{(hours + 11) % 12 + 1}:{minutes:00} {(hours < 12 ? "am" : "pm")}"),
            _ => string.Create(CultureInfo.InvariantCulture, $"{hours}:{minutes:00}:{rest:00}"),
        };
    }

    private static long FramesIn(double ms, FrameRate rate, bool up)
    {
        var frames = ms * rate.Numerator / (1000.0 * rate.Denominator);
        return (long)(up ? Math.Floor(frames) : Math.Ceiling(frames));
    }

    /// <summary>Counting down shows the second, the tenth or the frame that is still running, counting up whole ones gone by. Source: common practice.</summary>
    private static string Text(double ms, bool up, TimerForm form, FrameRate? rate)
    {
        long Whole(double units) => (long)(up ? Math.Floor(units) : Math.Ceiling(units));
        if (form == TimerForm.Frames && rate is not null)
        {
            return Timecode.Of(FramesIn(ms, rate, up), rate);
        }

        if (form == TimerForm.Tenths && Whole(ms / 100) is < Tenths and var tenths)
        {
            return string.Create(CultureInfo.InvariantCulture, $"{tenths / 10}.{tenths % 10}");
        }

        var (minutes, rest) = Math.DivRem(Whole(ms / 1000), 60);
        return form switch
        {
            TimerForm.Minutes => string.Create(CultureInfo.InvariantCulture, $"{minutes}:{rest:00}"),
            TimerForm.TwoFigures => string.Create(CultureInfo.InvariantCulture, $"{minutes:00}:{rest:00}"),
            _ when minutes >= 60 => string.Create(CultureInfo.InvariantCulture, $"{minutes / 60}:{minutes % 60:00}:{rest:00}"),
            _ => string.Create(CultureInfo.InvariantCulture, $"{minutes}:{rest:00}"),
        };
    }

    /// <summary>A length, as a clock shows it.</summary>
    public static string Plain(Duration length) => Text(length.TotalMilliseconds, up: true, TimerForm.Clock, null);

    /// <summary>The widest words from this instant on, until they outgrow them, every figure a 0; and what is counted up in them.</summary>
    public static (Duration Counted, string Words) RoomOf(Timer timer, TimerRun run, Instant now)
    {
        if (timer.Kind == TimerKind.Clock)
        {
            return (Duration.Zero, ClockRoom(timer, run));
        }

        var sign = timer.Kind == TimerKind.Up ? null : timer.Sign;
        var over = run.AtEnd && sign is not null;
        var counted = timer.Kind == TimerKind.Up ? run.At(now) : over ? run.At(now) - run.Length : Duration.Zero;
        if (timer.Form == TimerForm.Words)
        {
            var longest = timer.Kind == TimerKind.Up ? Timer.GreatestLength : run.Length;
            return (counted, Phrases.For(timer.Locale, timer.Kind == TimerKind.Up, sign is not null).Room(longest.TotalMilliseconds));
        }

        if (timer.Kind != TimerKind.Up && !over)
        {
            var longest = timer.Phases is { } phases && timer.Kind == TimerKind.Phases ? Duration.Max(run.Length, phases.Plan().Max(phase => phase.Length)) : run.Length;
            return (counted, Widest(longest, up: false, timer.Form));
        }

        // The room of the next step is kept from the beginning: a plate does not jump at ten minutes.
        var words = Widest(Duration.Max(counted, Steps[0]), up: true, timer.Form);
        return (counted, over ? sign + words : words);
    }

    /// <summary>When what counts up outgrows these words, counted from zero; null = never.</summary>
    public static Duration? Outgrown(Timer timer, Duration counted, string room) =>
        timer.Form == TimerForm.Words || counted < Duration.Zero
            ? null
            : Steps.Where(step => step > counted && Widest(step, up: true, timer.Form).Length > room.TrimStart('+', Timer.Minus[0]).Length).Select(step => (Duration?)step).FirstOrDefault();

    private static string ClockRoom(Timer timer, TimerRun run) =>
        timer.Form switch
        {
            TimerForm.Minutes or TimerForm.TwoFigures => "00:00",
            TimerForm.TwelveHours => "00:00 pm",
            TimerForm.Frames => "00:00:00:00",
            TimerForm.Date when run.Today is { } today => Zeros(timer.DatesFrom(today)[0]),
            _ => "00:00:00",
        };

    /// <summary>A rate does not change how wide its figures are.</summary>
    private static string Widest(Duration length, bool up, TimerForm form) => Zeros(Text(length.TotalMilliseconds, up, form, FrameRate.Sixty));

    private static string Zeros(string words) => new([.. words.Select(letter => char.IsAsciiDigit(letter) ? '0' : letter)]);
}
