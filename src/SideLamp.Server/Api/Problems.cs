using System.Collections.Immutable;
using System.Text.Json;
using Microsoft.AspNetCore.Diagnostics;
using SideLamp.Core;
using SideLamp.Server.Loop;

namespace SideLamp.Server.Api;

/// <summary>Every error as a problem document (RFC 9457), with the faults and their paths.</summary>
public sealed class Problems(ILogger<Problems> logger) : IExceptionHandler
{
    public async ValueTask<bool> TryHandleAsync(HttpContext httpContext, Exception exception, CancellationToken cancellationToken)
    {
        var (status, title, faults) = exception switch
        {
            RefusedException refused => (refused.Status, refused.Message, refused.Faults),
            BadHttpRequestException bad => (bad.StatusCode, "The request cannot be read.", Unreadable(bad)),
            _ => (500, "Something went wrong inside Side Lamp. Nothing was changed.", []),
        };
        if (status == 500)
        {
            logger.LogError(exception, "A request failed.");
        }

        await Results
            .Problem(title: title, statusCode: status, extensions: new Dictionary<string, object?> { ["faults"] = faults })
            .ExecuteAsync(httpContext);
        return true;
    }

    /// <summary>Where the JSON stopped making sense, as far as the reader of it can tell.</summary>
    private static ImmutableArray<Fault> Unreadable(BadHttpRequestException bad) =>
        bad.InnerException is JsonException json ? [new Fault(PointerOf(json.Path), json.Message.Split(" Path:")[0])] : [];

    /// <summary><c>$.brand.palette.plate</c> as a JSON Pointer.</summary>
    private static string PointerOf(string? path) => (path ?? "").TrimStart('$').Replace("[", "/", StringComparison.Ordinal).Replace("]", "", StringComparison.Ordinal).Replace('.', '/');
}
