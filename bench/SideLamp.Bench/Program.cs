using SideLamp.Bench;

// “core FOLDER”: engine, layout and belts, on their own. “readers”: sources to cells. “irc FILE”: lines of chat. “poll FOLDER”: the floor for files. “insert FOLDER GROUP”: the floor for events. “push PORT”: the floor for a press, a bare WebSocket push.
switch (args)
{
    case ["core", var root]:
        EngineBench.Run();
        LayoutBench.Run(root);
        BeltBench.Run();
        break;
    case ["readers"]:
        ReaderBench.Run();
        break;
    case ["irc", var file]:
        ChatBench.Run(file);
        break;
    case ["poll", var folder]:
        BarePoll.Run(folder);
        break;
    case ["insert", var folder, var group]:
        BareInserts.Run(folder, int.Parse(group, System.Globalization.CultureInfo.InvariantCulture));
        break;
    case ["push", var port]:
        await BarePush.Serve(int.Parse(port, System.Globalization.CultureInfo.InvariantCulture));
        break;
    default:
        Console.Error.WriteLine("Say “core ROOT”, “readers”, “irc FILE”, “poll FOLDER”, “insert FOLDER GROUP” or “push PORT”.");
        return 2;
}

return 0;
