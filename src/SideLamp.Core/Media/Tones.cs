using System.Buffers.Binary;
using System.Collections.Immutable;

namespace SideLamp.Core.Media;

/// <summary>The tones that ship with Side Lamp, made here by arithmetic: sums of fading sines.</summary>
public static class Tones
{
    private const int Rate = 44100;

    /// <summary>Loudest sample, as a share of full scale: two graphics at once must not clip.</summary>
    private const double Peak = 0.5;

    private static readonly ImmutableSortedDictionary<string, ImmutableArray<Partial>> Recipes = new Dictionary<string, ImmutableArray<Partial>>
    {
        ["bell"] = [new(0, 880, 1, 5), new(0, 2429, 0.5, 9), new(0, 3520, 0.2, 14)],
        ["drop"] = [new(0, 1320, 1, 26), new(0.07, 660, 0.7, 18)],
        ["wood"] = [new(0, 410, 1, 45), new(0, 1130, 0.4, 70)],
        ["two steps up"] = [new(0, 523.25, 0.8, 8), new(0.12, 783.99, 1, 6)],
        ["glow"] = [new(0, 392, 0.7, 2.2), new(0.02, 588, 0.6, 2.4), new(0.04, 784, 0.5, 2.8)],
    }.ToImmutableSortedDictionary(StringComparer.Ordinal);

    /// <summary>Each is worked out once, when it is first asked for: that takes half a second.</summary>
    private static readonly ImmutableDictionary<string, Lazy<byte[]>> Made = Recipes.ToImmutableDictionary(one => one.Key, one => new Lazy<byte[]>(() => File(Samples(one.Value))));

    public static IEnumerable<string> Names => Recipes.Keys;

    /// <summary>A tone as a WAV file: PCM, 16 bit, one channel. Null = there is no such tone.</summary>
    public static byte[]? Wav(string name) => Made.GetValueOrDefault(name)?.Value;

    private static short[] Samples(ImmutableArray<Partial> partials)
    {
        // Long enough for every partial to have faded to a thousandth.
        var seconds = partials.Max(one => one.At + (Math.Log(1000) / one.Fade));
        var wave = Enumerable.Range(0, (int)(seconds * Rate)).Select(at => partials.Sum(one => one.ValueAt((double)at / Rate))).ToArray();
        var loudest = wave.Max(Math.Abs);
        return [.. wave.Select(value => (short)Math.Round(value / loudest * Peak * short.MaxValue))];
    }

    /// <summary>Source: RIFF WAVE, format 1 (PCM), from memory.</summary>
    private static byte[] File(short[] samples)
    {
        var file = new byte[44 + (samples.Length * 2)];
        var bytes = file.AsSpan();
        "RIFF"u8.CopyTo(bytes);
        BinaryPrimitives.WriteInt32LittleEndian(bytes[4..], file.Length - 8);
        "WAVEfmt "u8.CopyTo(bytes[8..]);
        BinaryPrimitives.WriteInt32LittleEndian(bytes[16..], 16);
        BinaryPrimitives.WriteInt16LittleEndian(bytes[20..], 1);
        BinaryPrimitives.WriteInt16LittleEndian(bytes[22..], 1);
        BinaryPrimitives.WriteInt32LittleEndian(bytes[24..], Rate);
        BinaryPrimitives.WriteInt32LittleEndian(bytes[28..], Rate * 2);
        BinaryPrimitives.WriteInt16LittleEndian(bytes[32..], 2);
        BinaryPrimitives.WriteInt16LittleEndian(bytes[34..], 16);
        "data"u8.CopyTo(bytes[36..]);
        BinaryPrimitives.WriteInt32LittleEndian(bytes[40..], samples.Length * 2);
        for (var at = 0; at < samples.Length; at++)
        {
            BinaryPrimitives.WriteInt16LittleEndian(bytes[(44 + (at * 2))..], samples[at]);
        }

        return file;
    }

    /// <param name="At">When it begins, in s.</param>
    /// <param name="Hertz">Its pitch.</param>
    /// <param name="Fade">How fast it fades: by e in 1/fade s.</param>
    private sealed record Partial(double At, double Hertz, double Level, double Fade)
    {
        /// <summary>A soft start of 4 ms, so that nothing clicks.</summary>
        public double ValueAt(double second) =>
            second < At ? 0 : Level * Math.Min(1, (second - At) / 0.004) * Math.Exp(-Fade * (second - At)) * Math.Sin(2 * Math.PI * Hertz * (second - At));
    }
}
