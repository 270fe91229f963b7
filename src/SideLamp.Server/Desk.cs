using System.Diagnostics;
using System.Text.Json;

namespace SideLamp.Server;

/// <summary>The desk in the streamer's own browser, as the desktop's menu opens it.</summary>
public static class Desk
{
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(2);

    /// <summary>Where an installed Side Lamp keeps its show: it is the person's own, and stays when the program goes. Source: XDG Base Directory Specification.</summary>
    public static string OwnFolder => Path.Combine(Environment.GetFolderPath(Environment.SpecialFolder.LocalApplicationData, Environment.SpecialFolderOption.DoNotVerify), "side-lamp");

    /// <summary>Opens the desk of the Side Lamp that runs on the port; where none does, one is started first.</summary>
    /// <returns>The exit code.</returns>
    public static async Task<int> Open(int port, Func<Task<int>> serve, CancellationToken stop)
    {
        if (await Runs(port, stop))
        {
            Show(port);
            return 0;
        }

        var serving = serve();
        while (!serving.IsCompleted && !await Runs(port, stop))
        {
            await Task.Delay(50, stop);
        }

        if (!serving.IsCompleted)
        {
            Show(port);
        }

        return await serving;
    }

    /// <summary>Whether what answers on the port is a Side Lamp.</summary>
    private static async Task<bool> Runs(int port, CancellationToken stop)
    {
        using var http = new HttpClient { Timeout = Patience };
        try
        {
            using var show = JsonDocument.Parse(await http.GetStringAsync(new Uri($"http://127.0.0.1:{port}/api/show"), stop));
            return show.RootElement.TryGetProperty("revision", out _);
        }
        catch (Exception error) when (error is HttpRequestException or JsonException or TaskCanceledException && !stop.IsCancellationRequested)
        {
            return false;
        }
    }

    private static void Show(int port)
    {
        var address = $"http://127.0.0.1:{port}/";
        Console.WriteLine($"Side Lamp is at {address}");
        try
        {
            using var browser = Process.Start(new ProcessStartInfo("xdg-open", address) { RedirectStandardError = true });
        }
        catch (System.ComponentModel.Win32Exception)
        {
            // No desktop here: the address above is enough.
        }
    }
}
