using System.Globalization;
using SideLamp.Host;

// Told line by line, words parted by tabs: “begin PORT FOLDER OPTION …”, “end PORT”; each is answered by “done PORT”, or “failed PORT WHY”.
var lamps = new Dictionary<int, HostedLamp>();
while (await Console.In.ReadLineAsync() is { } line)
{
    var words = line.Split('\t');
    var port = int.Parse(words[1], CultureInfo.InvariantCulture);
    try
    {
        if (words[0] == "begin")
        {
            lamps[port] = await HostedLamp.Begin(words[2], port, words[3..]);
        }
        else if (lamps.Remove(port, out var lamp))
        {
            await lamp.DisposeAsync();
        }

        Console.WriteLine($"done {port}");
    }
    catch (Exception error)
    {
        Console.WriteLine($"failed {port} {error.ToString().ReplaceLineEndings(" ")}");
    }
}
