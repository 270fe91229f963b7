using System.Globalization;
using SideLamp.Core.Frame;

namespace SideLamp.Core.Timers;

/// <summary>
/// Numbers of frames as hours, minutes, seconds and frames. At 29.97 and 59.94 pictures a second numbers are left out, so that they
/// keep to the clock: the first two (four) of each minute but every tenth, marked by a semicolon. Source: SMPTE ST 12-1 (from memory).
/// </summary>
public static class Timecode
{
    /// <summary>Numbers left out a minute; 0 = none.</summary>
    private static int Dropped(FrameRate rate) => rate.Denominator != 1 && Nominal(rate) % 30 == 0 ? Nominal(rate) / 15 : 0;

    /// <summary>The numbers of a second.</summary>
    private static int Nominal(FrameRate rate) => (int)Math.Round(rate.PerSecond());

    /// <param name="frames">From zero on.</param>
    public static string Of(long frames, FrameRate rate)
    {
        var (nominal, dropped) = (Nominal(rate), Dropped(rate));
        if (dropped > 0)
        {
            var (tens, rest) = Math.DivRem(frames, (nominal * 600) - (9 * dropped));
            frames += (9 * dropped * tens) + (rest < dropped ? 0 : dropped * ((rest - dropped) / ((nominal * 60) - dropped)));
        }

        var (seconds, frame) = Math.DivRem(frames, nominal);
        return string.Create(CultureInfo.InvariantCulture, $"{seconds / 3600:00}:{seconds / 60 % 60:00}:{seconds % 60:00}{(dropped > 0 ? ';' : ':')}{frame:00}");
    }
}
