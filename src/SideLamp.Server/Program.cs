using System.CommandLine;
using System.Reflection;
using System.Runtime.InteropServices;
using SideLamp.Server;
using SideLamp.Server.Data;
using SideLamp.Server.Feeds;
using SideLamp.Server.Remotes;
using SideLamp.Server.Security;

// The build runs the program without words, to have the API's document: then a folder of its own serves, and no port is opened.
if (Assembly.GetEntryAssembly()?.GetName().Name == "GetDocument.Insider")
{
    var aside = new ServeOptions(Directory.CreateTempSubdirectory("sidelamp-document").FullName, ServeOptions.UsualPort, Empty: true, StandIns: false, Describing: true);
    App.Build(aside, Task.FromResult(Opening.Of(aside))).Run();
    return 0;
}

var data = new Option<string>("--data") { Description = "The folder for the show and everything in it.", DefaultValueFactory = _ => "data" };
var ownData = new Option<string>("--data") { Description = "The folder for the show and everything in it.", DefaultValueFactory = _ => Desk.OwnFolder };
var port = new Option<int>("--port") { Description = "The port on 127.0.0.1. Output links hold it, so keep it.", DefaultValueFactory = _ => ServeOptions.UsualPort };
var remotePort = new Option<int?>("--remote-port") { Description = "The port of the phone remote, once it is opened to the local network. Usually two above --port." };
var empty = new Option<bool>("--empty") { Description = "Begin with an empty show instead of the demo." };
var fresh = new Option<bool>("--fresh") { Description = "Throw the show in the folder away and make the demo anew." };
var still = new Option<bool>("--still") { Description = "Leave the demo's files alone: no stand-in writes to them." };
var rehearsal = new Option<bool>("--rehearsal") { Description = "Let the time of the show be moved forward, to see what comes by itself." };
var powerSafe = new Option<bool>("--power-safe") { Description = "Let each press wait for the disk, so that it survives a power cut, too. Without it a press survives a crash, and an edit both." };
var cold = new Option<bool>("--cold") { Description = "Get nothing ready for the first press: for many starts in a row, as tests make them." };
var serve = new Command("serve", "Starts Side Lamp and prints its addresses.") { data, port, empty, fresh, still, rehearsal, powerSafe, cold, remotePort };
serve.SetAction(
    (words, stop) =>
        Serve(
            new ServeOptions(words.GetValue(data)!, words.GetValue(port), words.GetValue(empty), words.GetValue(fresh), !words.GetValue(still), words.GetValue(rehearsal), words.GetValue(powerSafe), Cold: words.GetValue(cold), RemotePort: words.GetValue(remotePort) ?? ServeOptions.RemotePortBeside(words.GetValue(port))),
            stop
        )
);
var open = new Command("open", "Opens the desk in the browser: of the Side Lamp that runs, or of one that is started now.") { ownData, port };
open.SetAction((words, stop) => Desk.Open(words.GetValue(port), () => Serve(new ServeOptions(words.GetValue(ownData)!, words.GetValue(port), RemotePort: ServeOptions.RemotePortBeside(words.GetValue(port))), stop), stop));
var root = new RootCommand("Side Lamp: on-air graphics for a solo live streamer.") { serve, open, FeedCommand.Make() };
var parsed = root.Parse(args);
// The server stops by itself when it is told to, and takes the time it needs: what waits is written first.
var code = await parsed.InvokeAsync(new InvocationConfiguration { ProcessTerminationTimeout = null });
return parsed.Errors.Count > 0 ? 2 : code;

static async Task<int> Serve(ServeOptions options, CancellationToken stop)
{
    if (options.Port is < 1 or > 65535)
    {
        Console.Error.WriteLine($"There is no port {options.Port}. Choose one from 1 to 65535 with --port.");
        return 2;
    }

    if (options.RemotePort is < 0 or > 65535 || options.RemotePort == options.Port)
    {
        Console.Error.WriteLine($"The phone remote cannot have port {options.RemotePort}. Choose one from 1 to 65535 with --remote-port, and not that of --port.");
        return 2;
    }

    if (!StandInPort.IsFree(options.Port))
    {
        Console.Error.WriteLine($"Port {options.Port} is taken by another program, perhaps by a Side Lamp that runs already.");
        Console.Error.WriteLine("Stop that program, or choose another port with --port. Output links hold the port: with another one, copy them anew.");
        return 2;
    }

    options = options with { StandInPort = StandInPort.Of(options) };
    // Both take the compiler long: what has been kept is read while the server is put together.
    var opening = Task.Run(() => Opening.Of(options), CancellationToken.None);
    await using var app = App.Build(options, opening);
    try
    {
        await opening;
    }
    catch (Exception error) when (error is IOException or UnauthorizedAccessException or InvalidOperationException)
    {
        Console.Error.WriteLine(error.Message);
        return 2;
    }

    // SIGXFSZ, signal(7): a file that may not grow any more is a disk that takes nothing, and ends no show.
    using (PosixSignalRegistration.Create((PosixSignal)25, signal => signal.Cancel = true))
    {
        try
        {
            await app.StartAsync(stop);
        }
        catch (IOException error)
        {
            // Taken on one of the two loopback addresses only, or not to be had by this user.
            Console.Error.WriteLine($"Port {options.Port} cannot be opened: {error.Message}");
            Console.Error.WriteLine("Choose another port with --port. Output links hold the port: with another one, copy them anew.");
            return 2;
        }

        var output = app.Services.GetRequiredService<SideLamp.Server.Loop.ShowLoop>().Stage.Show.Outputs[0];
        Console.WriteLine($"Desk:        http://127.0.0.1:{options.Port}/");
        Console.WriteLine($"Output link: http://127.0.0.1:{options.Port}/out/#{output.Token}");
        Console.WriteLine($"Health:      http://127.0.0.1:{options.Port}/health?key={app.Services.GetRequiredService<GateOptions>().HealthKey}");
        if (options.StandInPort > 0)
        {
            Console.WriteLine($"Demo’s web:  http://127.0.0.1:{options.StandInPort}/");
        }

        if (app.Services.GetRequiredService<NetworkDoor>().Address is { } address)
        {
            Console.WriteLine($"Phone remote: {address}");
        }

        Console.WriteLine("Stop with Ctrl+C.");
        await app.WaitForShutdownAsync(stop);
    }

    return 0;
}

