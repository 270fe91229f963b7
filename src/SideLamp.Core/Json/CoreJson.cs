using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;
using NodaTime;
using NodaTime.Text;
using SideLamp.Core.Colours;

namespace SideLamp.Core.Json;

/// <summary>
/// How the core's types are written as JSON, alike in the database and on the wire: ids and colours as strings, instants as ms
/// since 1970 (UTC), durations as ms, enumerations by their names in camel case.
/// </summary>
public static class CoreJson
{
    /// <summary>For the wire: what is null is left out, by either side.</summary>
    public static JsonSerializerOptions Options { get; } = Configure(new JsonSerializerOptions());

    /// <summary>For keeping: everything is written, so that a missing value is a damaged file and not a null.</summary>
    private static readonly JsonSerializerOptions Whole = new(Options) { DefaultIgnoreCondition = JsonIgnoreCondition.Never, TypeInfoResolver = new DefaultJsonTypeInfoResolver() };

    public static JsonSerializerOptions Configure(JsonSerializerOptions options)
    {
        options.PropertyNamingPolicy = JsonNamingPolicy.CamelCase;
        options.DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull;
        options.Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping;
        options.NumberHandling = JsonNumberHandling.Strict;
        options.RespectNullableAnnotations = true;
        options.RespectRequiredConstructorParameters = true;
        options.TypeInfoResolver = new DefaultJsonTypeInfoResolver { Modifiers = { NullMayBeLeftOut } };
        options.Converters.Add(new JsonStringEnumConverter(JsonNamingPolicy.CamelCase));
        options.Converters.Add(new IdConverterFactory());
        options.Converters.Add(new InstantConverter());
        options.Converters.Add(new DurationConverter());
        options.Converters.Add(new LocalTimeConverter());
        options.Converters.Add(new ColourConverter());
        return options;
    }

    private static void NullMayBeLeftOut(JsonTypeInfo type)
    {
        foreach (var property in type.Properties.Where(property => property.AssociatedParameter is { IsNullable: true }))
        {
            property.IsRequired = false;
        }
    }

    public static string Write<T>(T value) => JsonSerializer.Serialize(value, Options);

    public static string WriteWhole<T>(T value) => JsonSerializer.Serialize(value, Whole);

    /// <exception cref="JsonException">It is not JSON of that type.</exception>
    public static T Read<T>(string json) => JsonSerializer.Deserialize<T>(json, Whole) ?? throw new JsonException("null where a value belongs.");

    private sealed class InstantConverter : JsonConverter<Instant>
    {
        public override Instant Read(ref Utf8JsonReader reader, Type type, JsonSerializerOptions options) =>
            Instant.FromUnixTimeTicks((long)Math.Round(reader.GetDouble() * 1000) * (NodaConstants.TicksPerMillisecond / 1000));

        public override void Write(Utf8JsonWriter writer, Instant value, JsonSerializerOptions options) =>
            writer.WriteNumberValue((decimal)value.ToUnixTimeTicks() / NodaConstants.TicksPerMillisecond);
    }

    private sealed class DurationConverter : JsonConverter<Duration>
    {
        public override Duration Read(ref Utf8JsonReader reader, Type type, JsonSerializerOptions options) =>
            Duration.FromTicks(Math.Round(reader.GetDouble() * NodaConstants.TicksPerMillisecond));

        public override void Write(Utf8JsonWriter writer, Duration value, JsonSerializerOptions options) =>
            writer.WriteNumberValue((decimal)value.BclCompatibleTicks / NodaConstants.TicksPerMillisecond);
    }

    private sealed class LocalTimeConverter : JsonConverter<LocalTime>
    {
        private static readonly LocalTimePattern Long = LocalTimePattern.CreateWithInvariantCulture("HH:mm:ss");
        private static readonly LocalTimePattern Short = LocalTimePattern.CreateWithInvariantCulture("HH:mm");

        public override LocalTime Read(ref Utf8JsonReader reader, Type type, JsonSerializerOptions options)
        {
            var text = reader.GetString() ?? "";
            return (text.Length > 5 ? Long : Short).Parse(text) is { Success: true, Value: var time } ? time : throw new JsonException("This is no time of day. Write it like 21:30.");
        }

        public override void Write(Utf8JsonWriter writer, LocalTime value, JsonSerializerOptions options) =>
            writer.WriteStringValue((value.Second == 0 ? Short : Long).Format(value));
    }

    private sealed class ColourConverter : JsonConverter<Colour>
    {
        public override Colour Read(ref Utf8JsonReader reader, Type type, JsonSerializerOptions options) =>
            Colour.Parse(reader.GetString()) ?? throw new JsonException("This is no colour that CSS knows. Write it like #1c8a5e, teal or oklch(70% 0.1 200).");

        public override void Write(Utf8JsonWriter writer, Colour value, JsonSerializerOptions options) => writer.WriteStringValue(value.ToCss());
    }

    private sealed class IdConverterFactory : JsonConverterFactory
    {
        public override bool CanConvert(Type type) => type.IsValueType && type.IsAssignableTo(typeof(IId));

        public override JsonConverter CreateConverter(Type type, JsonSerializerOptions options) =>
            (JsonConverter)Activator.CreateInstance(typeof(IdConverter<>).MakeGenericType(type))!;
    }

    private sealed class IdConverter<T> : JsonConverter<T>
        where T : struct, IId
    {
        public override T Read(ref Utf8JsonReader reader, Type type, JsonSerializerOptions options) => Make(reader.GetString());

        public override void Write(Utf8JsonWriter writer, T value, JsonSerializerOptions options) => writer.WriteStringValue(value.Value);

        public override T ReadAsPropertyName(ref Utf8JsonReader reader, Type type, JsonSerializerOptions options) => Make(reader.GetString());

        public override void WriteAsPropertyName(Utf8JsonWriter writer, T value, JsonSerializerOptions options) => writer.WritePropertyName(value.Value);

        private static T Make(string? text) => (T)Activator.CreateInstance(typeof(T), text ?? throw new JsonException("An id is a text."))!;
    }
}
