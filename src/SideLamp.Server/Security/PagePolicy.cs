namespace SideLamp.Server.Security;

/// <summary>What goes with every answer, so that our pages load nothing but ours, and no other page looks into them.</summary>
internal static class PagePolicy
{
    public static void Add(HttpContext context)
    {
        var headers = context.Response.Headers;
        headers.XContentTypeOptions = "nosniff";
        headers["Referrer-Policy"] = "no-referrer";
        headers["Cross-Origin-Resource-Policy"] = "same-origin";
        headers.ContentSecurityPolicy = Of(context.Request);
    }

    /// <summary>Source: CSP Level 3.</summary>
    private static string Of(HttpRequest request)
    {
        // The live socket is named as well: engines of years ago do not count it as 'self'.
        var policy =
            $"default-src 'self'; script-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:; media-src 'self' blob:; font-src 'self' data:; connect-src 'self' ws://{request.Host}; object-src 'none'; base-uri 'none'; form-action 'self'";
        return request.Path.StartsWithSegments("/out") ? policy : policy + "; frame-ancestors 'none'";
    }

    public static Task Refuse(HttpContext context, int status, string title) => Results.Problem(title: title, statusCode: status).ExecuteAsync(context);

    /// <summary>
    /// Browsers say whose page asks. A link to a page may stand anywhere, and outputs may be framed; all else is for our own pages.
    /// Source: W3C Fetch Metadata Request Headers.
    /// </summary>
    public static bool IsFromElsewhere(HttpRequest request)
    {
        var site = request.Headers["Sec-Fetch-Site"].ToString();
        var isPage = request.Headers["Sec-Fetch-Mode"] == "navigate" && HttpMethods.IsGet(request.Method) && !request.Path.StartsWithSegments("/api") && !request.Path.StartsWithSegments("/assets");
        return site is "cross-site" or "same-site" && !isPage;
    }

    /// <summary>Whether it is more than a look.</summary>
    public static bool Changes(HttpRequest request) => !HttpMethods.IsGet(request.Method) && !HttpMethods.IsHead(request.Method);
}
