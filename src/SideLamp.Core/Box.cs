using System.Text.Json.Serialization;

namespace SideLamp.Core;

/// <summary>A rectangle of the canvas, in px, y growing downwards.</summary>
public readonly record struct Box(double X, double Y, double W, double H)
{
    [JsonIgnore]
    public double Right => X + W;

    [JsonIgnore]
    public double Bottom => Y + H;

    [JsonIgnore]
    public bool IsEmpty => W <= 0 || H <= 0;

    /// <summary>Whether <paramref name="other"/> lies wholly inside, give or take <paramref name="slack"/> px.</summary>
    public bool Contains(Box other, double slack = 0) =>
        other.X >= X - slack && other.Y >= Y - slack && other.Right <= Right + slack && other.Bottom <= Bottom + slack;

    public bool Overlaps(Box other) => X < other.Right && other.X < Right && Y < other.Bottom && other.Y < Bottom;

    /// <summary>The least box around both; an empty box adds nothing.</summary>
    public Box Union(Box other)
    {
        if (IsEmpty)
        {
            return other;
        }

        if (other.IsEmpty)
        {
            return this;
        }

        var x = Math.Min(X, other.X);
        var y = Math.Min(Y, other.Y);
        return new Box(x, y, Math.Max(Right, other.Right) - x, Math.Max(Bottom, other.Bottom) - y);
    }

    /// <summary>The least upright box around this one, turned clockwise about the centre of another.</summary>
    public Box Turned(double degrees, Box about)
    {
        var (sin, cos) = Math.SinCos(degrees * Math.PI / 180);
        var (dx, dy) = (X + (W / 2) - (about.X + (about.W / 2)), Y + (H / 2) - (about.Y + (about.H / 2)));
        var (w, h) = (Math.Abs(W * cos) + Math.Abs(H * sin), Math.Abs(W * sin) + Math.Abs(H * cos));
        var (x, y) = (about.X + (about.W / 2) + (dx * cos) - (dy * sin), about.Y + (about.H / 2) + (dx * sin) + (dy * cos));
        return new Box(x - (w / 2), y - (h / 2), w, h);
    }

    public Box Move(double dx, double dy) => this with { X = X + dx, Y = Y + dy };
}
