using System.Globalization;

namespace SideLamp.Core.Tables;

/// <summary>Places of the world, by how their people write numbers and dates. Source: BCP 47, CLDR.</summary>
internal static class Locales
{
    /// <exception cref="CultureNotFoundException">There is none of that name.</exception>
    public static CultureInfo Find(string name) => CultureInfo.GetCultureInfo(name, predefinedOnly: true);

    /// <summary>Why a name is none, in a sentence; null when it is one.</summary>
    public static string? FaultIn(string name)
    {
        try
        {
            return name.Length == 0 || Find(name).IsNeutralCulture ? $"“{name}” names no place. It looks like en-GB or de-DE." : null;
        }
        catch (CultureNotFoundException)
        {
            return $"There is no place “{name}”. It looks like en-GB or de-DE.";
        }
    }
}
