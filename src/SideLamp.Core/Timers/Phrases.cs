using System.Globalization;

namespace SideLamp.Core.Timers;

/// <summary>How a language says how long it is: <c>#</c> stands for the number. Pages put them together as <see cref="Of"/> does.</summary>
/// <param name="Zero">What is said when less than a minute is left, or has gone by, at zero.</param>
/// <param name="Before">Of what is left, or of what counts up.</param>
/// <param name="After">Of what has gone by since zero; null = it stays at zero.</param>
public sealed record Phrases(string Zero, Amounts Before, Amounts? After)
{
    /// <summary>Above it hours are told, in halves. In minutes.</summary>
    private const long MostMinutes = 90;

    /// <summary>Source: CLDR, relative times and units of these languages (from memory).</summary>
    private static readonly Dictionary<string, (Phrases Left, Amounts Gone)> Known = new()
    {
        ["en"] = (new("now", new("in # minute", "in # minutes", "in # hour", "in # hours"), new("# minute ago", "# minutes ago", "# hour ago", "# hours ago")), new("# minute", "# minutes", "# hour", "# hours")),
        ["de"] = (new("jetzt", new("in # Minute", "in # Minuten", "in # Stunde", "in # Stunden"), new("vor # Minute", "vor # Minuten", "vor # Stunde", "vor # Stunden")), new("# Minute", "# Minuten", "# Stunde", "# Stunden")),
        ["fr"] = (new("maintenant", new("dans # minute", "dans # minutes", "dans # heure", "dans # heures"), new("il y a # minute", "il y a # minutes", "il y a # heure", "il y a # heures")), new("# minute", "# minutes", "# heure", "# heures")),
        ["es"] = (new("ahora", new("en # minuto", "en # minutos", "en # hora", "en # horas"), new("hace # minuto", "hace # minutos", "hace # hora", "hace # horas")), new("# minuto", "# minutos", "# hora", "# horas")),
        ["it"] = (new("adesso", new("tra # minuto", "tra # minuti", "tra # ora", "tra # ore"), new("# minuto fa", "# minuti fa", "# ora fa", "# ore fa")), new("# minuto", "# minuti", "# ora", "# ore")),
        ["nl"] = (new("nu", new("over # minuut", "over # minuten", "over # uur", "over # uur"), new("# minuut geleden", "# minuten geleden", "# uur geleden", "# uur geleden")), new("# minuut", "# minuten", "# uur", "# uur")),
        ["pt"] = (new("agora", new("em # minuto", "em # minutos", "em # hora", "em # horas"), new("há # minuto", "há # minutos", "há # hora", "há # horas")), new("# minuto", "# minutos", "# hora", "# horas")),
    };

    /// <summary>The languages that can be said, as BCP 47 has them.</summary>
    public static IReadOnlyCollection<string> Languages => Known.Keys;

    /// <param name="locale">Such as <c>de-DE</c>; one of another language is said in English.</param>
    /// <param name="goesOn">Whether it counts on past zero.</param>
    public static Phrases For(string? locale, bool up, bool goesOn)
    {
        var (left, gone) = Known.GetValueOrDefault(locale?.Split('-')[0] ?? "en", Known["en"]);
        return up ? new Phrases(gone.Minutes.Replace("#", "0", StringComparison.Ordinal), gone, null) : goesOn ? left : left with { After = null };
    }

    /// <param name="ms">What is left, or has gone by; below zero = past zero.</param>
    public string Of(double ms, bool up)
    {
        var minutes = up ? Math.Floor(ms / 60_000) : ms < 0 ? Math.Floor(-ms / 60_000) : Math.Ceiling(ms / 60_000);
        var amounts = ms < 0 ? After : Before;
        return minutes <= 0 || amounts is null ? Zero : amounts.Of((long)minutes, MostMinutes);
    }

    /// <summary>The longest that it says of up to so many ms, every figure a 0.</summary>
    public string Room(double ms)
    {
        var hours = ms > MostMinutes * 60_000;
        return new[] { Zero.Replace('1', '0') }
            .Concat(new[] { Before, After }.OfType<Amounts>().SelectMany(amounts => hours || amounts == After ? new[] { amounts.Minutes.Replace("#", "00", StringComparison.Ordinal), amounts.Hours.Replace("#", "00½", StringComparison.Ordinal) } : [amounts.Minutes.Replace("#", "00", StringComparison.Ordinal)]))
            .MaxBy(words => words.Length)!;
    }
}

/// <summary>Amounts of time in a language: <c>#</c> stands for the number.</summary>
/// <param name="Minute">Of one.</param>
/// <param name="Hour">Of one.</param>
public sealed record Amounts(string Minute, string Minutes, string Hour, string Hours)
{
    internal string Of(long minutes, long most)
    {
        if (minutes == 60)
        {
            return Said(Hour, "1");
        }

        if (minutes < most)
        {
            return Said(minutes == 1 ? Minute : Minutes, minutes.ToString(CultureInfo.InvariantCulture));
        }

        var (hours, half) = Math.DivRem((minutes + 15) / 30, 2);
        return Said(Hours, hours.ToString(CultureInfo.InvariantCulture) + (half == 1 ? "½" : ""));
    }

    private static string Said(string phrase, string number) => phrase.Replace("#", number, StringComparison.Ordinal);
}
