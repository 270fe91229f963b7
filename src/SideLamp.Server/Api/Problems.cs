using System.Text.Json;
using Microsoft.AspNetCore.Diagnostics;
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
            BadHttpRequestException bad => (bad.StatusCode, Unreadable(bad), []),
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

    private static string Unreadable(BadHttpRequestException bad) =>
        bad.InnerException is JsonException json ? $"The request cannot be read at {json.Path ?? "its beginning"}." : "The request cannot be read.";
}
