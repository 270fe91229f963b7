namespace SideLamp.Server;

/// <summary>How the server was asked to start.</summary>
/// <param name="Data">The data folder.</param>
/// <param name="Port">On 127.0.0.1. It is fixed: an output link must not change by itself.</param>
/// <param name="Empty">Whether a new data folder gets an empty show instead of the demo.</param>
/// <param name="Fresh">Whether the demo is made anew, in place of what is there.</param>
/// <param name="StandIns">Whether the demo's stand-ins change its files.</param>
/// <param name="Rehearsal">Whether the time of the show can be moved forward.</param>
/// <param name="Describing">Whether only the API's document is wanted: the build asks for it.</param>
/// <param name="StandInPort">Where the demo's stand-in for the web listens; 0 = there is none.</param>
/// <param name="Cold">Whether nothing is got ready for the first press: a start costs a third of the work then.</param>
/// <param name="RemotePort">Where the local network is listened to, once the streamer has opened it; 0 = at any that is free.</param>
/// <param name="PowerSafe">Whether presses, too, survive a power cut; each then waits for the disk.</param>
public sealed record ServeOptions(string Data, int Port, bool Empty = false, bool Fresh = false, bool StandIns = true, bool Rehearsal = false, bool PowerSafe = false, bool Describing = false, int StandInPort = 0, bool Cold = false, int RemotePort = 0)
{
    public const int UsualPort = 7310;

    /// <summary>Where the local network is listened to, beside a port of this computer's own: a phone that was let in finds it there again.</summary>
    public static int RemotePortBeside(int port) => port > 60_000 ? port - 2 : port + 2;
}
