namespace SideLamp.Core.Layout;

/// <summary>An easing curve. Source: CSS Easing Functions 1, section “Cubic Bézier easing functions”.</summary>
/// <param name="X1">0 to 1, as <paramref name="X2"/> is.</param>
public readonly record struct CubicBezier(double X1, double Y1, double X2, double Y2)
{
    /// <summary>How far the motion is (0 to 1, may overshoot) when a share of its time has passed.</summary>
    /// <param name="time">0 to 1.</param>
    public double At(double time)
    {
        if (time is <= 0 or >= 1)
        {
            return Math.Clamp(time, 0, 1);
        }

        // x(t) rises with t, so halving the interval always finds it; 40 halvings leave less than 1e-12.
        var (low, high) = (0.0, 1.0);
        for (var step = 0; step < 40; step++)
        {
            var middle = (low + high) / 2;
            if (Axis(middle, X1, X2) < time)
            {
                low = middle;
            }
            else
            {
                high = middle;
            }
        }

        return Axis((low + high) / 2, Y1, Y2);
    }

    private static double Axis(double t, double first, double second)
    {
        var rest = 1 - t;
        return (3 * rest * rest * t * first) + (3 * rest * t * t * second) + (t * t * t);
    }
}
