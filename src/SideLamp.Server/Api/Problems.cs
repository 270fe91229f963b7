using System.Collections.Immutable;
using System.Text.Json;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.Data.Sqlite;
using SideLamp.Core;
using SideLamp.Core.Editing;
using SideLamp.Core.Json;

namespace SideLamp.Server.Api;

/// <summary>Every error as a problem document (RFC 9457), with the faults and their paths.</summary>
public sealed class Problems(ILogger<Problems> logger) : IExceptionHandler
{
    public async ValueTask<bool> TryHandleAsync(HttpContext httpContext, Exception exception, CancellationToken cancellationToken)
    {
        var (status, title, faults) = exception switch
        {
            RefusedException { Refusal: var refusal } => (StatusOf(refusal.Kind), refusal.Title, refusal.Faults),
            BadHttpRequestException { StatusCode: 413 } => (413, "This is too much at once. A request has up to 5 MB, a push up to 16.", []),
            BadHttpRequestException { InnerException: JsonException json } bad => (bad.StatusCode, "The request cannot be read.", [Unreadable.FaultOf(json)]),
            BadHttpRequestException bad => (bad.StatusCode, "The request cannot be read.", [new Fault("", "A part of it is missing, or of another kind than belongs there.")]),
            // The reader's complaint about a choice between kinds that is not made.
            NotSupportedException => (400, "The request cannot be read.", [new Fault("", "It does not say what is to be done: give it one of the verbs there are.")]),
            JsonException json => (400, "The request cannot be read.", [Unreadable.FaultOf(json)]),
            IOException or SqliteException or UnauthorizedAccessException => (503, "It could not be kept on disk. Nothing was changed: make room, or look what holds the disk, and try again.", ImmutableArray<Fault>.Empty),
            OperationCanceledException => (499, "Whoever asked went away.", []),
            _ => (500, "Something went wrong inside Side Lamp. Nothing was changed.", []),
        };
        if (status >= 500)
        {
            logger.LogError(exception, "A request failed.");
        }

        await Results
            .Problem(title: title, statusCode: status, extensions: new Dictionary<string, object?> { ["faults"] = faults })
            .ExecuteAsync(httpContext);
        return true;
    }

    private static int StatusOf(RefusalKind kind) =>
        kind switch
        {
            RefusalKind.NotFound => 404,
            RefusalKind.Conflict => 409,
            RefusalKind.Busy => 503,
            _ => 400,
        };
}
