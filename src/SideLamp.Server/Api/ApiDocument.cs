using System.Reflection;
using System.Text.Json.Serialization.Metadata;
using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;
using NodaTime;
using SideLamp.Core;
using SideLamp.Core.Colours;

namespace SideLamp.Server.Api;

/// <summary>The OpenAPI document, from which the pages' types are generated.</summary>
public static class ApiDocument
{
    public static void Describe(OpenApiOptions options)
    {
        options.AddSchemaTransformer(
            (schema, context, _) =>
            {
                Describe(schema, context.JsonTypeInfo);
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

    private static void Describe(OpenApiSchema schema, JsonTypeInfo info)
    {
        var type = Nullable.GetUnderlyingType(info.Type) ?? info.Type;
        var written =
            type.IsAssignableTo(typeof(IId)) || type == typeof(Colour) || type == typeof(LocalTime) ? JsonSchemaType.String
            : type == typeof(Instant) || type == typeof(Duration) ? JsonSchemaType.Number
            : (JsonSchemaType?)null;
        if (written is { } kind)
        {
            schema.Type = kind;
            schema.Properties = null;
        }

        // The generator leaves the items of such lists out.
        if (info.ElementType?.IsAssignableTo(typeof(IId)) == true)
        {
            schema.Items = new OpenApiSchema { Type = JsonSchemaType.String };
        }

        // What is null is left out, so it is never required; all else is always there.
        if (schema.Properties is { Count: > 0 } properties)
        {
            schema.Required = info.Properties.Where(one => properties.ContainsKey(one.Name) && !IsNullable(one)).Select(one => one.Name).ToHashSet();
        }
    }

    private static bool IsNullable(JsonPropertyInfo property) =>
        property.AttributeProvider is PropertyInfo declared && new NullabilityInfoContext().Create(declared).ReadState == NullabilityState.Nullable;
}
