using System.Collections.Immutable;
using System.Runtime.CompilerServices;
using System.Text.Json;
using System.Text.Json.Serialization;

namespace SideLamp.Core.Json;

/// <summary>Choices by their names only, never by a number.</summary>
internal sealed class NamesConverterFactory : JsonConverterFactory
{
    public override bool CanConvert(Type typeToConvert) => typeToConvert.IsEnum;

    public override JsonConverter CreateConverter(Type typeToConvert, JsonSerializerOptions options) =>
        (JsonConverter)Activator.CreateInstance(typeof(NamesConverter<>).MakeGenericType(typeToConvert))!;

    private sealed class NamesConverter<T> : JsonConverter<T>
        where T : struct, Enum
    {
        // Arrays, and no dictionaries: those of each choice would be compiled anew at every start, which took a third of it.
        private static readonly T[] Values = Enum.GetValues<T>();
        private static readonly string[] Names = [.. Enum.GetNames<T>().Select(JsonNamingPolicy.CamelCase.ConvertName)];
        private static readonly JsonEncodedText[] Written = [.. Names.Select(name => JsonEncodedText.Encode(name))];

        public override T Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
            reader.TokenType == JsonTokenType.String && Array.IndexOf(Names, reader.GetString()) is var at and >= 0
                ? Values[at]
                : throw Unreadable.Because($"Choose one of: {string.Join(", ", Names)}.");

        /// <summary>Choices are counted from 0 without gaps.</summary>
        public override void Write(Utf8JsonWriter writer, T value, JsonSerializerOptions options) => writer.WriteStringValue(Written[Unsafe.As<T, int>(ref value)]);
    }
}

/// <summary>Ids are short and plain: they stand in addresses, paths and files.</summary>
internal sealed class IdConverterFactory : JsonConverterFactory
{
    private const int Longest = 100;

    public override bool CanConvert(Type typeToConvert) => typeToConvert.IsValueType && typeToConvert.IsAssignableTo(typeof(IId));

    public override JsonConverter CreateConverter(Type typeToConvert, JsonSerializerOptions options) =>
        (JsonConverter)Activator.CreateInstance(typeof(IdConverter<>).MakeGenericType(typeToConvert))!;

    private sealed class IdConverter<T> : JsonConverter<T>
        where T : struct, IId
    {
        public override T Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) => Make(reader.TokenType == JsonTokenType.String ? reader.GetString() : null);

        public override void Write(Utf8JsonWriter writer, T value, JsonSerializerOptions options) => writer.WriteStringValue(value.Value);

        public override T ReadAsPropertyName(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) => Make(reader.GetString());

        public override void WriteAsPropertyName(Utf8JsonWriter writer, T value, JsonSerializerOptions options) => writer.WritePropertyName(value.Value);

        private static T Make(string? text) =>
            text is { Length: <= Longest } && text.All(letter => char.IsAsciiLetterOrDigit(letter) || letter is '-' or '_' or '.' or ':' or ' ')
                ? (T)Activator.CreateInstance(typeof(T), text)!
                : throw Unreadable.Because($"An id belongs here: up to {Longest} letters, digits, points and hyphens.");
    }
}

/// <summary>Lists without holes in them, and not longer than anything of ours ever is.</summary>
internal sealed class NoHolesConverterFactory : JsonConverterFactory
{
    /// <summary>Rows of a table: nothing has more.</summary>
    private const int Most = 50_000;

    public override bool CanConvert(Type typeToConvert) =>
        typeToConvert.IsGenericType && typeToConvert.GetGenericTypeDefinition() is var kind && (kind == typeof(ImmutableArray<>) || kind == typeof(ImmutableDictionary<,>) || kind == typeof(ImmutableSortedDictionary<,>)) && (kind == typeof(ImmutableArray<>) || typeToConvert.GenericTypeArguments[0] == typeof(string));

    public override JsonConverter CreateConverter(Type typeToConvert, JsonSerializerOptions options)
    {
        var kind = typeToConvert.GetGenericTypeDefinition();
        var converter = kind == typeof(ImmutableArray<>) ? typeof(ListConverter<>).MakeGenericType(typeToConvert.GenericTypeArguments)
            : kind == typeof(ImmutableDictionary<,>) ? typeof(NamedConverter<>).MakeGenericType(typeToConvert.GenericTypeArguments[1])
            : typeof(SortedConverter<>).MakeGenericType(typeToConvert.GenericTypeArguments[1]);
        return (JsonConverter)Activator.CreateInstance(converter)!;
    }

    private static T Entry<T>(ref Utf8JsonReader reader, JsonSerializerOptions options, string where) =>
        reader.TokenType == JsonTokenType.Null && default(T) is null
            ? throw Unreadable.Within(where, Unreadable.Because("There is no value here. Take it out, or give it one."))
            : Unreadable.Inner<T>(ref reader, options, where);

    private sealed class ListConverter<T> : JsonConverter<ImmutableArray<T>>
    {
        public override ImmutableArray<T> Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options)
        {
            if (reader.TokenType != JsonTokenType.StartArray)
            {
                throw Unreadable.Because("A list belongs here.");
            }

            var list = ImmutableArray.CreateBuilder<T>();
            while (reader.Read() && reader.TokenType != JsonTokenType.EndArray)
            {
                if (list.Count == Most)
                {
                    throw Unreadable.Because($"This list has more than {Most:N0} entries.");
                }

                list.Add(Entry<T>(ref reader, options, $"/{list.Count}"));
            }

            return list.ToImmutable();
        }

        public override void Write(Utf8JsonWriter writer, ImmutableArray<T> value, JsonSerializerOptions options)
        {
            writer.WriteStartArray();
            foreach (var entry in value.IsDefault ? [] : value)
            {
                JsonSerializer.Serialize(writer, entry, options);
            }

            writer.WriteEndArray();
        }
    }

    private static IEnumerable<KeyValuePair<string, T>> ReadNamed<T>(ref Utf8JsonReader reader, JsonSerializerOptions options)
    {
        if (reader.TokenType != JsonTokenType.StartObject)
        {
            throw Unreadable.Because("Named values belong here.");
        }

        var all = new Dictionary<string, T>(StringComparer.Ordinal);
        while (reader.Read() && reader.TokenType != JsonTokenType.EndObject)
        {
            var name = Spelling.Clean(reader.GetString()!);
            reader.Read();
            if (all.Count == Most)
            {
                throw Unreadable.Because($"There are more than {Most:N0} values here.");
            }

            all[name] = Entry<T>(ref reader, options, $"/{(name.Length > 60 ? name[..60] : name)}");
        }

        return all;
    }

    private static void WriteNamed<T>(Utf8JsonWriter writer, IEnumerable<KeyValuePair<string, T>> all, JsonSerializerOptions options)
    {
        writer.WriteStartObject();
        foreach (var (name, value) in all)
        {
            writer.WritePropertyName(name);
            JsonSerializer.Serialize(writer, value, options);
        }

        writer.WriteEndObject();
    }

    private sealed class NamedConverter<T> : JsonConverter<ImmutableDictionary<string, T>>
    {
        public override ImmutableDictionary<string, T> Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) => ReadNamed<T>(ref reader, options).ToImmutableDictionary();

        public override void Write(Utf8JsonWriter writer, ImmutableDictionary<string, T> value, JsonSerializerOptions options) => WriteNamed(writer, value, options);
    }

    private sealed class SortedConverter<T> : JsonConverter<ImmutableSortedDictionary<string, T>>
    {
        public override ImmutableSortedDictionary<string, T> Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) => ReadNamed<T>(ref reader, options).ToImmutableSortedDictionary(StringComparer.Ordinal);

        public override void Write(Utf8JsonWriter writer, ImmutableSortedDictionary<string, T> value, JsonSerializerOptions options) => WriteNamed(writer, value, options);
    }
}
