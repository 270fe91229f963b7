using System.Text.Json;
using System.Text.Json.Serialization;

namespace SideLamp.Core.Json;

/// <summary>
/// A value of an edit, as JSON Merge Patch has it (RFC 7396): left out, it stays as it is; null, it is none from now on.
/// </summary>
[JsonConverter(typeof(MaybeConverterFactory))]
public readonly record struct Maybe<T>(bool IsGiven, T Value)
{
    public static implicit operator Maybe<T>(T value) => new(true, value);

    /// <summary>What was given, or what stood before.</summary>
    public T Or(T before) => IsGiven ? Value : before;
}

internal sealed class MaybeConverterFactory : JsonConverterFactory
{
    public override bool CanConvert(Type typeToConvert) => typeToConvert.IsGenericType && typeToConvert.GetGenericTypeDefinition() == typeof(Maybe<>);

    public override JsonConverter CreateConverter(Type typeToConvert, JsonSerializerOptions options) =>
        (JsonConverter)Activator.CreateInstance(typeof(Converter<>).MakeGenericType(typeToConvert.GenericTypeArguments))!;

    private sealed class Converter<T> : JsonConverter<Maybe<T>>
    {
        public override bool HandleNull => true;

        public override Maybe<T> Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
            new(true, reader.TokenType == JsonTokenType.Null ? default! : Unreadable.Inner<T>(ref reader, options, ""));

        public override void Write(Utf8JsonWriter writer, Maybe<T> value, JsonSerializerOptions options) => JsonSerializer.Serialize(writer, value.Value, options);
    }
}
