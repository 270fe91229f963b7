using System.Collections.Concurrent;
using System.Globalization;
using System.Net;
using System.Security.Cryptography;
using Microsoft.AspNetCore.Http;
using Microsoft.Net.Http.Headers;

namespace SideLamp.StandIns;

/// <summary>How an address of the stand-in fails, when it is told to.</summary>
public enum WebFault
{
    None,

    /// <summary>It answers after twenty seconds.</summary>
    Slow,

    /// <summary>500.</summary>
    Error,

    /// <summary>It breaks off in the middle.</summary>
    Broken,
    Empty,

    /// <summary>It has no end.</summary>
    Huge,

    /// <summary>It sends to itself.</summary>
    Loop,

    /// <summary>A page for people, in place of what was asked for.</summary>
    WrongType,
}

/// <summary>
/// Stands in for the web: the club's notes, the almanac, the garden's thermometer, other gardens, the guests and a form for
/// questions, their pictures, at addresses of their own; and a page on which each can be made to fail.
/// </summary>
/// <param name="port">Where it listens, on 127.0.0.1.</param>
public sealed class GardenWeb(GardenSources sources, int port, TimeProvider time)
{
    private static readonly TimeSpan SlowFor = TimeSpan.FromSeconds(20);
    private const long HugeBytes = 200_000_000;

    private readonly ConcurrentDictionary<string, WebFault> _faults = new();
    private readonly ConcurrentDictionary<string, int> _asked = new();

    public async Task Serve(HttpContext context)
    {
        var (request, path) = (context.Request, context.Request.Path.Value!.TrimStart('/'));
        if (request.Host.Value != $"127.0.0.1:{port}" || (request.Headers.Origin.Count > 0 && request.Headers.Origin != $"http://127.0.0.1:{port}"))
        {
            context.Response.StatusCode = 403;
            return;
        }

        if (request.Method == "POST" && !request.HasFormContentType)
        {
            context.Response.StatusCode = 415;
            return;
        }

        switch (request.Method, path)
        {
            case ("GET", ""):
                await Page(context, GardenPages.Overview([.. GardenSources.All.Select(one => (one.Name, _faults.GetValueOrDefault(one.Name), _asked.GetValueOrDefault(one.Name)))]));
                break;
            case ("GET", "ask"):
                await Page(context, GardenPages.Ask(null));
                break;
            case ("POST", "ask"):
                var question = await request.ReadFormAsync(context.RequestAborted);
                await Page(context, GardenPages.Ask(sources.Ask(question["who"].ToString(), question["question"].ToString()) ?? "Thank you. It is with Odalys now."));
                break;
            case ("POST", "faults"):
                var form = await request.ReadFormAsync(context.RequestAborted);
                if (GardenSources.All.Any(one => one.Name == form["source"]) && Enum.TryParse<WebFault>(form["fault"], out var fault) && Enum.IsDefined(fault))
                {
                    _faults[form["source"].ToString()] = fault;
                }

                context.Response.Redirect("/");
                break;
            case ("GET", _) when GardenSources.All.FirstOrDefault(one => one.Name == path) is (not null, var type):
                _asked.AddOrUpdate(path, 1, (_, count) => count + 1);
                await Give(context, path, type, _faults.GetValueOrDefault(path));
                break;
            default:
                context.Response.StatusCode = 404;
                break;
        }
    }

    private async Task Give(HttpContext context, string name, string type, WebFault fault)
    {
        var (response, stop) = (context.Response, context.RequestAborted);
        response.ContentType = type;
        response.Headers.CacheControl = "no-cache";
        switch (fault)
        {
            case WebFault.Error:
                response.StatusCode = 500;
                return;
            case WebFault.Empty:
                return;
            case WebFault.Loop:
                response.Redirect("/" + name);
                return;
            case WebFault.WrongType:
                await Page(context, GardenPages.Ask(null));
                return;
            case WebFault.Huge:
                var some = new byte[1 << 20];
                Array.Fill(some, (byte)' ');
                for (var given = 0L; given < HugeBytes && !stop.IsCancellationRequested; given += some.Length)
                {
                    await response.Body.WriteAsync(some, stop);
                }

                return;
            case WebFault.Slow:
                await Task.Delay(SlowFor, time, stop);
                break;
        }

        var bytes = sources.Read(name);
        if (fault == WebFault.Broken)
        {
            response.ContentLength = bytes.Length;
            await response.Body.WriteAsync(bytes.AsMemory(0, bytes.Length / 2), stop);
            context.Abort();
            return;
        }

        // Source: RFC 9110, section 8.8.3.
        var tag = new EntityTagHeaderValue($"\"{Convert.ToHexStringLower(SHA256.HashData(bytes))[..16]}\"");
        response.Headers.ETag = tag.ToString();
        if (context.Request.GetTypedHeaders().IfNoneMatch.Any(known => known.Compare(tag, useStrongComparison: false)))
        {
            response.StatusCode = (int)HttpStatusCode.NotModified;
            return;
        }

        response.ContentLength = bytes.Length;
        await response.Body.WriteAsync(bytes, stop);
    }

    private static Task Page(HttpContext context, string page)
    {
        context.Response.ContentType = "text/html; charset=utf-8";
        context.Response.Headers.ContentSecurityPolicy = "default-src 'none'; style-src 'unsafe-inline'; form-action 'self'; frame-ancestors 'none'";
        return context.Response.WriteAsync(page, context.RequestAborted);
    }
}
