using System.Globalization;
using Microsoft.AspNetCore.Builder;
using SideLamp.Server;
using SideLamp.Server.Data;

namespace SideLamp.Host;

/// <summary>
/// A whole Side Lamp in this process, with its port and its data folder. What the first has taught the compiler serves all that
/// follow: a start takes a tenth of the work of a process of its own.
/// </summary>
public sealed class HostedLamp : IAsyncDisposable
{
    /// <summary>Whoever still listens then is cut off.</summary>
    private static readonly TimeSpan LastWords = TimeSpan.FromSeconds(2);

    private readonly WebApplication _app;

    private HostedLamp(WebApplication app) => _app = app;

    /// <param name="words">Options of the command line: those that are switches, and the port of the remote.</param>
    public static async Task<HostedLamp> Begin(string data, int port, IReadOnlyList<string> words)
    {
        var asked = new ServeOptions(data, port, words.Contains("--empty"), words.Contains("--fresh"), StandIns: false, words.Contains("--rehearsal"), words.Contains("--power-safe"), Cold: true, RemotePort: int.Parse(words.SkipWhile(word => word != "--remote-port").Skip(1).FirstOrDefault("0"), CultureInfo.InvariantCulture));
        var options = asked with { StandInPort = StandInPort.Of(asked) };
        var app = App.Build(options, Task.FromResult(Opening.Of(options)));
        await app.StartAsync();
        return new HostedLamp(app);
    }

    public async ValueTask DisposeAsync()
    {
        using var late = new CancellationTokenSource(LastWords);
        await _app.StopAsync(late.Token);
        await _app.DisposeAsync();
    }
}
