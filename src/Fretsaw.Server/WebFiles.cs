using Microsoft.AspNetCore.StaticFiles;
using Microsoft.Extensions.FileProviders;

namespace Fretsaw.Server;

/// <summary>Serves the built web application and the engine's files.</summary>
internal static class WebFiles
{
    public static void UseWebFiles(this WebApplication app, Places places)
    {
        var types = new FileExtensionContentTypeProvider();
        types.Mappings[".dat"] = "application/octet-stream";
        types.Mappings[".wasm"] = "application/wasm";
        if (places.Engine is not null)
        {
            Use(app, places.Engine, "/engine", types);
        }

        if (places.Web is not null)
        {
            Use(app, places.Web, "", types);
        }
    }

    /// <summary>The application's own addresses.</summary>
    public static void MapFallbackToPage(this WebApplication app, Places places)
    {
        if (places.Web is { } web)
        {
            var page = Path.Combine(Path.GetFullPath(web), "index.html");
            foreach (var address in (string[])["/", "/films", "/films/{id}", "/films/{id}/picture"])
            {
                app.MapGet(address, () => Results.File(page, "text/html; charset=utf-8")).ExcludeFromDescription();
            }
        }
    }

    private static void Use(WebApplication app, string folder, string path, FileExtensionContentTypeProvider types)
    {
        app.UseStaticFiles(new StaticFileOptions
        {
            FileProvider = new PhysicalFileProvider(Path.GetFullPath(folder)),
            RequestPath = path,
            ContentTypeProvider = types,

            // Names carry no version for all files, so the browser asks each time whether its copy still holds.
            OnPrepareResponse = context => context.Context.Response.Headers.CacheControl = "no-cache",
        });
    }
}
