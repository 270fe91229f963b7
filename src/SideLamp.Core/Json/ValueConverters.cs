using System.Text.Json;
using System.Text.Json.Serialization;
using NodaTime;
using NodaTime.Text;
using SideLamp.Core.Colours;

namespace SideLamp.Core.Json;

/// <summary>A number as large as 1e999 is written by nobody who means a size or a place.</summary>
internal sealed class FiniteConverter : JsonConverter<double>
{
    public override double Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) => Finite(ref reader);

    public override void Write(Utf8JsonWriter writer, double value, JsonSerializerOptions options) => writer.WriteNumberValue(value);

    public static double Finite(ref Utf8JsonReader reader) =>
        reader.TokenType == JsonTokenType.Number && reader.TryGetDouble(out var number) && double.IsFinite(number) ? number : throw Unreadable.Because("A number belongs here, and not so large a one.");
}

/// <summary>Texts as they can be kept, laid out and shown: without what has no spelling.</summary>
internal sealed class CleanConverter : JsonConverter<string>
{
    public override string? Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options)
    {
        if (reader.TokenType != JsonTokenType.String)
        {
            throw Unreadable.Because("A text belongs here.");
        }

        try
        {
            return Spelling.Clean(reader.GetString()!);
        }
        catch (InvalidOperationException)
        {
            throw Unreadable.Because("This text holds half a character. Take it out.");
        }
    }

    public override void Write(Utf8JsonWriter writer, string value, JsonSerializerOptions options) => writer.WriteStringValue(value);

    public override string ReadAsPropertyName(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) => Spelling.Clean(reader.GetString()!);

    public override void WriteAsPropertyName(Utf8JsonWriter writer, string value, JsonSerializerOptions options) => writer.WritePropertyName(value);
}

internal sealed class InstantConverter : JsonConverter<Instant>
{
    /// <summary>The years 1970 to 9999, in ms.</summary>
    private const double Last = 253_402_300_799_000;

    public override Instant Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        FiniteConverter.Finite(ref reader) is var ms && ms is >= -Last and <= Last
            ? Instant.FromUnixTimeTicks((long)Math.Round(ms * 1000) * (NodaConstants.TicksPerMillisecond / 1000))
            : throw Unreadable.Because("An instant belongs here, in ms since 1970.");

    public override void Write(Utf8JsonWriter writer, Instant value, JsonSerializerOptions options) =>
        writer.WriteNumberValue((decimal)value.ToUnixTimeTicks() / NodaConstants.TicksPerMillisecond);
}

internal sealed class DurationConverter : JsonConverter<Duration>
{
    /// <summary>A hundred years, in ms.</summary>
    private const double Most = 3_155_760_000_000;

    public override Duration Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        FiniteConverter.Finite(ref reader) is var ms && ms is >= -Most and <= Most
            ? Duration.FromTicks(Math.Round(ms * NodaConstants.TicksPerMillisecond))
            : throw Unreadable.Because("A length of time belongs here, in ms.");

    public override void Write(Utf8JsonWriter writer, Duration value, JsonSerializerOptions options) =>
        writer.WriteNumberValue((decimal)value.BclCompatibleTicks / NodaConstants.TicksPerMillisecond);
}

internal sealed class LocalTimeConverter : JsonConverter<LocalTime>
{
    private static readonly LocalTimePattern Long = LocalTimePattern.CreateWithInvariantCulture("HH:mm:ss");
    private static readonly LocalTimePattern Short = LocalTimePattern.CreateWithInvariantCulture("HH:mm");

    public override LocalTime Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options)
    {
        var text = reader.TokenType == JsonTokenType.String ? reader.GetString() ?? "" : "";
        return (text.Length > 5 ? Long : Short).Parse(text) is { Success: true, Value: var time } ? time : throw Unreadable.Because("This is not a time of day. Write it like 21:30.");
    }

    public override void Write(Utf8JsonWriter writer, LocalTime value, JsonSerializerOptions options) =>
        writer.WriteStringValue((value.Second == 0 ? Short : Long).Format(value));
}

internal sealed class LocalDateConverter : JsonConverter<LocalDate>
{
    public override LocalDate Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        reader.TokenType == JsonTokenType.String && LocalDatePattern.Iso.Parse(reader.GetString() ?? "") is { Success: true, Value: var day } ? day : throw Unreadable.Because("This is not a day. Write it like 2026-11-28.");

    public override void Write(Utf8JsonWriter writer, LocalDate value, JsonSerializerOptions options) => writer.WriteStringValue(LocalDatePattern.Iso.Format(value));
}

internal sealed class ColourConverter : JsonConverter<Colour>
{
    private const int Longest = 100;

    public override Colour Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        (reader.TokenType == JsonTokenType.String && reader.GetString() is { Length: <= Longest } text ? Colour.Parse(text) : null)
        ?? throw Unreadable.Because("This is not a colour that CSS knows. Write it like #1c8a5e, teal or oklch(70% 0.1 200).");

    public override void Write(Utf8JsonWriter writer, Colour value, JsonSerializerOptions options) => writer.WriteStringValue(value.ToCss());
}
