using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Hosting.Server;
using Microsoft.AspNetCore.Hosting.Server.Features;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Logging;

namespace SideLamp.Server.Tests;

/// <summary>A web server of the tests' own, on this machine.</summary>
internal sealed class StubWeb : IAsyncDisposable
{
    private readonly WebApplication _web;

    private StubWeb(WebApplication web) => _web = web;

    public Uri At { get; private set; } = null!;

    public static async Task<StubWeb> Begin(Action<WebApplication> map)
    {
        var builder = WebApplication.CreateSlimBuilder();
        builder.Logging.ClearProviders();
        builder.WebHost.UseUrls("http://127.0.0.1:0");
        var web = builder.Build();
        map(web);
        await web.StartAsync();
        return new StubWeb(web) { At = new Uri(web.Services.GetRequiredService<IServer>().Features.Get<IServerAddressesFeature>()!.Addresses.First()) };
    }

    public ValueTask DisposeAsync() => _web.DisposeAsync();
}
