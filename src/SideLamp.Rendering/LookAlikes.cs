using SideLamp.Core.Text;

namespace SideLamp.Rendering;

/// <summary>Letters that look alike, by ICU. Source: UTS #39.</summary>
public sealed class LookAlikes : ILookAlikes
{
    public string Fold(string text) => Icu.SkeletonOf(text);
}
