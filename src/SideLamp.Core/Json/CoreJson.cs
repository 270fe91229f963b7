using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;

namespace SideLamp.Core.Json;

/// <summary>
/// How the core's types are written as JSON, alike in the database and on the wire: ids and colours as strings, instants as ms
/// since 1970 (UTC), durations as ms, enumerations by their names in camel case. What is read is checked here once for all:
/// numbers are finite, texts hold nothing that later could not be spelled, lists hold no holes.
/// </summary>
public static class CoreJson
{
    /// <summary>For the wire: what is null is left out, by either side.</summary>
    public static JsonSerializerOptions Options { get; } = Configure(new JsonSerializerOptions());

    /// <summary>For keeping: everything is written, so that a missing value is a damaged file and not a null.</summary>
    private static readonly JsonSerializerOptions Whole = new(Options) { DefaultIgnoreCondition = JsonIgnoreCondition.Never, TypeInfoResolver = new DefaultJsonTypeInfoResolver() };

    /// <summary>As <see cref="Configure"/>, but for describing shapes: converters of our own would hide them.</summary>
    public static JsonSerializerOptions Describe(JsonSerializerOptions options)
    {
        Configure(options);
        foreach (var converter in options.Converters.Where(one => one is FiniteConverter or CleanConverter or NamesConverterFactory or NoHolesConverterFactory).ToList())
        {
            options.Converters.Remove(converter);
        }

        options.Converters.Add(new JsonStringEnumConverter(JsonNamingPolicy.CamelCase));
        return options;
    }

    public static JsonSerializerOptions Configure(JsonSerializerOptions options)
    {
        options.PropertyNamingPolicy = JsonNamingPolicy.CamelCase;
        options.DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull;
        options.Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping;
        options.NumberHandling = JsonNumberHandling.Strict;
        options.MaxDepth = 32;
        options.AllowOutOfOrderMetadataProperties = true;
        options.RespectNullableAnnotations = true;
        options.RespectRequiredConstructorParameters = true;
        options.TypeInfoResolver = new DefaultJsonTypeInfoResolver { Modifiers = { NullMayBeLeftOut } };
        options.Converters.Add(new FiniteConverter());
        options.Converters.Add(new CleanConverter());
        options.Converters.Add(new NamesConverterFactory());
        options.Converters.Add(new IdConverterFactory());
        options.Converters.Add(new NoHolesConverterFactory());
        options.Converters.Add(new InstantConverter());
        options.Converters.Add(new DurationConverter());
        options.Converters.Add(new LocalTimeConverter());
        options.Converters.Add(new LocalDateConverter());
        options.Converters.Add(new ColourConverter());
        return options;
    }

    private static void NullMayBeLeftOut(JsonTypeInfo type)
    {
        foreach (var property in type.Properties.Where(property => property.AssociatedParameter is { IsNullable: true } or { HasDefaultValue: true }))
        {
            property.IsRequired = false;
        }
    }

    public static string Write<T>(T value) => JsonSerializer.Serialize(value, Options);

    public static string WriteWhole<T>(T value) => JsonSerializer.Serialize(value, Whole);

    /// <summary>Writes a value by its own type, whatever the variable's is.</summary>
    public static string WriteWhole(object value) => JsonSerializer.Serialize(value, value.GetType(), Whole);

    /// <exception cref="JsonException">It is not JSON of that type.</exception>
    public static T Read<T>(string json) => JsonSerializer.Deserialize<T>(json, Whole) ?? throw new JsonException("null where a value belongs.");
}
