using System.Diagnostics.CodeAnalysis;

namespace SideLamp.Server.Loop;

/// <summary>Wakes one who waits. Rung several times before it is heard, by whomever, it is heard once.</summary>
[SuppressMessage("Reliability", "CA1001", Justification = "A semaphore whose wait handle nobody asks for holds nothing to let go of.")]
public sealed class Bell
{
    private readonly SemaphoreSlim _rung = new(0, 1);

    public void Ring()
    {
        try
        {
            if (_rung.CurrentCount == 0)
            {
                _rung.Release();
            }
        }
        catch (SemaphoreFullException)
        {
            // Somebody else rang at the same moment: once is enough.
        }
    }

    /// <summary>Until it is rung, or so long.</summary>
    /// <exception cref="OperationCanceledException">Nobody waits any more.</exception>
    public Task Wait(TimeSpan atMost, CancellationToken stop) => _rung.WaitAsync(atMost, stop);
}
