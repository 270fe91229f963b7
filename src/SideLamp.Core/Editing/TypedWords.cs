using System.Collections.Immutable;
using SideLamp.Core.Feeds;
using SideLamp.Core.Templates;
using SideLamp.Core.Text;

namespace SideLamp.Core.Editing;

/// <summary>Words that somebody typed.</summary>
public static class TypedWords
{
    /// <summary>Made safe; placeholders that cannot be read are refused, with their field.</summary>
    /// <param name="below">What comes before <c>/words</c> in the paths of faults.</param>
    /// <exception cref="RefusedException">A field is not there, or its words cannot be kept.</exception>
    public static ImmutableDictionary<string, string> Checked(Template template, ImmutableDictionary<string, string> given, string below = "")
    {
        var clean = ImmutableDictionary.CreateBuilder<string, string>();
        var faults = new List<Fault>();
        foreach (var (name, text) in given.Take(template.Fields.Length + 1))
        {
            if (FaultIn(template, name, text) is { } fault)
            {
                faults.Add(new Fault($"{below}/words/{Names.Shortened(name)}", fault));
            }
            else
            {
                clean[name] = Words.Clean(Spelling.Clean(text), template.Field(name)!.Kind);
            }
        }

        RefusedException.ThrowIfAny(faults);
        return clean.ToImmutable();
    }

    private static string? FaultIn(Template template, string name, string text) =>
        template.Field(name) is null ? $"“{template.Name}” has no field “{Names.Shortened(name)}”."
        : text.Length > Field.Longest ? $"This is {text.Length:N0} characters long; {Field.Longest:N0} are the most."
        : Placeholders.FaultIn(text);
}
