using SideLamp.Core.Loop;

namespace SideLamp.Core.Remotes;

/// <summary>What a remote may press. It comes over a network that others can listen to: it lights and darkens what is there, and brings no words of its own.</summary>
public static class RemotePress
{
    public static bool May(Press press) =>
        press is { Draft: null }
            and (
                PressLight
                or PressDark
                or PressLightsOut
                or PressLightsBack
                or PressLetThemCome
                or PressStep
                or PressCue
                or PressStopCue
                or PressTimer
                or PressTakeBack
                or PressClearAudience
            );
}
