using System.Reflection;
using System.Text.Json.Serialization.Metadata;
using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;
using NodaTime;
using SideLamp.Core;
using SideLamp.Core.Colours;
using SideLamp.Core.Json;

namespace SideLamp.Server.Api;

/// <summary>The OpenAPI document, from which the pages' types are generated.</summary>
public static class ApiDocument
{
    public static void Describe(OpenApiOptions options)
    {
        options.AddSchemaTransformer(
            async (schema, context, stop) =>
            {
                if (context.JsonTypeInfo.Type is { IsGenericType: true } maybe && maybe.GetGenericTypeDefinition() == typeof(Maybe<>))
                {
                    await DescribeMaybe(schema, maybe.GenericTypeArguments[0], context, stop);
                    return;
                }

                Describe(schema, context.JsonTypeInfo);
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

    /// <summary>A value that may be left out, and may be none.</summary>
    private static async Task DescribeMaybe(OpenApiSchema schema, Type type, OpenApiSchemaTransformerContext context, CancellationToken stop)
    {
        var value = await context.GetOrCreateSchemaAsync(Nullable.GetUnderlyingType(type) ?? type, null, stop);
        if (value.Properties is { Count: > 0 })
        {
            schema.OneOf = [new OpenApiSchema { Type = JsonSchemaType.Null }, new OpenApiSchemaReference(type.Name, context.Document)];
            return;
        }

        (schema.Type, schema.Format) = (value.Type | JsonSchemaType.Null, value.Format);
    }

    private static void Describe(OpenApiSchema schema, JsonTypeInfo info)
    {
        var type = Nullable.GetUnderlyingType(info.Type) ?? info.Type;
        var written =
            type.IsAssignableTo(typeof(IId)) || type == typeof(Colour) || type == typeof(LocalTime) || type == typeof(LocalDate) ? JsonSchemaType.String
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
            schema.Required = info.Properties.Where(one => properties.ContainsKey(one.Name) && !IsNullable(one) && !IsMaybe(one)).Select(one => one.Name)
                // What tells one kind from another is no property of the type, and always there.
                .Concat(properties.Where(one => one.Value is OpenApiSchema { Enum.Count: 1 }).Select(one => one.Key))
                .ToHashSet();
        }
    }

    private static bool IsMaybe(JsonPropertyInfo property) => property.PropertyType is { IsGenericType: true } type && type.GetGenericTypeDefinition() == typeof(Maybe<>);

    private static bool IsNullable(JsonPropertyInfo property) =>
        property.AttributeProvider is PropertyInfo declared && new NullabilityInfoContext().Create(declared).ReadState == NullabilityState.Nullable;
}
