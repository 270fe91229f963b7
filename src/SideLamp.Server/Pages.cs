using Microsoft.AspNetCore.StaticFiles;
using Microsoft.Extensions.FileProviders;
using SideLamp.Server.Api;

namespace SideLamp.Server;

/// <summary>The built pages and the typefaces, as files.</summary>
internal static class Pages
{
    public static string Root { get; } = Path.Combine(AppContext.BaseDirectory, "wwwroot");

    public static void UseFonts(this IApplicationBuilder app) =>
        app.UseStaticFiles(
            new StaticFileOptions
            {
                RequestPath = "/fonts",
                FileProvider = new PhysicalFileProvider(Path.Combine(AppContext.BaseDirectory, "fonts")),
                ContentTypeProvider = new FileExtensionContentTypeProvider { Mappings = { [".ttf"] = "font/ttf" } },
                OnPrepareResponse = file => file.Context.Response.Headers.CacheControl = "public, max-age=86400",
            }
        );

    public static void MapFaces(this IEndpointRouteBuilder app)
    {
        var styleSheet = FontFiles.StyleSheet();
        app.MapGet("/fonts/faces.css", () => Results.Text(styleSheet, "text/css")).ExcludeFromDescription();
    }

    /// <summary>The pages of one folder.</summary>
    /// <param name="folder">Below the root of the pages; empty = all of them.</param>
    /// <param name="at">Its address; empty = the root.</param>
    public static void UsePages(this IApplicationBuilder app, string folder = "", string at = "")
    {
        // The build asks for the API's document before there are pages.
        var files = new PhysicalFileProvider(Directory.CreateDirectory(Path.Combine(Root, folder)).FullName);
        app.UseDefaultFiles(new DefaultFilesOptions { FileProvider = files, RequestPath = at });
        app.UseStaticFiles(new StaticFileOptions { FileProvider = files, RequestPath = at, OnPrepareResponse = Cache });
    }

    /// <summary>Built files carry their hash in their name and never change; the pages that name them are asked for each time.</summary>
    public static void Cache(StaticFileResponseContext file) =>
        file.Context.Response.Headers.CacheControl = file.Context.Request.Path.Value!.Contains("/built/", StringComparison.Ordinal)
            ? "public, max-age=31536000, immutable"
            : "no-cache";
}
