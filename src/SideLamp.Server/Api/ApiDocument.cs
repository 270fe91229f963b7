using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;
using NodaTime;
using SideLamp.Core;
using SideLamp.Core.Brands;

namespace SideLamp.Server.Api;

/// <summary>The OpenAPI document, from which the pages' types are generated.</summary>
public static class ApiDocument
{
    public static void Describe(OpenApiOptions options)
    {
        options.AddSchemaTransformer(
            (schema, context, _) =>
            {
                Describe(schema, context.JsonTypeInfo.Type);
                return Task.CompletedTask;
            }
        );
        // The address differs from run to run; the document must not.
        options.AddDocumentTransformer(
            (document, _, _) =>
            {
                document.Servers = [];
                return Task.CompletedTask;
            }
        );
    }

    private static void Describe(OpenApiSchema schema, Type declared)
    {
        var type = Nullable.GetUnderlyingType(declared) ?? declared;
        var written =
            type.IsAssignableTo(typeof(IId)) || type == typeof(Colour) ? JsonSchemaType.String
            : type == typeof(Instant) || type == typeof(Duration) ? JsonSchemaType.Number
            : (JsonSchemaType?)null;
        if (written is { } kind)
        {
            schema.Type = kind;
            schema.Properties = null;
        }

        // What is null is left out, so it is never required; all else is always there.
        if (schema.Properties is { Count: > 0 } properties)
        {
            schema.Required = properties.Where(one => !IsNullable(one.Value)).Select(one => one.Key).ToHashSet();
        }
    }

    private static bool IsNullable(IOpenApiSchema schema) =>
        schema.Type?.HasFlag(JsonSchemaType.Null) == true || schema.OneOf?.Any(one => one.Type == JsonSchemaType.Null) == true;
}
