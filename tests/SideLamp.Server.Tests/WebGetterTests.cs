using System.Net;
using System.Text;
using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Http;
using SideLamp.Core.Tables;
using SideLamp.Server.Data;
using SideLamp.Server.Feeds;
using SideLamp.Server.Security;

namespace SideLamp.Server.Tests;

public sealed class WebGetterTests : IAsyncLifetime
{
    private readonly WebGetter _getter = new(ownPort: 1);
    private readonly List<string> _asked = [];
    private StubWeb _web = null!;

    public async ValueTask InitializeAsync() => _web = await StubWeb.Begin(Map);

    private void Map(WebApplication web)
    {
        web.Use(
            (context, next) =>
            {
                _asked.Add($"{context.Request.Protocol} {context.Request.Path} {context.Request.Headers.IfNoneMatch} {context.Request.Headers.Cookie}".TrimEnd());
                return next(context);
            }
        );
        web.MapGet("/tagged", (HttpContext context) =>
        {
            context.Response.Headers.ETag = "\"one\"";
            context.Response.Headers.SetCookie = "trace=1";
            return context.Request.Headers.IfNoneMatch == "\"one\"" ? Results.StatusCode(304) : Results.Text("moths");
        });
        web.MapGet("/same-tag", (HttpContext context) =>
        {
            context.Response.Headers.ETag = "\"one\"";
            return Results.Text("other");
        });
        web.MapGet("/stands", () => Results.StatusCode(304));
        web.MapGet("/to", (string where) => Results.Redirect(where));
        web.MapGet("/status", (int code, HttpContext context) =>
        {
            context.Response.Headers.RetryAfter = code == 503 ? "120" : code == 429 ? "86400" : default;
            return Results.StatusCode(code);
        });
        web.MapGet("/endless", async (HttpContext context) =>
        {
            var some = new byte[1 << 20];
            while (!context.RequestAborted.IsCancellationRequested)
            {
                await context.Response.Body.WriteAsync(some, context.RequestAborted);
            }
        });
        web.MapGet("/packed", async (HttpContext context) =>
        {
            context.Response.Headers.ContentEncoding = "gzip";
            await using var gzip = new System.IO.Compression.GZipStream(context.Response.Body, System.IO.Compression.CompressionLevel.Fastest);
            for (var at = 0; at < 40; at++)
            {
                await gzip.WriteAsync(new byte[1 << 20], context.RequestAborted);
            }
        });
        web.MapGet("/broken", (HttpContext context) =>
        {
            context.Response.Headers.ContentLength = 1000;
            return context.Response.WriteAsync("half", context.RequestAborted).ContinueWith(_ => context.Abort(), TaskScheduler.Default);
        });
        web.MapGet("/keys", (HttpContext context) => Results.Text($"{context.Request.Headers["X-Key"]}|{context.Request.Query["key"]}"));
        web.MapGet("/round", () => Results.Redirect("/round"));
    }

    public ValueTask DisposeAsync()
    {
        _getter.Dispose();
        return _web.DisposeAsync();
    }

    private Task<WebAnswer> Get(string path, WebMark? mark = null, bool consent = true) => _getter.Get(new WebAsk(new Uri(_web.At, path), mark ?? WebMark.None, consent), TestContext.Current.CancellationToken);

    private async Task<string> Trouble(string path, bool consent = true) => Assert.IsType<WebAnswer.Failed>(await Get(path, consent: consent)).Trouble;

    // Sources: RFC 9110, sections 8.8.3 (ETag), 13.1.2 (If-None-Match), 15.4.5 (304), 10.2.3 (Retry-After).
    [Fact]
    public async Task What_stands_still_is_asked_for_by_its_mark_over_HTTP_1_1_without_cookies()
    {
        var came = Assert.IsType<WebAnswer.Came>(await Get("/tagged"));
        Assert.Equal("moths", Encoding.UTF8.GetString(came.Bytes));
        Assert.IsType<WebAnswer.Stands>(await Get("/tagged", came.Mark));
        Assert.Equal(["HTTP/1.1 /tagged", "HTTP/1.1 /tagged \"one\""], _asked);
        // A mark that stands for another body by now is no reason to keep the old one.
        Assert.Equal("other", Encoding.UTF8.GetString(Assert.IsType<WebAnswer.Came>(await Get("/same-tag", came.Mark with { At = new Uri(_web.At, "/same-tag") })).Bytes));
        // That something stands says nothing to whoever has nothing.
        Assert.Contains("304", await Trouble("/stands"), StringComparison.Ordinal);
        Assert.Equal(TimeSpan.FromMinutes(2), Assert.IsType<WebAnswer.Failed>(await Get("/status?code=503")).After);
        Assert.Equal(TimeSpan.FromHours(1), Assert.IsType<WebAnswer.Failed>(await Get("/status?code=429")).After);
    }

    [Fact]
    public async Task Redirects_are_followed_a_few_times_and_never_to_where_nobody_agreed()
    {
        Assert.IsType<WebAnswer.Came>(await Get("/to?where=/tagged"));
        Assert.Contains("without end", await Trouble("/round"), StringComparison.Ordinal);
        Assert.Contains("no web address", await Trouble("/to?where=file:///etc/passwd"), StringComparison.Ordinal);
        Assert.Contains("password", await Trouble("/to?where=http://a:b@hollow-lane.example/"), StringComparison.Ordinal);
        // Consent was for this origin: the same machine by another name or port is another.
        Assert.Contains("own network", await Trouble($"/to?where=http://127.0.0.2:{_web.At.Port}/tagged"), StringComparison.Ordinal);
        Assert.Contains("no address that a feed may read", await Trouble("/to?where=http://169.254.169.254/latest"), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_key_goes_to_its_own_origin_and_a_mark_to_the_address_that_gave_it()
    {
        await using var other = await StubWeb.Begin(web => web.MapGet("/{**rest}", (HttpContext context) => Results.Text($"{context.Request.Headers["X-Key"]}|{context.Request.Query["key"]}|{context.Request.Headers.IfNoneMatch}")));
        var header = WebKey.For(_web.At, new KeyWish("X-Key", "secret"));
        var inAddress = WebKey.For(_web.At, new KeyWish("key", "sec&ret", InAddress: true));
        async Task<string> Text(string path, WebKey? key, WebMark? mark = null) => await _getter.Get(new WebAsk(new Uri(_web.At, path), mark ?? WebMark.None, Consent: true, key), TestContext.Current.CancellationToken) is WebAnswer.Came came ? Encoding.UTF8.GetString(came.Bytes) : "nothing";
        Assert.Equal("secret|", await Text("/keys", header));
        Assert.Equal("|sec&ret", await Text("/keys?a=1", inAddress));
        // Both hosts are of this machine, and consent holds for the first: nobody is asked anything there.
        Assert.Equal("nothing", await Text($"/to?where={other.At}", header));
        var elsewhere = await new WebGetter(1).Get(new WebAsk(new Uri(other.At, "/"), new WebMark(new("\"one\""), null, new Uri(_web.At, "/tagged")), Consent: true, header), TestContext.Current.CancellationToken);
        Assert.Equal("||", Encoding.UTF8.GetString(Assert.IsType<WebAnswer.Came>(elsewhere).Bytes));
        // Nothing of a key stands in what is said of a failure.
        var failed = Assert.IsType<WebAnswer.Failed>(await _getter.Get(new WebAsk(new Uri(_web.At, "/status?code=401"), WebMark.None, true, inAddress), TestContext.Current.CancellationToken));
        Assert.DoesNotContain("ret", failed.Trouble, StringComparison.Ordinal);
        Assert.Equal(("••••", "••••890"), (header.Masked, WebKey.For(_web.At, new KeyWish("a", "1234567890123-7890")).Masked));
        Assert.Equal(["/name", "/value"], new KeyWish("Host", "a\nb").Faults().Select(fault => fault.Path));
    }

    [Fact]
    public async Task A_name_is_looked_up_when_it_is_connected_to_and_refused_if_any_of_its_addresses_is_forbidden()
    {
        IPAddress[] now = [IPAddress.Parse("240.0.0.1")];
        using var getter = new WebGetter(1, resolve: (_, _) => Task.FromResult(now));
        async Task<string> Refusal() => Assert.IsType<WebAnswer.Failed>(await getter.Get(new WebAsk(new Uri($"http://hollow-lane.example:{_web.At.Port}/tagged"), WebMark.None, Consent: false), TestContext.Current.CancellationToken)).Trouble;
        Assert.Contains("no address that a feed may read", await Refusal(), StringComparison.Ordinal);
        // By the second connection the name has turned to this machine; or it names a stranger and this machine.
        now = [IPAddress.Loopback];
        Assert.Contains("own network", await Refusal(), StringComparison.Ordinal);
        now = [IPAddress.Parse("93.184.215.14"), IPAddress.IPv6Loopback];
        Assert.Contains("own network", await Refusal(), StringComparison.Ordinal);
        Assert.Empty(_asked);
    }

    [Fact]
    public async Task An_address_in_the_own_network_needs_consent_and_our_own_is_never_read()
    {
        var refused = Assert.IsType<WebAnswer.Failed>(await Get("/tagged", consent: false));
        Assert.True(refused.IsPrivate);
        Assert.Empty(_asked);
        using var own = new WebGetter(_web.At.Port);
        foreach (var name in new[] { "127.0.0.1", "localhost", "[::1]", "[::ffff:127.0.0.1]" })
        {
            var answer = await own.Get(new WebAsk(new Uri($"http://{name}:{_web.At.Port}/tagged"), WebMark.None, Consent: true), TestContext.Current.CancellationToken);
            Assert.Contains("own address", Assert.IsType<WebAnswer.Failed>(answer).Trouble, StringComparison.Ordinal);
        }

        Assert.Empty(_asked);
    }

    [Fact]
    public async Task What_is_too_much_breaks_off_or_is_not_there_is_told()
    {
        Assert.Contains($"{Source.LargestBytes >> 20} MB", await Trouble("/endless"), StringComparison.Ordinal);
        Assert.Contains("MB", await Trouble("/packed"), StringComparison.Ordinal);
        Assert.Contains("broke off", await Trouble("/broken"), StringComparison.Ordinal);
        Assert.Contains("404", await Trouble("/nothing"), StringComparison.Ordinal);
        Assert.Contains("500", await Trouble("/status?code=500"), StringComparison.Ordinal);
        var nobody = await _getter.Get(new WebAsk(new Uri("http://127.0.0.1:9/"), WebMark.None, Consent: true), TestContext.Current.CancellationToken);
        Assert.Contains("takes no connection", Assert.IsType<WebAnswer.Failed>(nobody).Trouble, StringComparison.Ordinal);
    }

    // Source: the special-purpose address registries of RFC 6890 (from memory); mapped, translated and 6to4 forms of the same.
    [Theory]
    [InlineData("93.184.215.14", Reach.Public)]
    [InlineData("2606:2800:21f:cb07::1", Reach.Public)]
    [InlineData("127.0.0.1", Reach.Private)]
    [InlineData("10.1.2.3", Reach.Private)]
    [InlineData("172.31.255.255", Reach.Private)]
    [InlineData("172.32.0.0", Reach.Public)]
    [InlineData("192.168.1.1", Reach.Private)]
    [InlineData("100.64.0.1", Reach.Private)]
    [InlineData("::1", Reach.Private)]
    [InlineData("fd00::1", Reach.Private)]
    [InlineData("::ffff:10.0.0.1", Reach.Private)]
    [InlineData("64:ff9b::10.0.0.1", Reach.Private)]
    [InlineData("2002:0a00:0001::", Reach.Private)]
    [InlineData("::ffff:169.254.169.254", Reach.Never)]
    [InlineData("169.254.169.254", Reach.Never)]
    [InlineData("0.0.0.0", Reach.Never)]
    [InlineData("224.0.0.1", Reach.Never)]
    [InlineData("255.255.255.255", Reach.Never)]
    [InlineData("::", Reach.Never)]
    [InlineData("fe80::1", Reach.Never)]
    [InlineData("ff02::1", Reach.Never)]
    public void Addresses_are_told_apart_by_whose_they_are(string address, Reach reach) => Assert.Equal(reach, WebGuard.ReachOf(IPAddress.Parse(address)));
}
