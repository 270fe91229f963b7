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

    public Box Move(double dx, double dy) => this with { X = X + dx, Y = Y + dy };
}
