using System.Collections.Frozen;
using System.Globalization;

namespace SideLamp.Core.Events;

/// <summary>An amount in whole minor units of its currency: 12.50 EUR is 1250. Currencies never compete or add up without a rate.</summary>
/// <param name="Currency">Three capital letters. Source: ISO 4217.</param>
public readonly record struct Money(long Minor, string Currency)
{
    /// <summary>More than any tip, so that sums of a million of them stay exact.</summary>
    public const long MostMinor = 1_000_000_000_000;

    /// <summary>Digits after the point where they are not two. Source: ISO 4217, from memory.</summary>
    private static readonly FrozenDictionary<string, int> Digits = new[]
    {
        (0, "BIF CLP DJF GNF ISK JPY KMF KRW PYG RWF UGX UYI VND VUV XAF XOF XPF"),
        (3, "BHD IQD JOD KWD LYD OMR TND"),
        (4, "CLF UYW"),
    }
        .SelectMany(one => one.Item2.Split(' ').Select(code => KeyValuePair.Create(code, one.Item1)))
        .ToFrozenDictionary(StringComparer.Ordinal);

    public static bool IsCurrency(string code) => code.Length == 3 && code.All(char.IsAsciiLetterUpper);

    public static int DigitsOf(string currency) => Digits.GetValueOrDefault(currency, 2);

    /// <summary>An amount in whole units and parts of one; parts smaller than the currency has are rounded to even.</summary>
    /// <exception cref="OverflowException">It is more than <see cref="MostMinor"/>.</exception>
    public static Money Of(decimal amount, string currency)
    {
        if (decimal.Abs(amount) > MostMinor)
        {
            throw new OverflowException("It is more than can be counted.");
        }

        var minor = decimal.Round(amount * Scale(currency));
        return decimal.Abs(minor) <= MostMinor ? new Money((long)minor, currency) : throw new OverflowException("It is more than can be counted.");
    }

    /// <summary>The most that can be reckoned with, in whole units; of plain numbers, too.</summary>
    /// <param name="currency">Empty = plain numbers.</param>
    public static decimal MostIn(string currency) => currency.Length == 0 ? MostMinor : MostMinor / Scale(currency);

    /// <summary>In whole units and parts of one.</summary>
    public decimal Amount => Minor / Scale(Currency);

    public override string ToString() => Write(Amount, Currency);

    /// <summary>An amount beside its currency; whole ones without a point.</summary>
    public static string Write(decimal amount, string currency) =>
        $"{amount.ToString(decimal.IsInteger(amount) ? "#,##0" : $"#,##0.{new string('0', DigitsOf(currency))}", CultureInfo.InvariantCulture)} {currency}";

    private static decimal Scale(string currency) => DigitsOf(currency) switch { 0 => 1, 2 => 100, 3 => 1000, _ => 10_000 };
}
